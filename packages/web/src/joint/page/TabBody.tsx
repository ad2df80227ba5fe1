import { lazy, Suspense, type ReactNode } from 'react';
import { Alternatives } from '../Alternatives.tsx';
import { Comments } from '../Comments.tsx';
import { History } from '../History.tsx';
import { Lists } from '../Lists.tsx';
import { Sheet } from '../Sheet.tsx';
import type { JointView } from './useJoint.ts';

// The formula setter is large and only the workings need it.
// The solid brings a renderer that most visits don't need.
const SolidView = lazy(() => import('../solid/Solid.tsx').then((m) => ({ default: m.SolidView })));
const FieldView = lazy(() => import('../field/Field.tsx').then((m) => ({ default: m.FieldView })));
const MomentChartView = lazy(() => import('../MomentChart.tsx').then((m) => ({ default: m.MomentChartView })));
const RowsView = lazy(() => import('../Rows.tsx').then((m) => ({ default: m.RowsView })));
const WorkingsView = lazy(() => import('../Workings.tsx').then((m) => ({ default: m.WorkingsView })));

/** What the open tab shows. */
export function TabBody({ view }: { view: JointView }) {
  return (
    // Each from its top, however far the one before was read.
    <div className="tab-body" role="tabpanel" key={view.tab}>
      <Shown view={view} />
    </div>
  );
}

/** Another form or detail stands on the drawing as it is taken. */
function taken(view: JointView, content: Parameters<JointView['apply']>[0], label: string): void {
  view.apply(content, label);
  view.openTab('detail');
}

function Shown({ view }: { view: JointView }): ReactNode {
  const { tab, checked, present, acted, job, record, joint, failure, editor, facts, selected, shownIndex } = view;
  if (tab === 'workings') return <LaterWorkings view={view} />;
  if (tab === 'history')
    return <History jointId={record.id} kindId={present.kind} job={job} version={record.version} onTake={view.apply} />;
  if (!checked) return null;
  const { report, drawing } = checked;
  switch (tab) {
    case 'detail':
      return <Sheet drawing={drawing} failure={failure} editor={editor} facts={facts} />;
    case 'solid':
      return (
        <Later what="solid">
          <SolidView {...{ content: present, job, report, drawing, selected, failure }} onOpen={view.openCheck} />
        </Later>
      );
    case 'field':
      return (
        <Later what="field">
          <FieldView {...{ content: acted, job, report, editor }} jointId={record.id} proving={{ present, apply: view.apply }} />
        </Later>
      );
    case 'chart':
      return (
        <Later what="chart">
          <MomentChartView content={present} job={job} worst={report.worst} />
        </Later>
      );
    case 'rows':
      return (
        <Later what="rows">
          <RowsView content={acted} job={job} index={shownIndex} drawing={drawing} />
        </Later>
      );
    case 'lists':
      return <Lists content={present} job={job} jointId={record.id} saved={joint.save === 'saved'} />;
    case 'comments':
      return (
        <Comments
          of={view.comments}
          {...{ report, drawing }}
          version={record.version}
          onOpen={(id) => view.openCheck(id, shownIndex)}
        />
      );
    case 'alternatives':
      return (
        <Alternatives content={present} job={job} present={checked} onTake={(content, label) => taken(view, content, label)} />
      );
  }
}

const Later = ({ what, children }: { what: string; children: ReactNode }) => (
  <Suspense fallback={<p className="muted p-4">Opening the {what}…</p>}>{children}</Suspense>
);

const LaterWorkings = ({ view: { present, job, target, shownIndex } }: { view: JointView }) => (
  <Later what="workings">
    <WorkingsView
      kindId={present.kind}
      content={present}
      job={job}
      index={target?.index ?? shownIndex}
      target={target?.id ?? null}
    />
  </Later>
);
