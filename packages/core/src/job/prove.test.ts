import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Combination } from '../actions/combination.ts';
import { PROOF_ID, proofFor, type GivenProof, type Proof } from '../joints/proof.ts';
import { reportOf } from '../joints/report.ts';
import { basisOf } from '../standards/job-basis.ts';
import { tryCheckStored, withActions, type JointLoads } from './actions.ts';
import { readJob, type JobDocument } from './document.ts';
import { type JointDocument } from './joint-document.ts';
import { jointField, jointModel } from './field.ts';
import { proposedCombinations } from './field-worst.ts';
import { isStale } from './fingerprint.ts';
import { differences } from './compare.ts';
import { analysisPrint, fingerprint } from './print.ts';
import { proofOf, toProve, unproved, type Carried } from './prove.ts';
import { planExchange } from '../model/exchange.ts';
import { summaryOf } from './summary.ts';
import { workingsOf } from './workings.ts';

const tern = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const lets = (yes: boolean): JobDocument => ({
  ...tern,
  basis: { ...tern.basis, settings: { ...tern.basis.settings, analysis_proves: yes } },
});
const [job, strict] = [lets(true), lets(false)];

/** A fin plate under shear alone, under shear with a twist and under less of both. */
const C = (name: string, more: object): Combination => ({ name, V_Ed: 60, N_Ed: 0, N_tie: 0, ...more }) as Combination;
const joint = (loads: JointLoads = {}, more: Partial<JointDocument> = {}): JointDocument => {
  const { loads: _cases, checked: _signed, ...plate } = tern.joints.find((j) => j.mark === 'B1-01')!;
  const combinations = [C('C1', {}), C('C2', { T: 0.5 }), C('C3', { V_Ed: 30, T: -0.2, M_z: 0.1 })];
  return { ...plate, combinations, ...(Object.keys(loads).length ? { loads } : {}), ...more };
};
const CARRIED = [
  { combination: 'C2', multiple: 1.45, buckling: [{ multiple: 3, plate: 'beam web' }] },
  { combination: 'C3', multiple: 1.25, buckling: [] },
] as const;
const SIGNED = { by: 'R. Quill', note: 'the plate twists with the web of the girder', at: '2026-11-30T10:00:00.000Z' };
const proved = (of = joint(), under = job): Proof => proofOf(withActions(of, under), under, CARRIED, SIGNED);
const reported = (of: JointDocument, under = job) => {
  const checked = tryCheckStored(of, under);
  if ('refusal' in checked) throw new Error(checked.refusal.message);
  return checked.report;
};

