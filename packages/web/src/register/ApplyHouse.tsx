import { useEffect, useMemo, useState } from 'react';
import {
  contentOf,
  followingOf,
  lineOf,
  Refusal,
  withHouse,
  type HouseRecord,
  type JobRecord,
  type JointRecord,
  type RegisterEntry,
} from '@ample/core';
import { api } from '../api.ts';
import { refusalOf } from '../joint/editor.ts';
import { Dialog, Problem } from '../parts/Dialog.tsx';
import { ChangeTable } from './ChangeTable.tsx';
import { changesOf, takeChanges, useJoints, type Change } from './many.ts';

interface Props {
  readonly job: JobRecord;
  readonly chosen: readonly RegisterEntry[];
  readonly onClose: () => void;
  readonly onDone: () => Promise<void>;
}

const houseChanges = (joints: readonly JointRecord[], house: HouseRecord, job: JobRecord): Change[] =>
  changesOf(joints, job, (j) => {
    const { input } = withHouse(j, house.detail);
    const refusal = refusalOf(j.kind, input, job, j);
    if (refusal) throw new Refusal('house', refusal);
    return { ...contentOf(j), input: input as unknown, house: { name: house.detail.name, version: house.version } };
  });

/** What it makes of one joint, in words. */
function changeWords(c: Change, house: HouseRecord, job: JobRecord): string {
  const mark = { name: house.detail.name, version: house.version };
  const stands = followingOf({ ...c.joint, house: mark }, house.detail, job);
  const made = c.content && followingOf({ ...c.content, house: mark }, house.detail, job);
  const outside = made?.state === 'outside' ? `; outside its range: ${made.words.join('; ')}` : '';
  return `${stands.state === 'strayed' ? stands.words.map((w) => w.replace(/^(.*): (.*) for (.*)$/, '$1: $2 → $3')).join('; ') : 'the same detail'}${outside}`;
}

/** A house detail for many joints at once: before and after in one table, taken or dropped. */
export function ApplyHouse({ job, chosen, onClose, onDone }: Props) {
  const { joints, problem: unread } = useJoints(chosen);
  const [list, setList] = useState<readonly HouseRecord[] | null>(null);
  const [id, setId] = useState('');
  const [problem, setProblem] = useState('');
  useEffect(() => {
    api.house().then(setList, (e: Error) => setProblem(e.message));
  }, []);
  // Only those that some of the joints can take: of their kind, under the standard of the job.
  const offered = useMemo(
    () =>
      (list ?? []).filter(
        (h) => !h.retired && h.detail.basis.standard === job.basis.standard && joints.some((j) => j.kind === h.detail.kind),
      ),
    [list, joints, job],
  );
  const house = offered.find((h) => h.id === id) ?? offered[0];
  const changes = useMemo(() => (house ? houseChanges(joints, house, job) : []), [joints, house, job]);
  const n = changes.filter((c) => c.content).length;
  const refused = changes.some((c) => c.refusal);
  return (
    <Dialog title={`A house detail for ${chosen.length} joint${chosen.length === 1 ? '' : 's'}`} onClose={onClose} width={860}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (!house || !n) return setProblem('None of these joints can take it; choose another house detail, or other joints.');
          takeChanges(job, `house detail ${house.detail.name} version ${house.version}`, changes).then(onDone, (x: Error) =>
            setProblem(x.message),
          );
        }}
      >
        {list && joints.length > 0 && offered.length === 0 && <NoneKept />}
        {house && (
          <>
            <label className="form-grid">
              <span>House detail</span>
              <select className="select w-full" data-first value={house.id} onChange={(e) => setId(e.target.value)}>
                {offered.map((h) => (
                  <option key={h.id} value={h.id}>
                    {h.detail.name}, version {h.version}: {lineOf(h.detail, h.detail)}
                  </option>
                ))}
              </select>
            </label>
            <ChangeTable changes={changes} what={(c) => changeWords(c, house, job)} />
            {refused && <p className="muted mt-2">Those that can&apos;t take it stay as they are.</p>}
          </>
        )}
        <Problem>{problem || unread}</Problem>
        {house && (
          <button type="submit" className="btn btn-primary mt-3">
            Take it for {n} joint{n === 1 ? '' : 's'}
          </button>
        )}
      </form>
    </Dialog>
  );
}

/** Where house details come from. */
function NoneKept() {
  return (
    <p>
      No house detail of this kind is kept under the standard of the job. Open a joint that is detailed as you like it and choose
      “Keep as a house detail”.
    </p>
  );
}
