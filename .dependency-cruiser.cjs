/** The layers of docs/architecture.md. */
module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: { pathNot: 'node_modules' },
      to: { circular: true, dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'core-knows-nobody',
      severity: 'error',
      from: { path: '^packages/core/' },
      to: { path: '^(packages/(contract|copying)|apps|demo)/' },
    },
    {
      name: 'core-has-no-machine',
      severity: 'error',
      from: { path: '^packages/core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'contract-knows-only-core',
      severity: 'error',
      from: { path: '^packages/contract/' },
      to: { path: '^(packages/copying|apps|demo)/' },
    },
    {
      name: 'copying-knows-only-core',
      severity: 'error',
      from: { path: '^packages/copying/' },
      to: { path: '^(packages/contract|apps|demo)/' },
    },
    { name: 'nothing-imports-an-app', severity: 'error', from: { path: '^(packages|demo)/' }, to: { path: '^apps/' } },
    {
      name: 'apps-stand-apart',
      severity: 'error',
      from: { path: '^apps/([^/]+)/' },
      to: { path: '^apps/', pathNot: '^apps/$1/' },
    },
    {
      name: 'stages-stand-apart',
      severity: 'error',
      from: { path: '^apps/web/src/stages/([^/]+)/' },
      to: { path: '^apps/web/src/stages/', pathNot: '^apps/web/src/stages/$1/' },
    },
    {
      name: 'web-has-no-copy-engine',
      severity: 'error',
      from: { path: '^apps/web/', pathNot: '^apps/web/src/testing\\.tsx$' },
      to: { path: '^(packages/copying|demo)/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|node_modules)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'default'] },
  },
}
