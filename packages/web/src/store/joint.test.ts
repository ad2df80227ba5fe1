import { configureStore } from '@reduxjs/toolkit';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { contentOf, type JointContent, type JointRecord } from '@ample/core';
import {
  AGAIN,
  edited,
  jointReducer,
  leaveWith,
  leftUnsaved,
  mineKept,
  opened,
  redone,
  save,
  savesArrived,
  sendSave,
  storedJoint,
  storedTaken,
  undone,
} from './joint.ts';

const record: JointRecord = {
  id: 'j',
  jobId: 'b',
  version: 1,
  mark: 'B1-01',
  kind: 'fin-plate',
  line: 'FP',
  note: '',
  input: { gap: 10 },
  combinations: [],
  updatedAt: '2026-11-23T08:00:00Z',
};
const withGap = (gap: number): JointContent => ({ ...contentOf(record), input: { gap } });
const make = () => {
  const store = configureStore({ reducer: { joint: jointReducer } });
  store.dispatch(opened({ record, revisions: [] }));
  return store;
};
const answer = (status: number, body: unknown) =>
  vi.stubGlobal(
    'fetch',
    vi.fn(async () => new Response(JSON.stringify(body), { status })),
  );
afterEach(() => vi.unstubAllGlobals());

describe('edits of the open joint', () => {
  it('undo and redo step through every edit; a new edit drops what was undone', () => {
    const store = make();
    for (const gap of [11, 12, 13]) store.dispatch(edited({ content: withGap(gap), label: `gap ${gap}` }));
    const gap = () => store.getState().joint.present!.input.gap;
    store.dispatch(undone());
    store.dispatch(undone());
    expect(gap()).toBe(11);
    store.dispatch(redone());
    expect(gap()).toBe(12);
    store.dispatch(edited({ content: withGap(20), label: 'gap 20' }));
    store.dispatch(redone());
    expect(gap()).toBe(20);
    expect(store.getState().joint.past).toHaveLength(3);
    for (let i = 0; i < 5; i += 1) store.dispatch(undone());
    expect(gap()).toBe(10);
  });
  it('open with the stored history as undo history', () => {
    const store = configureStore({ reducer: { joint: jointReducer } });
    const rev = (id: number, label: string, before: number | null, after: number) => ({
      id,
      version: id,
      who: '',
      at: '',
      label,
      before: before === null ? null : withGap(before),
      after: withGap(after),
    });
    store.dispatch(
      opened({
        record: { ...record, version: 3 },
        revisions: [
          rev(4, 'signed by K. Dunlin', 10, 10),
          rev(3, 'gap 9 → 10', 9, 10),
          rev(2, 'gap 8 → 9', 8, 9),
          rev(1, 'made', null, 8),
        ],
      }),
    );
    store.dispatch(undone());
    expect(store.getState().joint.present!.input.gap).toBe(9);
    store.dispatch(undone());
    store.dispatch(undone());
    expect(store.getState().joint.present!.input.gap).toBe(8);
  });
});

describe('saves', () => {
  const send = (store: ReturnType<typeof make>) => {
    const { record: r, present, lastLabel, edits } = store.getState().joint;
    return store.dispatch(save({ record: r!, content: present!, label: lastLabel, edits }));
  };
  it('say saved only when the server has the last edit', async () => {
    const store = make();
    store.dispatch(edited({ content: withGap(11), label: 'gap' }));
    expect(store.getState().joint.save).toBe('waiting');
    answer(200, { ...record, version: 2 });
    const first = send(store);
    expect(store.getState().joint.save).toBe('saving');
    store.dispatch(edited({ content: withGap(12), label: 'gap' }));
    // The edit waits: a second save from the old version would be refused as stale.
    expect(store.getState().joint).toMatchObject({ save: 'waiting', inFlight: true });
    await first;
    expect(store.getState().joint.inFlight).toBe(false);
    expect(store.getState().joint.save).toBe('waiting');
    expect(store.getState().joint.record!.version).toBe(2);
    await send(store);
    expect(store.getState().joint.save).toBe('saved');
  });
  it('keep both versions when they are stale, and either can be taken', async () => {
    for (const [action, gap] of [
      [storedTaken(), 15],
      [mineKept(), 11],
    ] as const) {
      const store = make();
      store.dispatch(edited({ content: withGap(11), label: 'gap' }));
      answer(409, { detail: 'B1-01 was changed meanwhile', current: { ...record, version: 4, input: { gap: 15 } } });
      await send(store);
      expect(store.getState().joint).toMatchObject({ save: 'stale', problem: 'B1-01 was changed meanwhile' });
      store.dispatch(action);
      expect(store.getState().joint.present!.input.gap).toBe(gap);
      expect(store.getState().joint.record!.version).toBe(4);
      if (gap === 15) {
        store.dispatch(undone());
        expect(store.getState().joint.present!.input.gap).toBe(11);
      }
    }
  });
  it('lose nothing when the server is away', async () => {
    const store = make();
    store.dispatch(edited({ content: withGap(11), label: 'gap' }));
    vi.stubGlobal(
      'fetch',
      vi.fn(async () => {
        throw new TypeError('network');
      }),
    );
    await send(store);
    expect(store.getState().joint).toMatchObject({ save: 'failed', problem: expect.stringMatching(/can not be reached/) });
    expect(store.getState().joint.present!.input.gap).toBe(11);
  });
  it('tell nothing to a joint that was opened since', async () => {
    const store = make();
    store.dispatch(edited({ content: withGap(11), label: 'gap' }));
    answer(409, { detail: 'B1-01 was changed meanwhile', current: { ...record, version: 4 } });
    const late = send(store);
    store.dispatch(opened({ record: { ...record, id: 'k', mark: 'B1-02' }, revisions: [] }));
    await late;
    expect(store.getState().joint).toMatchObject({ save: 'saved', problem: null, stored: null, present: { mark: 'B1-02' } });
  });
});

