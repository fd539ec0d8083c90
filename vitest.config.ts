import { defineConfig } from 'vitest/config';

const limits = { testTimeout: 60_000, hookTimeout: 60_000, pool: 'forks' as const };

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
