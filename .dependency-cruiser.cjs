/**
 * The rooms of the core from the ground up, floor by floor. A room uses rooms of lower floors only; on one floor, those
 * named before it.
 */
const FLOORS = {
  ground: ['outcome', 'chance', 'text', 'time', 'geometry', 'timecode'],
  trade: [
    'optics',
    'exposure',
    'photometry',
    'litRoom',
    'light',
    'sun',
    'room',
    'power',
    'rigging',
    'order',
    'cover',
    'radio',
    'ltc',
    'waveform',
    'copyChain',
    'reconcile',
    'mediaFiles',
    'checksums',
    'sync',
    'estimates',
    'media',
    'charging',
    'colour',
    'script',
    'money',
  ],
  records: ['records'],
  readings: [
    'place',
    'shotlist',
    'beginnings',
    'takes',
    'cards',
    'kit',
    'build',
    'day',
    'setup',
    'callSheets',
    'evening',
    'faults',
    'packing',
    'stores',
    'patch',
    'moments',
    'cues',
  ],
  roof: ['snags', 'papers'],
}
/** Beside one another: neither may use the other. */
const APART = [['snags', 'papers']]
const rooms = Object.values(FLOORS).flat()
const isTest = '\\.test\\.tsx?$'
const upwards = rooms.map((room, i) => ({
  name: `${room}-looks-down`,
  severity: 'error',
  from: { path: `^packages/core/src/${room}/`, pathNot: isTest },
  to: { path: `^packages/core/src/(${[...rooms.slice(i + 1), 'testing'].join('|')})/` },
}))
const apart = APART.flatMap(([a, b]) => ({
  name: `${b}-stands-beside-${a}`,
  severity: 'error',
  from: { path: `^packages/core/src/${b}/`, pathNot: isTest },
  to: { path: `^packages/core/src/${a}/` },
}))

/** The layers of docs/architecture.md. */
module.exports = {
  forbidden: [
    ...upwards,
    ...apart,
    {
      name: 'rooms-have-one-door',
      comment: 'A room is imported by its index only.',
      severity: 'error',
      from: { path: '^packages/core/src/([^/]+)/' },
      to: {
        path: '^packages/core/src/([^/]+)/',
        pathNot: ['^packages/core/src/$1/', '^packages/core/src/[^/]+/index\\.ts$'],
      },
    },
    {
      name: 'rooms-are-known',
      comment: 'A new room is given its floor above.',
      severity: 'error',
      from: { path: `^packages/core/src/(?!(${[...rooms, 'testing'].join('|')})/)` },
      to: {},
    },
    {
      name: 'testing-is-for-tests',
      severity: 'error',
      from: { path: '^(packages|apps|demo)/', pathNot: [isTest, '^packages/core/src/testing/'] },
      to: { path: '^packages/core/src/testing/' },
    },
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
