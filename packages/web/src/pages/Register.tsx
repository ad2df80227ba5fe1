import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useVirtualizer } from '@tanstack/react-virtual';
import { basisWords, type JobRecord, type RegisterEntry } from '@ample/core';
import { Problem } from '../parts/Dialog.tsx';
import { Calculations } from '../parts/Calculations.tsx';
import { Issue } from '../parts/Issue.tsx';
import { useSinceLast } from '../parts/KeepIssue.tsx';
import { Shell, type Keys } from '../parts/Shell.tsx';
import { ApplyHouse } from '../register/ApplyHouse.tsx';
import { Bar } from '../register/Bar.tsx';
import { CopyJoint } from '../register/CopyJoint.tsx';
import { EditMany } from '../register/EditMany.tsx';
import { ShareDetail } from '../register/ShareDetail.tsx';
import { Standardise } from '../register/Standardise.tsx';
import { nextMark, shownRows, type Shown } from '../register/order.ts';
import { ProposeGroups } from '../register/ProposeGroups.tsx';
import { RegisterTable } from '../register/RegisterTable.tsx';
import { useRegister } from '../register/useRegister.ts';
import { NewJoint } from './NewJoint.tsx';

const KEYS: Keys = [
  ['↑, ↓, Page Up, Page Down', 'along the rows'],
  ['Space', 'choose the joint, for an edit of many'],
  ['Enter', 'open the joint'],
  ['n', 'new joint'],
  ['c', 'copy to a new mark'],
  ['Delete', 'delete; Undo or Ctrl Z brings it back'],
  ['Ctrl Z', 'bring the deleted one back'],
];

const ALL: Shown = { filter: '', only: null, sort: { key: 'mark', down: false } };
type Box = 'new' | 'issue' | 'share' | 'few' | 'edit' | 'house' | 'propose' | { copy: RegisterEntry } | null;

/** What the keys of the table do, from the row that it is at. */
function keysOf({
  rows,
  index,
  go,
  open,
  remove,
  bringBack,
  box,
  pick,
}: {
  rows: readonly RegisterEntry[];
  index: number;
  go: (i: number) => void;
  open: (j: RegisterEntry) => void;
  remove: (j: RegisterEntry) => void;
  bringBack: (() => void) | null;
  box: (b: Box) => void;
  pick: (j: RegisterEntry) => void;
}): (e: React.KeyboardEvent) => void {
  const current = rows[index];
  return (e) => {
    const step = { ArrowDown: 1, ArrowUp: -1, PageDown: 12, PageUp: -12 }[e.key];
    const control = e.ctrlKey || e.metaKey;
    if (step !== undefined) {
      e.preventDefault();
      go(Math.min(rows.length - 1, Math.max(0, index + step)));
    } else if (e.key === ' ' && current && !(e.target instanceof HTMLInputElement)) {
      e.preventDefault();
      pick(current);
    } else if (e.key === 'Enter' && current) open(current);
    else if (e.key === 'Delete' && current) remove(current);
    else if ((e.key === 'z' || e.key === 'Z') && control) bringBack?.();
    else if (e.key === 'c' && !control && current) {
      e.preventDefault();
      box({ copy: current });
    } else if (e.key === 'n' && !control) {
      e.preventDefault();
      box('new');
    }
  };
}

const versionsOf = (all: readonly RegisterEntry[]): number => all.reduce((sum, j) => sum + j.version, all.length);

/** The joints that are chosen, for what is done with many. */
function usePicked(all: readonly RegisterEntry[]) {
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const onPick = (ids: readonly string[], on: boolean): void => {
    const next = new Set(picked);
    for (const id of ids)
      if (on) next.add(id);
      else next.delete(id);
    setPicked(next);
  };
  // What was deleted meanwhile is chosen no more.
  const chosen = useMemo(() => all.filter((j) => picked.has(j.id) && j.unreadable === undefined), [all, picked]);
  return { picked, setPicked, onPick, chosen };
}

/** The rows that are shown, in their order, and the one that the keys are at. */
function useShown(all: readonly RegisterEntry[], standard: string) {
  const [shown, setShown] = useState<Shown>(ALL);
  const [at, setAt] = useState(0);
  const rows = useMemo(() => shownRows(all, shown, standard), [all, shown, standard]);
  const index = Math.min(at, Math.max(0, rows.length - 1));
  const { scroll, sight, want } = useSight(rows, setAt);
  const show = (change: Partial<Shown>): void => {
    setShown({ ...shown, ...change });
    if (!change.sort) setAt(0);
  };
  const go = (i: number): void => {
    setAt(i);
    sight.scrollToIndex(i, { align: 'auto' });
  };
  return { shown, show, rows, index, current: rows[index], setAt, go, scroll, sight, want };
}

