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
  type CalculationRecord,
  type JobListEntry,
  type JobRecord,
  type ToolField,
} from '@ample/core';
import { api } from '../api.ts';
import { Picture } from '../joint/Sheet.tsx';
import { WorkingsList } from '../joint/Workings.tsx';
import { Problem } from '../parts/Dialog.tsx';
import { FieldNote, useFieldNote } from '../parts/FieldNote.tsx';
import { Issue } from '../parts/Issue.tsx';
import { SectionInput } from '../parts/SectionInput.tsx';
import { Shell } from '../parts/Shell.tsx';
import { Mark } from '../parts/StateMark.tsx';
import { inputOf, typedOf, type Typed } from '../parts/typed.ts';
import { UnitsContext, useUnits } from '../parts/units.ts';

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

/** Small calculators that need no joint; each opens its workings and can be attached to a job and issued. */
export function BenchPage() {
  const { toolId = TOOLS[0]!.id } = useParams();
  const [search] = useSearchParams();
  const jobId = search.get('job');
  const calculationId = search.get('calculation');
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
  const known = TOOLS.some((t) => t.id === toolId);
  const standard = known ? toolOf(toolId).standard : TOOLS[0]!.standard;
  const ready = (!jobId || job?.id === jobId) && (!calculationId || record?.id === calculationId);
  const navigate = useNavigate();
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
  const standard = standardOf(tool.standard);
  const sets = standard.sets.choices.filter((c) => !c.own);
  const [choice, setChoice] = useState(sets[0]!.id);
  const given = job?.basis.standard === standard.id;
  const basis = useMemo(() => {
    if (given) return basisOf(job);
    const usual = { ...usualBasis(standard), [standard.sets.key]: choice };
    return job ? basisUnder(basisOf(job), standard, choice) : basisOf({ ...EMPTY_JOB, basis: usual });
  }, [job, given, standard, choice]);
  const key = `${toolId}-${basis.units.id}`;
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
  const found = useMemo(() => (input ? calculate(toolId, input, basis) : null), [toolId, input, basis]);
  const [last, setLast] = useState(found && 'ok' in found ? found.ok : null);
  useEffect(() => {
    if (found && 'ok' in found) setLast(found.ok);
  }, [found]);
  const refusal = entry ?? (found && 'refusal' in found ? found.refusal : null);
  const shown = found && 'ok' in found ? found.ok : last;
  const set = (id: string, value: string): void => setTyped((t) => ({ ...t, [id]: value }));
  const message = refusal && tool.fields.reduce((m, f) => m.replace(new RegExp(`^${f.id}: `), `${f.label}: `), refusal.message);
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
          {!given && sets.length > 1 && (
            <label className="field-row">
              <span>{standard.sets.label}</span>
              <select className="select" value={choice} onChange={(e) => setChoice(e.target.value)}>
                {sets.map((c) => (
                  <option key={c.id} value={c.id}>
                    {c.short}
                  </option>
                ))}
              </select>
            </label>
          )}
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
                  toolId={toolId}
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
                <section key={t.title} className="my-3">
                  <h2 className="label mb-1">{t.title}</h2>
                  <div className="max-h-80 overflow-auto" tabIndex={0}>
                    <table className="grid-table dense">
                      <thead>
                        <tr>
                          {t.head.map((h, i) => (
                            <th key={h} className={i ? 'num' : ''}>
                              {h}
                            </th>
                          ))}
                        </tr>
                      </thead>
                      <tbody>
                        {t.rows.map((row, i) => (
                          <tr key={i} className={i === t.marked ? 'selected' : ''} aria-current={i === t.marked || undefined}>
                            {row.map((cell, k) => (
                              <td key={k} className={k ? 'num' : ''}>
                                {cell}
                              </td>
                            ))}
                          </tr>
                        ))}
                      </tbody>
                    </table>
                  </div>
                </section>
              ))}
              <h2 className="label mt-4 mb-1">Workings</h2>
              <WorkingsList sections={shown.sections} />
            </>
          )}
        </div>
      </div>
    </UnitsContext>
  );
}

function Row({
  field,
  value,
  job,
  bad,
  onChange,
}: {
  field: ToolField;
  value: string;
  job: JobRecord | null;
  bad: boolean;
  onChange: (v: string) => void;
}) {
  const unit = useUnits().unitOf(field.quantity);
  const label = (
    <span>
      {field.label}
      {unit && <span className="muted"> {unit}</span>}
    </span>
  );
  if (field.type === 'lines') {
    return (
      <label className="block my-2">
        {label}
        <textarea
          className="textarea w-full mono"
          rows={4}
          value={value}
          aria-invalid={bad}
          placeholder={field.hint}
          title={field.hint}
          onChange={(e) => onChange(e.target.value)}
        />
      </label>
    );
  }
  if (field.type === 'section')
    return (
      <label className="field-row">
        {label}
        <SectionInput label={field.label} value={value} onChange={onChange} own={job?.sections ?? []} />
      </label>
    );
  if (field.options) {
    const own = field.type === 'grade' ? (job?.steels ?? []).map((s) => ({ value: s.name, label: s.name })) : [];
    return (
      <label className="field-row">
        {label}
        <select className="select" value={value} onChange={(e) => onChange(e.target.value)}>
          {[...field.options, ...own].map((o) => (
            <option key={String(o.value)} value={String(o.value)}>
              {o.label}
            </option>
          ))}
        </select>
      </label>
    );
  }
  return (
    <label className="field-row">
      {label}
      <input
        className="input text-right"
        inputMode="decimal"
        value={value}
        aria-invalid={bad}
        placeholder={field.hint ?? (field.optional ? 'none' : '')}
        onChange={(e) => onChange(e.target.value)}
      />
    </label>
  );
}

