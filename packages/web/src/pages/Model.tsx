import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { useParams } from 'react-router';
import type { JobRecord } from '@ample/core';
import { api } from '../api.ts';
import { Choose, FromFile, Stored } from '../model/Panels.tsx';
import { Picture, type EyeOf } from '../model/Picture.tsx';
import { SpotList } from '../model/SpotList.tsx';
import { useModel, usePlans, type Spot } from '../model/useModel.ts';
import { Problem } from '../parts/Dialog.tsx';
import { Shell, type Keys } from '../parts/Shell.tsx';
import { PreviewList } from '../table/PreviewList.tsx';
import { JobTrail } from '../parts/JobTrail.tsx';

const KEYS: Keys = [
  ['↑, ↓', 'along the joints, from the list'],
  ['Enter', 'open the joint'],
  ['←, →, Page Up, Page Down', 'turn the building, from its picture'],
  ['+, −', 'nearer, further'],
  ['Home', 'all of the building'],
];

/** The model of a job: a building to pick joints in, marked by state, and a file that joints are proposed from. */
export function ModelPage() {
  const { jobId } = useParams() as { jobId: string };
  const [job, setJob] = useState<JobRecord | null>(null);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    api.job(jobId).then(
      (j) => {
        setJob(j);
        document.title = `Model · ${j.name}`;
      },
      (e: Error) => setProblem(e.message),
    );
  }, [jobId]);
  return job ? (
    <ModelOf key={job.id} job={job} />
  ) : (
    <Shell>
      <main className="page">
        <Problem>{problem}</Problem>
      </main>
    </Shell>
  );
}

function ModelOf({ job }: { job: JobRecord }) {
  const view = useModel(job);
  const plans = usePlans(view);
  const { members, spots, file, stored, choices, changes, touched } = view;
  const [pickedKey, pick] = useState<string | null>(null);
  const picked = spots.find((s) => s.key === pickedKey) ?? null;
  const onPick = useCallback((s: Spot | null) => pick(s?.key ?? null), []);
  const eye = useRef<EyeOf | null>(null);
  const other = useMemo(() => new Set(changes.map((c) => c.id)), [changes]);
  const [drawable] = useState(() => document.createElement('canvas').getContext('webgl2') !== null);
  const marked = useMemo(() => new Set(touched), [touched]);
  return (
    <Shell help="/help/guide#models" keys={KEYS} trail={<JobTrail jobId={job.id} job={job} here="Model" />}>
      <main className="min-h-0 grid grid-cols-[minmax(0,1fr)_430px]">
        <div
          className="relative min-h-0 min-w-0"
          role="application"
          tabIndex={0}
          aria-label={`The building: ${members.length} members, ${spots.length} joints. Arrows turn it, plus and minus go nearer and further, Home shows all of it.`}
          onKeyDown={(e) => void (turned(eye.current, e) && e.preventDefault())}
        >
          {members.length > 0 && drawable && (
            <Picture {...{ members, spots, picked, onPick, other, eye }} own={job.sections} sections={choices.sections} />
          )}
          {members.length > 0 && !drawable && (
            <p className="muted p-4">This browser draws nothing in three dimensions; the list beside it has every joint.</p>
          )}
          {members.length === 0 && stored !== undefined && (
            <p className="muted p-6">
              No model yet. Choose an IFC file, or one in the exchange form: its members are drawn here, and joints are proposed
              where they meet.
            </p>
          )}
        </div>
        <aside className="min-h-0 overflow-y-auto p-4 border-l border-[#0002] grid gap-4 content-start" aria-label="Model">
          <FromFile view={view} />
          <Problem>{view.problem}</Problem>
          {file && <Choose view={view} plans={plans} />}
          {file && plans.preview && <PreviewList view={plans} />}
          {!file && stored && <Stored stored={stored} job={job} />}
          <SpotList spots={spots} picked={picked} onPick={onPick} jobId={job.id} touched={marked} />
        </aside>
      </main>
    </Shell>
  );
}

/** Turns the building by a key; false for any other key. */
function turned(eye: EyeOf | null, e: KeyboardEvent): boolean {
  const step = Math.PI / 18;
  const way = {
    ArrowLeft: [-step, 0],
    ArrowRight: [step, 0],
    PageUp: [0, -step],
    PageDown: [0, step],
    ArrowUp: [0, -step],
    ArrowDown: [0, step],
  }[e.key];
  if (!eye) return false;
  if (way) eye.rotate(way[0]!, way[1]!);
  else if (e.key === '+' || e.key === '=') eye.zoom(0.8);
  else if (e.key === '-') eye.zoom(1.25);
  else if (e.key === 'Home') eye.fit();
  else return false;
  return true;
}
