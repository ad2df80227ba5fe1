import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { kindOf, multipleText, significant, type JobRecord, type RegisterEntry } from '@ample/core';
import { api } from '../api.ts';
import { Dialog, Problem } from '../parts/Dialog.tsx';
import { Calculations } from '../parts/Calculations.tsx';
import { Issue } from '../parts/Issue.tsx';
import { Shell } from '../parts/Shell.tsx';
import { Mark, StateMark, stateWord, type ShownState } from '../parts/StateMark.tsx';
import { NewJoint } from './NewJoint.tsx';

type SortKey = 'mark' | 'kind' | 'members' | 'line' | 'first' | 'multiple' | 'state' | 'bolts' | 'mass';
const STATES: readonly ShownState[] = ['gives', 'rule', 'not-whole', 'close', 'holds', 'none', 'stale'];
const ORDER: Readonly<Record<ShownState, number>> = { gives: 0, rule: 1, 'not-whole': 2, close: 3, none: 4, holds: 5, stale: 6 };
const natural = new Intl.Collator('en', { numeric: true });

const valueOf = (j: RegisterEntry, key: SortKey): string | number => {
  switch (key) {
    case 'mark': return j.mark;
    case 'kind': return kindOf(j.kind).title;
    case 'members': return j.summary.members;
    case 'line': return j.line;
    case 'first': return j.summary.first?.title ?? '';
    case 'multiple': return j.summary.first?.multiple ?? Infinity;
    case 'state': return ORDER[j.summary.state];
    case 'bolts': return j.summary.bolts;
    case 'mass': return j.summary.plateMass;
  }
};

const compare = (a: string | number, b: string | number): number => (typeof a === 'number' && typeof b === 'number' ? (a === b ? 0 : a - b) : natural.compare(String(a), String(b)));

/** The next free mark after one: B2-14 gives B2-15. */
export function nextMark(mark: string, taken: ReadonlySet<string>): string {
  const m = /^(.*?)(\d+)(\D*)$/.exec(mark);
  for (let i = 1; i < 10_000; i += 1) {
    const candidate = m ? `${m[1]}${String(Number(m[2]) + i).padStart(m[2]!.length, '0')}${m[3]}` : `${mark}-${i + 1}`;
    if (!taken.has(candidate)) return candidate;
  }
  return `${mark}-copy`;
}

