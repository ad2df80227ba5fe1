import { useEffect, useMemo, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import {
  basisOf,
  calculate,
  EMPTY_JOB,
  toolFieldHelp,
  TOOLS,
  toolOf,
  standardOf,
  usualBasis,
  basisUnder,
  type Basis,
  type Calculation,
  type CalculationRecord,
  type JobRecord,
} from '@ample/core';
import { api } from '../api.ts';
import { AnswerTable } from '../bench/AnswerTable.tsx';
import { Attach } from '../bench/Attach.tsx';
import { Browse } from '../bench/Browse.tsx';
import { Row } from '../bench/Row.tsx';
import { Picture } from '../joint/Sheet.tsx';
import { WorkingsList } from '../joint/Workings.tsx';
import { Problem } from '../parts/Dialog.tsx';
import { FieldNote, useFieldNote } from '../parts/FieldNote.tsx';
import { Shell } from '../parts/Shell.tsx';
import { Mark } from '../parts/StateMark.tsx';
import { inputOf, typedOf, type Typed } from '../parts/typed.ts';
import { UnitsContext } from '../parts/units.ts';

const KEPT = 'ample-bench-';
/** What was typed on this bench the last time; never an error. */
function kept(key: string): Typed | null {
  try {
    const text = sessionStorage.getItem(KEPT + key);
    return text ? (JSON.parse(text) as Typed) : null;
  } catch {
    return null;
  }
}

/** The job and the calculation that the address names. */
function useOpened(jobId: string | null, calculationId: string | null) {
  const [job, setJob] = useState<JobRecord | null>(null);
  const [record, setRecord] = useState<CalculationRecord | null>(null);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    let gone = false;
    setProblem('');
    Promise.all([jobId ? api.job(jobId) : null, calculationId ? api.calculation(calculationId) : null]).then(
      ([j, c]) => {
        if (!gone) {
          setJob(j);
          setRecord(c);
        }
      },
      (e: Error) => {
        if (!gone) setProblem(e.message);
      },
    );
    return () => {
      gone = true;
    };
  }, [jobId, calculationId]);
  return { job, record, setRecord, problem };
}

function Calculators({ toolId, standard, to }: { toolId: string; standard: string; to: (id: string) => string }) {
  const navigate = useNavigate();
  return (
    <nav className="bench-tools" aria-label="Calculators">
      <label className="flex items-center gap-2 mr-3">
        <span className="sr-only">Standard</span>
        <select
          className="select"
          aria-label="Standard"
          value={standard}
          onChange={(e) => void navigate(to(TOOLS.find((t) => t.standard === e.target.value)!.id))}
        >
          {[...new Set(TOOLS.map((t) => t.standard))].map((s) => (
            <option key={s}>{s}</option>
          ))}
        </select>
      </label>
      {TOOLS.filter((t) => t.standard === standard).map((t) => (
        <Link
          key={t.id}
          to={to(t.id)}
          aria-current={t.id === toolId ? 'page' : undefined}
          className={`tab-button ${t.id === toolId ? 'on' : ''}`}
        >
          {t.title}
        </Link>
      ))}
    </nav>
  );
}

/** Small calculators that need no joint; each opens its workings and can be attached to a job and issued. */
export function BenchPage() {
  const { toolId = TOOLS[0]!.id } = useParams();
  const [search] = useSearchParams();
  const jobId = search.get('job');
  const calculationId = search.get('calculation');
  const { job, record, setRecord, problem } = useOpened(jobId, calculationId);
  const known = TOOLS.some((t) => t.id === toolId);
  const standard = known ? toolOf(toolId).standard : TOOLS[0]!.standard;
  const ready = (!jobId || job?.id === jobId) && (!calculationId || record?.id === calculationId);
  const to = (id: string): string => `/bench/${id}${jobId ? `?job=${jobId}` : ''}`;
  return (
    <Shell
      bench={to((TOOLS.find((t) => t.standard === job?.basis.standard) ?? TOOLS[0]!).id)}
      trail={
        <>
          {job && (
            <>
              <Link className="ellipsis" to={`/jobs/${job.id}`}>
                {job.name}
              </Link>
              <span className="quiet">/</span>
            </>
          )}
          <span className="here">Bench</span>
        </>
      }
    >
      <main className="bench">
        <Calculators toolId={toolId} standard={standard} to={to} />
        {problem && (
          <div className="p-4">
            <Problem>{problem}</Problem>
          </div>
        )}
        {!known && <p className="p-4 problem">There is no calculator “{toolId}” on the bench; choose one above.</p>}
        {known &&
          !problem &&
          (ready ? (
            <Bench key={`${toolId} ${calculationId ?? ''}`} toolId={toolId} job={job} record={record} onRecord={setRecord} />
          ) : (
            <p className="muted p-4">Opening…</p>
          ))}
      </main>
    </Shell>
  );
}

type AnyTool = ReturnType<typeof toolOf>;

/** The basis of a calculator: that of the job where it is to this standard, else a usual one with a choice of factors. */
function useBasis(tool: AnyTool, job: JobRecord | null) {
  const standard = standardOf(tool.standard);
  const sets = standard.sets.choices.filter((c) => !c.own);
  const [choice, setChoice] = useState(sets[0]!.id);
  const given = job?.basis.standard === standard.id;
  const basis = useMemo(() => {
    if (given) return basisOf(job);
    const usual = { ...usualBasis(standard), [standard.sets.key]: choice };
    return job ? basisUnder(basisOf(job), standard, choice) : basisOf({ ...EMPTY_JOB, basis: usual });
  }, [job, given, standard, choice]);
  return { standard, sets, choice, setChoice, given, basis };
}

