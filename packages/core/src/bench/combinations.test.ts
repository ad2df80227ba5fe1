import { describe, expect, it } from 'vitest';
import { texOf } from '../formula/index.ts';
import { aisc360 } from '../standards/aisc360/standard.ts';
import { basisOf, DEFAULT_BASIS, usualBasis } from '../standards/job-basis.ts';
import { caseLines } from './combinations.ts';
import { calculate, toolOf, type Calculation } from './index.ts';

const run = (id: string, change: object = {}, basis = DEFAULT_BASIS): Calculation => {
  const answer = calculate(id, { ...(toolOf(id).start as object), ...change }, basis);
  if ('refusal' in answer) throw new Error(answer.refusal.message);
  return answer.ok;
};
const refusal = (id: string, change: object): string => {
  const answer = calculate(id, { ...(toolOf(id).start as object), ...change }, DEFAULT_BASIS);
  return 'refusal' in answer ? `${answer.refusal.field} | ${answer.refusal.message}` : 'not refused';
};
const names = (c: Calculation): string[] => c.tables[0]!.rows.map((r) => r[2]!);
const us = (format: 'LRFD' | 'ASD') =>
  basisOf({ basis: { ...usualBasis(aisc360), format, settings: {} }, sections: [], steels: [] });

describe('load combinations on the bench', () => {
  it('lists those of the cases that are typed a line each, with what each factor is made of', () => {
    const c = run('combinations');
    expect(c.answer).toBe('16 combinations of 16');
    const row = c.tables[0]!.rows.find((r) => r[2] === '1.35 G + 1.5 Q + 0.75 W+')!;
    expect(row).toEqual([
      'ULS',
      '6.10',
      '1.35 G + 1.5 Q + 0.75 W+',
      'imposed',
      'G 1.35: gamma_G,sup; Q 1.5: gamma_Q; W+ 1.5 x 0.5: gamma_Q x psi_0 of wind',
    ]);
    // In the workings each factor stands once, with the cases that carry it.
    const steps = c.sections.find((s) => s.id === 'factors')!.steps;
    const wind = steps.find((s) => s.text === 'W+, W-: gamma_Q x psi_0 of wind')!;
    expect(texOf(wind.formula)).toContain('1.5');
    expect((wind.result as { text: string }).text).toBe('0.75');
  });
  it('says how many can not govern, and lists them where asked', () => {
    const cases = 'G1 G\nG2 G\nS Q snow';
    expect(run('combinations', { cases, expression: '6.10ab', annex: 'recommended' }).answer).toBe(
      "5 combinations of 7; 2 can't govern: they lie between two others",
    );
    expect(names(run('combinations', { cases, expression: '6.10ab', annex: 'recommended', keep: 'all' }))).toHaveLength(7);
  });
  it('reads names, groups, signs and directions after kind and category', () => {
    expect(
      caseLines('G2 G source=roof\n\n W1, Q, wind both-ways exclusive=a\nEX E x one-way\nH1 H loose\nB Q B action=office'),
    ).toEqual([
      { id: 'G2', kind: 'G', source: 'roof' },
      { id: 'W1', kind: 'Q', category: 'wind', reversible: true, exclusive: 'a' },
      { id: 'EX', kind: 'E', direction: 'x', reversible: false },
      { id: 'H1', kind: 'H', permanent: false },
      { id: 'B', kind: 'Q', category: 'B', action: 'office' },
    ]);
  });
  it('goes by the design format to ASCE 7, and a case that reverses by both signs', () => {
    expect(names(run('us-combinations', {}, us('LRFD')))).toContain('1.2 D + 0.3 S - W');
    expect(names(run('us-combinations', {}, us('ASD')))).toContain('D - 0.6 W');
    // 1.2 + 0.2 x 0.9 = 1.38.
    const seismic = run('us-combinations', { state: 'overstrength' }, us('LRFD'));
    expect(names(seismic)).toContain('1.38 D + 2.5 E');
    expect(
      seismic.sections.find((s) => s.id === 'factors')!.steps.map((s) => (s.result as { text: string } | null)?.text),
    ).toContain('1.38');
  });
  it('refuses by the line', () => {
    expect(refusal('combinations', { cases: 'G G\nQ Q' })).toBe(
      'cases | cases: line 2, category: the value is missing; it must be given.',
    );
    expect(refusal('combinations', { cases: 'G G\nQ X' })).toMatch(
      /^cases \| cases: line 2, kind: "X" is not known; accepted are G, P, Q, A, E\.$/,
    );
    expect(refusal('combinations', { cases: 'G G odd' })).toMatch(
      /^cases \| cases: line 1 has "odd"; accepted after name, kind and category are/,
    );
    expect(refusal('combinations', { cases: 'G G\nG G' })).toMatch(
      /^cases \| cases: line 2, the case: the id of this one stands twice/,
    );
    expect(refusal('us-combinations', { state: 'overstrength', Omega_0: undefined })).toMatch(
      /^Omega_0 \| Omega_0: the value is missing/,
    );
    expect(refusal('combinations', { cases: ' ' })).toMatch(/^cases \| /);
  });
  it('tells of a state in which nothing acts', () =>
    expect(run('combinations', { state: 'seismic' }).sections[0]!.summary).toContain('no case is an earthquake'));
});
