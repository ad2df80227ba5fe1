import { describe, expect, it } from 'vitest';
import { NO_ACTIONS, type Combination } from '../actions/combination.ts';
import { Run, Sheet } from '../formula/index.ts';
import type { CheckDef, Least } from './check.ts';
import { prepared } from './sided.ts';
import { Values } from './values.ts';

const sheet = new Sheet();
const V = sheet.given('V', 'kN', 'shear');
const shared = sheet.commonSection('a');
const R_a = shared.f('R_a', 'kN', '40[kN]-V', 'what is left of it');
const R_b = sheet.section('b').f('R_b', 'kN', 'R_a/2-0.2*V', 'half of that, less a part of the shear');
const about = (id: string) => ({ id, title: id.toUpperCase(), clause: '', part: 'joint', load: 'combination' as const });
const C: CheckDef<null> = { ...about('c'), run: (r) => ({ demand: r.v[V.index]!, resistance: 15e3, unit: 'kN' }) };
const A: CheckDef<null> = {
  ...about('a'),
  nonlinear: true,
  run: (r) => ({ demand: r.v[V.index]!, resistance: R_a(r), unit: 'kN' }),
};
const B: CheckDef<null> = {
  ...about('b'),
  nonlinear: true,
  run: (r) => ({ demand: r.v[V.index]!, resistance: R_b(r), unit: 'kN' }),
};
const own = (demand: number, multiple: number): CheckDef<null> => ({
  ...about('own'),
  run: () => ({ demand, resistance: 4e3, unit: 'kN', multiple }),
});

/** What these checks come to under 10 kN, in short and by their results. */
function under(checks: readonly CheckDef<null>[]) {
  const side = { c: null, lay: new Values(sheet), common: () => undefined };
  const joint = prepared({ sheet, checks, rules: [], upright: side, upturned: () => side, actions: { V_Ed: V.index } });
  const load: Combination = { name: 'C', ...NO_ACTIONS, V_Ed: 10e3 };
  const results = joint.check(load, new Run(sheet)).results.flatMap((r) => (r.type === 'strength' ? [r] : []));
  const short: Least = joint.least!(load, new Run(sheet))!;
  return { short, passes: results.every((r) => r.pass), multiples: Object.fromEntries(results.map((r) => [r.id, r.multiple])) };
}

describe('listed checks in short', () => {
  it('leave a run as it was when a check is looked at under more load', () => {
    // C: 15/10 = 1.5. A: 10 k = 40 - 10 k at 2, so that it is not the least and is only looked at, at 1.5. B: 10 k = 30/2 - 2 k at 1.25, R_a as under 10 kN.
    const { short, multiples } = under([C, A, B]);
    expect([multiples['c'], multiples['a'], multiples['b']].map((k) => Number(k!.toFixed(9)))).toEqual([1.5, 2, 1.25]);
    expect(short.first).toEqual({ id: 'b', title: 'B', multiple: multiples['b'] });
    expect(short.passes).toBe(true);
  });
  it('go by the multiple that a check has of its own, whatever its demand over its resistance', () => {
    const over = under([own(5e3, 1.2)]);
    expect([over.short.first!.multiple, over.short.passes, over.passes]).toEqual([1.2, true, true]);
    const less = under([own(3e3, 0.9)]);
    expect([less.short.first!.multiple, less.short.passes, less.passes]).toEqual([0.9, false, false]);
  });
  it('take the first of equal multiples', () => {
    const twin: CheckDef<null> = { ...C, id: 'd', title: 'D' };
    expect([under([C, twin]).short.first!.id, under([twin, C]).short.first!.id]).toEqual(['c', 'd']);
  });
});

describe('values of a sheet', () => {
  it('are not known before they are put in, and each array is its own', () => {
    const own = new Sheet();
    const x = own.given('x', '-', 'x');
    const arrays = Array.from({ length: 20_000 }, () => own.empty());
    expect(arrays.every((a) => a.length === 1 && Number.isNaN(a[0]))).toBe(true);
    arrays.forEach((a, i) => (a[x.index] = i));
    expect(arrays.every((a, i) => a[0] === i)).toBe(true);
    // A symbol that comes later has its place too.
    own.given('y', '-', 'y');
    expect([...own.empty()]).toEqual([NaN, NaN]);
  });
  it('tell where they came from, the last that was put in', () => {
    const lay = new Values(sheet);
    lay.put(V, 1, 'input', 'first');
    lay.put(V, 2, 'catalogue', 'second');
    expect([lay.values[V.index], [...lay.origins]]).toEqual([2, [[V.index, { kind: 'catalogue', ref: 'second' }]]]);
  });
});
