import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Combination } from '../actions/combination.ts';
import { reportOf } from '../joints/report.ts';
import { basisOf } from '../standards/job-basis.ts';
import { loadSets, type JobLoads } from '../standards/loads.ts';
import { actionsOf, splitByCase, tryCheckStored, withActions, type Acted, type JointLoads } from './actions.ts';
import { readJob, type JobDocument } from './document.ts';
import { type JointDocument } from './joint-document.ts';
import { isStale } from './fingerprint.ts';
import { fingerprint } from './print.ts';
import { summaryOf } from './summary.ts';

const read = (name: string): JobDocument =>
  readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8')));
const [tern, heron] = [read('tern-quay'), read('heron-street')];
const at = (job: JobDocument, mark: string): JointDocument => job.joints.find((j) => j.mark === mark)!;

/** Case A of the basis: one permanent, people who gather, wind one way or the other. */
const CASES: JobLoads = {
  code: 'EN1990',
  cases: [
    { id: 'G', kind: 'G' },
    { id: 'Q', kind: 'Q', category: 'C' },
    { id: 'W+', kind: 'Q', category: 'wind' },
    { id: 'W-', kind: 'Q', category: 'wind' },
  ],
};
const job: JobDocument = { ...tern, loads: CASES };
const plate = at(tern, 'B2-14');
const acted = (forces: JointLoads['forces'], more: Partial<Acted> = {}): Acted => ({
  ...plate,
  combinations: [],
  ...more,
  loads: { ...(forces ? { forces } : {}), ...more.loads },
});
const shown = ({ name, note, V_Ed, N_Ed }: Combination) => [name, note, Number(V_Ed.toFixed(6)), Number(N_Ed.toFixed(6))];

