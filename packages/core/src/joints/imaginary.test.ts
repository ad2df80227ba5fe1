import { readFileSync } from 'node:fs';
import { afterAll, describe, expect, it } from 'vitest';
import { hangerToPlain, plain } from './imaginary-standard.testing.ts';
import { hanger as toEn1993, hangerMaking, type HangerInput } from './imaginary.testing.ts';
import { building } from './building.ts';
import type { JointKind } from './kind.ts';
import { STANDARDS } from '../standards/registry.ts';
import { kindByCode, KINDS } from './registry.ts';

// A kind is a folder and a line in the registry, a standard too, and a line in each kind that is checked to it: these are told to nobody else,
// and all of the core serves them.
const standards = {
  ...hangerMaking.standards,
  [plain.id]: { prepare: hangerToPlain, first: hangerMaking.standards['EN 1993-1-8']!.first },
};
const hanger: JointKind<HangerInput> = { ...toEn1993, ...building({ ...hangerMaking, standards }) };
const registry = KINDS as unknown as (typeof hanger)[];
registry.push(hanger);
(STANDARDS as (typeof plain)[]).push(plain);
afterAll(() => {
  registry.pop();
  (STANDARDS as (typeof plain)[]).pop();
});
// What reads a registry once, when it is loaded, is loaded with them in it.
const { fieldHelp, fieldHelpWords } = await import('./field-help.ts');
const { basisOf, basisHelp, basisWords, DEFAULT_BASIS, usualBasis } = await import('../standards/job-basis.ts');
const { checkJoint, firstPath, reportOf } = await import('./report.ts');
const { firstDetail } = await import('../design/first.ts');
const { waysOut } = await import('../design/ways-out.testing.ts');
const { readJob } = await import('../job/document.ts');
const { summaryOf } = await import('../job/summary.ts');
const { FIN } = await import('./beam-end/samples.testing.ts');
const { fingerprint } = await import('../job/print.ts');
const { workingsOf } = await import('../job/workings.ts');
const combination = { name: 'C1', V_Ed: 40, N_Ed: 0, N_tie: 0 };
const job = () =>
  readJob({
    format: 'ample-gusset-job',
    version: 1,
    name: 'Imaginary',
    joints: [{ mark: 'H1', kind: 'hanger', input: {}, line: 'HG | 8x60x200 S275 | M16-8.8 | e 30', combinations: [combination] }],
  });

describe('a kind that nobody knew of', () => {
  it('is under 200 lines', () =>
    expect(readFileSync(new URL('./imaginary.testing.ts', import.meta.url), 'utf8').split('\n').length).toBeLessThan(200));
  it('is read from a job file by its line, with its own sentences for what is wrong', () => {
    const [joint] = job().joints;
    expect(joint!.input).toMatchObject({ plate: { t: 8, b: 60, h: 200, e1: 30 }, bolt: { d: 16, cls: '8.8' } });
    expect(kindByCode('hg')).toBe(hanger);
    expect(
      summaryOf({ ...joint!, input: { ...joint!.input, plate: { ...joint!.input.plate, h: 60, e1: 60 } } }, job()).refusal,
    ).toContain('60 mm ends at the bolt');
  });
  // M16 8.8: 0.6 x 800 x 157/1.25 = 60.288 kN; the plate 60 x 8 x 275 = 132 kN; 40 kN: 1.507.
  it('is checked, explained, judged for the register and drawn', () => {
    const [joint] = job().joints;
    const built = hanger.build(joint!.input, DEFAULT_BASIS);
    const report = reportOf(built, joint!.combinations);
    expect(report.combinations[0]!.first).toMatchObject({ id: 'hanger-bolt', multiple: expect.closeTo(60.288 / 40, 9) });
    expect(report.rules).toMatchObject([{ id: 'hanger-end', pass: true, actual: 30, limit: expect.closeTo(19.2, 9) }]);
    const w = workingsOf(joint!, basisOf(job()), 0);
    expect(w.sections.map((s) => s.id)).toEqual(['hanger-bolt', 'hanger-plate', 'hanger-end']);
    expect(w.sections[0]!.steps[0]!.uses.map((u) => u.name).sort()).toEqual(['A_s', 'f_ub', 'gamma_M2']);
    expect(summaryOf(joint!, job())).toMatchObject({
      state: 'holds',
      members: 'plate on M16',
      bolts: 1,
      plateMass: expect.closeTo(60 * 8 * 200 * 7850e-9, 6),
    });
    const title = { job: '', number: '', revision: '', mark: 'H1', kind: '', verdict: '', checked: '', basis: '' };
    expect(firstPath(built.drawing(title, combination), report.combinations[0]!).length).toBeGreaterThan(2);
    expect(built.solid.plates).toHaveLength(1);
    expect([hanger.offers, built.lists.map((l) => l.id), built.template, built.chart([], 0), built.rows(null)]).toEqual([
      { chart: false, rows: false, template: false },
      ['fittings'],
      null,
      null,
      null,
    ]);
  });
  it('has first details, ways out and help at its fields', () => {
    const { input } = firstDetail('hanger', { d: '16' }, [combination], DEFAULT_BASIS);
    expect(checkJoint({ kind: 'hanger', input, combinations: [combination] }, DEFAULT_BASIS).state).toBe('holds');
    const thin = { ...(input as { plate: object }), plate: { ...(input as { plate: object }).plate, t: 3, b: 40 } };
    expect(waysOut('hanger', thin, [combination], DEFAULT_BASIS).map((x) => x.label)).toContain('plate 3 → 5');
    expect(fieldHelpWords(fieldHelp(hanger, hanger.fields[0]!, thin as never))).toContain('Accepted: 3 to 60 mm.');
  });
});

