import { useCallback, useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { actionsUnder, type JobRecord, type Sibling } from '@ample/core';
import { UnitsContext } from '../parts/units.ts';
import { api } from '../api.ts';
import { ActionsStrip } from '../joint/ActionsStrip.tsx';
import { DetailLine } from '../joint/DetailLine.tsx';
import { Tabs, Tools, Trail } from '../joint/page/Bars.tsx';
import { Sign, Stale } from '../joint/page/Boxes.tsx';
import { SidePanel } from '../joint/page/SidePanel.tsx';
import { TabBody } from '../joint/page/TabBody.tsx';
import { UnreadableJoint } from '../joint/page/Unreadable.tsx';
import { useJoint, type JointView } from '../joint/page/useJoint.ts';
import { useKeys, useNeighbours } from '../joint/page/useKeys.ts';
import { useSaving } from '../joint/page/useSaving.ts';
import { Problem } from '../parts/Dialog.tsx';
import { Issue } from '../parts/Issue.tsx';
import { Shell, type Keys } from '../parts/Shell.tsx';
import { opened, redone, storedJoint, storedTaken, undone } from '../store/joint.ts';
import { useApp, useAppDispatch } from '../store/store.ts';
import { checker } from '../work/client.ts';

// The worker starts while the joint is still being fetched.
checker();

const KEYS: Keys = [
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['L', 'type the detail line'],
  ['[, ]', 'previous, next joint'],
  ['Enter', 'on a dimension or callout: change it'],
  ['↑, ↓', 'in a dimension: the next practical value'],
  ['Tab', 'from a dimension to the next'],
];

/** The main screen: drawing as the editor, detail line, failure order, ways out, actions. */
export function JointPage() {
  const { jobId, jointId } = useParams() as { jobId: string; jointId: string };
  const dispatch = useAppDispatch();
  const { record, present } = useApp((s) => s.joint);
  const [job, setJob] = useState<JobRecord | null>(null);
  const [siblings, setSiblings] = useState<readonly Sibling[]>([]);
  const [problem, setProblem] = useState('');
  const neighbours = useNeighbours(jobId, siblings, jointId);
  useEffect(() => {
    let gone = false;
    setProblem('');
    Promise.all([storedJoint(jointId), api.job(jobId), api.marks(jobId)])
      .then(([found, j, marks]) => {
        if (gone) return;
        dispatch(opened(found));
        setJob(j);
        setSiblings(marks);
      })
      .catch((e: Error) => {
        if (!gone) setProblem(e.message);
      });
    return () => {
      gone = true;
    };
  }, [jobId, jointId, dispatch]);
  if (problem)
    return (
      <Shell trail={<Link to={`/jobs/${jobId}`}>Register</Link>}>
        <main className="page">
          <Problem>{problem}</Problem>
        </main>
      </Shell>
    );
  if (!job || !record || !present || record.id !== jointId)
    return (
      <Shell>
        <main className="page muted">Opening…</main>
      </Shell>
    );
  if (record.unreadable !== undefined) return <UnreadableJoint job={job} record={record} reason={record.unreadable} />;
  return <Joint key={jointId} job={job} siblings={siblings} neighbours={neighbours} />;
}

interface Opened {
  readonly job: JobRecord;
  readonly siblings: readonly Sibling[];
  readonly neighbours: ReturnType<typeof useNeighbours>;
}

function Joint({ job, siblings, neighbours }: Opened) {
  const dispatch = useAppDispatch();
  const view = useJoint(job, siblings, neighbours);
  useSaving();
  useKeys(
    useCallback(() => dispatch(undone()), [dispatch]),
    useCallback(() => dispatch(redone()), [dispatch]),
  );
  const [box, setBox] = useState<'issue' | 'sign' | null>(null);
  const { record, present, kind, basis, report, joint } = view;
  return (
    <UnitsContext value={basis.units}>
      <Shell help="/help/guide#joint" keys={KEYS} trail={<Trail view={view} />} tools={<Tools view={view} onBox={setBox} />}>
        <main className="joint">
          <DetailLine line={kind.line.print(present.input, basis.units)} editor={view.editor} />
          <div className="joint-main">
            <Tabs view={view} />
            <TabBody view={view} />
            <Strip view={view} />
          </div>
          <SidePanel view={view} />
        </main>
        {box === 'issue' && (
          <Issue jobId={job.id} jointId={record.id} title={`Issue ${present.mark}`} onClose={() => setBox(null)} />
        )}
        {box === 'sign' && <Sign open={view.comments.open} onClose={() => setBox(null)} verdict={report?.verdict ?? ''} />}
        {joint.stored && <Stale onClose={() => dispatch(storedTaken())} />}
      </Shell>
    </UnitsContext>
  );
}

/** The combinations, under the drawing. */
function Strip({ view: { report, basis, kind, job, present, acted, facts, selected, setSelected, apply } }: { view: JointView }) {
  if (!report) return null;
  return (
    <ActionsStrip
      basis={basis}
      actions={actionsUnder(kind, basis.standard, acted.combinations)}
      report={report}
      selected={Math.min(selected, report.combinations.length - 1)}
      onSelect={setSelected}
      given={{
        content: present,
        job,
        member: facts['beam'] ? { name: facts['beam'].title, V_pl: facts['beam'].V_pl } : null,
        onChange: apply,
      }}
    />
  );
}
