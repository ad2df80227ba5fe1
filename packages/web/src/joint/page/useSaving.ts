import { useCallback, useEffect, useRef } from 'react';
import type { JointRecord } from '@ample/core';
import { AGAIN, leaveWith, save, saveAgain } from '../../store/joint.ts';
import { useStore } from 'react-redux';
import { useApp, useAppDispatch, type AppState } from '../../store/store.ts';

/** Keeps what is edited: a moment after each edit, when the page is left, and again where a save failed. */
export function useSaving(): void {
  const dispatch = useAppDispatch();
  const joint = useApp((s) => s.joint);
  const record = joint.record!;
  const present = joint.present!;
  // Saves follow edits one after the other; each is made from the version that the last one gave.
  const sent = useRef<Promise<JointRecord | null>>(Promise.resolve(null));
  const latest = useRef(joint);
  latest.current = joint;
  const { getState } = useStore<AppState>();
  /** The joint with an edit that the page does not show yet. */
  const now = useCallback((): AppState['joint'] => {
    const { joint: held } = getState();
    return held.record?.id === latest.current.record!.id ? held : latest.current;
  }, [getState]);
  const store = useCallback(
    (from: JointRecord): void => {
      const { present: content, lastLabel, edits } = now();
      sent.current = dispatch(save({ record: from, content: content!, label: lastLabel, edits }))
        .unwrap()
        .catch(() => null);
    },
    [dispatch, now],
  );
  useEffect(() => {
    if (joint.save !== 'waiting' || joint.inFlight) return;
    // A moment later, so that the check and its repaint go first and quick steps make one save.
    const soon = setTimeout(() => store(record), 80);
    return () => clearTimeout(soon);
  }, [joint.save, joint.inFlight, record, present, joint.edits, store]);
  // Who leaves within that moment leaves nothing behind: the last edit is saved from the version that the save before it gives.
  useEffect(
    () => () => {
      const { save: state, record: from, present: content, lastLabel: label } = now();
      if (content && state !== 'saved') leaveWith({ record: from!, content, label }, sent.current, state === 'saving');
    },
    [now],
  );
  useEffect(() => {
    const warn = (e: BeforeUnloadEvent): void => {
      if (now().save !== 'saved') e.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [now]);
  useEffect(() => {
    if (joint.save !== 'failed') return;
    const again = setTimeout(() => dispatch(saveAgain()), AGAIN);
    return () => clearTimeout(again);
  }, [joint.save, dispatch]);
}
