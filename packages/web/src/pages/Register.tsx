import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useVirtualizer } from '@tanstack/react-virtual';
import { basisWords, KINDS, kindTitle, multipleText, unitsOf, type JobRecord, type RegisterEntry } from '@ample/core';
import { api } from '../api.ts';
import { Dialog, Problem } from '../parts/Dialog.tsx';
import { Calculations } from '../parts/Calculations.tsx';
import { Issue } from '../parts/Issue.tsx';
import { Shell, type Keys } from '../parts/Shell.tsx';
import { Mark, StateMark, stateWord, type ShownState } from '../parts/StateMark.tsx';
import { NewJoint } from './NewJoint.tsx';

type SortKey = 'mark' | 'kind' | 'members' | 'line' | 'first' | 'multiple' | 'state' | 'bolts' | 'mass';
const STATES: readonly ShownState[] = ['unreadable', 'gives', 'rule', 'not-whole', 'close', 'holds', 'none', 'stale'];
const ORDER: Readonly<Record<ShownState, number>> = {
  unreadable: -1,
  gives: 0,
  rule: 1,
  'not-whole': 2,
  close: 3,
  none: 4,
  holds: 5,
  stale: 6,
};
const natural = new Intl.Collator('en', { numeric: true });

const valueOf = (j: RegisterEntry, key: SortKey, standard: string): string | number => {
  switch (key) {
    case 'mark':
      return j.mark;
    case 'kind':
      return titleOf(j, standard);
    case 'members':
      return j.summary.members;
    case 'line':
      return j.line;
    case 'first':
      return j.summary.first?.title ?? '';
    case 'multiple':
      return j.summary.first?.multiple ?? Infinity;
    case 'state':
      return ORDER[stateOf(j)];
    case 'bolts':
      return j.summary.bolts;
    case 'mass':
      return j.summary.plateMass;
  }
};

const compare = (a: string | number, b: string | number): number =>
  typeof a === 'number' && typeof b === 'number' ? (a === b ? 0 : a - b) : natural.compare(String(a), String(b));

const KEYS: Keys = [
  ['↑, ↓, Page Up, Page Down', 'along the rows'],
  ['Enter', 'open the joint'],
  ['n', 'new joint'],
  ['c', 'copy to a new mark'],
  ['Delete', 'delete; Undo or Ctrl Z brings it back'],
  ['Ctrl Z', 'bring the deleted one back'],
];

