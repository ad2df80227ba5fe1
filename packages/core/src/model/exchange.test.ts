import { describe, expect, it } from 'vitest';
import { EXCHANGE_FORMAT, EXCHANGE_VERSION, readExchange } from './exchange.ts';

const sent = (joints: readonly object[]) => ({ format: EXCHANGE_FORMAT, version: EXCHANGE_VERSION, joints });
const refused = (document: unknown): string => {
  try {
    readExchange(document);
  } catch (e) {
    return (e as Error).message;
  }
  return 'taken';
};

describe('what another program sends', () => {
  it('is taken with up to 5,000 joints, and no more', () => {
    const many = (n: number) => sent(Array.from({ length: n }, (_, i) => ({ mark: `J${i}` })));
    const { joints } = readExchange(many(5000));
    expect(joints).toHaveLength(5000);
    // One without forces has none.
    expect(joints[0]).toEqual({ mark: 'J0', rows: [] });
    expect(refused(many(5001))).toBe('joints: the list has 5001 entries; accepted are 5000 or fewer.');
  });
  it.each<[string, unknown, RegExp]>([
    [
      'another format',
      { ...sent([]), format: 'drawing' },
      /^format: "drawing" is not known; accepted are ample-gusset-exchange\.$/,
    ],
    ['a newer version', { ...sent([]), version: 2 }, /^version: 2 is not known; accepted are 1\.$/],
    ['nothing', null, /accepted is a group of fields/],
    ['a mark twice', sent([{ mark: 'J1' }, { mark: 'J1' }]), /joints\.1: .*stands twice/],
    [
      'an end twice',
      sent([
        { mark: '', end: 'm1.from' },
        { mark: '', end: 'm1.from' },
      ]),
      /joints\.1: .*stands twice/,
    ],
  ])('is refused in a sentence: %s', (_what, document, said) => expect(refused(document)).toMatch(said));
});
