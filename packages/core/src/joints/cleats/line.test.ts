import { describe, expect, it } from 'vitest';
import { firstDetail } from '../../design/first.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { LineError } from '../kind.ts';
import { CLEAT_SIZES } from './fields.ts';
import { cleats } from './index.ts';
import type { CleatsInput } from './input.ts';

const base = firstDetail(
  'cleats',
  { beam: 'UB 406x178x60', beamGrade: 'S275', support: 'UC 254x254x89', supportGrade: 'S275', supportType: 'column_flange' },
  [],
  DEFAULT_BASIS,
).input as CleatsInput;
const line = cleats.line.print(base);
const field = (id: string) => cleats.fields.find((f) => f.id === id)!;

describe('the line of cleats', () => {
  it('says it all', () =>
    expect(line).toBe(
      'AC | 2x100x100x10 r12 L290 S275 | 4xM20-8.8 @70 | e 40/40 | support 4xM20-8.8 @70/140 | es 40 | gap 10 | top 50',
    ));
  it.each([
    ['2x100x100x10', '3x100x100x10', '3x100x100x10', /can't be read here; expected a plate such as/],
    ['r12', 'x12', 'x12', /expected a root radius, as in r12/],
    ['L290', '290', '290', /expected a length, as in L280/],
    ['support 4xM20-8.8', 'support 4xM24-8.8', '4xM24-8.8', /expected the bolts of the web, M20-8.8: both sides take the same/],
    ['support 4xM20-8.8', 'support 4x2xM20-8.8', '4x2xM20-8.8', /one line in each support leg goes without saying/],
    ['@70/140', '@60+80/140', '@60+80/140', /expected one pitch, or 3 between 4 rows/],
    ['top 50', 'top 50 | weld sideways', 'sideways', /expected beam or support/],
    ['top 50', 'top 50 | weld beam', '', /expected fw 8 before the end of the line/],
    [' | es 40', '', '', /expected es 40 before the end of the line/],
  ])('points at what it can not read: %s as %s', (from, to, at, message) => {
    const text = line.replace(from, to);
    try {
      cleats.line.parse(text, base);
    } catch (e) {
      expect(e).toBeInstanceOf(LineError);
      const { start, end } = e as LineError;
      expect([text.slice(start, end), (e as LineError).message]).toEqual([at, expect.stringMatching(message)]);
      return;
    }
    throw new Error('it was read');
  });
});

describe('changing cleats', () => {
  it('takes the support rows along while they are as those of the web', () => {
    const five = field('bolts.n1').set(base, 5);
    expect([five.support_bolts.n1, five.cleat.h]).toEqual([5, 360]);
    const own = field('support_bolts.n1').set(base, 3);
    expect(field('bolts.n1').set(own, 5).support_bolts.n1).toBe(3);
  });
  it('takes rolled angles each way round', () => {
    expect(CLEAT_SIZES.some((s) => s.name === '150x90x10') && CLEAT_SIZES.some((s) => s.name === '90x150x10')).toBe(true);
    expect(field('cleat.size').set(base, '150x90x10').cleat).toMatchObject({ leg_web: 150, leg_support: 90, t: 10, r: 12 });
    expect(field('cleat.size').set(base, 'no such angle')).toBe(base);
  });
  it('gets a weld when it is welded, and keeps its bolts for going back', () => {
    const welded = field('fixing').set(base, 'welded_to_beam');
    expect(welded.weld).toEqual({ s: 6 });
    expect(cleats.line.print(field('fixing').set(welded, 'bolted'))).toBe(`${line} | fw 6`);
  });
  it('adds rows to the support where the web is welded', () => {
    const welded = field('fixing').set(base, 'welded_to_beam');
    const more = cleats.edits.find((e) => e.id === 'row.add')!.apply(welded, DEFAULT_BASIS)!;
    expect([more.support_bolts.n1, more.cleat.h, more.bolts.n1]).toEqual([5, 360, 4]);
  });
});
