import { Refusal, systemOf, type SystemId } from '@ample/core';
import { givenTable, readTable, readText, type GivenTable, type Mapping, type Sheet } from '@ample/exchange/table';
import { expose } from 'comlink';

async function refusing<T>(work: () => T | Promise<T>): Promise<{ ok: T } | { refusal: string }> {
  try {
    return { ok: await work() };
  } catch (e) {
    if (e instanceof Refusal) return { refusal: e.message };
    throw e;
  }
}

/** A file from outside is read here, away from the page: whatever it holds, the page goes on, and the worker can be ended. */
const worker = {
  read: (bytes: Uint8Array): Promise<{ ok: readonly Sheet[] } | { refusal: string }> => refusing(() => readTable(bytes)),
  paste: (text: string): Promise<{ ok: readonly Sheet[] } | { refusal: string }> =>
    refusing(() => [{ name: 'pasted', rows: readText(text) }]),
  rows: (sheet: Sheet['rows'], mapping: Mapping, units: SystemId): GivenTable => givenTable(sheet, mapping, systemOf(units)),
};

export type TableWorker = typeof worker;
expose(worker);
