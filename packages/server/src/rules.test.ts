import { readFileSync } from 'node:fs';
import { asc, sql } from 'drizzle-orm';
import request from 'supertest';
import { describe, expect, it } from 'vitest';
import {
  readRulesFile,
  type GivenRules,
  type JobDocument,
  type JobRecord,
  type OfficeRules,
  type RegisterPage,
} from '@ample/core';
import { drawnRules } from '@ample/exchange/logo';
import { TERN, useServer } from './app.testing.ts';
import { jobHead } from './store/jobs.ts';
import { verdicts } from './store/schema.ts';

const { app, get, send, services } = useServer();
const demo = (): GivenRules =>
  readRulesFile(JSON.parse(readFileSync(new URL('../../../demo/house-rules.json', import.meta.url), 'utf8')));
const save = <T>(version: number, rules: unknown, status = 200): Promise<T> => send('put', '/rules', { version, rules }, status);

describe('house rules of the office', () => {
  it('are none before they are saved, then kept by version, and refused from an older one', async () => {
    expect(await get('/rules')).toEqual({ version: 0, rules: {}, who: '', at: '' });
    const first = await save<OfficeRules>(0, { ...demo(), decimal: 'comma' });
    expect(first).toMatchObject({ version: 1, who: 'R. Amsel', rules: { office: 'Marram Connection Design', decimal: 'comma' } });
    expect(await get('/rules')).toEqual(first);
    const stale = await save<{ detail: string; current: OfficeRules }>(0, {}, 409);
    expect(stale.detail).toContain('made from version 0, stored is version 1');
    expect(stale.current).toEqual(first);
    // A logo is drawn anew, so that what is stored is ours.
    expect(first.rules.logo).toBe(drawnRules(demo()).logo);
  });
  it.each([
    [{ logo: 'data:image/png;base64,AAAA' }, 'logo', /is no PNG|no PNG/],
    [{ decimal: 'dot' }, 'rules.decimal', /"dot"/],
    [{ layers: { HOLES: 'a:b' } }, 'rules.layers.HOLES', /letters, figures/],
    [{ office: 'x'.repeat(100) }, 'rules.office', /60/],
  ])('are refused in one sentence: %j', async (rules, field, said) => {
    const { version } = await get<OfficeRules>('/rules');
    const problem = await save<{ detail: string; field: string }>(version, rules, 400);
    expect(problem.detail).toMatch(said);
    expect(problem.field).toBe(field);
    expect((await get<OfficeRules>('/rules')).version).toBe(version);
  });
  it('stand where a job says nothing, and are no part of its file; what is its own is', async () => {
    const { version } = await get<OfficeRules>('/rules');
    await save(version, { office: 'Ruddock', decimal: 'comma' });
    const job = await send<JobRecord>('post', '/jobs/import', TERN);
    expect(job.rules).toBeUndefined();
    const own = await send<JobRecord>('put', `/jobs/${job.id}`, {
      version: job.version,
      rules: { decimal: 'point', paper: 'A3' },
    });
    expect(own.rules).toEqual({ decimal: 'point', paper: 'A3' });
    const file = await get<Record<string, unknown>>(`/jobs/${job.id}/export`);
    expect([file['rules'], file['office']]).toEqual([{ decimal: 'point', paper: 'A3' }, undefined]);
    const again = await send<JobRecord>('post', '/jobs/import', file);
    expect(again.rules).toEqual(own.rules);
    expect((await send<JobRecord>('post', `/jobs/${job.id}/copy`, {})).rules).toEqual(own.rules);
    const head = await jobHead(services().database.db, job.id);
    expect(head.office).toEqual({ office: 'Ruddock', decimal: 'comma' });
    const none = await send<JobRecord>('put', `/jobs/${job.id}`, { version: own.version, rules: null });
    expect(none.rules).toBeUndefined();
  });
  it('change no verdict: what was kept is kept', async () => {
    const job = await send<JobRecord>('post', '/jobs/import', { ...TERN, joints: TERN.joints.slice(0, 3) });
    const rows = async () => (await get<RegisterPage>(`/jobs/${job.id}/joints?limit=100`)).rows;
    const before = await rows();
    const { db } = services().database;
    // Verdicts are kept after the answer went out.
    const keysOf = () => db.select({ id: verdicts.jointId, key: verdicts.key }).from(verdicts).orderBy(asc(verdicts.jointId));
    await expect.poll(async () => (await keysOf()).length).toBeGreaterThanOrEqual(3);
    const kept = await keysOf();
    const { version } = await get<OfficeRules>('/rules');
    await save(version, { office: 'Pipit' });
    await send('put', `/jobs/${job.id}`, { version: job.version, rules: { paper: 'A1' } });
    expect(await rows()).toEqual(before);
    expect(await keysOf()).toEqual(kept);
  });
  it('begin a new job with the limit of close; jobs that stand keep theirs, and a job has no rule for it', async () => {
    const before = await send<JobRecord>('post', '/jobs', { name: 'Dunlin pier' });
    expect(before.basis.close).toBe(1.1);
    const { version } = await get<OfficeRules>('/rules');
    await save(version, { close: 1.25 });
    expect((await send<JobRecord>('post', '/jobs', { name: 'Knot weir' })).basis.close).toBe(1.25);
    expect((await get<JobRecord>(`/jobs/${before.id}`)).basis.close).toBe(1.1);
    const refused = await send<{ detail: string }>(
      'put',
      `/jobs/${before.id}`,
      { version: before.version, rules: { close: 1.25 } },
      400,
    );
    expect(refused.detail).toBe('rules.close: this field does not belong here; leave it out.');
    await save(version + 1, {});
  });
  it('that are damaged in the store are told, and take no job with them', async () => {
    const { database } = services();
    const job = await send<JobRecord>('post', '/jobs', { name: 'Turnstone sheds' });
    await database.db.run(sql`update office_rules set rules = '{'`);
    const problem = await request(app()).get('/api/rules').set('Host', 'localhost').expect(409);
    expect((problem.body as { detail: string }).detail).toContain('The house rules of the office can not be read');
    expect((await get<JobRecord>(`/jobs/${job.id}`)).name).toBe('Turnstone sheds');
    // They are no part of a job's file: it leaves all the same.
    expect((await get<JobDocument>(`/jobs/${job.id}/export`)).name).toBe('Turnstone sheds');
    // Nor do they keep anyone from a new one.
    expect((await send<JobRecord>('post', '/jobs', { name: 'Sanderling hall' })).basis.close).toBe(1.1);
  });
});
