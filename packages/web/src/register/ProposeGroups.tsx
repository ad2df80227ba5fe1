import { useMemo, useState } from 'react';
import { proposeGroups, unitsOf, USUAL_WITHIN, type JobRecord, type RegisterEntry, type Units } from '@ample/core';
import { Dialog, Problem } from '../parts/Dialog.tsx';
import { useJoints } from './many.ts';

interface Props {
  readonly job: JobRecord;
  readonly chosen: readonly RegisterEntry[];
  readonly onClose: () => void;
  readonly onChoose: (ids: readonly string[]) => void;
}

/** Groups of the chosen joints that are alike: one of them is chosen to share one detail. */
export function ProposeGroups({ job, chosen, onClose, onChoose }: Props) {
  const { joints, problem } = useJoints(chosen);
  const [depth, setDepth] = useState(String(USUAL_WITHIN.depth * 100));
  const [force, setForce] = useState(String(USUAL_WITHIN.force * 100));
  const [d, f] = [Number(depth), Number(force)];
  const fine = depth.trim() !== '' && force.trim() !== '' && d >= 0 && d <= 500 && f >= 0 && f <= 10_000;
  const found = useMemo(
    () =>
      fine
        ? proposeGroups(
            joints.filter((j) => j.unreadable === undefined),
            job,
            { depth: d / 100, force: f / 100 },
          )
        : [],
    [joints, job, fine, d, f],
  );
  const units = unitsOf(job.basis);
  const idOf = new Map(joints.map((j) => [j.mark, j.id]));
  return (
    <Dialog title={`Joints among ${chosen.length} that are alike`} onClose={onClose} width={760}>
      <p className="muted mb-2">
        The same kind, families, steels and support situation, and near each other in depth and in force. Those that share a
        detail already are left out.
      </p>
      <div className="form-grid">
        {(
          [
            ['Depth within, %', depth, setDepth],
            ['Force within, %', force, setForce],
          ] as const
        ).map(([words, value, set]) => (
          <label key={words} className="contents">
            <span>{words}</span>
            <input className="input w-24" value={value} onChange={(e) => set(e.target.value)} />
          </label>
        ))}
      </div>
      {!fine && <Problem>Depth and force: accepted are per cents, as 20 and 50.</Problem>}
      <Problem>{problem}</Problem>
      {joints.length > 0 && fine && found.length === 0 && <p className="mt-3">None of them are alike so far.</p>}
      <ul className="mt-3">
        {found.map((g) => (
          <Alike key={g.marks.join()} group={g} units={units} onChoose={() => onChoose(g.marks.map((m) => idOf.get(m)!))} />
        ))}
      </ul>
    </Dialog>
  );
}

/** Joints that are alike, and within what. */
function Alike({
  group: g,
  units,
  onChoose,
}: {
  group: ReturnType<typeof proposeGroups>[number];
  units: Units;
  onChoose: () => void;
}) {
  return (
    <li className="hair-row grid-cols-[minmax(0,1fr)_auto]">
      <span>
        <b>{g.marks.join(', ')}</b>
        <span className="block muted">
          {g.words} · depth {units.length(g.depth[0])} to {units.length(g.depth[1])} {units.name('mm')} · greatest force{' '}
          {units.stated(g.force[0], 'force')} to {units.stated(g.force[1], 'force')} {units.unitOf('force')}
        </span>
      </span>
      <button type="button" className="btn" onClick={onChoose}>
        Share one detail
      </button>
    </li>
  );
}
