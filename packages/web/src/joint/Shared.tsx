import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { Refusal, standingOf, withDetailOf, type JointRecord, type Standing } from '@ample/core';
import { api } from '../api.ts';
import { Mark, type ShownState } from '../parts/StateMark.tsx';
import type { JointView } from './page/useJoint.ts';

/** How badly a joint stands, the worst first. */
const ORDER: readonly Standing['state'][] = ['gives', 'rule', 'not-whole', 'none', 'close', 'holds'];
const multipleOf = ({ verdict }: Standing): number => Number(/([\d.]+) ×/.exec(verdict)?.[1] ?? NaN);

/** Who shares the detail of this joint, how each of them stands with it as it is now, and the way out of the group. */
export function Shared({ view: { present, record, siblings, job, apply } }: { view: JointView }) {
  const { group } = present;
  const others = useMemo(
    () => (group === undefined ? [] : siblings.filter((s) => s.group === group && s.id !== record.id)),
    [siblings, group, record.id],
  );
  const [joints, setJoints] = useState<readonly JointRecord[]>([]);
  useEffect(() => {
    let gone = false;
    void Promise.all(others.map((o) => api.joint(o.id))).then(
      (list) => {
        if (!gone) setJoints(list);
      },
      () => undefined, // one that was deleted meanwhile: the list stays as it was
    );
    return () => {
      gone = true;
    };
  }, [others]);
  const stand = useMemo(
    () =>
      joints
        .map((j) => ({ j, ...standingWith(j, present, job) }))
        .sort((a, b) => ORDER.indexOf(a.state) - ORDER.indexOf(b.state) || multipleOf(a) - multipleOf(b)),
    [joints, present, job],
  );
  if (group === undefined) return null;
  return (
    <section aria-label="Shared detail" className="shared mb-4">
      <div className="label">Shared detail {group}: a change here is a change of all</div>
      {others.length === 0 && <p>No other joint shares it now.</p>}
      <ul>
        {stand.map(({ j, state, verdict }) => (
          <li key={j.id} className="flex gap-2 items-center">
            <Mark state={state as ShownState} size={10} />
            <Link className="font-semibold hover:underline" to={`/jobs/${job.id}/joints/${j.id}`}>
              {j.mark}
            </Link>
            <span className="ellipsis" title={verdict}>
              {verdict}
            </span>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="btn mt-1"
        onClick={() => {
          const { group: _left, ...alone } = present;
          apply(alone, `left the shared detail ${group} with a copy`);
        }}
      >
        Leave with a copy
      </button>
    </section>
  );
}

function standingWith(joint: JointRecord, from: JointView['present'], job: JointView['job']): Standing {
  try {
    return standingOf({ ...joint, input: withDetailOf(joint, from) as JointRecord['input'] }, job);
  } catch (e) {
    if (e instanceof Refusal) return { state: 'none', verdict: e.message };
    throw e;
  }
}
