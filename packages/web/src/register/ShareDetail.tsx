import { useMemo, useState } from 'react';
import {
  basisOf,
  contentOf,
  kindOf,
  Refusal,
  sameDetail,
  withDetailOf,
  type JobRecord,
  type JointRecord,
  type RegisterEntry,
  type Units,
} from '@ample/core';
import { refusalOf } from '../joint/editor.ts';
import { Dialog, Problem } from '../parts/Dialog.tsx';
import { ChangeTable } from './ChangeTable.tsx';
import { changesOf, takeChanges, useJoints } from './many.ts';

/** A group name that no joint of the job has: S1, S2. */
function freeGroup(all: readonly RegisterEntry[]): string {
  let n = 1;
  while (all.some((j) => j.group === `S${n}`)) n += 1;
  return `S${n}`;
}

interface Props {
  readonly job: JobRecord;
  readonly all: readonly RegisterEntry[];
  readonly chosen: readonly RegisterEntry[];
  readonly onClose: () => void;
  readonly onDone: () => Promise<void>;
}

/** Joints that are to share the detail of one of them: what it makes of each, then one record for all. */
export function ShareDetail({ job, all, chosen, onClose, onDone }: Props) {
  const { joints, problem: unread } = useJoints(chosen);
  const [group, setGroup] = useState(() => freeGroup(all));
  const [of, setOf] = useState(chosen[0]!.id);
  const [problem, setProblem] = useState('');
  const from = joints.find((j) => j.id === of);
  const { units } = basisOf(job);
  const changes = useMemo(
    () =>
      from
        ? changesOf(joints, job, (j) => {
            const input = withDetailOf(j, from);
            const refusal = refusalOf(j.kind, input, job, j);
            if (refusal) throw new Refusal('group', refusal);
            return { ...contentOf(j), input, group: group.trim() };
          })
        : [],
    [joints, from, job, group],
  );
  const refused = changes.filter((c) => c.refusal);
  const name = group.trim();
  // A group of that name has its own detail.
  const taken = all.some((j) => j.group === name && !chosen.some((c) => c.id === j.id));
  return (
    <Dialog title={`${chosen.length} joints share one detail`} onClose={onClose} width={860}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (!name) return setProblem('The group has no name; accepted is a short one, as S1.');
          if (taken) return setProblem(`"${name}" is the name of another group; accepted is a name that is free.`);
          if (refused.length)
            return setProblem(
              `${refused.map((c) => c.joint.mark).join(', ')} can't take this detail; choose another detail, or fewer joints.`,
            );
          takeChanges(job, `shared detail ${name}`, changes).then(onDone, (x: Error) => setProblem(x.message));
        }}
      >
        <Named {...{ group, setGroup, of, setOf, joints, units }} />
        <p className="muted mt-2">
          Each keeps its members and its forces. From then on a change of the detail at one of them is a change of all; the worst
          is named at each, and one can leave with a copy.
        </p>
        <ChangeTable
          changes={changes}
          what={(c) =>
            c.joint.id === of ? 'its own detail' : sameDetail(c.joint, from!) ? 'the same detail' : 'takes the detail'
          }
        />
        <Problem>{problem || unread}</Problem>
        <button type="submit" className="btn btn-primary mt-3" disabled={!from}>
          Share the detail
        </button>
      </form>
    </Dialog>
  );
}

interface NamedProps {
  readonly group: string;
  readonly setGroup: (name: string) => void;
  readonly of: string;
  readonly setOf: (id: string) => void;
  readonly joints: readonly JointRecord[];
  readonly units: Units;
}

/** The name of the group, and whose detail it takes. */
function Named({ group, setGroup, of, setOf, joints, units }: NamedProps) {
  return (
    <div className="form-grid">
      <label className="contents">
        <span>Name of the group</span>
        <input className="input w-40" value={group} maxLength={24} onChange={(e) => setGroup(e.target.value)} />
      </label>
      <label className="contents">
        <span>The detail of</span>
        <select className="select" value={of} onChange={(e) => setOf(e.target.value)}>
          {joints.map((j) => (
            <option key={j.id} value={j.id}>
              {j.mark}: {kindOf(j.kind).line.print(j.input, units)}
            </option>
          ))}
        </select>
      </label>
    </div>
  );
}
