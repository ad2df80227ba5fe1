import { useMemo } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { basisWords, type JobRecord, type RegisterEntry } from '@ample/core';
import { Problem } from '../parts/Dialog.tsx';
import { Calculations } from '../parts/Calculations.tsx';
import { Issue } from '../parts/Issue.tsx';
import { Shell, type Keys } from '../parts/Shell.tsx';
import { ApplyHouse } from '../register/ApplyHouse.tsx';
import { Bar } from '../register/Bar.tsx';
import { CopyJoint } from '../register/CopyJoint.tsx';
import { EditMany } from '../register/EditMany.tsx';
import { ShareDetail } from '../register/ShareDetail.tsx';
import { Standardise } from '../register/Standardise.tsx';
import { nextMark } from '../register/order.ts';
import { ProposeGroups } from '../register/ProposeGroups.tsx';
import { RegisterTable } from '../register/RegisterTable.tsx';
import { useRegisterView, type Box, type RegisterView } from '../register/useRegisterView.ts';
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
function Body({ view }: { view: RegisterView }) {
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
            {...{ rows, index, standard, onKey, table, scroll, sight, picked, onPick, unsent }}
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