/** A kind that this version does not know keeps its id. */
const titleOf = (j: RegisterEntry, standard: string): string => {
  const kind = KINDS.find((k) => k.id === j.kind);
  return kind ? kindTitle(kind, { id: standard }) : j.kind;
};
const stateOf = (j: RegisterEntry): ShownState => (j.unreadable === undefined ? j.summary.state : 'unreadable');

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
  const [job, setJob] = useState<JobRecord | null>(null);
  const [joints, setJoints] = useState<readonly RegisterEntry[] | null>(null);
  const [total, setTotal] = useState(0);
  const [problem, setProblem] = useState('');
  const [filter, setFilter] = useState('');
  const [only, setOnly] = useState<ShownState | null>(null);
  const [sort, setSort] = useState<{ key: SortKey; down: boolean }>({ key: 'mark', down: false });
  const [at, setAt] = useState(0);
  const [box, setBox] = useState<'new' | 'issue' | { copy: RegisterEntry } | null>(null);
  const [gone, setGone] = useState<RegisterEntry | null>(null);
  const table = useRef<HTMLTableElement>(null);
  const navigate = useNavigate();

  const turn = useRef(0);
  const load = useCallback(async (): Promise<void> => {
    const mine = ++turn.current;
    try {
      setJob(await api.job(jobId));
      const found: RegisterEntry[] = [];
      for await (const part of api.registerParts(jobId)) {
        if (turn.current !== mine) return;
        found.push(...part.rows);
        setTotal(part.total);
        // The first part shows at once; while there is nothing newer, rows that stand are not taken away for fewer.
        setJoints((known) => (part.next === null || !known || known.length < found.length ? [...found] : known));
      }
    } catch (e) {
      if (turn.current === mine) setProblem((e as Error).message);
    }
  }, [jobId]);
  useEffect(() => {
    void load();
    return () => {
      turn.current += 1;
    };
  }, [load]);
  useEffect(() => {
    if (job) document.title = `${job.name} · Register`;
  }, [job]);

  const standard = job?.basis.standard ?? '';
  const rows = useMemo(() => {
    const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
    const list = (joints ?? []).filter((j) => {
      const text = `${j.mark} ${titleOf(j, standard)} ${j.summary.members} ${j.line} ${j.summary.first?.title ?? ''} ${j.note}`
        .toLowerCase()
        .replaceAll('×', 'x');
      const stateFits = !only || (only === 'stale' ? j.summary.stale : stateOf(j) === only);
      return stateFits && words.every((w) => text.includes(w.replaceAll('×', 'x')));
    });
    return list.sort(
      (a, b) =>
        (compare(valueOf(a, sort.key, standard), valueOf(b, sort.key, standard)) || natural.compare(a.mark, b.mark)) *
        (sort.down ? -1 : 1),
    );
  }, [joints, filter, only, sort, standard]);
  const index = Math.min(at, Math.max(0, rows.length - 1));
  const current = rows[index];

  const scroll = useRef<HTMLDivElement>(null);
  // Only the rows in sight stand in the page: a job may have thousands.
  const sight = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => 34,
    overscan: 12,
    getItemKey: (i) => rows[i]!.id,
  });
  // Keys work at once, without a click into the table; what was just made is shown.
  const [wanted, setWanted] = useState<string | null>(null);
  useEffect(() => {
    if (joints?.length && document.activeElement === document.body) table.current?.focus();
  }, [joints]);
  useEffect(() => {
    const i = wanted === null ? -1 : rows.findIndex((r) => r.id === wanted);
    if (i < 0) return;
    setAt(i);
    setWanted(null);
    sight.scrollToIndex(i, { align: 'center' });
  }, [wanted, rows, sight]);

  const open = (j: RegisterEntry | undefined): void => {
    if (j) void navigate(`/jobs/${jobId}/joints/${j.id}`);
  };
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
      sight.scrollToIndex(next, { align: 'auto' });
    } else if (e.key === 'Enter') open(current);
    else if (e.key === 'Delete' && current) void remove(current);
    else if ((e.key === 'z' || e.key === 'Z') && (e.ctrlKey || e.metaKey) && gone) void bringBack();
    else if (e.key === 'c' && !e.ctrlKey && !e.metaKey && current) {
      e.preventDefault();
      setBox({ copy: current });
    } else if (e.key === 'n' && !e.ctrlKey && !e.metaKey) {
      e.preventDefault();
      setBox('new');
    }
  };

  const head = (key: SortKey, label: string, num = false, more = '') => (
    <th
      className={`${num ? 'num' : ''} ${more}`}
      aria-sort={sort.key === key ? (sort.down ? 'descending' : 'ascending') : 'none'}
    >
      <button type="button" onClick={() => setSort({ key, down: sort.key === key && !sort.down })}>
        {label}
        {sort.key === key ? (sort.down ? ' ↓' : ' ↑') : ''}
      </button>
    </th>
  );
  const all = joints ?? [];
  const count = (s: ShownState): number => all.filter((j) => (s === 'stale' ? j.summary.stale : stateOf(j) === s)).length;
  const mass = all.reduce((m, j) => m + j.summary.plateMass, 0);
  const bolts = all.reduce((m, j) => m + j.summary.bolts, 0);
  const taken = useMemo(() => new Set((joints ?? []).map((j) => j.mark)), [joints]);
  const shownRows = sight.getVirtualItems();
  const above = shownRows[0]?.start ?? 0;
  const below = sight.getTotalSize() - (shownRows.at(-1)?.end ?? 0);

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
      tools={
        job && (
          <>
            <Link to={`/jobs/${jobId}/basis`}>Basis: {basisWords(job.basis, ' · ')}</Link>
            <button type="button" className="btn btn-primary" onClick={() => setBox('issue')} disabled={all.length === 0}>
              Issue job
            </button>
          </>
        )
      }
    >
      <main className="min-h-0 grid grid-rows-[auto_auto_minmax(0,1fr)]">
        <div className="flex items-center gap-2 px-4 py-2 flex-wrap">
          <input
            className="input w-52"
            placeholder="Filter: mark, member, check…"
            aria-label="Filter joints"
            value={filter}
            onChange={(e) => {
              setFilter(e.target.value);
              setAt(0);
            }}
            onKeyDown={(e) => {
              if (e.key === 'ArrowDown' || e.key === 'Enter') {
                e.preventDefault();
                table.current?.focus();
              }
            }}
          />
          <div className="flex flex-wrap" role="group" aria-label="Joints by state">
            {STATES.filter((s) => count(s) > 0).map((s) => (
              <button
                type="button"
                key={s}
                className={`btn btn-ghost px-2! ${only === s ? 'bg-[var(--select)]! border-[var(--ink)]!' : ''}`}
                aria-pressed={only === s}
                onClick={() => {
                  setOnly(only === s ? null : s);
                  setAt(0);
                }}
              >
                <Mark state={s} />
                {count(s)} {stateWord(s)}
              </button>
            ))}
          </div>
          <span className="muted flex-1 text-right whitespace-nowrap">
            {all.length < total ? `judging: ${all.length} of ` : ''}
            {total} joints · {bolts} bolts · {job ? unitsOf(job.basis).mass(mass) : ''} of plate
          </span>
          <button type="button" className="btn" onClick={() => current && setBox({ copy: current })} disabled={!current}>
            Copy
          </button>
          <button type="button" className="btn" onClick={() => current && void remove(current)} disabled={!current}>
            Delete
          </button>
          <button type="button" className="btn btn-neutral" onClick={() => setBox('new')}>
            New joint
          </button>
        </div>
        <div className="px-4">
          <Problem>{problem}</Problem>
        </div>
        <div className="overflow-auto px-4 pb-4" ref={scroll}>
          {joints && all.length === 0 && (
            <p className="muted p-4">
              No joint yet. Make the first with “New joint”: members and forces, and a detail that holds is drawn for you.
            </p>
          )}
          {all.length > 0 && (
            <table
              ref={table}
              className="grid-table dense"
              tabIndex={0}
              aria-rowcount={rows.length + 1}
              onKeyDown={onKey}
              aria-label="Register: arrows move, Enter opens, n new, c copy, Delete deletes"
            >
              <thead>
                <tr>
                  {head('mark', 'Mark')}
                  {head('kind', 'Kind', false, 'wide-only')}
                  {head('members', 'Members')}
                  {head('line', 'Detail line')}
                  <th className="wide-only">Governing</th>
                  {head('first', 'First to give')}
                  {head('multiple', 'Multiple', true)}
                  {head('state', 'State')}
                  <th>Checked</th>
                </tr>
              </thead>
              <tbody>
                {above > 0 && <tr aria-hidden="true" style={{ height: above }} />}
                {shownRows.map(({ index: i }) => {
                  const j = rows[i]!;
                  const said = j.unreadable ?? j.summary.refusal;
                  return (
                    <tr
                      key={j.id}
                      data-index={i}
                      ref={sight.measureElement}
                      className={i === index ? 'selected' : ''}
                      aria-selected={i === index}
                      aria-rowindex={i + 2}
                      onClick={() => setAt(i)}
                      onDoubleClick={() => open(j)}
                    >
                      <td>
                        <Link className="font-semibold hover:underline" tabIndex={-1} to={`/jobs/${jobId}/joints/${j.id}`}>
                          {j.mark}
                        </Link>
                      </td>
                      <td className="kind wide-only">{titleOf(j, standard)}</td>
                      <td className="members">{j.summary.members}</td>
                      <td className="mono text-[10.5px] line" title={j.line}>
                        {j.line.replace(/^\w+ \| /, '')}
                      </td>
                      <td className="clip wide-only" title={worst(j)}>
                        {worst(j)}
                      </td>
                      <td className="clip" title={said ?? j.summary.first?.title}>
                        {said ? <span className="problem">{said}</span> : j.summary.first?.title}
                      </td>
                      <td className="num font-semibold">{multipleText(j.summary.first?.multiple ?? null)}</td>
                      <td>
                        <StateMark state={stateOf(j)} />
                      </td>
                      <td>
                        {j.checked ? (
                          j.summary.stale ? (
                            <StateMark state="stale" word={`stale · ${j.checked.by}`} />
                          ) : (
                            j.checked.by
                          )
                        ) : (
                          <span className="muted">not yet</span>
                        )}
                      </td>
                    </tr>
                  );
                })}
                {below > 0 && <tr aria-hidden="true" style={{ height: below }} />}
              </tbody>
            </table>
          )}
          <Calculations jobId={jobId} />
          {all.length > 0 && rows.length === 0 && (
            <p className="muted p-4">
              No joint fits this filter.{' '}
              <button
                type="button"
                className="underline"
                onClick={() => {
                  setFilter('');
                  setOnly(null);
                }}
              >
                Show all
              </button>
            </p>
          )}
        </div>
      </main>
      {gone && (
        <div className="toast-bar" role="status">
          {gone.mark} deleted.
          <button type="button" className="underline font-semibold" onClick={() => void bringBack()}>
            Undo
          </button>
          <button type="button" onClick={() => setGone(null)}>
            Dismiss
          </button>
        </div>
      )}
      {box === 'issue' && job && <Issue jobId={jobId} title={`Issue ${job.name}`} onClose={() => setBox(null)} />}
      {box === 'new' && job && (
        <NewJoint
          job={job}
          mark={nextMark(all.at(-1)?.mark ?? 'J-00', taken)}
          onClose={() => setBox(null)}
          onMade={(id, why) => navigate(`/jobs/${jobId}/joints/${id}`, { state: { why } })}
        />
      )}
      {box && typeof box === 'object' && (
        <CopyJoint
          joint={box.copy}
          mark={nextMark(box.copy.mark, taken)}
          onClose={() => setBox(null)}
          onMade={async (id) => {
            setBox(null);
            setWanted(id);
            await load();
            table.current?.focus();
          }}
        />
      )}
    </Shell>
  );
}

const worst = ({ summary: { first } }: RegisterEntry): string => (first ? `${first.combination} ${first.note}` : '–');

function CopyJoint({
  joint,
  mark: suggested,
  onClose,
  onMade,
}: {
  joint: RegisterEntry;
  mark: string;
  onClose: () => void;
  onMade: (id: string) => Promise<void>;
}) {
  const [mark, setMark] = useState(suggested);
  const [problem, setProblem] = useState('');
  return (
    <Dialog title={`Copy ${joint.mark}`} onClose={onClose} width={380}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          api.copyJoint(joint.id, mark).then(
            (made) => onMade(made.id),
            (x: Error) => setProblem(x.message),
          );
        }}
      >
        <label className="form-grid">
          <span>New mark</span>
          <input className="input" value={mark} onFocus={(e) => e.target.select()} onChange={(e) => setMark(e.target.value)} />
        </label>
        <Problem>{problem}</Problem>
        <button type="submit" className="btn btn-primary mt-3">
          Copy
        </button>
      </form>
    </Dialog>
  );
}