/** The joints of a job: sort, filter, open, add, copy, delete with undo. */
export function RegisterPage() {
  const { jobId } = useParams() as { jobId: string };
  const [data, setData] = useState<{ job: JobRecord; joints: RegisterEntry[] } | null>(null);
  const [problem, setProblem] = useState('');
  const [filter, setFilter] = useState('');
  const [only, setOnly] = useState<ShownState | null>(null);
  const [sort, setSort] = useState<{ key: SortKey; down: boolean }>({ key: 'mark', down: false });
  const [at, setAt] = useState(0);
  const [box, setBox] = useState<'new' | 'issue' | { copy: RegisterEntry } | null>(null);
  const [gone, setGone] = useState<RegisterEntry | null>(null);
  const table = useRef<HTMLTableElement>(null);
  const navigate = useNavigate();

  const load = useCallback(() => api.register(jobId).then(setData, (e: Error) => setProblem(e.message)), [jobId]);
  useEffect(() => { void load(); }, [load]);
  useEffect(() => { if (data) document.title = `${data.job.name} · Register`; }, [data]);

  const rows = useMemo(() => {
    const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
    const list = (data?.joints ?? []).filter((j) => {
      const text = `${j.mark} ${kindOf(j.kind).title} ${j.summary.members} ${j.line} ${j.summary.first?.title ?? ''} ${j.note}`.toLowerCase().replaceAll('×', 'x');
      const stateFits = !only || (only === 'stale' ? j.summary.stale : j.summary.state === only);
      return stateFits && words.every((w) => text.includes(w.replaceAll('×', 'x')));
    });
    return list.sort((a, b) => (compare(valueOf(a, sort.key), valueOf(b, sort.key)) || natural.compare(a.mark, b.mark)) * (sort.down ? -1 : 1));
  }, [data, filter, only, sort]);
  const index = Math.min(at, Math.max(0, rows.length - 1));
  const current = rows[index];

  const open = (j: RegisterEntry | undefined): void => { if (j) void navigate(`/jobs/${jobId}/joints/${j.id}`); };
  const remove = async (j: RegisterEntry): Promise<void> => {
    try {
      await api.deleteJoint(j.id);
      setGone(j);
      await load();
    } catch (e) {
      setProblem((e as Error).message);
    }
  };
  const bringBack = async (): Promise<void> => {
    if (!gone) return;
    try {
      await api.restoreJoint(gone.id);
      setGone(null);
      await load();
    } catch (e) {
      setProblem((e as Error).message);
    }
  };

  const onKey = (e: React.KeyboardEvent): void => {
    const step = { ArrowDown: 1, ArrowUp: -1, PageDown: 12, PageUp: -12 }[e.key];
    if (step !== undefined) {
      e.preventDefault();
      const next = Math.min(rows.length - 1, Math.max(0, index + step));
      setAt(next);
      table.current?.querySelectorAll('tbody tr')[next]?.scrollIntoView({ block: 'nearest' });
    } else if (e.key === 'Enter') open(current);
    else if (e.key === 'Delete' && current) void remove(current);
    else if ((e.key === 'z' || e.key === 'Z') && (e.ctrlKey || e.metaKey) && gone) void bringBack();
    else if (e.key === 'c' && !e.ctrlKey && !e.metaKey && current) setBox({ copy: current });
    else if (e.key === 'n' && !e.ctrlKey && !e.metaKey) { e.preventDefault(); setBox('new'); }
  };

  const head = (key: SortKey, label: string, num = false, more = '') => (
    <th className={`${num ? 'num' : ''} ${more}`} aria-sort={sort.key === key ? (sort.down ? 'descending' : 'ascending') : 'none'}>
      <button type="button" onClick={() => setSort({ key, down: sort.key === key && !sort.down })}>{label}{sort.key === key ? (sort.down ? ' ↓' : ' ↑') : ''}</button>
    </th>
  );
  const joints = useMemo(() => data?.joints ?? [], [data]);
  const count = (s: ShownState): number => joints.filter((j) => (s === 'stale' ? j.summary.stale : j.summary.state === s)).length;
  const mass = joints.reduce((m, j) => m + j.summary.plateMass, 0);
  const bolts = joints.reduce((m, j) => m + j.summary.bolts, 0);
  const taken = useMemo(() => new Set(joints.map((j) => j.mark)), [joints]);

  return (
    <Shell
      bench={`/bench?job=${jobId}`}
      trail={<><span className="ellipsis here">{data?.job.name}</span><span className="quiet">/ Register</span></>}
      tools={data && (
        <>
          <Link to={`/jobs/${jobId}/basis`}>Basis: EN 1993-1-8 · {data.job.basis.set === 'UK' ? 'UK' : data.job.basis.set}</Link>
          <button type="button" className="btn btn-primary" onClick={() => setBox('issue')} disabled={joints.length === 0}>Issue job</button>
        </>
      )}
    >
      <main className="min-h-0 grid grid-rows-[auto_auto_minmax(0,1fr)]">
        <div className="flex items-center gap-2 px-4 py-2 flex-wrap">
          <input className="input w-52" placeholder="Filter: mark, member, check…" aria-label="Filter joints" value={filter} onChange={(e) => { setFilter(e.target.value); setAt(0); }} onKeyDown={(e) => { if (e.key === 'ArrowDown' || e.key === 'Enter') { e.preventDefault(); table.current?.focus(); } }} />
          <div className="flex flex-wrap" role="group" aria-label="Joints by state">
            {STATES.filter((s) => count(s) > 0).map((s) => (
              <button type="button" key={s} className={`btn btn-ghost px-2! ${only === s ? 'bg-[var(--select)]! border-[var(--ink)]!' : ''}`} aria-pressed={only === s} onClick={() => { setOnly(only === s ? null : s); setAt(0); }}>
                <Mark state={s} />{count(s)} {stateWord(s)}
              </button>
            ))}
          </div>
          <span className="muted flex-1 text-right whitespace-nowrap">{joints.length} joints · {bolts} bolts · {significant(mass)} kg of plate</span>
          <button type="button" className="btn" onClick={() => current && setBox({ copy: current })} disabled={!current}>Copy</button>
          <button type="button" className="btn" onClick={() => current && void remove(current)} disabled={!current}>Delete</button>
          <button type="button" className="btn btn-neutral" onClick={() => setBox('new')}>New joint</button>
        </div>
        <div className="px-4"><Problem>{problem}</Problem></div>
        <div className="overflow-auto px-4 pb-4">
          {data && joints.length === 0 && <p className="muted p-4">No joint yet. Make the first with “New joint”: members and forces, and a detail that holds is drawn for you.</p>}
          {joints.length > 0 && (
            <table ref={table} className="grid-table dense" tabIndex={0} onKeyDown={onKey} aria-label="Register: arrows move, Enter opens, n new, c copy, Delete deletes" autoFocus>
              <thead><tr>{head('mark', 'Mark')}{head('kind', 'Kind', false, 'wide-only')}{head('members', 'Members')}{head('line', 'Detail line')}<th className="wide-only">Governing</th>{head('first', 'First to give')}{head('multiple', 'Multiple', true)}{head('state', 'State')}<th>Checked</th></tr></thead>
              <tbody>
                {rows.map((j, i) => (
                  <tr key={j.id} className={i === index ? 'selected' : ''} aria-selected={i === index} onClick={() => setAt(i)} onDoubleClick={() => open(j)}>
                    <td><Link className="font-semibold hover:underline" tabIndex={-1} to={`/jobs/${jobId}/joints/${j.id}`}>{j.mark}</Link></td>
                    <td className="kind wide-only" title={kindOf(j.kind).title}>{kindOf(j.kind).title}</td>
                    <td>{j.summary.members}</td>
                    <td className="mono text-[10.5px] line" title={j.line}>{j.line.replace(/^\w+ \| /, '')}</td>
                    <td className="clip wide-only" title={worst(j)}>{worst(j)}</td>
                    <td className="clip" title={j.summary.refusal ?? j.summary.first?.title}>{j.summary.refusal ? <span className="problem">{j.summary.refusal}</span> : j.summary.first?.title}</td>
                    <td className="num font-semibold">{multipleText(j.summary.first?.multiple ?? null)}</td>
                    <td><StateMark state={j.summary.state} /></td>
                    <td>{j.checked ? (j.summary.stale ? <StateMark state="stale" word={`stale · ${j.checked.by}`} /> : j.checked.by) : <span className="muted">not yet</span>}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          <Calculations jobId={jobId} />
          {joints.length > 0 && rows.length === 0 && <p className="muted p-4">No joint fits this filter. <button type="button" className="underline" onClick={() => { setFilter(''); setOnly(null); }}>Show all</button></p>}
        </div>
      </main>
      {gone && (
        <div className="toast-bar" role="status">
          {gone.mark} deleted.
          <button type="button" className="underline font-semibold" onClick={() => void bringBack()}>Undo</button>
          <button type="button" onClick={() => setGone(null)}>Dismiss</button>
        </div>
      )}
      {box === 'issue' && <Issue jobId={jobId} title={`Issue ${data!.job.name}`} onClose={() => setBox(null)} />}
      {box === 'new' && data && <NewJoint job={data.job} mark={nextMark(joints.at(-1)?.mark ?? 'J-00', taken)} onClose={() => setBox(null)} onMade={(id, why) => navigate(`/jobs/${jobId}/joints/${id}`, { state: { why } })} />}
      {box && typeof box === 'object' && <CopyJoint joint={box.copy} mark={nextMark(box.copy.mark, taken)} onClose={() => setBox(null)} onMade={async () => { setBox(null); await load(); table.current?.focus(); }} />}
    </Shell>
  );
}

function worst(j: RegisterEntry): string {
  const c = j.combinations.find((x) => x.name === j.summary.first?.combination);
  return c ? `${c.name} ${c.note ?? ''}` : '–';
}

function CopyJoint({ joint, mark: suggested, onClose, onMade }: { joint: RegisterEntry; mark: string; onClose: () => void; onMade: () => Promise<void> }) {
  const [mark, setMark] = useState(suggested);
  const [problem, setProblem] = useState('');
  return (
    <Dialog title={`Copy ${joint.mark}`} onClose={onClose} width={380}>
      <form onSubmit={(e) => { e.preventDefault(); api.copyJoint(joint.id, mark).then(onMade, (x: Error) => setProblem(x.message)); }}>
        <label className="form-grid"><span>New mark</span><input className="input" value={mark} autoFocus onFocus={(e) => e.target.select()} onChange={(e) => setMark(e.target.value)} /></label>
        <Problem>{problem}</Problem>
        <button type="submit" className="btn btn-primary mt-3">Copy</button>
      </form>
    </Dialog>
  );
}
