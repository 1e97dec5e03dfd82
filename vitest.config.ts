import os from 'node:os'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: [
      'scripts/**/*.test.mjs',
      'packages/**/*.test.ts',
      'apps/**/*.test.{ts,tsx}',
      'demo/**/*.test.ts',
      'soak/**/*.test.ts',
    ],
    testTimeout: 30_000,
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
  },
})
