import {
  Details,
  DocumentError,
  followingOf,
  lineOf,
  Refusal,
  summaryOf,
  type HouseDetail,
  type JointRecord,
  type JudgedBy,
  type JudgedRow,
} from '@ample/core';
import { storeCode } from '../store/condition.ts';
import { openReader, type Handle, type Reader } from '../store/database.ts';
import { NotFound, Unreadable } from '../store/errors.ts';
import { markKey, namedHouses } from '../store/house.ts';

/** What a task answers, or the stated refusal: errors lose their kind between threads. One of the store or the disk is named `store`, with its code as the field. */
export type Answer<T> =
  { readonly ok: T } | { readonly refused: { readonly name: string; readonly field: string; readonly message: string } };

/** Does the work of a task, and answers what it gives or why it was refused. */
export async function answer<T>(work: () => T | Promise<T>): Promise<Answer<T>> {
  try {
    return { ok: await work() };
  } catch (e) {
    if (e instanceof NotFound || e instanceof Unreadable) return { refused: { name: e.name, field: '', message: e.message } };
    if (e instanceof DocumentError || e instanceof Refusal)
      return { refused: { name: e.name, field: e.field, message: e.message } };
    const code = storeCode(e);
    if (code !== undefined) return { refused: { name: 'store', field: code, message: (e as Error).message } };
    throw e;
  }
}

const readers = new Map<string, Reader>();
/** The store as this thread reads it. */
export function reader(file: string): Reader {
  let found = readers.get(file);
  if (!found) readers.set(file, (found = openReader(file)));
  return found;
}

/** The house details that these joints name. */
export const housesOf = (db: Handle, list: readonly JointRecord[]) =>
  namedHouses(
    db,
    list.flatMap((j) => (j.house ? [j.house] : [])),
  );

/** Details of the joints that this thread judged last. */
export const details = new Details();

/** What the register shows of a joint. */
export const judgedRow = (joint: JointRecord, job: JudgedBy, houses: ReadonlyMap<string, HouseDetail | null>): JudgedRow => ({
  line: joint.unreadable === undefined ? lineOf(joint, job) : joint.line,
  summary: summaryOf(joint, job, details),
  ...(joint.house && joint.unreadable === undefined
    ? { house: followingOf({ ...joint, house: joint.house }, houses.get(markKey(joint.house)) ?? null, job) }
    : {}),
  ...(joint.unreadable === undefined ? {} : { unreadable: joint.unreadable }),
});
