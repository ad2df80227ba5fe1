import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NO_ACTIONS, type Combination } from '../actions/combination.ts';
import { readJob } from '../job/document.ts';
import { type JointDocument } from '../job/joint-document.ts';
import { kindOf } from '../joints/registry.ts';
import { buildJoint, reportOf } from '../joints/report.ts';
import { basisOf } from '../standards/job-basis.ts';
import { houseFile, houseKey, readHouse, readHouseFile } from './detail.ts';
import { followingOf, houseWords, withHouse } from './follow.ts';
import { proposedRange } from './propose.ts';
import { outsideOf, partWords, sectionsIn } from './range.ts';
import { MOST_JOINTS, planResistances, resistanceList, resistanceOf, resistances } from './table.ts';
import type { HouseDetail, HouseRange } from './types.ts';

const read = (file: string) =>
  readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${file}.json`, import.meta.url), 'utf8')));
const JOB = read('tern-quay');
const US = read('heron-street');
const joint = (mark: string, job = JOB): JointDocument => job.joints.find((j) => j.mark === mark)!;
const house = (mark: string, range: HouseRange = {}, more: Partial<HouseDetail> = {}, job = JOB): HouseDetail => {
  const { kind, input, input_version } = joint(mark, job);
  const { basis, sections, steels } = job;
  return readHouse({
    ...{ name: 'H-1', kind, input, range, basis, sections, steels },
    ...(input_version ? { input_version } : {}),
    ...more,
  });
};
const UB = { families: ['UB'], from: 400, to: 470 };

describe('resistances of a house detail', () => {
  it('of a fin plate are those of its bolts in shear where the webs are thick', () => {
    // FP 10x100x220 S275, 3 M20 8.8 at 70, z = 60: n1 = 3, alpha = 0, beta = 6 z / (n (n+1) p1) = 6 x 60 / (3 x 4 x 70) = 0.4286.
    // F_v,Rd = 0.6 x 800 x 245 / 1.25 = 94.08 kN with the threads in the shear plane;
    // V = 3 x 94.08 / sqrt(1 + (3 x 0.4286)^2) = 282.24 / sqrt(1 + 1.6531) = 173.3 kN with z = 60; here z = 50: beta = 0.3571, 192.6 kN.
    const h = house('M1-04', { 'beam.section': { families: ['IPE'], from: 360, to: 360 }, 'beam.grade': { of: ['S355'] } });
    const table = resistances(h);
    const cell = table.rows[0]!.cells[table.columns.findIndex((c) => c.action === 'V_Ed')]!;
    expect((3 * 94.08) / Math.hypot(1, 3 * ((6 * 50) / (3 * 4 * 70)))).toBeCloseTo(192.6, 1);
    expect(cell).toEqual({ value: 192, why: 'Bolt shear' });
  });

  it.each([
    ['fin plate', 'B1-03'],
    ['end plate', 'E1-01'],
    ['cleats', 'A1-01'],
    ['base', 'P1-01'],
    ['moment end plate', JOB.joints.find((j) => j.kind === 'moment-end-plate')!.mark],
  ])('of a %s hold as they are printed, and the next figure does not', (_, mark) => {
    const h = house(mark);
    const built = buildJoint(h, basisOf(h));
    for (const { action, sign } of planResistances(h).columns) {
      const { value, why } = resistanceOf(built, { action, sign });
      if (!value) continue;
      const at = (x: number) => reportOf(built, [{ ...NO_ACTIONS, name: 'C', [action]: sign * x } as Combination]);
      const step = 10 ** (Math.floor(Math.log10(value)) - 2);
      expect(['holds', 'close'], `${action} ${value}`).toContain(at(value).state);
      expect(at(value).combinations[0]!.first!.title).toBe(why);
      expect(at(value + 1.02 * step).state, `${action} ${value + step}`).toBe('gives');
      expect(Number((value / step).toFixed(6))).toBe(Math.round(value / step));
    }
  });

  it('are the least over the rest of the range, and say what is weakest', () => {
    const of = (grades: string[]) =>
      resistances(
        house('M1-04', {
          'beam.section': { families: ['IPE'], from: 300, to: 300 },
          'beam.grade': { of: ['S355'] },
          'support.grade': { of: grades },
        }),
      );
    const [weak, strong, both] = [of(['S275']), of(['S355']), of(['S355', 'S275'])];
    weak.rows[0]!.cells.forEach((w, i) => {
      const [s, b] = [strong.rows[0]!.cells[i]!, both.rows[0]!.cells[i]!];
      expect(b.value).toBe(Math.min(w.value!, s.value!));
      expect(b.weakest).toBe(w.value! < s.value! ? 'S275' : undefined);
    });
    expect(both.rows[0]!.cells.some((c) => c.weakest === 'S275')).toBe(true);
    expect(both.notes.join(' ')).toContain('the least over the 2 joints of the rest of the range');
  });

  it('have a row for each section in each steel, by depth; one that the detail does not fit says why and has no number', () => {
    const h = house('B1-03', {
      'beam.section': { families: ['UB'], from: 200, to: 470 },
      'beam.grade': { of: ['S275', 'S355'] },
    });
    const table = resistances(h);
    const field = kindOf('fin-plate').fields.find((f) => f.id === 'beam.section')!;
    const sections = sectionsIn(field, { families: ['UB'], from: 200, to: 470 }, []);
    expect(table.rows.map((r) => r.names)).toEqual(sections.flatMap((s) => ['S275', 'S355'].map((g) => [s.name, g])));
    expect(table.rows[0]!.cells[0]).toMatchObject({ value: null, why: expect.stringContaining('plate.h: 290 mm') });
    const own = table.rows.find((r) => r.names[0] === 'UB 406x178x60' && r.names[1] === 'S275')!;
    expect(own.cells[0]!.value).toBeGreaterThan(100);
  });

  it('are none where the detail breaks a rule on a member, which is named: a plate of 290 mm is less than 0.6 of 602.6 mm', () => {
    const h = house('B1-03', { 'beam.section': { families: ['UB'], from: 602, to: 603 } });
    const [row] = resistances(h).rows;
    expect(row!.names).toEqual(['UB 610x229x101']);
    for (const c of row!.cells) expect(c).toEqual({ value: null, why: 'breaks a rule: Plate depth for torsional restraint' });
  });

  it('never rise where the beam has a thinner web of the same depth, and are the same for the joint itself', () => {
    const table = resistances(house('B1-03', { 'beam.section': UB, 'beam.grade': { of: ['S275'] } }));
    const V = (name: string): number => table.rows.find((r) => r.names[0] === name)!.cells[0]!.value!;
    expect(V('UB 406x178x54')).toBeLessThan(V('UB 406x178x74'));
    const h = house('B1-03');
    const alone = resistanceOf(buildJoint(h, basisOf(h)), { action: 'V_Ed', sign: 1 });
    expect(V('UB 406x178x60')).toBe(alone.value);
  });

  it('refuse a range of too many joints before any is worked', () => {
    const all = { families: ['UB'], from: 0, to: 1200 };
    const range = {
      'beam.section': all,
      'beam.grade': { of: ['S235', 'S275', 'S355'] },
      'support.section': all,
      'support.grade': { of: ['S235', 'S275', 'S355'] },
    };
    expect(() => planResistances(house('B1-03', range))).toThrow(`accepted are ${MOST_JOINTS} or fewer`);
    // More than there is memory for is only counted.
    const of = Array.from({ length: 60 }, (_, i) => `S${i}`);
    const huge = { ...range, 'beam.grade': { of }, 'support.grade': { of }, 'support.type': { of } };
    expect(() => planResistances(house('B1-03', huge))).toThrow(/^range: it holds \d{9,} joints; accepted/);
  });

  it('stand in the units of their job, rounded down there', () => {
    const fin = US.joints.find((j) => j.kind === 'fin-plate')!;
    const h = house(fin.mark, {}, {}, US);
    const { value } = resistanceOf(buildJoint(h, basisOf(h)), { action: 'V_Ed', sign: 1 });
    const kips = value! / 4.4482216152605;
    const step = 10 ** (Math.floor(Math.log10(kips)) - 2);
    expect(kips / step).toBeCloseTo(Math.round(kips / step), 6);
    const list = resistanceList(h, resistances(h));
    expect(list.head[1]).toBe('±V_u kip');
    expect(list.rows[0]![1]).toBeCloseTo(kips, 6);
  });
});

describe('the range of a house detail', () => {
  const h = house('B1-03', {
    'beam.section': UB,
    'beam.grade': { of: ['S275', 'S355'] },
    'support.type': { of: ['column_flange'] },
    'beam.slope': { from: -5, to: 5 },
  });
  const with_ = (id: string, value: string | number) => ({
    ...joint('B1-03'),
    input: kindOf('fin-plate')
      .fields.find((f) => f.id === id)!
      .set(joint('B1-03').input, value),
  });
  it('takes what is in it and says in what another joint is not', () => {
    expect(outsideOf(joint('B1-03'), h, JOB)).toEqual([]);
    expect(outsideOf(with_('beam.grade', 'S235'), h, JOB)).toEqual(['Beam steel: S235 is outside S275 or S355']);
    expect(outsideOf(with_('beam.section', 'UB 533x210x92'), h, JOB)[0]).toContain(
      'UB 533x210x92 is outside UB, 400 mm to 470 mm deep',
    );
    expect(outsideOf(with_('beam.section', 'IPE 450'), h, JOB)[0]).toContain('IPE 450 is outside UB');
    expect(outsideOf(with_('beam.slope', 7), h, JOB)[0]).toContain('is outside −5 to 5');
    expect(outsideOf(joint('B1-03'), h, { ...JOB, basis: US.basis })[0]).toContain('it is made to EN 1993-1-8');
  });
  it('is refused where it says nothing of this kind, is turned round, or holds no section', () => {
    const refused = (range: unknown, open: unknown = {}): string => {
      try {
        house('B1-03', range as HouseRange, { open: open as HouseDetail['open'] });
      } catch (e) {
        return (e as Error).message;
      }
      return 'taken';
    };
    expect(refused({ 'plate.t': { from: 8, to: 12 } })).toContain('plate.t: it is no member or place of this joint');
    expect(refused({ 'beam.section': { from: 500, to: 400 } })).toContain('from 500 to 400 is no range');
    expect(refused({ 'beam.section': { families: ['UB'], from: 1, to: 2 } })).toContain('no section is UB');
    expect(refused({ 'beam.section': { of: ['UB 406x178x60'] } })).toContain('a list of values is not accepted here');
    expect(refused({ 'beam.grade': { from: 1, to: 2 } })).toContain('"from" and "to" are not accepted here');
    expect(refused({}, { 'beam.grade': ['S275'] })).toContain('accepted are fields of the detail');
    expect(refused({}, { nothing: ['S275'] })).toContain('accepted are fields of the detail');
    expect(refused({ 'beam.section': { from: 1e308, to: 2 } })).toContain('range.beam.section.from: the number is too large');
  });
  it('is proposed from what the checks let have the detail: every section of it has a number, its neighbours none', () => {
    const range = proposedRange(house('B1-03'));
    expect(range['support.type']).toEqual({ of: ['column_flange'] });
    const beam = range['beam.section'] as { families: string[]; from: number; to: number };
    expect(beam.families).toEqual(['UB']);
    // UB 406x178x60 is 406.4 mm deep: shallower and deeper ones take it too.
    expect(beam.from).toBeLessThan(406);
    expect(beam.to).toBeGreaterThan(407);
    const table = resistances(house('B1-03', { 'beam.section': beam }));
    expect(table.rows.length).toBeGreaterThan(5);
    for (const r of table.rows) expect(r.cells[0]!.value, r.names[0]).not.toBeNull();
    const field = kindOf('fin-plate').fields.find((f) => f.id === 'beam.section')!;
    const wider = sectionsIn(field, { ...beam, from: beam.from - 60, to: beam.to + 90 }, []).length;
    const wide = resistances(house('B1-03', { 'beam.section': { ...beam, from: beam.from - 60, to: beam.to + 90 } }));
    expect(wider).toBeGreaterThan(table.rows.length);
    expect(wide.rows.some((r) => r.cells[0]!.value === null)).toBe(true);
  });
  it('is said in words', () => {
    const field = (id: string) => kindOf('fin-plate').fields.find((f) => f.id === id)!;
    expect(partWords(field('beam.section'), UB, JOB)).toBe('UB, 400 mm to 470 mm deep');
    expect(partWords(field('support.type'), { of: ['column_flange', 'beam_web'] }, JOB)).toMatch(/ or /);
  });
});

describe('a joint and its house detail', () => {
  const h = house('B1-03', { 'beam.section': UB }, { open: { 'bolts.cls': ['8.8', '10.9'], 'plate.t': [10, 12] } });
  const mark = { name: 'H-1', version: 1 };
  const of = (j: JointDocument, input: unknown = j.input) => followingOf({ ...j, input, house: mark }, h, JOB);
  const set = (id: string, value: string | number) =>
    kindOf('fin-plate')
      .fields.find((f) => f.id === id)!
      .set(joint('B1-03').input, value);

  it('follows it with its own members, also where it chose among what is left open', () => {
    expect(of(joint('B1-03'))).toEqual({ ...mark, state: 'follows', words: [] });
    expect(of(joint('B1-03'), set('bolts.cls', '10.9')).state).toBe('follows');
    expect(of(joint('B1-03'), set('plate.t', 12)).state).toBe('follows');
  });
  it('strayed says in what, with both values', () => {
    const strayed = of(joint('B1-03'), set('weld.s', 10));
    expect(strayed.state).toBe('strayed');
    expect(strayed.words).toEqual([expect.stringMatching(/10 mm for 8 mm$/)]);
    expect(of(joint('B1-03'), set('bolts.cls', '5.6')).words).toEqual(['Class: 5.6 for 8.8']);
    expect(of(joint('E1-01'))).toMatchObject({ state: 'strayed', words: ['it is another kind of joint'] });
    expect(houseWords(strayed)).toMatch(/^H-1 version 1, strayed: .*10 mm for 8 mm$/);
  });
  it('is outside where its members are, and not known where that version is not kept', () => {
    expect(of(joint('B1-03'), set('beam.section', 'UB 533x210x92'))).toMatchObject({ state: 'outside' });
    expect(followingOf({ ...joint('B1-03'), house: { name: 'H-1', version: 7 } }, null, JOB)).toMatchObject({
      state: 'unknown',
      words: ['version 7 of H-1 is not kept here'],
    });
  });
  it('takes it: members and what is left open stay, the rest is that of the house; a second time changes nothing', () => {
    const fins = JOB.joints.filter((j) => j.kind === 'fin-plate');
    expect(fins.length).toBeGreaterThan(4);
    for (const j of fins) {
      const made = withHouse(j, h);
      expect(made.input.beam, j.mark).toEqual(j.input.beam);
      expect(made.input.support).toEqual(j.input.support);
      expect(made.input.bolts.cls).toBe(['8.8', '10.9'].includes(j.input.bolts.cls) ? j.input.bolts.cls : '8.8');
      expect(['follows', 'outside']).toContain(of(j, made.input).state);
      expect(withHouse(made, h)).toEqual(made);
    }
    expect(() => withHouse(joint('E1-01'), h)).toThrow('E1-01 is another kind of joint');
  });
});

describe('the file of house details', () => {
  const h = house('B1-03', { 'beam.section': UB }, { note: 'usual', open: { 'bolts.cls': ['8.8', '10.9'] } });
  it('is read as it was written, whatever stands in it in whichever order', () => {
    const back = readHouseFile(JSON.parse(JSON.stringify(houseFile([h, { ...h, name: 'H-2' }]))));
    expect(back).toEqual([h, { ...h, name: 'H-2' }]);
    const turned = Object.fromEntries(Object.entries(h).reverse()) as unknown as HouseDetail;
    expect(houseKey(turned)).toBe(houseKey(h));
    expect(houseKey({ ...h, note: 'other' })).not.toBe(houseKey(h));
  });
  it.each([
    [null, 'format: '],
    [{ format: 'ample-gusset-job' }, 'is no file of house details'],
    [{ format: 'ample-gusset-house', version: 2, details: [] }, 'version: 2'],
    [{ format: 'ample-gusset-house', version: 1, details: {} }, 'is not a list'],
    [{ format: 'ample-gusset-house', version: 1, details: [{}] }, 'house detail 1:'],
  ])('refuses %j in one sentence', (raw, words) => expect(() => readHouseFile(raw)).toThrow(words));
  it('refuses a name twice', () => expect(() => readHouseFile(houseFile([h, h]))).toThrow('"H-1" stands twice'));
  it('is refused or read, never broken, whatever a value of it is changed to', () => {
    const paths = ['name', 'kind', 'input', 'range', 'open', 'basis', 'sections', 'steels', 'settings', 'note', 'input_version'];
    fc.assert(
      fc.property(fc.constantFrom(...paths), fc.jsonValue({ maxDepth: 3 }), (path, value) => {
        try {
          readHouse({ ...h, [path]: value });
        } catch (e) {
          expect(['DocumentError', 'Refusal']).toContain((e as Error).name);
          expect((e as Error).message).toMatch(/\S.*\.$/);
        }
      }),
      { numRuns: 400, seed: 1129 },
    );
  });
});
