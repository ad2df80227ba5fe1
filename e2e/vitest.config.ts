import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    globalSetup: ['e2e/seed.ts'],
    include: ['e2e/**/*.e2e.ts'],
    testTimeout: 300_000,
    hookTimeout: 300_000,
    maxWorkers: 2,
    // The server's code is loaded once for all files of a worker; each file has its own server and store.
    isolate: false,
    // Two browsers share the machine: what comes in its time need not come in a second.
    expect: { poll: { timeout: 60_000 } },
  },
});