/** What is typed, what comes of it, and the last answer where it is refused. */
function useTyped(tool: AnyTool, record: CalculationRecord | null, basis: Basis) {
  const key = `${tool.id}-${basis.units.id}`;
  const [typed, setTyped] = useState<Typed>(() =>
    typedOf(tool, record ? record.input : tool.start, record ? null : kept(key), basis.units),
  );
  useEffect(() => {
    if (!record)
      try {
        sessionStorage.setItem(KEPT + key, JSON.stringify(typed));
      } catch {
        /* without storage nothing is kept over a reload */
      }
  }, [key, typed, record]);
  const { input, problem: entry } = useMemo(() => inputOf(tool, typed, basis.units), [tool, typed, basis]);
  const found = useMemo(() => (input ? calculate(tool.id, input, basis) : null), [tool, input, basis]);
  const [last, setLast] = useState(found && 'ok' in found ? found.ok : null);
  useEffect(() => {
    if (found && 'ok' in found) setLast(found.ok);
  }, [found]);
  const refusal = entry ?? (found && 'refusal' in found ? found.refusal : null);
  const shown = found && 'ok' in found ? found.ok : last;
  const message = refusal && tool.fields.reduce((m, f) => m.replace(new RegExp(`^${f.id}: `), `${f.label}: `), refusal.message);
  return { typed, setTyped, input, found, refusal, shown, message };
}

const SetChoice = ({
  standard,
  choice,
  onChoose,
}: {
  standard: ReturnType<typeof standardOf>;
  choice: string;
  onChoose: (id: string) => void;
}) => (
  <label className="field-row">
    <span>{standard.sets.label}</span>
    <select className="select" value={choice} onChange={(e) => onChoose(e.target.value)}>
      {standard.sets.choices
        .filter((c) => !c.own)
        .map((c) => (
          <option key={c.id} value={c.id}>
            {c.short}
          </option>
        ))}
    </select>
  </label>
);

interface AnswerProps {
  readonly tool: AnyTool;
  readonly job: JobRecord | null;
  readonly refusal: { readonly message: string } | null;
  readonly shown: Calculation | null;
  readonly typed: Typed;
  readonly setTyped: (change: (t: Typed) => Typed) => void;
}

function Answer({ tool, job, refusal, shown, typed, setTyped }: AnswerProps) {
  return (
    <div className="bench-answer">
      {shown && (
        <>
          <h1 className={`bench-said ${refusal ? 'muted' : ''}`} aria-live="polite">
            {shown.state !== 'none' && <Mark state={shown.state} />}
            <span>{shown.answer}</span>
          </h1>
          {refusal && <p className="muted">Of the values before the last change.</p>}
          {tool.browse && (
            <Browse
              toolId={tool.id}
              job={job}
              chosen={typed['section'] ?? ''}
              onChoose={(values) => setTyped((t) => ({ ...t, ...values }))}
            />
          )}
          {shown.picture && (
            <div className="bench-picture" style={{ maxWidth: `${shown.picture.width * 4}px` }}>
              <Picture drawing={shown.picture} over={[]} />
            </div>
          )}
          {shown.tables.map((t) => (
            <AnswerTable key={t.title} table={t} />
          ))}
          <h2 className="label mt-4 mb-1">Workings</h2>
          <WorkingsList sections={shown.sections} />
        </>
      )}
    </div>
  );
}

function Bench({
  toolId,
  job,
  record,
  onRecord,
}: {
  toolId: string;
  job: JobRecord | null;
  record: CalculationRecord | null;
  onRecord: (c: CalculationRecord) => void;
}) {
  const tool = toolOf(toolId);
  const { standard, sets, choice, setChoice, given, basis } = useBasis(tool, job);
  const { typed, setTyped, input, found, refusal, shown, message } = useTyped(tool, record, basis);
  const set = (id: string, value: string): void => setTyped((t) => ({ ...t, [id]: value }));
  const { note, onFocus } = useFieldNote((id) =>
    toolFieldHelp(
      tool,
      tool.fields.find((f) => f.id === id)!,
      basis.units,
    ),
  );
  return (
    <UnitsContext value={basis.units}>
      <div className="bench-main">
        <form className="bench-form" aria-label={tool.title} onSubmit={(e) => e.preventDefault()} onFocus={onFocus}>
          <p className="muted mb-2">{tool.about}</p>
          {!given && sets.length > 1 && <SetChoice standard={standard} choice={choice} onChoose={setChoice} />}
          {tool.fields.map((f) => (
            <div key={f.id} data-help={f.id}>
              <Row field={f} value={typed[f.id] ?? ''} job={job} bad={refusal?.field === f.id} onChange={(v) => set(f.id, v)} />
            </div>
          ))}
          <FieldNote note={note} />
          {message && (
            <p className="problem mt-2" role="alert">
              {message}
            </p>
          )}
          <Attach
            tool={toolId}
            input={found && 'ok' in found ? input : null}
            job={job}
            record={record}
            onRecord={onRecord}
            suggested={tool.title}
          />
        </form>
        <Answer {...{ tool, job, refusal, shown, typed, setTyped }} />
      </div>
    </UnitsContext>
  );
}
