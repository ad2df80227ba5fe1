import { createAsyncThunk, createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { contentOf, type JointContent, type JointRecord, type RevisionRecord } from '@ample/core';
import { api, ApiProblem } from '../api.ts';

/** Content and the words of the edit that it belongs to. */
interface Edit {
  readonly content: JointContent;
  readonly label: string;
}

export interface JointState {
  /** As stored; its version is the one that the next save is made from. */
  readonly record: JointRecord | null;
  readonly present: JointContent | null;
  readonly past: readonly Edit[];
  readonly future: readonly Edit[];
  readonly save: 'saved' | 'saving' | 'waiting' | 'stale' | 'failed';
  readonly problem: string | null;
  /** The stored joint when a save was refused as stale. */
  readonly stored: JointRecord | null;
  readonly lastLabel: string;
  /** Counts changes, so that a save knows whether it brought the last one home. */
  readonly edits: number;
  /** A save is on its way; the next one waits for the version that it brings. */
  readonly inFlight: boolean;
}

const initialState: JointState = {
  record: null,
  present: null,
  past: [],
  future: [],
  save: 'saved',
  problem: null,
  stored: null,
  lastLabel: '',
  edits: 0,
  inFlight: false,
};

/** After which a save that found no server is tried again, ms. */
export const AGAIN = 4000;

/** Saves on their way, by joint: who comes back to one meanwhile waits for them, so as not to read what was before. */
const underWay = new Map<string, Promise<unknown>>();
const onItsWay = <T>(id: string, saving: Promise<T>): Promise<T> => {
  const all = Promise.allSettled([underWay.get(id), saving]);
  underWay.set(id, all);
  void all.then(() => underWay.get(id) === all && underWay.delete(id));
  return saving;
};

/** Sends a save of content that was made from a stored record; after another one of the same joint, from the version that this gives. */
export const sendSave = (
  record: JointRecord,
  content: JointContent,
  label: string,
  after: Promise<JointRecord | null> = Promise.resolve(null),
): Promise<JointRecord> =>
  onItsWay(
    record.id,
    after.then((before) => {
      const { version } = before && before.version > record.version ? before : record;
      return api.saveJoint(record.id, { ...content, version, label: (label || 'changed').slice(0, 200) });
    }),
  );

/** Once every save that is on its way has arrived, or failed. */
export const savesArrived = (): Promise<unknown> => Promise.all(underWay.values());

/** An edit that its page was left with before it was stored, and the stored joint that it was made from. */
interface Left extends Edit {
  readonly record: JointRecord;
}
const left = new Map<string, Left>();
/** Whether edits of joints that were left could not be stored. */
export const leftUnsaved = (): boolean => left.size > 0;

/**
 * Stores an edit though its page is left, after the save before it; `sent`: that is one of this very edit, so that it counts. Where the server can't be
 * reached it is sent again until it is. Refused, it waits for who comes back.
 */
export function leaveWith(edit: Left, after: Promise<JointRecord | null> = Promise.resolve(null), sent = false): void {
  const { record, content, label } = edit;
  const send = (): Promise<JointRecord> => sendSave(record, content, label, after);
  const saving = sent
    ? onItsWay(
        record.id,
        after.then((done) => done ?? send()),
      )
    : send();
  saving.then(
    () => left.delete(record.id),
    (e: unknown) => {
      left.set(record.id, edit);
      if (!(e instanceof ApiProblem) || e.status !== 0) return;
      setTimeout(() => {
        if (left.get(record.id) === edit) leaveWith(edit);
      }, AGAIN);
    },
  );
}

/** A joint and what was done to it, as they are stored; and the edit of it that never was. */
interface StoredJoint {
  readonly record: JointRecord;
  readonly revisions: readonly RevisionRecord[];
  readonly unsaved?: Left;
}
/** A joint once its saves have arrived. */
export async function storedJoint(id: string): Promise<StoredJoint> {
  await underWay.get(id);
  const [record, revisions] = await Promise.all([api.joint(id), api.revisions(id)]);
  const unsaved = left.get(id);
  left.delete(id);
  // From the version that it was made from, so that a change of someone else meanwhile is told.
  return unsaved ? { record: unsaved.record, revisions, unsaved } : { record, revisions };
}

/** Saves the present content; "saved" shows only after the server has it on disk. */
export const save = createAsyncThunk(
  'joint/save',
  async (
    { record, content, label }: { record: JointRecord; content: JointContent; label: string; edits: number },
    { rejectWithValue },
  ) => {
    try {
      return await sendSave(record, content, label);
    } catch (e) {
      if (e instanceof ApiProblem) return rejectWithValue({ message: e.message, status: e.status, current: e.current });
      throw e;
    }
  },
);

/** With one edit more, which waits for its save. */
const withEdit = (s: JointState, { content, label }: Edit): JointState =>
  s.present
    ? {
        ...s,
        present: content,
        past: [...s.past, { content: s.present, label }],
        future: [],
        save: 'waiting',
        lastLabel: label,
        edits: s.edits + 1,
      }
    : s;

const slice = createSlice({
  name: 'joint',
  initialState,
  reducers: {
    opened: (_s, { payload }: PayloadAction<StoredJoint>): JointState => {
      // The store's history is the undo history: it survives a reload.
      // What changed nothing (a signature, an undo taken back before it was saved) is no step.
      const past = payload.revisions
        .filter((r) => r.before && r.after && JSON.stringify(r.before) !== JSON.stringify(r.after))
        .map((r) => ({ content: { ...r.before!, kind: r.before!.kind ?? payload.record.kind }, label: r.label }))
        .reverse();
      const stored: JointState = { ...initialState, record: payload.record, present: contentOf(payload.record), past };
      return payload.unsaved ? withEdit(stored, payload.unsaved) : stored;
    },
    edited: (s, { payload }: PayloadAction<Edit>): JointState => withEdit(s, payload),
    undone: (s): JointState => {
      const last = s.past.at(-1);
      if (!last || !s.present) return s;
      return {
        ...s,
        present: last.content,
        past: s.past.slice(0, -1),
        future: [{ content: s.present, label: last.label }, ...s.future],
        save: 'waiting',
        lastLabel: `undo: ${last.label}`,
        edits: s.edits + 1,
      };
    },
    redone: (s): JointState => {
      const next = s.future[0];
      if (!next || !s.present) return s;
      return {
        ...s,
        present: next.content,
        past: [...s.past, { content: s.present, label: next.label }],
        future: s.future.slice(1),
        save: 'waiting',
        lastLabel: `redo: ${next.label}`,
        edits: s.edits + 1,
      };
    },
    recordReplaced: (s, { payload }: PayloadAction<JointRecord>): JointState => ({ ...s, record: payload }),
    storedTaken: (s): JointState =>
      s.stored && s.present
        ? {
            ...s,
            record: s.stored,
            past: [...s.past, { content: s.present, label: 'took the stored one' }],
            present: contentOf(s.stored),
            stored: null,
            save: 'saved',
            problem: null,
          }
        : s,
    mineKept: (s): JointState =>
      s.stored
        ? {
            ...s,
            record: s.stored,
            stored: null,
            save: 'waiting',
            problem: null,
            lastLabel: `${s.lastLabel} (over version ${s.stored.version})`,
          }
        : s,
    saveAgain: (s): JointState => (s.save === 'failed' ? { ...s, save: 'waiting' } : s),
  },
  extraReducers: (build) => {
    build.addCase(save.pending, (s) => ({ ...s, save: 'saving' as const, problem: null, inFlight: true }));
    build.addCase(save.fulfilled, (s, { payload, meta }) =>
      s.record?.id === payload.id
        ? { ...s, inFlight: false, record: payload, save: s.edits === meta.arg.edits ? ('saved' as const) : ('waiting' as const) }
        : s,
    );
    build.addCase(save.rejected, (s, { payload, meta }) => {
      // The joint that is open now is not the one that was saved.
      if (s.record?.id !== meta.arg.record.id) return s;
      const p = payload as { message: string; status: number; current?: unknown } | undefined;
      if (p?.status === 409 && p.current)
        return { ...s, inFlight: false, save: 'stale' as const, problem: p.message, stored: p.current as JointRecord };
      return { ...s, inFlight: false, save: 'failed' as const, problem: p?.message ?? 'The save failed.' };
    });
  },
});

export const { opened, edited, undone, redone, recordReplaced, storedTaken, mineKept, saveAgain } = slice.actions;
export const jointReducer = slice.reducer;
