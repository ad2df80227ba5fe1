import { afterEach, describe, expect, it } from 'vitest';
import { contentOf } from '../job/records.ts';
import { readJoint, tryReadJoint } from '../job/joint-document.ts';
import { FIN } from './beam-end/samples.testing.ts';
import type { InputMigration } from './kind.ts';
import { inputVersion, migrateInput } from './migrate.ts';
import { kindOf } from './registry.ts';

// The one that joints are read by.
const finPlate = kindOf('fin-plate');

type Loose = Record<string, unknown>;
// As if the gap had once been called "space", and before that been given in centimetres.
const CHANGES: readonly InputMigration[] = [
  { name: 'space in mm', apply: (i) => ({ ...(i as Loose), space: 10 * Number((i as Loose)['space']) }) },
  {
    name: 'space is called gap',
    apply: (i) => {
      const { space, ...rest } = i as Loose;
      return { ...rest, gap: space };
    },
  },
];
const change = (migrations: readonly InputMigration[] | undefined): void => void Object.assign(finPlate, { migrations });
afterEach(() => change(undefined));
const { gap: _gap, ...bare } = FIN as unknown as Loose;
const joint = (input: unknown, input_version?: number) => ({
  mark: 'M1',
  kind: 'fin-plate',
  note: '',
  combinations: [],
  input,
  ...(input_version === undefined ? {} : { input_version }),
});

describe('an input of an earlier version', () => {
  it('goes through every change since then, in order, when it is read, and is marked with the version of now', () => {
    change(CHANGES);
    expect(inputVersion(finPlate)).toBe(3);
    for (const [input, version] of [
      [{ ...bare, space: 1.5 }, undefined],
      [{ ...bare, space: 1.5 }, 1],
      [{ ...bare, space: 15 }, 2],
      [{ ...bare, gap: 15 }, 3],
    ] as const) {
      const read = readJoint(joint(input, version), 'joint M1');
      expect([version, (read.input as { gap: number }).gap, read.input_version]).toEqual([version, 15, 3]);
      expect(contentOf(read).input_version).toBe(3);
      // Read again, as it is written now, it stays as it is.
      expect(readJoint(read, 'joint M1')).toEqual(read);
    }
  });
  it('is left as it is, without a mark, where nothing has changed yet', () => {
    const read = readJoint(joint(FIN, 1), 'joint M1');
    expect('input_version' in read).toBe(false);
  });
  it('of a version that this product does not know is refused in a sentence, not guessed at', () => {
    expect(tryReadJoint(joint(FIN, 2))).toEqual({
      unreadable: 'joint M1: input_version: 2 was written by a newer version of this product; accepted is 1.',
    });
    change(CHANGES);
    expect(() => migrateInput(finPlate, {}, 4)).toThrow('accepted is 1 to 3.');
  });
  it('that meets a change which can not take it is one unreadable joint', () => {
    change([{ name: 'a slip', apply: (i) => ({ ...(i as Loose), gap: (i as { none: { x: number } }).none.x }) }]);
    expect(tryReadJoint(joint(FIN))).toHaveProperty('unreadable');
  });
});
