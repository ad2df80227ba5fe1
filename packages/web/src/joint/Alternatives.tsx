import { useEffect, useState } from 'react';
import {
  basisOf,
  boltWords,
  kindTitle,
  firstPath,
  kindOf,
  STATE_WORDS,
  titleOf,
  type JobRecord,
  type JointContent,
} from '@ample/core';
import { useUnits } from '../parts/units.ts';
import { Mark } from '../parts/StateMark.tsx';
import type { Checked, Form } from '../work/check.worker.ts';
import { checker } from '../work/client.ts';
import { BesideItself } from './BesideItself.tsx';
import { officeRules } from '../house/office.ts';
import { SearchView } from './search/Search.tsx';
import { Picture } from './Sheet.tsx';

/** The other forms, each with its first detail; null while they are worked out. */
function useForms(content: JointContent, job: JobRecord): readonly Form[] | null {
  const [forms, setForms] = useState<readonly Form[] | null>(null);
  useEffect(() => {
    let gone = false;
    setForms(null);
    const title = { ...titleOf(job, content, basisOf(job, content.settings), ''), checked: 'not chosen' };
    void officeRules()
      .then((office) => checker().forms(content, { ...job, office }, title))
      .then((found) => {
        if (!gone) setForms(found);
      });
    return () => {
      gone = true;
    };
  }, [content, job]);
  return forms;
}

interface Props {
  readonly content: JointContent;
  readonly job: JobRecord;
  readonly present: Checked;
  readonly onTake: (content: JointContent, label: string) => void;
}

/** Other forms of joint for the same members and actions, beside the present one, before one is chosen. */
export function Alternatives({ content, job, present, onTake }: Props) {
  const { units } = basisOf(job, content.settings);
  // Another form is no detail that joints of this one could share: it leaves their group, and its house detail.
  const { group: _left, house: _other, ...alone } = content;
  const forms = useForms(content, job);
  const hasForms = !forms || forms.length > 0;
  return (
    <div className="p-4">
      <SearchView content={content} job={job} onTake={onTake} />
      {hasForms && <h2 className="mt-6">Other forms</h2>}
      {hasForms && (
        <p className="muted mb-3">
          The same members and actions in another form. A first detail of that form keeps the bolts and the steel where they hold;
          what you take can be undone.
        </p>
      )}
      {hasForms && (
        <div className="grid gap-4 md:grid-cols-2">
          <Card
            title={`${kindTitle(kindOf(content.kind), basisOf(job).standard)}, as it is`}
            line={kindOf(content.kind).line.print(content.input, units)}
            checked={present}
          />
          {forms?.map((f) =>
            'refusal' in f.made ? (
              <section key={f.kindId} aria-label={f.title}>
                <h2>{f.title}</h2>
                <p className="problem">{f.made.refusal}</p>
              </section>
            ) : (
              <Card
                key={f.kindId}
                title={f.title}
                line={kindOf(f.kindId).line.print(f.made.ok.input, units)}
                checked={f.made.ok}
                why={f.made.ok.why}
                onTake={() =>
                  'ok' in f.made && onTake({ ...alone, kind: f.kindId, input: f.made.ok.input }, `form: ${f.title.toLowerCase()}`)
                }
              />
            ),
          )}
          {!forms && <p className="muted">Working out the other forms…</p>}
        </div>
      )}
      <BesideItself content={content} job={job} />
    </div>
  );
}

function Card({
  title,
  line,
  checked,
  why,
  onTake,
}: {
  title: string;
  line: string;
  checked: Checked;
  why?: readonly string[];
  onTake?: () => void;
}) {
  const units = useUnits();
  const { report, quantities: q } = checked;
  const worst = report.combinations[report.worst];
  return (
    <section aria-label={title}>
      <div className="flex items-center gap-2 mb-1">
        <h2 className="flex-1">{title}</h2>
        {onTake && (
          <button type="button" className="btn btn-primary" onClick={onTake}>
            Take this form
          </button>
        )}
      </div>
      <p className="mono text-[11.5px]">{line}</p>
      <p className="state">
        <Mark state={report.state} />
        {report.verdict}
        <span className="muted">· {STATE_WORDS[report.state]}</span>
      </p>
      <p className="muted">
        {worst?.first ? `First to give: ${worst.first.title.toLowerCase()}. ` : ''}Steel {units.mass(q.plateMass)},{' '}
        {boltWords(q, units)}.
      </p>
      <Picture drawing={checked.drawing} over={firstPath(checked.drawing, report.combinations[report.worst])} />
      {why?.map((w) => (
        <p key={w} className="muted text-[12px]">
          {w}
        </p>
      ))}
    </section>
  );
}
