import os from 'node:os'
import { defineConfig } from 'vitest/config'

const PURE = ['packages/core/**/*.test.ts', 'packages/contract/**/*.test.ts', 'demo/**/*.test.ts']

export default defineConfig({
  test: {
    testTimeout: 120_000,
    hookTimeout: 60_000,
    pool: 'forks',
    // One more than cores, since a third of the tests waits for a disk or another process.
    maxWorkers: os.availableParallelism() + 1,
    // The library's parts are thousands of files, read anew by every test of a screen: bundled once, half of that is saved.
    deps: {
      optimizer: {
        client: { enabled: true, include: ['@chakra-ui/react', 'lucide-react'], exclude: ['react', 'react-dom'] },
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