describe('combinations of the load cases of a joint', () => {
  it('are factor times force, summed over the cases', () => {
    const { combinations, count } = actionsOf(acted({ G: { V_Ed: 40 }, Q: { V_Ed: 60 }, 'W+': { V_Ed: -10, N_Ed: 8 } }), job);
    // 1.35 x 40 = 54; + 1.5 x 60 = 144; 54 - 1.5 x 10 = 39, N 1.5 x 8 = 12; 54 + 90 - 0.75 x 10 = 136.5, N 6;
    // 54 + 1.05 x 60 - 15 = 102; with G alone 40, 130, 25, 122.5, 88.
    expect(combinations.map(shown)).toEqual([
      ['U1', '1.35 G', 54, 0],
      ['U3', '1.35 G + 1.5 W+', 39, 12],
      ['U4', '1.35 G + 1.5 Q', 144, 0],
      ['U7', '1.35 G + 1.5 Q + 0.75 W+', 136.5, 6],
      ['U8', '1.35 G + 1.05 Q + 1.5 W+', 102, 12],
      ['U9', 'G', 40, 0],
      ['U11', 'G + 1.5 W+', 25, 12],
      ['U12', 'G + 1.5 Q', 130, 0],
      ['U15', 'G + 1.5 Q + 0.75 W+', 122.5, 6],
      ['U16', 'G + 1.05 Q + 1.5 W+', 88, 12],
    ]);
    // W- does nothing here: what has it brings the same as what has no wind, or lies between (1.05 Q between none and 1.5 Q).
    expect(count).toEqual({ used: 10, same: 4, between: 2, leftOut: 0, service: 0 });
    expect(combinations[3]!.made).toMatchObject({ state: 'ULS', clause: '6.10', leading: 'imposed' });
    expect(combinations[3]!.made!.why['W+']).toBe('1.5 x 0.5: gamma_Q x psi_0 of wind');
  });

  it('stand after the ready ones, under names that no ready one has', () => {
    const ready = [{ ...plate.combinations[0]!, name: 'U1' }];
    const { combinations } = actionsOf(acted({ G: { V_Ed: 40 } }, { combinations: ready }), job);
    expect(combinations.map((c) => c.name)).toEqual(['U1', "U1'", 'U9']);
    expect(combinations[0]).toBe(ready[0]);
  });

  it('are those of the cases of the joint where it has its own', () => {
    const own: JobLoads = { code: 'EN1990', cases: [{ id: 'dead', kind: 'G' }] };
    const joint = { ...plate, combinations: [], loads: { own, forces: { dead: { V_Ed: 100 } } } };
    expect(actionsOf(joint, job).combinations.map(shown)).toEqual([
      ['U1', '1.35 dead', 135, 0],
      ['U2', 'dead', 100, 0],
    ]);
  });

  it('come without those that lie between two others, but for kinds whose demands are not convex', () => {
    const loads: JobLoads = { ...CASES, expression: '6.10ab', cases: CASES.cases.slice(0, 2) };
    const forces = { G: { V_Ed: 40, N_Ed: -40 }, Q: { V_Ed: 60, N_Ed: -60 } };
    const names = (j: JointDocument): string[] =>
      actionsOf({ ...j, combinations: [], loads: { forces } }, { ...job, loads }).combinations.map((c) => c.note!);
    // 6.10a: 1.35 G + 1.05 Q; 6.10b: 1.24875 G alone lies between G and 1.35 G, 1.35 G + 1.05 Q does not.
    expect(names(plate)).not.toContain('1.2488 G');
    expect(names(at(tern, 'P1-04'))).toContain('1.2488 G');
    expect(names(at(tern, 'R2-04'))).toContain('1.2488 G');
  });

  it('serve slip in states of use alone, and then the others do not', () => {
    const loads: JobLoads = { ...CASES, states: ['ULS', 'characteristic'], cases: CASES.cases.slice(0, 2) };
    const of = (j: JointDocument, forces: JointLoads['forces']) =>
      actionsOf({ ...j, combinations: [], loads: { forces: forces! } }, { ...job, loads });
    const slips = of(plate, { G: { V_Ed: 40 }, Q: { V_Ed: 60 } }).combinations;
    expect(slips.map((c) => [c.name, c.V_Ed, c.V_ser])).toEqual([
      ['U1', 54, 0],
      ['U2', 144, 0],
      ['U3', 40, 0],
      ['U4', 130, 0],
      ['K1', 40, undefined],
      ['K2', 100, undefined],
    ]);
    const base = of(at(tern, 'P1-04'), { G: { N_Ed: -40 }, Q: { N_Ed: -60 } });
    expect(base.combinations.map((c) => c.name)).toEqual(['U1', 'U2', 'U3', 'U4']);
    expect(base.count!.service).toBe(2);
  });

  it('leave out what the office leaves out, and keep what lay between it and another', () => {
    const loads: JobLoads = {
      ...CASES,
      expression: '6.10ab',
      cases: CASES.cases.slice(0, 2),
      left_out: [{ state: 'ULS', name: '1.35 G', reason: 'never without people' }],
      by_hand: [{ name: 'crane', state: 'ULS', factors: { G: 1.2, Q: 1.3 } }],
    };
    // The list of the job as well: 1.2488 G lay between G and 1.35 G, which is not used any more.
    const between = (l: JobLoads) => loadSets(l, basisOf(job)).sets.find((x) => x.made.name === '1.2488 G')!.between;
    expect([between({ ...loads, left_out: [] }), between(loads)]).toEqual([true, false]);
    const { combinations, count } = actionsOf(acted({ G: { V_Ed: 40 }, Q: { V_Ed: 60 } }), { ...job, loads });
    const notes = combinations.map((c) => c.note);
    expect(notes).not.toContain('1.35 G');
    expect(notes).toContain('1.2488 G');
    // 1.2 x 40 + 1.3 x 60 = 126.
    expect(combinations.at(-1)).toMatchObject({ name: 'crane', V_Ed: 126, note: '1.2 G + 1.3 Q' });
    // G + 1.05 Q of 6.10a lies between G and G + 1.5 Q all the same.
    expect(count).toMatchObject({ leftOut: 1, between: 1 });
  });

  it('take the annex and the method of the job', () => {
    const wind: JobLoads = { code: 'EN1990', cases: [CASES.cases[0]!, CASES.cases[1]!, CASES.cases[2]!] };
    const factors = (set: string): number[] =>
      loadSets(wind, { ...basisOf(tern), set }).sets.map((s) => s.made.factors['W+'] ?? 0);
    expect(Math.max(...factors('UK').filter((x) => x < 1.5))).toBe(0.75);
    expect(Math.max(...factors('recommended').filter((x) => x < 1.5))).toBeCloseTo(0.9, 12);
    const us: JobLoads = {
      code: 'ASCE7',
      cases: [
        { id: 'D', kind: 'D' },
        { id: 'L', kind: 'L' },
      ],
    };
    const notes = (set: string): string[] => loadSets(us, { ...basisOf(heron), set }).sets.map((s) => s.made.name);
    expect(notes('LRFD')).toContain('1.2 D + 1.6 L');
    expect(notes('ASD')).toContain('D + L');
    expect(notes('ASD')).not.toContain('1.2 D + 1.6 L');
    expect(() => loadSets({ ...us, method: 'LRFD' }, { ...basisOf(heron), set: 'ASD' })).toThrow(
      /loads\.method: "LRFD" is not that of the job/,
    );
  });

  it('refuse forces of no case, cases of another code, factors of no case, and names twice', () => {
    expect(() => actionsOf(acted({ Q9: { V_Ed: 1 } }), job)).toThrow(
      'loads.forces.Q9: there is no load case "Q9"; accepted are G, Q, W+, W-.',
    );
    expect(() => actionsOf(acted({ G: { V_Ed: 1 } }), { ...job, loads: undefined })).toThrow(
      'accepted are none: give the load cases of the job first',
    );
    const us = { ...job, loads: { code: 'ASCE7', cases: [{ id: 'G', kind: 'D' }] } };
    expect(() => actionsOf(acted({ G: { V_Ed: 1 } }), us)).toThrow(
      'combined to ASCE 7-22 and the job is designed to EN 1993-1-8; accepted are cases to EN 1990',
    );
    const hand = (name: string, factors: Record<string, number>): JobDocument => ({
      ...job,
      loads: { ...CASES, by_hand: [{ name, state: 'ULS', factors }] },
    });
    expect(() => actionsOf(acted({ G: { V_Ed: 1 } }), hand('x', { Z: 1 }))).toThrow(
      'loads.by_hand.0.factors: x has a factor of "Z"',
    );
    expect(() => actionsOf(acted({ G: { V_Ed: 1 } }), hand('U2', { G: 1 }))).toThrow(
      '"U2" is the name of a generated combination',
    );
    // A joint says why it is not judged, and the others stand.
    expect(summaryOf({ ...plate, loads: { forces: { Q9: { V_Ed: 1 } } } }, job)).toMatchObject({
      state: 'none',
      refusal: expect.stringContaining('there is no load case "Q9"') as string,
    });
  });

  it('bring no worse a multiple over the whole list than over the pruned one', () => {
    const force = fc.record({
      V_Ed: fc.integer({ min: -800, max: 1200 }).map((x) => x / 7),
      N_Ed: fc.integer({ min: -400, max: 400 }).map((x) => x / 7),
    });
    const given = fc.record({ G: force, Q: force, 'W+': force, 'W-': force, roof: force });
    const cases: JobLoads = { ...CASES, expression: '6.10ab', cases: [...CASES.cases, { id: 'roof', kind: 'Q', category: 'H' }] };
    const beams = tern.joints.filter((j) => j.combinations.some((c) => c.V_Ed) && j.kind !== 'moment-end-plate');
    fc.assert(
      fc.property(given, fc.constantFrom(...beams), (forces, beam) => {
        const least = (loads: JobLoads): number => {
          const checked = tryCheckStored({ ...beam, combinations: [], loads: { forces } }, { ...job, loads });
          if ('refusal' in checked) throw new Error(checked.refusal.message);
          const { report } = checked;
          return report.combinations[report.worst]?.first?.multiple ?? Infinity;
        };
        const [pruned, all] = [least(cases), least({ ...cases, keep_dominated: true })];
        expect(pruned === all || Math.abs(pruned / all - 1) < 1e-9).toBe(true);
        if (Object.values(forces).some((f) => f.V_Ed !== 0)) expect(Number.isFinite(all)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

describe('a table of actions', () => {
  const row = (name: string, more: object): Combination => ({ name, V_Ed: 0, N_Ed: 0, N_tie: 0, ...more });
  it('takes rows with the name of a load case for its forces, the others for ready combinations', () => {
    const rows = [row('G', { V_Ed: 40 }), row('W+', { V_Ed: -5, N_Ed: 8 }), row('T1', { N_tie: 75 })];
    expect(splitByCase(rows, CASES)).toEqual({
      combinations: [rows[2]],
      loads: { forces: { G: { V_Ed: 40 }, 'W+': { V_Ed: -5, N_Ed: 8 } } },
    });
    expect(splitByCase(rows, undefined)).toEqual({ combinations: rows });
  });
  it('refuses what acts alone in a load case', () => {
    expect(() => splitByCase([row('G', { N_tie: 75 })], CASES)).toThrow('G: N_tie: no load case brings this action');
  });
});

describe('actions that a joint does not take', () => {
  const twist: Combination = { ...plate.combinations[0]!, name: 'C1', T: 3, M_z: -2 };
  const twisted = { ...plate, combinations: [twist, { ...twist, name: 'C2', T: -5 }] };
  it('are told with the largest of each, and the joint is not whole', () => {
    const { unused, combinations } = actionsOf(twisted, tern);
    expect(unused).toEqual([
      { name: 'M_z', most: -2, of: 'C1' },
      { name: 'T', most: -5, of: 'C2' },
    ]);
    expect(combinations[0]).not.toHaveProperty('T');
    const s = summaryOf(twisted, tern);
    expect(s.state).toBe('not-whole');
    expect(s.verdict).toContain('2 parts not checked');
    const report = reportOf(...(([j]) => [tryBuilt(j!), j!.combinations] as const)([withActions(twisted, tern)]));
    expect(report.missing.map((m) => `${m.title}. ${m.reason}`)).toEqual([
      'M_z has no path in this joint. up to −2 kNm in C1: no check of this joint takes it. Choose a joint that does, or set it aside with a reason',
      'T has no path in this joint. up to −5 kNm in C2: no check of this joint takes it. Choose a joint that does, or set it aside with a reason',
    ]);
  });
  it('may be set aside with a reason, which every combination that has one tells', () => {
    const aside = { ...twisted, loads: { aside: { T: 'the slab holds the beam', M_z: 'the slab holds the beam' } } };
    const joint = withActions(aside, tern);
    const report = reportOf(tryBuilt(joint), joint.combinations);
    expect(report.missing).toEqual([]);
    expect(report.state).not.toBe('not-whole');
    expect(report.combinations[1]!.notes).toContain('T set aside (up to −5 kNm in C2): the slab holds the beam');
    // The numbers are those of the joint without them.
    const { T: _t, M_z: _m, ...plainly } = twist;
    expect(report.combinations[0]!.first).toEqual(reportOf(tryBuilt(joint), [plainly]).combinations[0]!.first);
  });
  it('come of load cases as well', () => {
    const joint = acted({ G: { V_Ed: 40, T: 2 } });
    // 1.35 x 2 = 2.7.
    expect(actionsOf(joint, job).unused).toEqual([{ name: 'T', most: 2.7, of: 'U1' }]);
  });
});

const tryBuilt = (joint: Acted & { readonly input: unknown }) => {
  const checked = tryCheckStored(joint, tern);
  if ('refusal' in checked) throw new Error(checked.refusal.message);
  return checked.built;
};

describe('a joint as it is judged', () => {
  it('is the same when it is made so again', () => {
    const once = withActions({ ...plate, loads: { forces: { G: { V_Ed: 40, T: 1 } }, aside: { T: 'none' } } }, job);
    expect(withActions(once, job)).toEqual(once);
    expect(once.combinations.at(-1)).toMatchObject({ V_Ed: 40, unused: [{ name: 'T', aside: 'none' }] });
  });
});

describe('a signature', () => {
  it('stands for the combinations that the cases make: another case, force or factor makes it stale', () => {
    const joint = { ...plate, loads: { forces: { G: { V_Ed: 40 } } } };
    const signed = { ...joint, checked: { by: 'x', at: '', fingerprint: fingerprint(withActions(joint, job), basisOf(job)) } };
    expect(isStale(signed, job)).toBe(false);
    expect(isStale({ ...signed, loads: { forces: { G: { V_Ed: 41 } } } }, job)).toBe(true);
    expect(isStale(signed, { ...job, loads: { ...CASES, options: { K_FI: 1.1 } } })).toBe(true);
    expect(isStale(signed, { ...job, loads: { ...CASES, cases: CASES.cases.slice(1) } })).toBe(true);
    // Another case that does nothing at this joint, and words, change nothing.
    expect(
      isStale(signed, { ...job, loads: { ...CASES, cases: [...CASES.cases, { id: 'S', kind: 'Q', category: 'snow' }] } }),
    ).toBe(true);
    expect(isStale(signed, { ...job, loads: { ...CASES, cases: CASES.cases.map((c) => ({ ...c, title: 'named' })) } })).toBe(
      false,
    );
  });
});

describe('a job file', () => {
  it('keeps its load cases as they were typed, and those of a joint', () => {
    const loads = { ...CASES, options: { K_FI: 1.1 } };
    const doc = readJob(
      JSON.parse(
        JSON.stringify({ ...tern, loads, joints: [{ ...plate, loads: { forces: { G: { V_Ed: 4 } }, aside: { T: 'none' } } }] }),
      ),
    );
    expect(doc.loads).toEqual(loads);
    expect(doc.joints[0]!.loads).toEqual({ forces: { G: { V_Ed: 4 } }, aside: { T: 'none' } });
  });
  it.each([
    [{ ...CASES, code: 'EN1991' }, /loads\.code: "EN1991" is not known; accepted are EN1990, ASCE7/],
    [{ ...CASES, cases: [{ id: 'Q', kind: 'Q' }] }, /loads\.cases\.0\.category: the value is missing/],
    [{ ...CASES, left_out: [{ state: 'ULS', name: 'G' }] }, /loads\.left_out\.0\.reason: the value is missing/],
    [{ code: 'ASCE7', cases: [{ id: 'D', kind: 'D' }] }, /these load cases are combined to ASCE 7-22/],
    [{ ...CASES, options: { xi: 3 } }, /loads\.options\.xi: 3 is too large/],
  ])('refuses cases that it can not combine, naming the field', (loads, message) => {
    expect(() => readJob({ ...JSON.parse(JSON.stringify(tern)), loads })).toThrow(message);
  });
  it('refuses forces that a case can not bring', () => {
    const with_ = (forces: object) => () =>
      readJob(JSON.parse(JSON.stringify({ ...tern, loads: CASES, joints: [{ ...plate, loads: { forces } }] })));
    expect(with_({ G: { N_tie: 75 } })).toThrow(
      /loads\.forces\.G\.N_tie: this field does not belong here|loads\.forces\.G\.N_tie: there is no such field/,
    );
    expect(with_({ G: { V_Ed: '40' } })).toThrow(/loads\.forces\.G\.V_Ed: "40" is not a number/);
  });
});
