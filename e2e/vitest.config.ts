import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['e2e/**/*.e2e.ts'],
    testTimeout: 180_000,
    hookTimeout: 180_000,
    maxWorkers: 2,
    // Two browsers share the machine: what comes in its time need not come in a second.
    expect: { poll: { timeout: 15_000 } },
  },
});
