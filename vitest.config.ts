import { defineConfig } from 'vitest/config';

/** These put something of their own in the place of a module or a registry: each has its modules to itself. */
const ALONE = [
  'packages/core/src/formula/every-formula.test.ts',
  'packages/core/src/joints/imaginary.test.ts',
  'packages/core/src/joints/beam-end/aisc360/eccentric.test.ts',
  'packages/server/src/documents.test.ts',
  'packages/web/src/api.test.ts',
  'packages/web/src/store/joint.test.ts',
];
/** The same random cases in every run; PROPERTY_SEED gives others. */
const SEEDED = { setupFiles: ['scripts/property-seed.ts'] };
const TESTS = ['packages/*/src/**/*.test.ts', 'packages/*/src/**/*.test.tsx', 'scripts/*.test.ts'];
/** Against what never ends: how fast the machine is fails no test. */
const TIME = { testTimeout: 300_000, hookTimeout: 300_000 };

export default defineConfig({
  test: {
    maxWorkers: 2,
    projects: [
      // The core is loaded once for all of them, not once a file: that alone was a third of the time.
      { test: { ...TIME, ...SEEDED, name: 'shared', include: TESTS, exclude: [...ALONE, '**/node_modules/**'], isolate: false } },
      { test: { ...TIME, ...SEEDED, name: 'alone', include: ALONE } },
    ],
  },
});
