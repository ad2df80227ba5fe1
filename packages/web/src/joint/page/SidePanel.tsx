import { Link } from 'react-router';
import { basisOf, kindTitle, ROWS_FROM, type JobRecord, type JointContent } from '@ample/core';
import { FailureOrder } from '../FailureOrder.tsx';
import { Rules, Takeoff, WaysOut } from '../Side.tsx';
import { Follows } from '../../house/Follows.tsx';
import { Shared } from '../Shared.tsx';
import { methodOf } from '../../help/links.ts';
import type { JointView } from './useJoint.ts';

/** What gives first, what would help, the rules, and what it takes to make. */
export function SidePanel({ view }: { view: JointView }) {
  const { report, checked, job, kind, basis, present, ways, editor } = view;
  return (
    <aside className="joint-side" aria-label="What gives first, and what would help">
      <Shared view={view} />
      {present.house && <Follows view={view} />}
      {report && checked && (
        <>
          <FailureOrder
            report={report}
            selected={view.selected}
            close={job.basis.close}
            active={view.pointed}
            onPoint={view.setPointed}
            onOpen={view.openCheck}
          />
          <WaysOut
            ways={ways}
            busy={report.worst >= 0}
            onTake={(w) => {
              const r = editor.take(w.input, w.label);
              if (r) view.setSaid(r);
            }}
          />
          <Rules report={report} onPoint={view.setPointed} onOpen={view.openRule} />
          <Takeoff q={checked.quantities} />
          {kind.measured && (
            <Measured
              content={present}
              job={job}
              onChange={(settings, label) => {
                const { settings: _before, ...rest } = present;
                view.apply(Object.keys(settings).length ? { ...rest, settings } : rest, label);
              }}
            />
          )}
          {!present.house && <Follows view={view} />}
          <p className="mt-3">
            <Link className="underline" to={methodOf(kind.title, basis.standard.id)}>
              What is checked, and what is not: {kindTitle(kind, basis.standard).toLowerCase()}
            </Link>
          </p>
        </>
      )}
    </aside>
  );
}

/** How this joint's rows are dimensioned: as the job has it, or in its own way. It changes no result. */
function Measured({
  content,
  job,
  onChange,
}: {
  content: JointContent;
  job: JobRecord;
  onChange: (settings: NonNullable<JointContent['settings']>, label: string) => void;
}) {
  const words = (id: string): string => ROWS_FROM.find(([k]) => k === id)![1];
  const jobs = basisOf(job).settings.rows_from;
  const change = (id: string): void => {
    const { rows_from: _before, ...rest } = content.settings ?? {};
    onChange(
      id === '' ? rest : { ...rest, rows_from: id as typeof jobs },
      `rows ${id === '' ? 'as the job has them' : words(id)}`,
    );
  };
  return (
    <label className="muted mt-3 flex items-center gap-2">
      Rows
      <select className="select" value={content.settings?.rows_from ?? ''} onChange={(e) => change(e.target.value)}>
        <option value="">as the job: {words(jobs)}</option>
        {ROWS_FROM.map(([id, text]) => (
          <option key={id} value={id}>
            {text}
          </option>
        ))}
      </select>
    </label>
  );
}