/** The register of a job, and what is done with its rows. */
function useRegisterView(jobId: string) {
  const { job, joints, total, problem, gone, recheck, load, forget, remove, bringBack } = useRegister(jobId);
  const [box, setBox] = useState<Box>(null);
  const table = useRef<HTMLTableElement>(null);
  const navigate = useNavigate();
  const standard = job?.basis.standard ?? '';
  const all = useMemo(() => joints ?? [], [joints]);
  const { shown, show, rows, index, current, setAt, go, scroll, sight, want } = useShown(all, standard);
  const { picked, setPicked, onPick, chosen } = usePicked(all);
  // Asked when all rows are here, and again when one of them is another.
  const whole = joints !== null && joints.length >= total;
  const since = useSinceLast(whole ? jobId : undefined, job?.version, versionsOf(all));
  const unsent = useMemo(() => new Map(since?.changed.map((j) => [j.id, j.last])), [since]);
  // Keys work at once, without a click into the table.
  useEffect(() => {
    if (joints?.length && document.activeElement === document.body) table.current?.focus();
  }, [joints]);

  const open = (j: RegisterEntry): void => void navigate(`/jobs/${jobId}/joints/${j.id}`);
  const takeAway = (j: RegisterEntry): void => void remove(j);
  /** After what a dialog did: the rows anew, and the keys in the table. */
  const done = async (then: () => void): Promise<void> => {
    setBox(null);
    then();
    await load();
    table.current?.focus();
  };
  const onKey = keysOf({
    rows,
    index,
    go,
    open,
    remove: takeAway,
    bringBack: gone && (() => void bringBack()),
    box: setBox,
    pick: (j) => onPick([j.id], !picked.has(j.id)),
  });
  return {
    ...{
      jobId,
      job,
      joints,
      all,
      total,
      rows,
      index,
      current,
      shown,
      show,
      box,
      setBox,
      standard,
      unsent,
      problem,
      gone,
      forget,
    },
    ...{ picked, setPicked, onPick, chosen, table, scroll, sight, want, onKey, setAt, open, takeAway, bringBack, recheck, done },
  };
}

/** The joints of a job: sort, filter, open, add, copy, delete with undo. */
export function RegisterPage() {
  const { jobId } = useParams() as { jobId: string };
  const view = useRegisterView(jobId);
  const { job, all, chosen, box, setBox, setPicked, gone, bringBack, forget, want, done } = view;
  return (
    <Shell
      bench={`/bench?job=${jobId}`}
      help="/help/guide#register"
      keys={KEYS}
      trail={
        <>
          <span className="ellipsis here">{job?.name}</span>
          <span className="quiet">/ Register</span>
        </>
      }
      tools={job && <Tools job={job} none={all.length === 0} onIssue={() => setBox('issue')} />}
    >
      <Body view={view} />
      {gone && <Gone joint={gone} onUndo={() => void bringBack()} onDismiss={forget} />}
      {job && (
        <Boxes
          box={box}
          job={job}
          all={all}
          chosen={chosen}
          onChanged={() => done(() => setPicked(new Set()))}
          onClose={() => setBox(null)}
          onChoose={(ids) => {
            setPicked(new Set(ids));
            setBox('share');
          }}
          onCopied={(id) => done(() => want(id))}
        />
      )}
    </Shell>
  );
}

interface RowButtonsProps {
  readonly current: RegisterEntry | undefined;
  readonly box: (b: Box) => void;
  readonly remove: (j: RegisterEntry) => void;
}

const RowButtons = ({ current, box, remove }: RowButtonsProps) => (
  <>
    <button type="button" className="btn" onClick={() => current && box({ copy: current })} disabled={!current}>
      Copy
    </button>
    <button type="button" className="btn" onClick={() => current && remove(current)} disabled={!current}>
      Delete
    </button>
    <button type="button" className="btn btn-neutral" onClick={() => box('new')}>
      New joint
    </button>
  </>
);

/** What is done with the joints that are chosen. */
const PickedButtons = ({
  chosen,
  box,
  onClear,
}: {
  chosen: readonly RegisterEntry[];
  box: (b: Box) => void;
  onClear: () => void;
}) => (
  <>
    <span className="whitespace-nowrap font-semibold">{chosen.length} chosen</span>
    <button type="button" className="btn btn-neutral" onClick={() => box('edit')}>
      Change a field of all
    </button>
    <button type="button" className="btn" onClick={() => box('house')}>
      Take a house detail
    </button>
    <button type="button" className="btn" disabled={chosen.length < 2} onClick={() => box('share')}>
      Share one detail
    </button>
    <button type="button" className="btn" disabled={chosen.length < 2} onClick={() => box('few')}>
      Few details for all
    </button>
    <button type="button" className="btn" disabled={chosen.length < 2} onClick={() => box('propose')}>
      Propose groups
    </button>
    <button type="button" className="btn" onClick={onClear}>
      Choose none
    </button>
  </>
);

const NoJoint = () => (
  <p className="muted p-4">
    No joint yet. Make the first with “New joint”: members and forces, and a detail that holds is drawn for you.
  </p>
);

const NoneFits = ({ onAll }: { onAll: () => void }) => (
  <p className="muted p-4">
    No joint fits this filter.{' '}
    <button type="button" className="underline" onClick={onAll}>
      Show all
    </button>
  </p>
);

