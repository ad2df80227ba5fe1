import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { JobDocument } from '@ample/core';
import { fuzzRequests } from './fuzz.testing.ts';
import { openServices, type Services } from './services.ts';

const demo = JSON.parse(readFileSync(new URL('../../../demo/tern-quay.json', import.meta.url), 'utf8')) as JobDocument;
const SEED = 20261127;
const folder = mkdtempSync(join(tmpdir(), 'ample-fuzz-'));
let services: Services;
beforeAll(async () => {
  services = await openServices(join(folder, 'store.sqlite'), pino({ level: 'silent' }));
});
afterAll(async () => {
  await services.close();
  rmSync(folder, { recursive: true, force: true });
});

it(`5,000 generated requests (seed ${SEED}) are each answered or refused in one sentence`, { timeout: 180_000 }, async () => {
  const tally = await fuzzRequests(services, demo, SEED, 5000);
  expect(tally.faults).toEqual([]);
  for (const status of [200, 400, 404, 409, 421, 431]) expect(tally.statuses[status] ?? 0, String(status)).toBeGreaterThan(10);
});
