import { describe, expect, it } from 'vitest';
import {
  contentOf,
  houseFile,
  proposedRange,
  readHouse,
  withHouse,
  type HouseDetail,
  type HouseRecord,
  type HouseVersion,
  type JobRecord,
  type JointRecord,
  type RegisterPage,
} from '@ample/core';
import { TERN, useServer } from './app.testing.ts';
import { openReader } from './store/database.ts';
import { houseStamp } from './store/house.ts';

const { get, send, services, written, jointOf } = useServer();
const house = (mark: string, name: string): HouseDetail => {
  const { kind, input } = TERN.joints.find((j) => j.mark === mark)!;
  const { basis } = TERN;
  const bare = { ...{ name, note: '', kind, input: input as unknown, open: {}, basis }, sections: [], steels: [] };
  return readHouse({ ...bare, range: proposedRange(bare) });
};
const make = (name: string, mark = 'B1-03'): Promise<HouseRecord> =>
  send('post', '/house', { detail: house(mark, name), label: `from ${mark}` });
const save = (j: JointRecord, change: object, status = 200): Promise<JointRecord> =>
  send('put', `/joints/${j.id}`, { ...contentOf(j), ...change, version: j.version, label: 'x' }, status);
const rowOf = async (job: JobRecord, mark: string) =>
  (await get<RegisterPage>(`/jobs/${job.id}/joints?limit=100`)).rows.find((r) => r.mark === mark)!;

describe('a house detail', () => {
  it('is made, changed by versions that never go, and refused from an older one', async () => {
    const first = await make('V-1');
    expect(first).toMatchObject({ version: 1, who: 'R. Amsel', label: 'from B1-03', retired: false, joints: 0 });
    const note = { ...first.detail, note: 'new' };
    const second = await send<HouseRecord>('put', `/house/${first.id}`, { version: 1, detail: note, label: 'a note' });
    expect([second.version, second.detail.note]).toEqual([2, 'new']);
    const stale = await send<{ detail: string; current: HouseRecord }>(
      'put',
      `/house/${first.id}`,
      { version: 1, detail: first.detail, label: '' },
      409,
    );
    expect(stale.detail).toContain('made from version 1, stored is version 2');
    expect(stale.current.version).toBe(2);
    // The same again is no new version.
    expect((await send<HouseRecord>('put', `/house/${first.id}`, { version: 2, detail: note, label: '' })).version).toBe(2);
    const { versions } = await get<{ versions: HouseVersion[] }>(`/house/${first.id}`);
    expect(versions.map((v) => [v.version, v.label, v.detail.note])).toEqual([
      [2, 'a note', 'new'],
      [1, 'from B1-03', ''],
    ]);
  });

  it('is refused under a name that is taken, another name, or with what is none, in one sentence', async () => {
    const first = await make('V-2');
    expect(await send('post', '/house', { detail: house('B1-03', 'V-2'), label: '' }, 409)).toMatchObject({
      field: 'name',
      detail: 'name: "V-2" is another house detail; accepted is a name that is free.',
    });
    const renamed = { version: 1, detail: { ...first.detail, name: 'V-3' }, label: '' };
    expect(await send('put', `/house/${first.id}`, renamed, 409)).toMatchObject({ field: 'name' });
    const broken = { ...first.detail, input: { ...first.detail.input, plate: { t: -4 } } };
    expect(await send('post', '/house', { detail: broken, label: '' }, 400)).toMatchObject({
      detail: expect.stringMatching(/^house detail: input/),
    });
    expect((await send<{ detail: string }>('put', '/house/none', renamed, 404)).detail).toContain('not in the store');
  });

  it('is retired and offered again; its versions stay', async () => {
    const { id } = await make('V-4');
    expect((await send<HouseRecord>('post', `/house/${id}/retire`, { retired: true })).retired).toBe(true);
    const file = await get<{ details: HouseDetail[] }>('/house-file');
    expect(file.details.some((d) => d.name === 'V-4')).toBe(false);
    expect((await send<HouseRecord>('post', `/house/${id}/retire`, { retired: false })).retired).toBe(false);
  });

  it('comes with a file: new ones made, others a version more, the same left; whole or not at all', async () => {
    await make('V-5');
    const [five, six] = [house('B1-03', 'V-5'), house('B1-02', 'V-6')];
    const list = await send<HouseRecord[]>('post', '/house-file', houseFile([{ ...five, note: 'from a file' }, six]));
    expect(list.find((h) => h.detail.name === 'V-5')).toMatchObject({ version: 2, label: 'from a file' });
    expect(list.find((h) => h.detail.name === 'V-6')).toMatchObject({ version: 1 });
    const again = await send<HouseRecord[]>('post', '/house-file', houseFile([six]));
    expect(again.find((h) => h.detail.name === 'V-6')!.version).toBe(1);
    const half = { ...houseFile([house('B1-02', 'V-7')]), details: [house('B1-02', 'V-7'), { ...six, kind: 'none' }] };
    expect(await send('post', '/house-file', half, 400)).toMatchObject({ detail: expect.stringContaining('house detail 2') });
    expect((await get<HouseRecord[]>('/house')).some((h) => h.detail.name === 'V-7')).toBe(false);
  });

  it('is written as a PDF with its table', async () => {
    const { id } = await make('V-8');
    const state = await send<{ id: string; name: string }>('post', '/documents', { houseId: id });
    expect(state.name).toBe('house-detail-V-8.pdf');
    expect((await written(state.id)).headers['content-type']).toContain('application/pdf');
  });
});

