import { describe, expect, it } from 'vitest';
import { farBolts } from './far-beam.ts';

describe('holes of a far beam in the bolt line of a joint', () => {
  // M20: the web counts 5 d = 100 beyond the first and the last of two rows at 0 and 70.
  const own = [0, 70].flatMap((z) => [[-50, z] as const, [50, z] as const]);
  const count = (drop: number): number => farBolts(own, { n1: 1, p1: 0, p3: 100, drop }, { d: 20, d_0: 22 }).inLine;
  it('count up to 5 d above and below its rows', () => {
    expect([count(-100), count(-100.1), count(-85)]).toEqual([1, 0, 1]);
    expect([count(170), count(170.1), count(155)]).toEqual([1, 0, 1]);
  });
  it('count once where they are shared', () => expect([count(70), count(35)]).toEqual([0, 1]));
});
