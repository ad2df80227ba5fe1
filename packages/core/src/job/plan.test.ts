import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { FinPlateInput } from '../joints/fin-plate/input.ts';
import { compareJobs, differences } from './compare.ts';
import { readJob, type JobDocument } from './document.ts';
import { type JointDocument } from './joint-document.ts';
import { groupOf, guessNames, planJoint, type GivenJoint, type PlanChoices } from './plan.ts';

const job: JobDocument = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const at = (mark: string): JointDocument => job.joints.find((j) => j.mark === mark)!;
const plan = (given: Partial<GivenJoint>, joint: JointDocument | null, choices: Partial<PlanChoices> = {}) =>
  planJoint({ mark: joint?.mark ?? 'Z9-01', rows: [], ...given }, joint, job, { others: 'keep', names: 'cases', ...choices });

describe('a table over a joint that stands', () => {
  it('gives the forces of its cases anew; what it does not name stays and is told, or goes', () => {
    const rows = [{ name: 'Q', forces: { V_z: 50 } }];
    const kept = plan({ rows }, at('B1-02'));
    // 1.35 x 37 + 1.5 x 50 = 124.95 is a hair over the 123.9 of before.
    expect(kept).toMatchObject({ change: 'changed', kept: ['T1', 'G'], before: { state: 'holds' } });
    expect(kept.content!.loads!.forces).toEqual({ G: { V_Ed: 37 }, Q: { V_Ed: 50 } });
    expect(kept.content!.combinations).toEqual(at('B1-02').combinations);
    const dropped = plan({ rows }, at('B1-02'), { others: 'drop' });
    expect(dropped.content).toMatchObject({ combinations: [], loads: { forces: { Q: { V_Ed: 50 } } } });
    expect(dropped.kept).toEqual([]);
  });
  it('changes nothing where it says what stands', () => {
    const rows = Object.entries(at('B1-02').loads!.forces!).map(([name, f]) => ({ name, forces: { V_z: f.V_Ed! } }));
    expect(plan({ rows }, at('B1-02'))).toMatchObject({ change: 'same', after: { state: 'holds' } });
    expect(groupOf(plan({ rows }, at('B1-02')))).toBe('same');
  });
  it('says what holds as before and what changes its state', () => {
    const of = (V_z: number) => plan({ rows: [{ name: 'Q', forces: { V_z } }] }, at('B1-02'));
    expect(groupOf(of(54))).toBe('holds');
    expect(groupOf(of(500))).toBe('state');
    expect(of(500).after!.state).toBe('gives');
    // One that gave and holds now has changed its state too.
    expect(
      groupOf(
        plan(
          {
            rows: [
              { name: 'C3', forces: { V_z: 100 } },
              { name: 'C2', forces: { V_z: 90 } },
            ],
          },
          at('B2-15'),
          { names: 'combinations' },
        ),
      ),
    ).toBe('state');
    // One that gave and still gives is no good news.
    expect(groupOf(plan({ rows: [{ name: 'C3', forces: { V_z: 240 } }] }, at('B2-15'), { names: 'combinations' }))).toBe('state');
  });
  it('takes end forces as the actions of its kind, told where the joint does not take them', () => {
    const base = plan({ rows: [{ name: 'C1', forces: { N: -500, V_z: 20, M_y: 15 } }] }, at('P1-01'), { names: 'combinations' });
    expect(base.content!.combinations.find((c) => c.name === 'C1')).toMatchObject({ N_Ed: -500, V_z: 20, M_y: 15, V_Ed: 0 });
    const beam = plan({ rows: [{ name: 'G', forces: { N: 5, V_z: 20, M_y: 15 } }] }, at('B1-02'));
    expect(beam.content!.loads!.forces!['G']).toEqual({ V_Ed: 20, N_Ed: 5, M_Ed: 15 });
    expect(beam.after).toMatchObject({ state: 'not-whole' });
  });
  it('never takes the force of a single case for a combination', () => {
    const rows = [{ name: 'G1', forces: { V_z: 20 } }];
    expect(plan({ rows }, at('B1-02'))).toMatchObject({
      change: 'refused',
      message: 'name: "G1" is no load case; accepted are G, Q, S, W-up, W-x, or names that are read as combinations.',
    });
    expect(plan({ rows }, at('B1-02'), { names: 'either' }).content!.combinations.map((c) => c.name)).toEqual(['T1', 'G1']);
    expect(guessNames(['X', 'G'], job)).toBe('cases');
    expect(guessNames(['X', 'Y'], job)).toBe('combinations');
    expect(plan({ rows: [{ name: 'G', forces: { N_tie: 4 } }] }, at('B1-02')).message).toContain(
      'no load case brings this action',
    );
  });
  it('exchanges sections, and refuses one that there is none of', () => {
    const heavier = plan({ members: { beam: '406x178x60' } }, at('B1-02'));
    expect(heavier.content!.input.beam.section).toBe('UB 406x178x60');
    expect(heavier.content!.combinations).toEqual(at('B1-02').combinations);
    expect(plan({ members: { beam: 'UB 999' } }, at('B1-02')).message).toMatch(/^beam: "UB 999" is no section/);
  });
  it('keeps the end of the member by which it is found later', () => {
    expect(plan({ end: '12 j' }, at('B1-02')).content!.loads!.end).toBe('12 j');
  });
});

