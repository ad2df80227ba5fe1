import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readJob, type JobDocument } from '../job/document.ts';
import { kindOf } from '../joints/registry.ts';
import { basisOf, basisUnder } from '../standards/job-basis.ts';
import { standardOf } from '../standards/registry.ts';
import { comparableSets, matched, matchesOf, otherStandards, sideBySide } from './side-by-side.ts';

const demo = (file: string): JobDocument =>
  readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${file}.json`, import.meta.url), 'utf8')));
const [tern, heron] = [demo('tern-quay'), demo('heron-street')];
const [EN, AISC] = [standardOf('EN 1993-1-8'), standardOf('AISC 360-22')];
const of = (job: JobDocument, mark: string) => job.joints.find((j) => j.mark === mark)!;

describe('materials are matched', () => {
  const joint = of(tern, 'B2-14'); // S275, M20 8.8
  const basis = basisOf(tern);
  it('by what the trade takes for them, or by the same values, and each can be chosen', () => {
    const matches = matchesOf(joint.input, basis, AISC);
    expect(matches.map((m) => [m.id, m.usual])).toEqual([
      ['steel S275', 'A36'],
      ['bolts 8.8', '120'],
      ['bolt size 20', '19.05'],
    ]);
    expect(matches[0]!.options.slice(0, 2).map((o) => o.label)).toEqual(['A36', 'the same S275']);
  });
  it('everywhere in the detail, and nothing else is touched', () => {
    const taken = matched(joint.input, basis, AISC) as { beam: { steel: object }; bolts: { d: number; cls: string; n1: number } };
    expect(taken.beam.steel).toEqual({ grade: 'A36' });
    expect([taken.bolts.cls, Math.round(taken.bolts.d * 100) / 100]).toEqual(['120', 19.05]);
    const back = JSON.parse(
      JSON.stringify(taken)
        .replaceAll('"A36"', '"S275"')
        .replaceAll('"120"', '"8.8"')
        .replace(/"d":19.05/g, '"d":20'),
    );
    expect(back).toEqual(joint.input);
  });
  it('the same values go over as values where the grade is not known there', () => {
    const plate = of(heron, 'D1-01'); // A992 and A36
    const same = { 'steel A992': 'same', 'steel A36': 'same' };
    const taken = matched(plate.input, basisOf(heron), EN, same) as { beam: { steel: { f_y: number; f_u: number } } };
    expect([taken.beam.steel.f_y / 6.894757, taken.beam.steel.f_u / 6.894757].map(Math.round)).toEqual([50, 65]);
  });
});

describe('a joint beside itself', () => {
  it('is the verdict of its job on this side, and of a job to the other standard on that', () => {
    const joint = of(tern, 'B2-14');
    const basis = basisOf(tern);
    const s = sideBySide(joint, basis, { standard: AISC });
    expect(s.here.verdict).toMatch(/^holds · 1\.08 × C3/);
    const there = kindOf(joint.kind).build(matched(joint.input, basis, AISC), basisUnder(basis, AISC));
    expect(there.basis.set).toBe('LRFD');
    const least = Math.min(...s.rows.flatMap((r) => (r.there ? [r.there.multiple] : [])));
    expect(s.there.combinations[s.there.worst]!.first!.multiple).toBe(least);
    expect(s.missingThere.join()).toContain('tying');
  });
  it('says what makes them differ: bolts in shear by their model and by 0.75 against 1/1.25', () => {
    const s = sideBySide(of(tern, 'B2-14'), basisOf(tern), { standard: AISC });
    const bolts = s.rows.find((r) => r.key === 'bolt-group-shear')!;
    const { load, model, factor, strength } = bolts.because!;
    expect(load).toBeCloseTo(1, 6);
    expect(factor).toBeCloseTo(0.75 * 1.25, 6);
    expect(model! * factor!).toBeCloseTo(strength, 9);
    // The ratio of the multiples is what they make together.
    expect(bolts.there!.multiple / bolts.here!.multiple).toBeCloseTo(strength / load, 6);
  });
  it('one check that counts several failures stands beside each of them', () => {
    const { rows } = sideBySide(of(tern, 'B2-14'), basisOf(tern), { standard: AISC });
    const [plate, web] = ['plate-bearing', 'beam-web-bearing'].map((k) => rows.find((r) => r.key === k)!);
    expect([plate!.there!.id, web!.there!.id]).toEqual(['sp-bolt-bearing', 'sp-bolt-bearing']);
    expect(web!.here!.multiple).toBeLessThan(plate!.here!.multiple);
  });
  it('sorts by what gives first of either, and says why one has no such check', () => {
    const { rows } = sideBySide(of(tern, 'B2-14'), basisOf(tern), { standard: AISC });
    const least = rows.map((r) => Math.min(r.here?.multiple ?? Infinity, r.there?.multiple ?? Infinity));
    expect(least).toEqual([...least].sort((a, b) => a - b));
    for (const r of rows) expect([r.key, r.here && r.there ? r.reason === null : Boolean(r.reason)]).toEqual([r.key, true]);
  });
  it('of every joint of both demo jobs: compared, or refused in a sentence that names the field', () => {
    let compared = 0;
    for (const job of [tern, heron]) {
      const basis = basisOf(job);
      for (const joint of job.joints) {
        const [other] = otherStandards(joint.kind, basis);
        // A kind of one standard stands beside nothing.
        if (!other) continue;
        try {
          const s = sideBySide(joint, basis, { standard: other });
          compared += 1;
          expect([joint.mark, s.rows.length > 0 || joint.combinations.length === 0]).toEqual([joint.mark, true]);
          for (const { because } of s.rows)
            if (because)
              for (const x of Object.values(because))
                expect([joint.mark, x === null || (Number.isFinite(x) && x > 0)]).toEqual([joint.mark, true]);
        } catch (e) {
          expect(`${joint.mark} ${(e as Error).message}`).toMatch(/^\S+ [\w.]+: .*accepted (is|are) .*\.$/);
        }
      }
    }
    expect(compared).toBeGreaterThan(35);
  });
  it('is refused for actions of allowable strength design, which no other standard has', () => {
    const asd = basisOf({ ...heron, basis: { ...heron.basis, format: 'ASD' } });
    expect(() => sideBySide(of(heron, 'D1-01'), asd, { standard: EN })).toThrow(
      /^format: actions of ASD are not those of strength design.*LRFD/,
    );
    expect(comparableSets(AISC).map((c) => c.id)).toEqual(['LRFD']);
    expect(comparableSets(EN).map((c) => c.id)).not.toContain('custom');
  });
});

describe('a moment end plate beside itself', () => {
  it('has both procedures where both have the form: its failures are paired', () => {
    const s = sideBySide(of(heron, 'M1-01'), basisOf(heron), { standard: EN });
    const paired = s.rows.filter((r) => r.here && r.there).map((r) => r.key);
    expect(paired).toEqual(
      expect.arrayContaining([
        'bolt-tension',
        'bolt-shear',
        'column-flange-bending',
        'end-plate-bending',
        'column-panel-shear',
        'beam-shear',
      ]),
    );
    // Its column's own force counts on both sides: in the panel here, in the stress along the web there.
    expect(s.missingThere.join()).not.toContain('column');
  });
  it('says in words where the other has no form', () => {
    for (const [mark, words] of [
      ['R1-01', /a haunch has no form/],
      ['R3-01', /a beam splice has no form/],
    ] as const)
      expect(() => sideBySide(of(tern, mark), basisOf(tern), { standard: AISC })).toThrow(words);
    // One row outside and one inside at the top: four bolts there, under a moment that pulls at the top.
    expect(sideBySide(of(tern, 'R2-04'), basisOf(tern), { standard: AISC }).rows.some((r) => r.here && r.there)).toBe(true);
    expect(() => sideBySide(of(heron, 'M1-02'), basisOf(heron), { standard: EN })).toThrow(/^rib: the extended plate has a rib/);
  });
});