/** Everything that can be chosen, with a filter. */
function Browse({
  toolId,
  job,
  chosen,
  onChoose,
}: {
  toolId: string;
  job: JobRecord | null;
  chosen: string;
  onChoose: (values: Typed) => void;
}) {
  const [filter, setFilter] = useState('');
  const list = useMemo(() => toolOf(toolId).browse!(basisOf(job ?? EMPTY_JOB)), [toolId, job]);
  const words = filter.toLowerCase().replaceAll('×', 'x').split(/\s+/).filter(Boolean);
  const rows = list.rows.filter((r) => words.every((w) => r.cells[0]!.toLowerCase().includes(w)));
  return (
    <section className="my-3" aria-label="Browse">
      <div className="flex items-center gap-3 mb-1">
        <h2 className="label">Browse</h2>
        <input
          className="input w-52"
          value={filter}
          placeholder="Filter: UB 406, HEB, SHS…"
          aria-label="Filter sections"
          onChange={(e) => setFilter(e.target.value)}
        />
        <span className="muted">
          {rows.length} of {list.rows.length}
        </span>
      </div>
      <div className="max-h-72 overflow-auto">
        <table className="grid-table dense">
          <thead>
            <tr>
              {list.head.map((h, i) => (
                <th key={h} className={i ? 'num' : ''}>
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.cells[0]} className={r.cells[0] === chosen ? 'selected' : ''}>
                {r.cells.map((cell, i) => (
                  <td key={i} className={i ? 'num' : ''}>
                    {i === 0 ? (
                      <button
                        type="button"
                        className="hover:underline"
                        onClick={() =>
                          onChoose(Object.fromEntries(Object.entries(r.set as object).map(([k, v]) => [k, String(v)])))
                        }
                      >
                        {cell}
                      </button>
                    ) : (
                      cell
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** Attaches the calculation to a job, or saves the one that was opened; then it can be issued. */
function Attach({
  tool,
  input,
  job,
  record,
  onRecord,
  suggested,
}: {
  tool: string;
  input: unknown;
  job: JobRecord | null;
  record: CalculationRecord | null;
  onRecord: (c: CalculationRecord) => void;
  suggested: string;
}) {
  const navigate = useNavigate();
  const [jobs, setJobs] = useState<readonly JobListEntry[]>([]);
  const [title, setTitle] = useState(record?.title ?? suggested);
  const [to, setTo] = useState(job?.id ?? '');
  const [said, setSaid] = useState('');
  const [problem, setProblem] = useState('');
  const [issuing, setIssuing] = useState(false);
  useEffect(() => {
    if (!job)
      void api.jobs().then(
        (list) => {
          const open = list.filter((j) => !j.archived);
          setJobs(open);
          setTo((t) => t || (open[0]?.id ?? ''));
        },
        (e: Error) => setProblem(e.message),
      );
  }, [job]);
  const fail = (e: Error): void => {
    setSaid('');
    setProblem(e.message);
  };
  const attach = (): void => {
    setProblem('');
    if (!title.trim()) return setProblem('Title: the title is missing; it must be given.');
    if (!to) return setProblem('Job: there is no job to attach to; make one first.');
    void api.attachCalculation(to, { title: title.trim(), tool, input }).then((c) => {
      onRecord(c);
      setSaid('Attached.');
      void navigate(`/bench/${tool}?job=${to}&calculation=${c.id}`, { replace: true });
    }, fail);
  };
  const save = (): void => {
    setProblem('');
    void api.saveCalculation(record!.id, { title: title.trim(), tool, input, version: record!.version }).then((c) => {
      onRecord(c);
      setSaid('Saved.');
    }, fail);
  };
  return (
    <fieldset className="bench-attach">
      <legend className="label">{record ? 'In the job' : 'Attach to a job'}</legend>
      <label className="field-row">
        <span>Title</span>
        <input className="input" value={title} onChange={(e) => setTitle(e.target.value)} />
      </label>
      {!job && (
        <label className="field-row">
          <span>Job</span>
          <select className="select" value={to} onChange={(e) => setTo(e.target.value)}>
            {jobs.map((j) => (
              <option key={j.id} value={j.id}>
                {j.name}
              </option>
            ))}
          </select>
        </label>
      )}
      <div className="flex gap-2 mt-2 items-center">
        {record ? (
          <button type="button" className="btn btn-neutral" disabled={!input} onClick={save}>
            Save
          </button>
        ) : (
          <button type="button" className="btn btn-neutral" disabled={!input} onClick={attach}>
            Attach
          </button>
        )}
        {record && (
          <button type="button" className="btn btn-primary" onClick={() => setIssuing(true)}>
            Issue
          </button>
        )}
        <span className="muted" role="status">
          {said}
        </span>
      </div>
      <Problem>{problem}</Problem>
      {issuing && record && (
        <Issue jobId={record.jobId} calculationId={record.id} title={`Issue ${record.title}`} onClose={() => setIssuing(false)} />
      )}
    </fieldset>
  );
}
