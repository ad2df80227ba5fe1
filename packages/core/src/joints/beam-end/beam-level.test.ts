import { describe, expect, it } from 'vitest';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { validate } from '../../validate/index.ts';
import { BEAM_KINDS } from './beam-kinds.testing.ts';
import { kindOf } from '../registry.ts';
import { CLEATS, END, FIN, judge, refusalOf, ruleOf } from './samples.testing.ts';

const S275 = { grade: 'S275' };
// UB 406x140x39: 398 deep. UB 533x210x92: h 533.1, b 209.3, t_w 10.1, t_f 15.6, r 12.7: flanges reach (209.3 - 10.1)/2 = 99.6 beyond the web.
const web = (drop?: number) => ({
  type: 'beam_web' as const,
  section: 'UB 533x210x92',
  steel: S275,
  ...(drop === undefined ? {} : { drop }),
});
const beam = { section: 'UB 406x140x39', steel: S275, notch: { type: 'none' as const } };
const notched = { ...beam, notch: { type: 'single' as const, l_n: 100, d_nt: 50 } };
const INPUTS: Record<string, object> = { 'fin-plate': FIN, 'end-plate': END, cleats: CLEATS };
const drawn = (kind: string, input: object) => {
  const k = kindOf(kind);
  const checked = validate<{ support: { drop?: number } }>(k.schema(), input);
  if ('error' in checked) throw new Error(checked.error.message);
  const title = {
    job: 'Tern Quay ferry hall',
    number: '2417',
    revision: 'A',
    mark: 'B2-14',
    kind: k.title,
    verdict: '',
    checked: '',
    basis: '',
  };
  const items = k.build(checked.value, DEFAULT_BASIS).drawing(title, null).items;
  return {
    k,
    input: checked.value,
    level: items.flatMap((i) =>
      i.k === 'text' && i.field?.startsWith('support.drop') ? [{ text: i.text, field: i.field }] : [],
    ),
  };
};

describe.each(BEAM_KINDS.map((k) => k.id))('the level of a beam at its supporting beam: %s', (kind) => {
  const sample = { ...INPUTS[kind], beam };
  // At mid-depth: (533.1 - 398)/2 = 67.55.
  it('is a dimension of the drawing: as is usual until it is typed, then as typed', () => {
    const usual = drawn(kind, { ...sample, support: web() });
    expect(usual.level).toEqual([{ text: '67.55', field: 'support.drop@67.55' }]);
    const field = usual.k.placeField!(usual.level[0]!.field)!;
    expect(field.get(usual.input)).toBe(67.55);
    const typed = field.set(usual.input, 40) as typeof usual.input;
    expect(typed.support.drop).toBe(40);
    expect(drawn(kind, typed).level).toEqual([{ text: '40', field: 'support.drop' }]);
    expect(drawn(kind, { ...sample, support: web(-30) }).level).toEqual([{ text: '30', field: 'support.drop' }]);
    expect(drawn(kind, { ...sample, support: web(0) }).level).toEqual([]);
  });
  it('is left to practice again by the choice beside it, and goes with another kind of support', () => {
    const k = kindOf(kind);
    const f = (id: string) => k.fields.find((x) => x.id === id)!;
    const { input } = drawn(kind, { ...sample, support: web(40) });
    expect([f('support.level').get(input), f('support.level').applies!(input), f('support.drop').applies!(input)]).toEqual([
      'given',
      true,
      true,
    ]);
    const left = f('support.level').set(input, 'usual') as typeof input;
    expect([left.support.drop, f('support.drop').applies!(left)]).toEqual([undefined, false]);
    const column = f('support.type').set(input, 'column_web') as typeof input;
    expect([column.support.drop, f('support.level').applies!(column)]).toEqual([undefined, false]);
  });
  // Between the flanges from 15.6 below the top to 533.1 - 15.6 - 398 = 119.5: outside of that the end needs 99.6 from the web.
  it.each([
    [15.6, true],
    [15.5, false],
    [119.5, true],
    [119.6, false],
    [0, false],
    [-60, false],
    [-399, true],
  ])('%s below: its end meets no flange: %s', (drop, free) => {
    const rule = ruleOf(kind, { ...sample, support: web(drop) }, 'clear-support');
    expect(rule.type).toBe(free ? 'skip' : 'rule');
    if (!free) expect(rule.limit).toBeCloseTo(99.6, 9);
  });
  // Level tops: a notch of 50 clears the flange of 15.6 and lets the end in by 100; 40 higher it meets only the web beside the notch's edge, which is 50 - 40 = 10 down: the flange is 15.6 thick.
  it('is reached by a notch only where that clears the flange', () => {
    const gap = (drop: number, d_nt = 50) =>
      ruleOf(kind, { ...sample, beam: { ...notched, notch: { ...notched.notch, d_nt } }, support: web(drop) }, 'clear-support')
        .actual;
    const bare = gap(-40);
    expect(gap(0) - bare).toBeCloseTo(100, 9);
    expect(gap(-34.4) - bare).toBeCloseTo(100, 9);
    expect(gap(-34.5) - bare).toBeCloseTo(0, 9);
  });
  it('breaks the joint where its plates then stand on a fillet of the support', () => {
    expect(ruleOf(kind, { ...sample, support: web(60) }, 'clear-seat')).toMatchObject({ must: true, pass: true });
    expect(ruleOf(kind, { ...sample, support: web(-60) }, 'clear-seat')).toMatchObject({ must: true, pass: false });
    expect(judge(kind, { ...sample, support: web(-60) }, { V_Ed: 5 }).state).toBe('rule');
  });
  it('changes no resistance', () => {
    const strengths = (drop?: number) =>
      judge(kind, { ...sample, support: web(drop) }, { V_Ed: 50, N_Ed: 5 }).combinations[0]!.checks.flatMap((c) =>
        c.type === 'strength' ? [[c.id, c.resistance]] : [],
      );
    expect(strengths(20)).toEqual(strengths());
  });
  it('is refused where the support is no beam of known section', () => {
    expect(
      refusalOf(kind, { ...sample, support: { type: 'column_flange', section: 'UC 203x203x60', steel: S275, drop: 20 } }),
    ).toBe(
      'support.drop: 20 mm is the level of a beam at the web of a supporting beam; accepted with support.type beam_web and the section of the support, else left out.',
    );
    expect(refusalOf(kind, { ...sample, support: { type: 'beam_web', t: 10, steel: S275, drop: 20 } })).toContain(
      'support.drop: 20 mm',
    );
  });
});