/** The rows in sight; what was just made is shown. */
function useSight(rows: readonly RegisterEntry[], setAt: (i: number) => void) {
  const scroll = useRef<HTMLDivElement>(null);
  const sight = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => 34,
    overscan: 12,
    getItemKey: (i) => rows[i]!.id,
  });
  const [wanted, want] = useState<string | null>(null);
  useEffect(() => {
    const i = wanted === null ? -1 : rows.findIndex((r) => r.id === wanted);
    if (i < 0) return;
    setAt(i);
    want(null);
    sight.scrollToIndex(i, { align: 'center' });
  }, [wanted, rows, sight, setAt]);
  return { scroll, sight, want };
}

function Tools({ job, none, onIssue }: { job: JobRecord; none: boolean; onIssue: () => void }) {
  return (
    <>
      <Link to={`/jobs/${job.id}/model`}>Model</Link>
      <Link to={`/jobs/${job.id}/lists`}>Lists</Link>
      <Link to={`/jobs/${job.id}/issues`}>Issues</Link>
      <Link to={`/jobs/${job.id}/changes`}>Changes</Link>
      <Link to={`/jobs/${job.id}/table`}>Take in a table</Link>
      <Link to={`/jobs/${job.id}/loads`}>Load cases{job.loads ? ` · ${job.loads.cases.length}` : ''}</Link>
      <Link to={`/jobs/${job.id}/basis`}>Basis: {basisWords(job.basis, ' · ')}</Link>
      <button type="button" className="btn btn-primary" onClick={onIssue} disabled={none}>
        Issue job
      </button>
    </>
  );
}

function Gone({ joint, onUndo, onDismiss }: { joint: RegisterEntry; onUndo: () => void; onDismiss: () => void }) {
  return (
    <div className="toast-bar" role="status">
      {joint.mark} deleted.
      <button type="button" className="underline font-semibold" onClick={onUndo}>
        Undo
      </button>
      <button type="button" onClick={onDismiss}>
        Dismiss
      </button>
    </div>
  );
}

/** The dialog that is open, if one is. */
function Boxes({
  box,
  job,
  all,
  chosen,
  onClose,
  onChanged,
  onChoose,
  onCopied,
}: {
  box: Box;
  job: JobRecord;
  all: readonly RegisterEntry[];
  chosen: readonly RegisterEntry[];
  onClose: () => void;
  onChanged: () => Promise<void>;
  onChoose: (ids: readonly string[]) => void;
  onCopied: (id: string) => Promise<void>;
}) {
  const navigate = useNavigate();
  const taken = useMemo(() => new Set(all.map((j) => j.mark)), [all]);
  if (box === 'issue') return <Issue jobId={job.id} title={`Issue ${job.name}`} onClose={onClose} />;
  if (box === 'propose') return <ProposeGroups job={job} chosen={chosen} onClose={onClose} onChoose={onChoose} />;
  if (box === 'share') return <ShareDetail job={job} all={all} chosen={chosen} onClose={onClose} onDone={onChanged} />;
  if (box === 'few') return <Standardise job={job} chosen={chosen} onClose={onClose} onDone={onChanged} />;
  if (box === 'house') return <ApplyHouse job={job} chosen={chosen} onClose={onClose} onDone={onChanged} />;
  if (box === 'edit') return <EditMany job={job} chosen={chosen} onClose={onClose} onDone={onChanged} />;
  if (box === 'new')
    return (
      <NewJoint
        job={job}
        mark={nextMark(all.at(-1)?.mark ?? 'J-00', taken)}
        onClose={onClose}
        onMade={(id, why) => void navigate(`/jobs/${job.id}/joints/${id}`, { state: { why } })}
      />
    );
  return box && <CopyJoint joint={box.copy} mark={nextMark(box.copy.mark, taken)} onClose={onClose} onMade={onCopied} />;
}

/** The bar, and the rows under it. */
function Body({ view }: { view: ReturnType<typeof useRegisterView> }) {
  const { jobId, job, joints, all, total, rows, index, current, shown, show, setBox, standard, unsent, problem } = view;
  const { picked, setPicked, onPick, chosen, table, scroll, sight, onKey, setAt, open, takeAway, recheck } = view;
  return (
    <main className="min-h-0 grid grid-rows-[auto_auto_minmax(0,1fr)]">
      <Bar all={all} total={total} job={job} shown={shown} show={show} table={table} recheck={recheck}>
        {chosen.length > 0 ? (
          <PickedButtons chosen={chosen} box={setBox} onClear={() => setPicked(new Set())} />
        ) : (
          <RowButtons current={current} box={setBox} remove={takeAway} />
        )}
      </Bar>
      <div className="px-4">
        <Problem>{problem}</Problem>
      </div>
      <div className="overflow-auto px-4 pb-4" ref={scroll}>
        {joints && all.length === 0 && <NoJoint />}
        {all.length > 0 && (
          <RegisterTable
            {...{ rows, index, standard, onKey, table, sight, picked, onPick, unsent }}
            sort={shown.sort}
            onSort={(sort) => show({ sort })}
            onAt={setAt}
            onOpen={open}
          />
        )}
        <Calculations jobId={jobId} />
        {all.length > 0 && rows.length === 0 && <NoneFits onAll={() => show({ filter: '', only: null })} />}
      </div>
    </main>
  );
}
