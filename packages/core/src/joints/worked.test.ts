import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { Run } from '../formula/index.ts';
import { DEFAULT_BASIS } from '../standards/job-basis.ts';
import { shown } from '../units/units.ts';
import { checkCombination, checkRules } from '../checks/check.ts';
import { validate } from '../validate/index.ts';
import { BEAM_KINDS as KINDS } from './beam-end/beam-kinds.testing.ts';
import { valuesOf } from '../checks/trace.ts';

interface Worked {
  readonly title: string;
  readonly actions: { V_Ed: number; N_tie: number };
  readonly input: unknown;
  readonly governs: string;
  /** id, demand, resistance in the shown unit, utilisation ("skip" with the reason, "pass") and intermediate values. */
  readonly expected: readonly {
    id: string;
    demand: number | null;
    resistance: number | null;
    result: string;
    values: Record<string, number>;
    reason?: string;
  }[];
}

const cases = KINDS.flatMap((kind) => {
  const file = new URL(`./${kind.id}/worked-cases.json`, import.meta.url);
  return (JSON.parse(readFileSync(file, 'utf8')) as Worked[]).map((c) => ({ ...c, kind }));
});
const near = (actual: number, expected: number): boolean => Math.abs(actual - expected) <= 1e-3 * Math.abs(expected) + 1e-9;

/** Names under which the worked cases print a value that the sheet holds under a more exact name. */
const NAMES: Record<string, string> = {
  f_y: 'f_y_[pcw2]',
  f_u: 'f_u_[pcw2]|f_u_weld',
  f_y2: 'f_y_2',
  f_u2: 'f_u_2',
  f_yp: 'f_y_p',
  A_v_N: 'A_v_b',
  A_v: 'A_v|A_v_b',
};

it('covers every kind', () => expect(new Set(cases.map((c) => c.kind.id)).size).toBe(KINDS.length));

describe.each(cases)('$title', ({ kind, actions, input, expected, governs }) => {
  const checked = validate<unknown>(kind.schema(), input);
  if ('error' in checked) throw new Error(checked.error.message);
  const prepared = kind.build(checked.value, DEFAULT_BASIS).prepared;
  const run = new Run(prepared.sheet);
  run.startTrace();
  const results = checkCombination(prepared, { name: 'C1', V_Ed: actions.V_Ed * 1e3, N_Ed: 0, N_tie: actions.N_tie * 1e3 }, run);
  const steps = run.steps!;
  const rules = checkRules(prepared, new Run(prepared.sheet));

  it.each(expected)('$id', ({ id, demand, resistance, result, values, reason }) => {
    const found = results.find((r) => r.id === id);
    const rule = rules.find((r) => r.id === id);
    expect(found ?? rule, `${id} is answered`).toBeDefined();
    if (result === 'skip') {
      expect((found ?? rule)!.type).toBe('skip');
      expect((found as { reason?: string } | undefined)?.reason ?? rule?.reason).toBe(reason);
    } else if (result === 'pass' || result === 'advise') {
      expect([rule!.pass, rule!.must && !rule!.pass]).toEqual([result === 'pass', false]);
      expect(near(rule!.actual, demand!), `${rule!.actual} against ${demand}`).toBe(true);
      expect(near(rule!.limit, resistance!), `${rule!.limit} against ${resistance}`).toBe(true);
    } else {
      if (found!.type !== 'strength') throw new Error(`${id} was skipped`);
      expect(
        near(shown(found!.demand, found!.unit), demand!),
        `demand ${shown(found!.demand, found!.unit)} against ${demand}`,
      ).toBe(true);
      expect(
        near(shown(found!.resistance, found!.unit), resistance!),
        `resistance ${shown(found!.resistance, found!.unit)} against ${resistance}`,
      ).toBe(true);
      expect(Math.abs(found!.utilisation! - Number(result)), `utilisation ${found!.utilisation}`).toBeLessThan(0.0001);
      for (const [name, value] of Object.entries(values)) {
        const wanted = new RegExp(`^(${NAMES[name] ?? name})$`);
        const match = Object.entries(valuesOf(steps, id)).find(([n]) => wanted.test(n));
        expect(match, `${name} is among the values of ${id}`).toBeDefined();
        expect(near(match![1].value, value), `${name}: ${match![1].value} against ${value}`).toBe(true);
      }
    }
  });

  it('has the governing check of the worked case and keeps every rule', () => {
    const strengths = results.filter((r) => r.type === 'strength');
    expect(strengths.reduce((a, b) => ((b.utilisation ?? Infinity) > (a.utilisation ?? Infinity) ? b : a)).id).toBe(governs);
    expect(rules.filter((r) => r.must && !r.pass).map((r) => r.id)).toEqual([]);
  });
});
