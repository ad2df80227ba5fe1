import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { contentOf, detailOf, withDetailOf, type JobRecord, type JointRecord, type Sibling, type TakenTable } from '@ample/core';
import { TERN, useServer } from './app.testing.ts';
import { verdicts } from './store/schema.ts';
import type { PlannedJoint } from './work/tasks.ts';

const { get, send, services } = useServer();
const newJob = (): Promise<JobRecord> => send('post', '/jobs/import', TERN);
const marksOf = (id: string): Promise<Sibling[]> => get(`/jobs/${id}/marks`);
async function jointOf(job: JobRecord, mark: string): Promise<JointRecord> {
  return get(`/joints/${(await marksOf(job.id)).find((s) => s.mark === mark)!.id}`);
}
const CASES = { others: 'keep', names: 'cases' } as const;
const G = (mark: string, V_z: number) => ({ mark, rows: [{ name: 'G', forces: { V_z } }] });
const planOf = (job: JobRecord, joints: object[], choices: object = CASES): Promise<PlannedJoint[]> =>
  send('post', `/jobs/${job.id}/tables/plan`, { joints, choices });
const taken = (plans: readonly PlannedJoint[]) =>
  plans.map(({ id, version, content }) => ({ ...(id ? { id, version } : {}), content }));

describe('a table', () => {
  it('is planned without a change, taken whole, and dropped again whole', async () => {
    const job = await newJob();
    const before = await jointOf(job, 'B1-02');
    const plans = await planOf(job, [G('B1-02', 200), G('B1-03', 60), G('X1', 5)]);
    expect(plans.map((p) => [p.mark, p.change])).toEqual([
      ['B1-02', 'changed'],
      ['B1-03', 'changed'],
      ['X1', 'refused'],
    ]);
    expect(await jointOf(job, 'B1-02')).toEqual(before);
    const table = await send<TakenTable>('post', `/jobs/${job.id}/tables`, {
      name: 'forces.csv',
      mapping: { roles: { a: 'mark' } },
      joints: taken(plans.slice(0, 2)),
    });
    expect(table).toMatchObject({
      name: 'forces.csv',
      joints: 2,
      who: 'R. Amsel',
      droppedAt: null,
      mapping: { roles: { a: 'mark' } },
    });
    const after = await jointOf(job, 'B1-02');
    expect(after).toMatchObject({ version: before.version + 1, loads: { forces: { G: { V_Ed: 200 } } } });
    expect((await get<{ label: string }[]>(`/joints/${after.id}/revisions`))[0]!.label).toBe('table forces.csv');
    await send('post', `/jobs/${job.id}/tables/${table.id}/drop`, {});
    expect(contentOf(await jointOf(job, 'B1-02'))).toEqual(contentOf(before));
    expect((await get<TakenTable[]>(`/jobs/${job.id}/tables`))[0]!.droppedAt).not.toBeNull();
    const twice = await send<{ detail: string }>('post', `/jobs/${job.id}/tables/${table.id}/drop`, {}, 409);
    expect(twice.detail).toContain('was dropped already');
  });
  it('changes nothing where one of its joints was changed meanwhile, nor is it dropped then', async () => {
    const job = await newJob();
    const plans = await planOf(job, [G('B1-02', 60), G('B1-03', 60)]);
    const other = await jointOf(job, 'B1-03');
    await send('put', `/joints/${other.id}`, { ...contentOf(other), note: 'mine', version: other.version });
    const body = { name: 'late', mapping: {}, joints: taken(plans) };
    const refused = await send<{ detail: string }>('post', `/jobs/${job.id}/tables`, body, 409);
    expect(refused.detail).toContain('B1-03 was changed meanwhile');
    expect((await jointOf(job, 'B1-02')).version).toBe(1);
    expect(await get(`/jobs/${job.id}/tables`)).toEqual([]);
    const again = await send<TakenTable>('post', `/jobs/${job.id}/tables`, {
      ...body,
      joints: taken(await planOf(job, [G('B1-02', 60)])),
    });
    const now = await jointOf(job, 'B1-02');
    await send('put', `/joints/${now.id}`, { ...contentOf(now), note: 'later', version: now.version });
    const kept = await send<{ detail: string }>('post', `/jobs/${job.id}/tables/${again.id}/drop`, {}, 409);
    expect(kept.detail).toContain("late can't be dropped whole: B1-02 changed since");
  });
  it('makes new joints of what the office makes details of', async () => {
    const job = await newJob();
    const { version } = await get<{ version: number }>('/rules');
    const rules = { details: { bolts: [24], plates: [12], steels: ['S355'], gap: 15 } };
    const saved = await send<{ version: number }>('put', '/rules', { version, rules });
    const members = { kind: 'FP', beam: 'UB 406x140x39', support: 'UC 203x203x60', supportType: 'column_flange' };
    const [plan] = await planOf(job, [{ ...G('N1-02', 40), members }]);
    expect(plan!.content!.input).toMatchObject({ bolts: { d: 24 }, plate: { t: 12, steel: { grade: 'S355' } } });
    await send('put', '/rules', { version: saved.version, rules: {} });
    const [usual] = await planOf(job, [{ ...G('N1-02', 40), members }]);
    expect(usual!.content!.input).toMatchObject({ plate: { t: 8 } });
  });
  it('makes new joints, finds joints by the end of a member, and refuses what is no joint', async () => {
    const job = await newJob();
    const members = { kind: 'FP', beam: 'UB 406x140x39', support: 'UC 203x203x60', supportType: 'column_flange' };
    const plans = await planOf(job, [{ ...G('N1-01', 40), end: '12 j', members }]);
    expect(plans[0]).toMatchObject({ change: 'new', after: { state: 'holds' } });
    const table = await send<TakenTable>('post', `/jobs/${job.id}/tables`, { name: 'new', mapping: {}, joints: taken(plans) });
    const [again] = await planOf(job, [{ ...G('', 50), end: '12 j' }]);
    expect(again).toMatchObject({
      mark: 'N1-01',
      change: 'changed',
      content: { loads: { forces: { G: { V_Ed: 50 } }, end: '12 j' } },
    });
    await send('post', `/jobs/${job.id}/tables/${table.id}/drop`, {});
    expect((await marksOf(job.id)).some((s) => s.mark === 'N1-01')).toBe(false);
    const bad = {
      name: 'x',
      mapping: {},
      joints: [{ content: { ...contentOf(await jointOf(job, 'B1-02')), input: { gap: 1 } } }],
    };
    expect((await send<{ detail: string }>('post', `/jobs/${job.id}/tables`, bad, 400)).detail).toMatch(
      /joint B1-02: input\.\w+/,
    );
  });
});

