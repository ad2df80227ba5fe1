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
  run: (r) => (R_a(r), { demand: r.v[V.index]!, resistance: R_b(r), unit: 'kN' }),
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
  it('solve what grows faster than the load, where it may be the least', () => {
    // C: 15/10 = 1.5. A: 10 k = 40 - 10 k at 2, so that it is not the least and is only looked at, at 1.5. B: 10 k = (40 - 10 k)/2 - 2 k at 20/17.
    const { short, multiples } = under([C, A, B]);
    expect([multiples['c'], multiples['a'], multiples['b']].map((k) => Number(k!.toFixed(9)))).toEqual([1.5, 2, 1.176470588]);
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

describe('listed checks under one load after another', () => {
  const N = sheet.given('N', 'kN', 'axial force');
  const far = sheet.given('V_far', 'kN', 'reaction on the far face');
  const tie = sheet.given('N_tie', 'kN', 'tying force');
  const ser = sheet.given('V_ser', 'kN', 'shear in service');
  const worked = sheet.commonSection('worked').f('R_half', 'kN', '8[kN]', 'resistance that all share');
  /** A joint of nine checks, and how often each was made and the shared value worked. */
  function joint() {
    const made: Record<string, number> = {};
    const counted = (check: CheckDef<null>): CheckDef<null> => ({
      ...check,
      run: (r, c, l) => ((made[check.id] = (made[check.id] ?? 0) + 1), check.run(r, c, l)),
    });
    const plain = (id: string, resistance: number, demand: (v: Float64Array) => number): CheckDef<null> => ({
      ...about(id),
      run: (r) => ({ demand: demand(r.v), resistance, unit: 'kN' }),
    });
    const checks = [
      plain('strong', 50e3, (v) => v[V.index]!),
      plain('weak', 8e3, (v) => v[V.index]!),
      {
        ...about('bent'),
        nonlinear: true,
        run: (r: Run) => ({ demand: r.v[V.index]!, resistance: R_a(r), unit: 'kN' as const }),
      },
      plain('pulled', 9e3, (v) => v[V.index]! + v[N.index]!),
      plain('both', 20e3, (v) => v[V.index]! + (v[far.index]! || 0)),
      plain('slips', 15e3, (v) => v[ser.index]!),
      { ...about('never'), run: () => ({ skip: 'Not here.' }) },
      { ...plain('tied', 4e3, (v) => v[tie.index]!), load: 'tie' as const },
      { ...plain('tied well', 5e3, (v) => v[tie.index]!), load: 'tie' as const },
    ].map(counted);
    const side = {
      c: null,
      lay: new Values(sheet),
      common: (r: Run) => void ((made['common'] = (made['common'] ?? 0) + 1), worked(r)),
    };
    const actions = { V_Ed: V.index, N_Ed: N.index, V_far: far.index, V_ser: ser.index, N_tie: tie.index };
    const p = prepared({ sheet, checks, rules: [], upright: side, upturned: () => side, actions });
    const run = new Run(sheet);
    const least = (load: Partial<Combination>) => p.least!({ name: 'C', ...NO_ACTIONS, ...load }, run)!;
    return { made, least, run };
  }

  it('make again what gives first alone, where one action acts alone; what all share is worked once', () => {
    const { made, least } = joint();
    // 8/2 = 4; what is left of 40 kN over it, 20/2 = 10, is looked at under four times the load.
    expect(least({ V_Ed: 2e3 })).toEqual({ first: { id: 'weak', title: 'WEAK', multiple: 4 }, passes: true });
    const before = { ...made };
    expect(before).toMatchObject({ strong: 1, weak: 1, bent: 2, pulled: 1, both: 1, never: 1, common: 1 });
    for (const [V_Ed, multiple] of [
      [1e3, 8],
      [16e3, 0.5],
      [32e3, 0.25],
    ] as const)
      expect(least({ V_Ed })).toEqual({ first: { id: 'weak', title: 'WEAK', multiple }, passes: multiple >= 1 });
    expect(made).toEqual({ ...before, weak: 4 });
    expect(least({ N_tie: 2e3 }).first).toEqual({ id: 'tied', title: 'TIED', multiple: 2 });
    expect(least({ N_tie: 8e3 })).toEqual({ first: { id: 'tied', title: 'TIED', multiple: 0.5 }, passes: false });
    expect([made['tied'], made['tied well'], made['weak']]).toEqual([2, 1, 4]);
  });
  it('are all made where another action stands beside it, but those that do not apply', () => {
    const { made, least } = joint();
    expect(least({ V_Ed: 2e3 }).first!.id).toBe('weak');
    // 9/(2 + 2.5) = 2; 20/(2 + 30) = 0.625; 4/5 beside 8/2.
    expect(least({ V_Ed: 2e3, N_Ed: 2.5e3 }).first).toMatchObject({ id: 'pulled', multiple: 2 });
    expect(least({ V_Ed: 2e3, N_Ed: 1e3 }).first).toMatchObject({ id: 'pulled', multiple: 3 });
    expect(least({ V_Ed: 2e3, N_Ed: 0.1e3 }).first).toMatchObject({ id: 'weak', multiple: 4 });
    expect(least({ V_Ed: 2e3, V_far: 30e3 }).first).toMatchObject({ id: 'both', multiple: 0.625 });
    // 15/7.5: the shear in service is no longer that of the combination.
    expect(least({ V_Ed: 2e3, V_ser: 7.5e3 }).first).toMatchObject({ id: 'slips', multiple: 2 });
    expect(least({ V_Ed: 2e3, V_ser: 2e3 }).first).toMatchObject({ id: 'weak', multiple: 4 });
    expect(least({ V_Ed: 2e3, N_tie: 5e3 }).first).toMatchObject({ id: 'tied', multiple: 0.8 });
    expect(made['strong']).toBe(7);
    // Once under shear alone, under shear with tension, and with tying.
    expect(made['never']).toBe(3);
  });
  it('are made in full where they are traced, whatever is known of them', () => {
    const { made, least, run } = joint();
    least({ V_Ed: 2e3 });
    run.startTrace();
    least({ V_Ed: 2e3 });
    expect(made['common']).toBe(2);
    expect(run.steps!.map((s) => s.def.slot.symbol)).toContain('R_half');
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
