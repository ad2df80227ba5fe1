import { useEffect, useState } from 'react';
import {
  contentOf,
  Refusal,
  standingOf,
  type JobRecord,
  type JointContent,
  type JointRecord,
  type RegisterEntry,
  type Standing,
} from '@ample/core';
import { api } from '../api.ts';

/** A joint among many that are changed at once: as it stands, and as it would be. */
export interface Change {
  readonly joint: JointRecord;
  readonly before: Standing;
  readonly after: Standing | null;
  readonly content: JointContent | null;
  /** Why it can't be changed so. */
  readonly refusal: string;
}

/** The joints that are chosen, read whole. */
export function useJoints(chosen: readonly RegisterEntry[]): {
  readonly joints: readonly JointRecord[];
  readonly problem: string;
} {
  const [joints, setJoints] = useState<readonly JointRecord[]>([]);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    Promise.all(chosen.map((j) => api.joint(j.id))).then(setJoints, (e: Error) => setProblem(e.message));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- those that were chosen when the dialog opened
  }, []);
  return { joints, problem };
}

/** What becomes of each joint; `make` gives its new content, null where it stays as it is. */
export function changesOf(
  joints: readonly JointRecord[],
  job: JobRecord,
  make: (joint: JointRecord) => JointContent | null,
): Change[] {
  return joints.map((joint): Change => {
    const before = standingOf(joint, job);
    try {
      const content = make(joint);
      if (!content) return { joint, before, after: before, content: null, refusal: '' };
      return { joint, before, content, after: standingOf(content, job), refusal: '' };
    } catch (e) {
      if (!(e instanceof Refusal)) throw e;
      return { joint, before, after: null, content: null, refusal: e.message };
    }
  });
}

/** Stores the changes, all of them or none. */
export const takeChanges = (job: JobRecord, name: string, changes: readonly Change[]) =>
  api.takeTable(job.id, {
    name: name.slice(0, 120),
    mapping: {},
    joints: changes.flatMap(({ joint, content }) =>
      content ? [{ id: joint.id, version: joint.version, content: contentOf(content) }] : [],
    ),
  });
