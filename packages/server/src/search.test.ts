import request from 'supertest';
import { describe, expect, it } from 'vitest';
import type { GivenRules, JobRecord, OfficeRules, plainSearch } from '@ample/core';
import { TERN, useServer } from './app.testing.ts';

const { get, send, app, jointOf } = useServer();
type Said = ReturnType<typeof plainSearch>;
const few: GivenRules = { details: { bolts: [20], plates: [10, 12], legs: [8], pitches: [70], most_lines: 1 } };

describe('a search of details', () => {
  it('goes by the rules of the office and of the job, in a thread, and stores nothing', async () => {
    const office = await get<OfficeRules>('/rules');
    await send('put', '/rules', { version: office.version, rules: few });
    const job = await send<JobRecord>('post', '/jobs/import', TERN);
    const { id } = await jointOf(job, 'B1-01');
    const before = await get<unknown[]>(`/joints/${id}/revisions`);
    const said = await send<Said>('post', `/joints/${id}/search`, { top: 2, kinds: ['fin-plate'] });
    expect([said.mark, said.kinds.length, said.cheapest.length]).toEqual(['B1-01', 1, 2]);
    expect(said.cheapest[0]!.line).toMatch(/^FP \| 1[02]x.* \dxM20-8\.8 @(50|70)/);
    expect(await get(`/joints/${id}/revisions`)).toEqual(before);
    // The job's own lists stand before those of the office.
    await send('put', `/jobs/${job.id}`, { version: job.version, rules: { details: { bolts: [24] } } });
    const own = await send<Said>('post', `/joints/${id}/search`, { top: 2, kinds: ['fin-plate'] });
    expect(own.kinds[0]!.axes.find((a) => a.id === 'bolt')!.values).toEqual([24]);
  });

  it('is refused with a sentence where it can not be made', async () => {
    const job = await send<JobRecord>('post', '/jobs/import', TERN);
    const { id } = await jointOf(job, 'P1-01');
    const of = (body: object, status: number): Promise<{ detail: string }> => send('post', `/joints/${id}/search`, body, status);
    expect((await of({ kinds: ['fin-plate'] }, 400)).detail).toMatch(
      /fin-plate does not join what column-base does; accepted are column-base/,
    );
    expect((await of({ kinds: [] }, 400)).detail).toMatch(/kinds: the list has fewer than 1 entries/);
    expect((await of({ top: 5000 }, 400)).detail).toMatch(/top: .*1000/);
    await request(app())
      .post('/api/joints/none/search')
      .set('Host', 'localhost')
      .set('Content-Type', 'application/json')
      .send({})
      .expect(404);
  });
});