describe('joints and their house detail in the register', () => {
  it('follow it, stray in what is said, and come to know a version that is kept later', async () => {
    const job = await send<JobRecord>('post', '/jobs/import', TERN);
    const joint = await jointOf(job, 'B1-02');
    const mark = { name: 'W-1', version: 1 };
    const named = await save(joint, { house: mark });
    expect((await rowOf(job, 'B1-02')).house).toMatchObject({ state: 'unknown' });
    await make('W-1', 'B1-02');
    expect((await rowOf(job, 'B1-02')).house).toEqual({ ...mark, state: 'follows', words: [] });
    const input = { ...named.input, plate: { ...named.input.plate, t: 12 } };
    const strayed = await save(named, { input, house: mark });
    expect((await rowOf(job, 'B1-02')).house).toEqual({ ...mark, state: 'strayed', words: ['Plate thickness: 12 mm for 10 mm'] });
    expect((await get<HouseRecord[]>('/house')).find((h) => h.detail.name === 'W-1')!.joints).toBe(1);
    await save(strayed, { house: undefined });
    expect((await rowOf(job, 'B1-02')).house).toBeUndefined();
  });

  it('that share a detail take a house detail together, and leave it together', async () => {
    const job = await send<JobRecord>('post', '/jobs/import', TERN);
    const { detail } = await make('W-2', 'B1-02');
    const joint = await jointOf(job, 'B1-03');
    const { input } = withHouse(joint, detail);
    await save(joint, { input, house: { name: 'W-2', version: 1 } });
    const other = await jointOf(job, 'B1-07');
    expect(other.house).toEqual({ name: 'W-2', version: 1 });
    expect(other.input.plate.h).toBe(220);
    const { house: _left, ...alone } = contentOf(other);
    await send('put', `/joints/${other.id}`, { ...alone, version: other.version, label: 'let go' });
    expect((await jointOf(job, 'B1-03')).house).toBeUndefined();
  });

  it('are judged anew when it is asked, and the answer is the same', async () => {
    const job = await send<JobRecord>('post', '/jobs/import', TERN);
    const [known, fresh] = [
      await get<RegisterPage>(`/jobs/${job.id}/joints?limit=100`),
      await get<RegisterPage>(`/jobs/${job.id}/joints?limit=100&fresh=1`),
    ];
    expect(fresh).toEqual(known);
    expect(fresh.rows).toHaveLength(TERN.joints.length);
  });

  it('keep its mark in the file of the job, and a copy of the job has it', async () => {
    const job = await send<JobRecord>('post', '/jobs/import', TERN);
    const copy = await send<JobRecord>('post', `/jobs/${job.id}/copy`, {});
    for (const { id } of [job, copy]) {
      const doc = await get<typeof TERN>(`/jobs/${id}/export`);
      expect(doc.joints.find((j) => j.mark === 'B1-03')!.house).toEqual({ name: 'FP-4', version: 1 });
    }
  });

  it('are judged anew when a version more is kept, and only then', async () => {
    const { db } = openReader(services().database.file);
    const before = await houseStamp(db);
    const { id, detail } = await make('W-3', 'B1-02');
    expect(await houseStamp(db)).toBe(before + 1);
    await send('put', `/house/${id}`, { version: 1, detail, label: 'the same' });
    expect(await houseStamp(db)).toBe(before + 1);
  });
});
