import type { ReactNode } from 'react';
import { later } from '../../parts/later.tsx';
import { Alternatives } from '../Alternatives.tsx';
import { Comments } from '../Comments.tsx';
import { History } from '../History.tsx';
import { Lists } from '../Lists.tsx';
import { Sheet } from '../Sheet.tsx';
import type { JointView } from './useJoint.ts';

// The formula setter is large and only the workings need it.
// The solid brings a renderer that most visits don't need.
const SolidView = later(async () => (await import('../solid/Solid.tsx')).SolidView, 'solid');
const FieldView = later(async () => (await import('../field/Field.tsx')).FieldView, 'field');
const MomentChartView = later(async () => (await import('../MomentChart.tsx')).MomentChartView, 'chart');
const RowsView = later(async () => (await import('../Rows.tsx')).RowsView, 'rows');
const WorkingsView = later(async () => (await import('../Workings.tsx')).WorkingsView, 'workings');

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
  if (tab === 'workings') return <OpenedWorkings view={view} />;
  if (tab === 'history')
    return <History jointId={record.id} kindId={present.kind} job={job} version={record.version} onTake={view.apply} />;
  if (!checked) return null;
  const { report, drawing } = checked;
  switch (tab) {
    case 'detail':
      return <Sheet drawing={drawing} failure={failure} editor={editor} facts={facts} />;
    case 'solid':
      return <SolidView {...{ content: present, job, report, drawing, selected, failure }} onOpen={view.openCheck} />;
    case 'field':
      return (
        <FieldView {...{ content: acted, job, report, editor }} jointId={record.id} proving={{ present, apply: view.apply }} />
      );
    case 'chart':
      return <MomentChartView content={present} job={job} worst={report.worst} />;
    case 'rows':
      return <RowsView content={acted} job={job} index={shownIndex} drawing={drawing} />;
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

const OpenedWorkings = ({ view: { present, job, target, shownIndex } }: { view: JointView }) => (
  <WorkingsView content={present} job={job} index={target?.index ?? shownIndex} target={target?.id ?? null} />
);
