import os from 'node:os'
import { readdirSync } from 'node:fs'
import { defineConfig } from 'vitest/config'

const PURE = ['packages/core/**/*.test.ts', 'packages/contract/**/*.test.ts', 'demo/**/*.test.ts']

/**
 * When all tests run, what they import is bundled first and read from there: a screen's test else reads a thousand
 * files anew. One test alone reads the sources, which may have changed since.
 */
const BUNDLED = process.env.TEST_BUNDLED
  ? [
      '@kavrell/contract',
      '@kavrell/demo',
      ...readdirSync(new URL('packages/core/src', import.meta.url)).map((room) => `@kavrell/core/${room}`),
    ]
  : []

export default defineConfig({
  // Bundled anew each time: nobody else notices that a source has changed.
  optimizeDeps: { force: BUNDLED.length > 0 },
  ssr: { optimizeDeps: { force: BUNDLED.length > 0 } as object },
  test: {
    testTimeout: 300_000,
    hookTimeout: 240_000,
    // What never comes fails, what comes late on a busy machine does not.
    expect: { poll: { timeout: 90_000 } },
    pool: 'forks',
    // One more than cores, since a third of the tests waits for a disk or another process.
    maxWorkers: os.availableParallelism() + 1,
    // The library's parts are thousands of files, read anew by every test of a screen: bundled once, half of that is saved.
    deps: {
      optimizer: {
        client: {
          enabled: true,
          // Charts are registered with the one library that draws them: both come out of one bundle.
          include: ['@chakra-ui/react', 'lucide-react', 'chart.js', 'react-chartjs-2', ...BUNDLED],
          exclude: ['react', 'react-dom'],
        },
        ssr: { enabled: BUNDLED.length > 0, include: BUNDLED },
      },
    },
    projects: [
      {
        extends: true,
        // Pure functions leave nothing behind: what they import is read once for all of them.
        test: { name: 'pure', isolate: false, include: PURE, setupFiles: ['scripts/laws.mjs'] },
      },
      {
        extends: true,
        test: {
          name: 'rest',
          include: [
            'scripts/**/*.test.mjs',
            'packages/copying/**/*.test.ts',
            'apps/**/*.test.{ts,tsx}',
            'soak/**/*.test.ts',
          ],
        },
      },
    ],
  },
})