describe('what no check takes', () => {
  it('is told with the combinations that have it; what was set aside is not', () => {
    expect(toProve(withActions(joint(), job))).toEqual({ actions: ['M_z', 'T'], under: ['C2', 'C3'] });
    expect(toProve(withActions(joint({ aside: { T: 'no twist comes in' } }), job))).toEqual({ actions: ['M_z'], under: ['C3'] });
    expect(toProve(withActions(joint({ aside: { T: 'none', M_z: 'none' } }), job))).toBeNull();
  });

  it('keeps the joint from being whole where nothing proves it, whatever the basis lets', () => {
    for (const under of [job, strict]) {
      const { state, missing } = reported(joint(), under);
      expect(state).toBe('not-whole');
      expect(missing.map((m) => m.id)).toEqual(['unused-T', 'unused-M_z']);
    }
  });

  it('acts in the analysis, with the value of its combination and sign', () => {
    const loadOf = (of: JointDocument, combination: string) => jointModel(of, job, { combination }).model.loads[0]!;
    // T about the beam's axis, M_z about the upright one, in Nmm: 0.2 kNm is 2e5.
    expect(loadOf(joint(), 'C3').M[0]).toBeCloseTo(-2e5, 3);
    expect(loadOf(joint(), 'C3').M[2]).toBeCloseTo(1e5, 3);
    expect(loadOf(joint(), 'C1').M[0]).toBe(0);
    expect(loadOf(joint({ aside: { T: 'none', M_z: 'none' } }), 'C3').M[0]).toBe(0);
    // V_y pushes sideways where the force ends: about the face of the support it turns with the length of the stub too.
    const pushed = loadOf(joint({}, { combinations: [C('C1', { V_y: 3 })] }), 'C1');
    expect(pushed.F[1]).toBe(3e3);
    const plain = jointModel(joint(), job, { combination: 'C1' }).model;
    const [end] = plain.sections.filter((s) => s.name === plain.loads[0]!.section);
    expect(pushed.M[2]).toBeCloseTo(-3e3 * end!.point[0], 3);
  });

  it('takes the hold at the end of the beam away, and none otherwise', () => {
    const holds = (combination: string) => jointModel(joint(), job, { combination }).model.holds.length;
    expect([holds('C1'), holds('C2'), holds('C3')]).toEqual([1, 0, 0]);
    // Twisted alone it stays where it is: its end turns, and does not go aside.
    const endOf = (combination: string) => {
      const { sections, loads } = jointModel(joint(), job, { combination }).model;
      return sections.find((s) => s.name === loads[0]!.section)!;
    };
    expect(['C1', 'C2', 'C3'].map((c) => [endOf(c).fixed, endOf(c).held])).toEqual([
      [false, []],
      [false, ['y']],
      [false, []],
    ]);
  });

  it('costs resistance, the more the larger it is, either way, and next to nothing next to nothing', () => {
    const carries = (T: number): number =>
      jointField(joint({}, { combinations: [C('C1', { V_Ed: 120, T })] }), job, { preview: true }).result.multiple;
    const [none, little, some, much, back] = [0, 1e-3, 4, 8, -8].map(carries) as [number, number, number, number, number];
    expect(Math.abs(little / none - 1)).toBeLessThan(0.002);
    expect(some).toBeLessThan(0.98 * none);
    expect(much).toBeLessThan(0.9 * some);
    expect(back).toBeLessThan(0.9 * some);
  }, 60_000);

  it('is refused where the model has no place for it, and beside tying', () => {
    const of = (more: object) => joint({}, { combinations: [C('C1', more)] });
    expect(() => jointModel(of({ V_far: 20 }), job)).toThrow('V_far: C1 has it, and it is not in the model');
    expect(() => jointModel(of({ V_Ed: 0, N_tie: 40, T: 0.1 }), job)).toThrow('tying acts alone');
  });
});

