import { describe, expect, it } from 'vitest';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { kindOf } from '../registry.ts';
import { demoBase } from './demo.testing.ts';
import type { BaseInput } from './input.ts';

const { build } = kindOf('column-base');
/** A base after the move with this label. */
const moved = (input: BaseInput, label: RegExp): BaseInput =>
  build(input, DEFAULT_BASIS)
    .moves()
    .find((m) => label.test(m.label))!.input as BaseInput;

describe('a base with its plate further out', () => {
  it('takes anchors on a circle with it: their edge distance stays', () => {
    const before = demoBase('P2-01');
    const after = moved(before, /^plate and anchors \d+ further out$/);
    const edge = (i: BaseInput): number => {
      const p = i.anchors.pattern;
      return i.plate.D! / 2 - (p.type === 'circle' ? p.R : NaN);
    };
    // 580/2 - 215 = 75 mm before and after.
    expect(edge(before)).toBe(75);
    expect(edge(after)).toBe(75);
    expect(after.plate.D).toBeGreaterThan(before.plate.D!);
  });
  it('takes anchors in rows with it, both ways', () => {
    const before = demoBase('P1-01');
    const after = moved(before, /^plate and anchors \d+ further out$/);
    const rows = (i: BaseInput) => (i.anchors.pattern.type === 'rows' ? i.anchors.pattern : null)!;
    const out = after.plate.h! - before.plate.h!;
    expect(out).toBeGreaterThan(0);
    expect(after.plate.b! - before.plate.b!).toBe(out);
    // Two rows each way: the spacing grows by as much as the plate.
    expect([rows(after).s_y, rows(after).s_z]).toEqual([rows(before).s_y + out, rows(before).s_z + out]);
  });
  it('keeps bigger anchors as far from their edge as they need: some of the plate is theirs', () => {
    const before = demoBase('P1-01');
    const after = moved(before, /^anchors M\d+ → M\d+$/);
    const rows = (i: BaseInput) => (i.anchors.pattern.type === 'rows' ? i.anchors.pattern : null)!;
    const edge = (i: BaseInput): number => (i.plate.h! - rows(i).s_z) / 2;
    expect(after.anchors.d).toBeGreaterThan(before.anchors.d);
    expect(edge(after)).toBeGreaterThan(edge(before));
    expect(rows(after).s_z).toBe(rows(before).s_z);
  });
});