describe('a table with a joint that is new', () => {
  const members = { kind: 'Fin plate', beam: 'ub406 39', support: 'UC 203x203x60', supportType: 'column_flange' };
  const rows = [
    { name: 'G', forces: { V_z: 40 } },
    { name: 'Q', forces: { V_z: 60 } },
  ];
  it('gets its first detail under its forces', () => {
    const made = plan({ members, rows, note: 'from the table' }, null);
    // The cheapest that holds: it is close.
    expect(made).toMatchObject({ change: 'new', before: null, after: { state: 'close' }, mark: 'Z9-01' });
    expect(made.content).toMatchObject({
      kind: 'fin-plate',
      note: 'from the table',
      loads: { forces: { G: { V_Ed: 40 }, Q: { V_Ed: 60 } } },
    });
    expect(made.content!.input.beam.section).toBe('UB 406x140x39');
  });
  it('gets a detail that the office makes', () => {
    const office = { details: { bolts: [24], plates: [12, 15], steels: ['S355'], gap: 15 } };
    const made = planJoint({ mark: 'Z9-01', members, rows }, null, { ...job, office }, { others: 'keep', names: 'cases' });
    const { bolts, plate, gap } = made.content!.input as FinPlateInput;
    expect([made.after!.state, bolts.d, plate.t, plate.steel.grade, gap]).toEqual(['holds', 24, 12, 'S355', 15]);
    // The job's own rules stand before those of its office.
    const own = planJoint(
      { mark: 'Z9-01', members, rows },
      null,
      { ...job, office, rules: { details: { bolts: [20], plates: [10] } } },
      { others: 'keep', names: 'cases' },
    );
    const there = own.content!.input as FinPlateInput;
    expect([there.bolts.d, there.plate.t, there.gap]).toEqual([20, 10, 15]);
  });
  it('is refused with what it lacks', () => {
    expect(plan({ rows }, null).message).toContain('there is no joint Z9-01, and no kind for a new one');
    expect(plan({ rows, members: { kind: 'bridge' } }, null).message).toContain('"bridge" is no kind of joint');
    expect(plan({ rows, members: { kind: 'FP', beam: 'ub406 39' } }, null).message).toContain(
      'support: the value is missing for the new joint Z9-01',
    );
    expect(planJoint({ mark: '', end: '7 i', rows }, null, job, { others: 'keep', names: 'cases' }).message).toContain(
      'no joint stands at the member end 7 i',
    );
  });
});

describe('two states of a job', () => {
  const edited = (mark: string, change: (j: JointDocument) => JointDocument): JobDocument => ({
    ...job,
    joints: job.joints.map((j) => (j.mark === mark ? change(j) : j)),
  });
  it('differ by field, force and setting, and by the joints that came and went', () => {
    const now = edited('B1-02', (j) => ({
      ...j,
      input: { ...j.input, gap: 15 },
      loads: { forces: { ...j.loads!.forces, Q: { V_Ed: 500 } } },
      settings: { rows_from: 'steel' },
    }));
    const { joints, job: words } = compareJobs(job, {
      ...now,
      joints: [...now.joints.slice(1), { ...at('B1-01'), mark: 'B9-99' }],
    });
    expect(words).toEqual([]);
    const found = joints.find((j) => j.mark === 'B1-02')!;
    expect(found).toMatchObject({ change: 'changed', before: { state: 'holds' }, after: { state: 'gives' } });
    expect(found.differences).toEqual([
      { part: 'detail', what: 'Gap', before: '10 mm', after: '15 mm' },
      { part: 'actions', what: 'case Q', before: 'V_Ed 49.3', after: 'V_Ed 500' },
      { part: 'settings', what: 'rows_from', before: 'as the job', after: 'steel' },
    ]);
    expect(joints.filter((j) => j.change === 'new').map((j) => j.mark)).toEqual(['B9-99']);
    expect(joints.at(-1)).toMatchObject({ mark: 'B1-01', change: 'gone', after: null });
    expect(joints.filter((j) => j.change === 'same')).toHaveLength(29);
  });
  it('differ in a verdict alone where the job is another', () => {
    const factors = { ...job, loads: { ...job.loads!, options: { K_FI: 1.1 } } };
    const { joints, job: words } = compareJobs(job, factors);
    expect(words).toEqual(['the load cases changed']);
    expect(joints.find((j) => j.mark === 'B1-02')).toMatchObject({ change: 'judged', differences: [] });
    expect(joints.find((j) => j.mark === 'B2-14')).toMatchObject({ change: 'same' });
  });
  it('say what no field shows as the detail line', () => {
    const a = at('B1-02');
    expect(differences(a, a, job)).toEqual([]);
    expect(differences(a, { ...a, note: 'x' }, job)).toEqual([{ part: 'note', what: 'Note', before: a.note, after: 'x' }]);
  });
});
