import { defineConfig } from 'vitest/config';

// Only what hangs runs into these: how fast anything is, the benchmarks say.
const limits = { testTimeout: 300_000, hookTimeout: 300_000, pool: 'forks' as const };

export default defineConfig({
  test: {
    projects: [
      {
        // Pure functions: nothing one file leaves behind can be seen by another, so they share their modules.
        test: {
          ...limits,
          name: 'core',
          include: ['core/src/**/*.test.ts', 'golden/**/*.test.ts', 'judgement/**/*.test.ts'],
          isolate: false,
        },
      },
      { test: { ...limits, name: 'web', include: ['web/src/**/*.test.{ts,tsx}'] } },
      { test: { ...limits, name: 'server', include: ['server/src/**/*.test.ts', 'cli/src/**/*.test.ts'] } },
    ],
  },
});