describe('a standard that nobody knew of', () => {
  const file = (basis: object, grade = 'Iron') =>
    readJob({
      format: 'ample-gusset-job',
      version: 1,
      name: 'Imaginary',
      basis: { standard: 'Plain 1', ...basis },
      joints: [
        { mark: 'H1', kind: 'hanger', input: {}, line: `HG | 8x60x200 ${grade} | M16-8.8 | e 30`, combinations: [combination] },
      ],
    });
  const first = (basis: object) => {
    const whole = file(basis);
    return checkJoint(whole.joints[0]!, basisOf(whole)).combinations[0]!.first!;
  };
  it('is a folder of under 100 lines', () =>
    expect(readFileSync(new URL('./imaginary-standard.testing.ts', import.meta.url), 'utf8').split('\n').length).toBeLessThan(
      100,
    ));
  // 16 mm: 201.062 mm2 x 400 MPa x 0.5 = 40.212 kN; a third is 26.808 kN; two planes twice that; 40 kN.
  it('judges by its own checks, in the format and with the settings of the job', () => {
    expect(first({})).toMatchObject({ id: 'plain-bolt', multiple: expect.closeTo(40.2124 / 40, 4) });
    expect(first({ format: 'third' }).multiple).toBeCloseTo(26.8083 / 40, 4);
    expect(first({ settings: { planes: 2 } }).multiple).toBeCloseTo(80.4248 / 40, 4);
  });
  it('is read, refused and described by its own fields', () => {
    expect(() => file({ set: 'UK' })).toThrow('basis.set: this field does not belong here');
    expect(() => file({ format: 'quarter' })).toThrow('basis.format: "quarter" is not known; accepted are half, third.');
    expect(() => file({ settings: { planes: 3 } })).toThrow('basis.settings.planes: 3 is too large; accepted is 2 or less.');
    expect(basisWords(file({}).basis)).toBe('Plain 1 half');
    expect(basisHelp(plain, 'settings.planes')).toBe('Planes. Planes that are cut. Accepted: 1 to 2. Usual: 1.');
  });
  it('refuses what it does not know of a joint, and the joint says why in its register', () => {
    const whole = file({}, 'S275');
    expect(summaryOf(whole.joints[0]!, whole).refusal).toBe('plate.steel: there is no steel grade "S275"; accepted is Iron.');
    const beam = { kind: 'fin-plate', input: FIN, combinations: [] };
    expect(summaryOf(beam, whole).refusal).toBe(
      'standard: this joint is not checked to Plain 1; accepted are EN 1993-1-8, AISC 360-22.',
    );
  });
  it('keeps its settings where the job goes over to another standard and back', () => {
    const own = { ...file({ settings: { planes: 2 } }), sections: [], steels: [] };
    const other = basisOf({ ...own, basis: { ...usualBasis(), settings: own.basis.settings } });
    expect([other.standard.id, Object.hasOwn(other.settings, 'planes')]).toEqual(['EN 1993-1-8', false]);
    expect(basisOf(own).settings['planes']).toBe(2);
  });
  it('makes other fingerprints than the first one', () => {
    const joint = file({}).joints[0]!;
    expect(fingerprint(joint, basisOf(file({})))).not.toBe(fingerprint(joint, DEFAULT_BASIS));
  });
});
