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
    // Every core: left to itself the runner keeps one for a person at the machine.
    maxWorkers: '100%',
  },
})