describe('how a joint stands before a table', () => {
  it('is what the register knows of it while nothing changed, and judged where something did', async () => {
    const job = await newJob();
    await get(`/jobs/${job.id}/joints?limit=100`);
    const joint = await jointOf(job, 'B1-02');
    const said = async () => (await planOf(job, [G('B1-02', 200)]))[0]!.before!.verdict;
    const { write, db } = services().database;
    const judged = await said();
    // Verdicts are kept after the register has answered.
    const kept = async () => (await db.select().from(verdicts).where(eq(verdicts.jointId, joint.id)))[0];
    await expect.poll(kept).toBeDefined();
    const { row } = (await kept())!;
    const told = { ...row, summary: { ...row.summary, verdict: 'as it was kept' } };
    await write((tx) => tx.update(verdicts).set({ row: told }).where(eq(verdicts.jointId, joint.id)));
    expect(await said()).toBe('as it was kept');
    const note = { ...contentOf(joint), note: 'changed', version: joint.version, label: 'x' };
    await send('put', `/joints/${joint.id}`, note);
    expect(await said()).toBe(judged);
  });
});

describe('joints that share a detail', () => {
  const share = async (job: JobRecord, group: string, ...marks: string[]): Promise<TakenTable> => {
    const list = await Promise.all(marks.map((m) => jointOf(job, m)));
    return send('post', `/jobs/${job.id}/tables`, {
      name: `shared detail ${group}`,
      mapping: {},
      joints: list.map((j) => ({
        id: j.id,
        version: j.version,
        content: { ...contentOf(j), group, input: withDetailOf(j, list[0]!) },
      })),
    });
  };
  it('are changed together by an edit of one, each a revision of its own; a save from an older state is refused', async () => {
    const job = await newJob();
    const table = await share(job, 'S1', 'B1-03', 'B1-02', 'B1-07');
    const [a, b, c] = [await jointOf(job, 'B1-03'), await jointOf(job, 'B1-02'), await jointOf(job, 'B1-07')];
    expect(detailOf(b)).toEqual(detailOf(a));
    expect(b.input.beam).toEqual(TERN.joints.find((j) => j.mark === 'B1-02')!.input.beam);
    expect((await marksOf(job.id)).filter((s) => s.group === 'S1').map((s) => s.mark)).toEqual(['B1-02', 'B1-03', 'B1-07']);
    const thicker = { ...a.input, plate: { ...a.input.plate, t: 12 } };
    await send('put', `/joints/${a.id}`, { ...contentOf(a), input: thicker, version: a.version, label: 'plate 12' });
    const now = await jointOf(job, 'B1-02');
    expect(now).toMatchObject({ version: b.version + 1, input: { plate: { t: 12 } } });
    expect((await get<{ label: string }[]>(`/joints/${b.id}/revisions`))[0]!.label).toBe(
      'plate 12 at B1-03, which shares its detail',
    );
    const stale = await send<{ detail: string }>('put', `/joints/${b.id}`, { ...contentOf(b), version: b.version }, 409);
    expect(stale.detail).toContain('B1-02 was changed meanwhile');
    // A note of one is its own.
    await send('put', `/joints/${now.id}`, { ...contentOf(now), note: 'mine', version: now.version });
    expect((await jointOf(job, 'B1-07')).version).toBe(c.version + 1);
    // It leaves with a copy, and is then its own.
    const leaving = await jointOf(job, 'B1-07');
    const { group: _left, ...alone } = contentOf(leaving);
    await send('put', `/joints/${c.id}`, { ...alone, version: leaving.version });
    const first = await jointOf(job, 'B1-03');
    await send('put', `/joints/${a.id}`, { ...contentOf(first), input: { ...first.input, gap: 15 }, version: first.version });
    expect((await jointOf(job, 'B1-07')).input.gap).toBe(10);
    expect((await jointOf(job, 'B1-02')).input.gap).toBe(15);
    // The table that made the group is not what they are any more.
    await send('post', `/jobs/${job.id}/tables/${table.id}/drop`, {}, 409);
  });
  it('are each as they were when the group is dropped at once', async () => {
    const job = await newJob();
    const before = await Promise.all(['B1-03', 'B1-02'].map((m) => jointOf(job, m)));
    const table = await share(job, 'S1', 'B1-03', 'B1-02');
    await send('post', `/jobs/${job.id}/tables/${table.id}/drop`, {});
    for (const b of before) expect(contentOf(await jointOf(job, b.mark))).toEqual(contentOf(b));
  });
  it('are one in a file; two details under one name are refused', async () => {
    const shared = TERN.joints.map((j) => (['B1-02', 'B1-03'].includes(j.mark) ? { ...j, group: 'S1' } : j));
    const refused = await send<{ detail: string }>('post', '/jobs/import', { ...TERN, joints: shared }, 400);
    expect(refused.detail).toContain('joint B1-03: group: its detail is not that of B1-02, with which it shares S1');
  });
});
