import { readFileSync } from 'node:fs';
import { afterAll, describe, expect, it } from 'vitest';
import { basisOf, DEFAULT_BASIS } from '../basis/basis.ts';
import { firstDetail } from '../design/first.ts';
import { waysOut } from '../design/ways-out.ts';
import { fieldHelp, fieldHelpWords } from './field-help.ts';
import { hanger } from './imaginary.testing.ts';
import { kindByCode, KINDS } from './registry.ts';
import { checkJoint, firstPath, reportOf } from './report.ts';

// A kind is a folder and a line in the registry: this one is told to nobody else, and all of the core serves it.
const registry = KINDS as unknown as (typeof hanger)[];
registry.push(hanger);
afterAll(() => void registry.pop());
// What reads the registry once, when it is loaded, is loaded with the kind in it.
const { readJob } = await import('../job/document.ts');
const { summaryOf } = await import('../job/summary.ts');
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
    expect([hanger.offers, built.lists, built.template, built.chart([], 0)]).toEqual([
      { chart: false, lists: false, template: false },
      [],
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