describe('a proof by plate analysis', () => {
  it('makes the joint whole, stands among the results, and gives first where it is the least', () => {
    const { state, missing, combinations } = reported(joint({ proof: proved() }));
    expect([state, missing]).toEqual(['holds', []]);
    const [alone, twisted, less] = combinations;
    expect(alone!.checks.some((c) => c.id === PROOF_ID)).toBe(false);
    expect(twisted!.checks.at(-1)).toMatchObject({
      ...{ id: PROOF_ID, title: 'Plate analysis, with T', multiple: 1.45, utilisation: 1 / 1.45, pass: true },
    });
    expect(less!.checks.at(-1)).toMatchObject({ title: 'Plate analysis, with M_z, T', multiple: 1.25 });
    expect(less!.first).toMatchObject({ id: PROOF_ID, multiple: 1.25 });
    expect(less!.notes.at(-1)).toBe(
      'M_z, T shown by plate analysis, which carries 1.25 of this combination with it; signed by R. Quill on 2026-11-30: the plate twists with the web of the girder',
    );
  });

  it('says the same in the register and in the workings', () => {
    const of = joint({ proof: proved() });
    const report = reported(of);
    const { state, verdict, first } = summaryOf(of, job);
    expect([state, verdict]).toEqual([report.state, report.verdict]);
    expect(first).toMatchObject({ title: 'Plate analysis, with M_z, T', multiple: 1.25, combination: 'C3' });
    const section = workingsOf(withActions(of, job), basisOf(job), 2).sections.find((s) => s.id === PROOF_ID)!;
    expect(section).toMatchObject({ governs: true, pass: true, multiple: 1.25, steps: [] });
    expect(section.summary).toContain('signed by R. Quill');
    expect(workingsOf(withActions(of, job), basisOf(job), 0).sections.some((s) => s.id === PROOF_ID)).toBe(false);
  });

  it('closes nothing that gives: the checks count as before', () => {
    const of = joint({}, { combinations: [C('C2', { V_Ed: 1e4, T: 0.5 })] });
    const proof = proofOf(withActions(of, job), job, [{ combination: 'C2', multiple: 1.3, buckling: [] }], SIGNED);
    expect(reported({ ...of, loads: { proof } }).state).toBe('gives');
  });

  const CHANGES: readonly (readonly [string, (j: JointDocument) => JointDocument, JobDocument, string])[] = [
    ['the basis', (j) => j, strict, 'the basis of the job does not let it prove'],
    ['a factor', (j) => j, { ...job, basis: { ...job.basis, set: 'recommended' } }, 'the joint is another since'],
    [
      'the detail',
      (j) => ({ ...j, input: { ...j.input, plate: { ...j.input.plate, h: j.input.plate.h + 5 } } }),
      job,
      'the joint is another since',
    ],
    [
      'a force that a check takes',
      (j) => ({ ...j, combinations: j.combinations.map((c) => ({ ...c, V_Ed: c.V_Ed + 1 })) }),
      job,
      'the joint is another since',
    ],
    [
      'one that none does, under the largest of it',
      (j) => ({ ...j, combinations: j.combinations.map((c) => (c.name === 'C3' ? { ...c, T: -0.3 } : c)) }),
      job,
      'the joint is another since',
    ],
    [
      'a combination',
      (j) => ({ ...j, combinations: [...j.combinations, C('C4', { T: 0.1 })] }),
      job,
      'the joint is another since',
    ],
  ];
  it.each(CHANGES)('stands for nothing once %s is another, and says so', (_what, change, under, words) => {
    const { state, missing, combinations } = reported(change(joint({ proof: proved() })), under);
    expect(state).toBe('not-whole');
    expect(missing.some((m) => m.reason.includes(words) && m.reason.includes('signed by R. Quill'))).toBe(true);
    expect(combinations.every((c) => c.checks.every((x) => x.id !== PROOF_ID))).toBe(true);
  });

  it('stays what it is when the basis stops letting it and lets it again', () => {
    const of = joint({ proof: proved() });
    expect(reported(of, strict).state).toBe('not-whole');
    expect(reported(of, job).state).toBe('holds');
    expect(analysisPrint(withActions(of, strict), basisOf(strict))).toBe(analysisPrint(withActions(of, job), basisOf(job)));
  });

  it('is of this very joint: whoever judges another detail under its combinations gets none of it', () => {
    const { combinations } = withActions(joint({ proof: proved() }), job);
    const checked = tryCheckStored(joint(), job);
    if ('refusal' in checked) throw new Error();
    expect(reportOf(checked.built, combinations).state).toBe('not-whole');
  });

  it('speaks of the combinations and actions that it names', () => {
    const given: GivenProof = { ...proved(), stands: 'yes' };
    const [alone, twisted, less] = withActions(joint(), job).combinations;
    expect([alone, twisted, less].map((c) => proofFor(c!, given)?.multiple)).toEqual([undefined, 1.45, 1.25]);
    expect(proofFor(less!, { ...given, actions: ['T'] })).toBeNull();
    expect(proofFor(twisted!, { ...given, carries: { C3: 1.25 } })).toBeNull();
    expect(proofFor({ ...twisted!, name: 'toString' }, given)).toBeNull();
    expect(proofFor(twisted!, { ...given, stands: 'changed' })).toBeNull();
  });

  it('is made of every combination that needs it, carried, by somebody who says why', () => {
    const acted = withActions(joint(), job);
    const refused =
      (carried: readonly Carried[], by = SIGNED.by, note = SIGNED.note, of = acted, under = job) =>
      () =>
        proofOf(of, under, carried, { ...SIGNED, by, note });
    expect(refused(CARRIED.slice(0, 1))).toThrow('C3 was not analysed; accepted is an analysis of each of C2, C3');
    expect(refused([CARRIED[0], { ...CARRIED[1], multiple: 0.98 }])).toThrow(
      'C3: the analysis carries 0.98 of it; accepted is 1 or more',
    );
    expect(refused([CARRIED[0], { ...CARRIED[1], multiple: NaN }])).toThrow('accepted is 1 or more');
    const soft = [{ multiple: 2.9, plate: 'beam web' }];
    expect(refused([CARRIED[0], { ...CARRIED[1], buckling: soft }])).toThrow('C3: plate beam web buckles at 2.9 of the load');
    expect(refused(CARRIED, ' ')).toThrow('by: nobody answers');
    expect(refused(CARRIED, 'R. Quill', '')).toThrow('note: why');
    expect(refused(CARRIED, 'R. Quill', 'so', acted, strict)).toThrow('does not let a plate analysis prove');
    expect(refused(CARRIED, 'R. Quill', 'so', withActions(joint({ aside: { T: 'a', M_z: 'b' } }), job))).toThrow(
      'nothing to prove',
    );
    expect(proved().carries).toEqual({ C2: 1.45, C3: 1.25 });
  });

  it('takes the signature of a checker with it, and gives it back', () => {
    const of = joint({ proof: proved() });
    const checked = { by: 'M. Fold', at: '2026-11-30', fingerprint: fingerprint(withActions(of, job), basisOf(job)) };
    expect(isStale({ ...of, checked }, job)).toBe(false);
    expect(isStale({ ...joint(), checked }, job)).toBe(true);
    expect(isStale({ ...of, checked }, strict)).toBe(true);
    // One that was given before there were proofs stands: the values of what was told are no part of it.
    const { combinations, ...rest } = withActions(joint(), strict);
    const before = combinations.map((c) => (c.unused ? { ...c, unused: c.unused.map(({ here: _now, ...u }) => u) } : c));
    expect(fingerprint({ ...rest, combinations: before }, basisOf(tern))).toBe(
      fingerprint(withActions(joint(), tern), basisOf(tern)),
    );
  });

  it('goes with the job file and is told as a change', () => {
    const of = joint({ proof: proved() });
    const file = readJob(JSON.parse(JSON.stringify({ ...job, joints: [of] })));
    expect(file.joints[0]!.loads).toEqual(of.loads);
    expect(differences(joint(), of, job, job)).toContainEqual(
      expect.objectContaining({
        part: 'actions',
        what: 'Proof by plate analysis',
        before: '',
        after: expect.stringContaining('1.45 × C2, 1.25 × C3; signed by R. Quill') as string,
      }),
    );
  });

  it('is no check: the analysis is put beside the hand method alone, and proposed by it alone', () => {
    const of = joint({ proof: proved() });
    for (const j of [of, withActions(of, job)]) {
      const { hand, checks } = jointModel(j, job, { combination: 'C3' });
      expect(hand).toEqual(jointModel(joint(), job, { combination: 'C3' }).hand);
      expect(checks.some((c) => c.id === PROOF_ID)).toBe(false);
      expect(proposedCombinations(j, job)).toEqual(proposedCombinations(joint(), job));
    }
  });

  it('is of one joint: what another program sends brings none', () => {
    const of = joint({ proof: proved(), end: 'B7/1' });
    expect(unproved(of).loads).toEqual({ end: 'B7/1' });
    expect(unproved(joint({ proof: proved() }))).not.toHaveProperty('loads');
    const plain = joint();
    expect(unproved(plain)).toBe(plain);
    const plan = planExchange(of as never, null, job, { signs: {}, names: {} } as never);
    expect(plan).toMatchObject({ change: 'new', after: { state: 'not-whole' }, content: { loads: { end: 'B7/1' } } });
    expect(plan).not.toHaveProperty('content.loads.proof');
  });

  it.each<readonly [Partial<Record<keyof Proof, unknown>>, string]>([
    [{ carries: { C2: 0.5, C3: 2 } }, 'C2'],
    [{ carries: {} }, 'carries'],
    [{ by: '' }, 'by'],
    [{ note: ' ' }, 'note'],
    [{ actions: ['W'] }, 'actions'],
    [{ at: 'yesterday' }, 'at'],
  ])('that is wrong in a file is refused, naming the field: %j', (wrong, field) => {
    const loads = { proof: { ...proved(), ...wrong } } as JointLoads;
    expect(() => readJob({ ...job, joints: [joint(loads)] })).toThrow(new RegExp(`proof\\.[^:]*${field}`));
  });

  it('changes no multiple of a check, of any combination', () => {
    const without = reported(joint());
    fc.assert(
      fc.property(fc.double({ min: 1, max: 10, noNaN: true }), fc.double({ min: 1, max: 10, noNaN: true }), (a, b) => {
        const proof = { ...proved(), carries: { C2: a, C3: b } };
        const { combinations, state } = reported(joint({ proof }));
        combinations.forEach((c, i) => {
          const before = without.combinations[i]!;
          expect(c.checks.filter((x) => x.id !== PROOF_ID)).toEqual(before.checks);
          const least = Math.min(before.first!.multiple, [Infinity, a, b][i]!);
          expect(c.first!.multiple).toBe(least);
        });
        const least = Math.min(...combinations.map((c) => c.first!.multiple));
        expect(state).toBe(least < 1.1 ? 'close' : 'holds');
      }),
      { numRuns: 30 },
    );
  });
});
