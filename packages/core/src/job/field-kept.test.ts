import { describe, expect, it } from 'vitest';
import type { FieldState } from '../analysis/analyse.ts';
import { validate } from '../validate/index.ts';
import type { JointField } from './field.ts';
import { fieldKeptSchema, fieldOfKept, keptOf } from './field-kept.ts';

const state = (value: number): FieldState => ({
  lam: 1,
  uses: [{ kind: 'yield', part: 'plate', value, place: [0, -3e-17, 1 / 3], stops: false }],
  bolts: [{ name: 'bolt 1', F_t: value, pried: 0, planes: [{ F_v: 1e3, bearing: [{ ply: 'plate', F: 1e3 }] }] }],
  balance: { force: 1e-16, moment: 0, plate: 0 },
  probes: {},
  picture: { plates: ['plate'] } as never,
});
const field = (value: number): JointField => ({
  mark: 'B1-01',
  combination: 'C1',
  hand: null,
  result: {
    ...{
      multiple: 1.25,
      end: 'stopped',
      stop: null,
      words: 'Stops.',
      events: [],
      buckling: [{ multiple: 9, plate: 'web', shape: new Float32Array(3) }],
      compiled: true,
      steps: 3,
      iterations: 9,
    },
    ...{ size: { plates: 1, cells: 4, links: 0, unknowns: 45, solved: 45 }, design: state(value), limit: null },
  },
  without: [],
  spare: new Set(['bolt 1']),
  counterparts: [],
  absent: [],
});

describe('an analysis as it is kept', () => {
  it('has no picture, twelve figures, and nothing of what is but rounding', () => {
    const kept = keptOf(field(2.7755575615628914e-17), 'beside', undefined);
    expect(kept.result.design).toEqual({
      ...state(0),
      uses: [{ ...state(0).uses[0], place: [0, 0, 0.333333333333] }],
      balance: { force: 0, moment: 0, plate: 0 },
      picture: undefined,
    });
    expect('picture' in kept.result.design!).toBe(false);
    expect(kept.result.buckling).toEqual([{ multiple: 9, plate: 'web' }]);
    expect('coarse' in kept).toBe(false);
    expect(validate(fieldKeptSchema(), kept)).toEqual({ value: kept });
    // A value that is meant stays.
    expect(keptOf(field(0.123456789012345), '', 1).result.design!.uses[0]!.value).toBe(0.123456789012);
  });
  it('is the analysis again, of the whole joint', () => {
    const kept = keptOf(field(0.5), 'beside', 1.2);
    const { result, ...rest } = fieldOfKept('B1-01', kept);
    const { result: was, ...before } = field(0.5);
    expect(rest).toEqual(before);
    expect([result.words, result.multiple, result.design!.bolts]).toEqual([was.words, was.multiple, was.design!.bolts]);
  });
});