describe('a joint that is left and come back to', () => {
  /** A server that holds one joint and takes a while over each save. */
  const slow = () => {
    let held = record;
    const asked: string[] = [];
    vi.stubGlobal(
      'fetch',
      vi.fn(async (path: string, { method, body }: { method: string; body?: string }) => {
        asked.push(method);
        if (path.endsWith('/revisions')) return new Response('[]');
        if (method === 'PUT') {
          await new Promise((r) => setTimeout(r, 20));
          const sent = JSON.parse(body!) as JointRecord;
          if (sent.version !== held.version) return new Response('{"detail":"stale"}', { status: 409 });
          held = { ...held, ...sent, version: held.version + 1 };
        }
        return new Response(JSON.stringify(held));
      }),
    );
    return asked;
  };
  it('is read when its saves have arrived, one after the other', async () => {
    const asked = slow();
    const first = sendSave(record, withGap(11), 'gap');
    const second = sendSave(record, withGap(12), 'gap', first);
    const { record: read } = await storedJoint('j');
    expect([read.version, read.input.gap]).toEqual([3, 12]);
    expect(asked).toEqual(['PUT', 'PUT', 'GET', 'GET']);
    expect((await second).version).toBe(3);
  });
  it('is read though a save of it failed; another is not waited for', async () => {
    slow();
    const stale = sendSave({ ...record, version: 7 }, withGap(11), 'gap').catch((e: Error) => e.message);
    expect((await storedJoint('k')).record.version).toBe(1);
    expect((await storedJoint('j')).record.version).toBe(1);
    expect(await stale).toBe('stale');
    const more = sendSave(record, withGap(13), 'gap');
    const order: string[] = [];
    void more.then(() => order.push('save'));
    await savesArrived();
    order.push('arrived');
    expect(order).toEqual(['save', 'arrived']);
  });
  it('has the edit that could not be stored when it was left, and saves it from the version that it was made from', async () => {
    const store = make();
    slow();
    // Somebody else saves first: the edit of who left is refused.
    await sendSave(record, withGap(11), 'gap 11');
    leaveWith({ record, content: withGap(15), label: 'gap 15' });
    const found = await storedJoint('j');
    store.dispatch(opened(found));
    expect(store.getState().joint).toMatchObject({ save: 'waiting', lastLabel: 'gap 15', record: { version: 1 } });
    expect(store.getState().joint.present!.input.gap).toBe(15);
    store.dispatch(undone());
    expect(store.getState().joint.present!.input.gap).toBe(10);
    expect(leftUnsaved()).toBe(false);
    expect((await storedJoint('j')).unsaved).toBeUndefined();
  });
  it('has the edit whose save was on its way when it was left, and was refused then', async () => {
    const asked = slow();
    const refused = sendSave({ ...record, version: 9 }, withGap(16), 'gap 16').catch(() => null);
    leaveWith({ record: { ...record, version: 9 }, content: withGap(16), label: 'gap 16' }, refused, true);
    expect((await storedJoint('j')).unsaved!.content.input.gap).toBe(16);
    // Sent once more before it is given up; stored, it is not sent again.
    expect(asked.filter((x) => x === 'PUT')).toHaveLength(2);
    leaveWith({ record, content: withGap(17), label: 'gap 17' }, sendSave(record, withGap(17), 'gap 17'), true);
    const found = await storedJoint('j');
    expect([found.unsaved, found.record.version, found.record.input.gap]).toEqual([undefined, 2, 17]);
    expect(asked.filter((x) => x === 'PUT')).toHaveLength(3);
  });
  it('is saved when the server answers again', async () => {
    vi.useFakeTimers();
    const away = vi.fn(async () => {
      throw new TypeError('network');
    });
    vi.stubGlobal('fetch', away);
    leaveWith({ record, content: withGap(15), label: 'gap 15' });
    await vi.advanceTimersByTimeAsync(AGAIN + 100);
    expect(away).toHaveBeenCalledTimes(2);
    expect(leftUnsaved()).toBe(true);
    answer(200, { ...record, version: 2 });
    await vi.advanceTimersByTimeAsync(AGAIN);
    expect(leftUnsaved()).toBe(false);
    vi.useRealTimers();
  });
});
