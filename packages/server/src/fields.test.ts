import request from 'supertest';
import { describe, expect, it } from 'vitest';
import {
  basisOf,
  contentOf,
  fieldOfKept,
  fingerprint,
  keptOf,
  withActions,
  type FieldRecord,
  type JobRecord,
  type JointRecord,
} from '@ample/core';
import { besideHand, jointField, partUses, type JointField } from '@ample/core/field';
import { eq, sql } from 'drizzle-orm';
import { fields } from './store/schema.ts';
import { TERN, useServer } from './app.testing.ts';

const { get, send, app, services, jointOf } = useServer();
const of = (joint: JointRecord, job: JobRecord): string => fingerprint(withActions(joint, job), basisOf(job, joint.settings));
const analysed = (joint: JointRecord, job: JobRecord, combination: string): JointField =>
  jointField({ ...joint, line: '' }, { ...job, joints: [] } as never, {
    combination,
    preview: true,
    until: 'design',
    pictures: true,
  });
const put = (joint: JointRecord, body: object, status = 200): Promise<FieldRecord & { field?: string; detail?: string }> =>
  send('put', `/joints/${joint.id}/fields`, body, status);
const list = (joint: JointRecord): Promise<FieldRecord[]> => get(`/joints/${joint.id}/fields`);

describe('plate analyses of a joint', () => {
  it('are kept with the revision that they are of, without pictures, and come back whole', async () => {
    const job = await send<JobRecord>('post', '/jobs/import', TERN);
    const joint = await jointOf(job, 'C1-01');
    expect(await list(joint)).toEqual([]);
    const [name] = withActions(joint, job).combinations.map((c) => c.name);
    const made = analysed(joint, job, name!);
    expect(made.result.design!.picture).toBeDefined();
    const field = keptOf(made, besideHand(made), 1.25);
    const kept = await put(joint, { fingerprint: of(joint, job), field });
    expect(kept).toMatchObject({ version: joint.version, older: false });
    const [back] = await list(joint);
    expect(back).toEqual(kept);
    const again = fieldOfKept('C1-01', back!.field);
    expect([again.mark, again.combination, back!.field.coarse, again.result.words]).toEqual([
      'C1-01',
      name,
      1.25,
      made.result.words,
    ]);
    expect(again.result.design!.picture).toBeUndefined();
    // The numbers are those of the analysis, to twelve figures.
    const uses = partUses(made.result.design!);
    const same = partUses(again.result.design!);
    expect(same).toHaveLength(uses.length);
    for (const { part, of: what, share } of uses) {
      const found = same.find((u) => u.part === part)!;
      expect(found.of).toBe(what);
      expect(Math.abs(found.share - share)).toBeLessThan(1e-11);
    }
    expect(again.spare).toEqual(made.spare);

    // A second of the same combination takes its place.
    await put(joint, { fingerprint: of(joint, job), field: { ...field, beside: 'again' } });
    expect((await list(joint)).map((r) => r.field.beside)).toEqual(['again']);
  });

  it('is of what the joint was once it is changed, refused then, and of the joint again when that is taken back', async () => {
    const job = await send<JobRecord>('post', '/jobs/import', TERN);
    const joint = await jointOf(job, 'B2-14');
    const name = withActions(joint, job).combinations[0]!.name;
    const field = keptOf(analysed(joint, job, name), '', undefined);
    await put(joint, { fingerprint: of(joint, job), field });
    const plate = { ...joint.input.plate, t: 12 };
    const changed = await send<JointRecord>('put', `/joints/${joint.id}`, {
      ...contentOf(joint),
      input: { ...joint.input, plate },
      version: joint.version,
      label: 'thicker',
    });
    const [was] = await list(joint);
    expect([was!.fingerprint, was!.version]).toEqual([of(joint, job), joint.version]);
    expect(was!.fingerprint).not.toBe(of(changed, job));
    const refused = await put(joint, { fingerprint: of(joint, job), field }, 409);
    expect(refused).toMatchObject({ field: 'fingerprint' });
    // One of the joint as it stands goes before one that is newer and of what it was.
    await put(changed, { fingerprint: of(changed, job), field: { ...field, beside: 'thicker' } });
    expect((await list(joint)).map((r) => r.field.beside)).toEqual(['thicker']);
    await send('put', `/joints/${joint.id}`, {
      ...contentOf(changed),
      input: joint.input,
      version: changed.version,
      label: 'back',
    });
    expect((await list(joint)).map((r) => r.field.beside)).toEqual(['']);
  });

  it('says of one that another edition of the calculation made that it is older, and leaves out one that is damaged', async () => {
    const job = await send<JobRecord>('post', '/jobs/import', TERN);
    const joint = await jointOf(job, 'B1-01');
    const [a, b] = withActions(joint, job).combinations.map((c) => c.name);
    const field = keptOf(analysed(joint, job, a!), '', undefined);
    await put(joint, { fingerprint: of(joint, job), field });
    await put(joint, { fingerprint: of(joint, job), field: { ...field, combination: b } });
    const { write } = services().database;
    await write((tx) => tx.update(fields).set({ edition: 'before' }).where(eq(fields.combination, a!)));
    expect((await list(joint)).map((r) => [r.field.combination, r.older]).sort()).toEqual(
      [
        [a, true],
        [b, false],
      ].sort(),
    );
    await write((tx) =>
      tx
        .update(fields)
        .set({ field: sql`'{'` })
        .where(eq(fields.combination, b!)),
    );
    expect((await list(joint)).map((r) => r.field.combination)).toEqual([a]);
  });

  it('are judged before they are kept: what no analysis gives is refused with its place', async () => {
    const job = await send<JobRecord>('post', '/jobs/import', TERN);
    const joint = await jointOf(job, 'C1-01');
    const name = withActions(joint, job).combinations[0]!.name;
    const field = keptOf(analysed(joint, job, name), '', undefined);
    const state = field.result.design!;
    const bad: readonly [object, string][] = [
      [{ ...field, result: { ...field.result, multiple: null } }, 'field.result.multiple'],
      [{ ...field, result: { ...field.result, end: 'cancelled' } }, 'field.result.end'],
      [
        { ...field, result: { ...field.result, design: { ...state, uses: [{ ...state.uses[0]!, kind: 'magic' }] } } },
        'field.result.design.uses.0.kind',
      ],
      [{ ...field, spare: Array.from({ length: 501 }, () => 'x') }, 'field.spare'],
      [{ ...field, picture: {} }, 'field.picture'],
    ];
    for (const [sent, at] of bad) {
      const said = await put(joint, { fingerprint: of(joint, job), field: sent }, 400);
      expect(said.field).toBe(at);
    }
    expect(await list(joint)).toEqual([]);
    await request(app()).get('/api/joints/none/fields').set('Host', 'localhost').expect(404);
  });
});
