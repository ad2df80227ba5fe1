import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import type { JobDocument } from '@ample/core';
import { fuzzFiles } from './fuzz.testing.ts';

const demo = JSON.parse(readFileSync(new URL('../../../demo/tern-quay.json', import.meta.url), 'utf8')) as JobDocument;
const SEED = 20261127;

it(`500 mutated job files (seed ${SEED}) are each judged or refused in one sentence`, () => {
  const tally = fuzzFiles(demo, SEED, 500);
  expect(tally.faults).toEqual([]);
  // Each way out is met, or the mutations are too tame or too wild to say anything.
  for (const code of [0, 1, 2]) expect(tally.codes[code] ?? 0).toBeGreaterThan(20);
});
