import { configureStore } from '@reduxjs/toolkit';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { contentOf, type JointContent, type JointRecord } from '@ample/core';
import { edited, jointReducer, mineKept, opened, redone, save, storedTaken, undone } from './joint.ts';

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
});
