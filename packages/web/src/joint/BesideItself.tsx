import { useEffect, useMemo, useState } from 'react';
import {
  basisOf,
  comparableSets,
  matchesOf,
  multipleText,
  otherStandards,
  ratioWords,
  STATE_WORDS,
  type Beside,
  type JobRecord,
  type JointContent,
  type JointReport,
  type SideBySide,
  type Standard,
} from '@ample/core';
import { Mark } from '../parts/StateMark.tsx';
import { checker } from '../work/client.ts';
import { multipleAxis, type MultipleAxis } from './axis.ts';

/** Rows shown before the rest is asked for. */
const FIRST_ROWS = 12;

/** The joint beside itself under another standard: for information, never a verdict of the job. */
export function BesideItself({ content, job }: { content: JointContent; job: JobRecord }) {
  const basis = useMemo(() => basisOf(job, content.settings), [job, content.settings]);
  const others = otherStandards(content.kind, basis);
  const [id, setId] = useState('');
  const other = others.find((s) => s.id === id) ?? others[0];
  return other ? (
    <section className="mt-5 border-t border-[var(--hair)] pt-3" aria-label="Under another standard">
      <h2>
        Beside itself under{' '}
        {others.length > 1 ? (
          <select className="select" aria-label="Other standard" value={other.id} onChange={(e) => setId(e.target.value)}>
            {others.map((s) => (
              <option key={s.id}>{s.id}</option>
            ))}
          </select>
        ) : (
          other.id
        )}
      </h2>
      <p className="muted mb-2">
        The same detail and the same actions, its materials matched: confirm each pair. For information; the verdict of the job
        stays that of {basis.standard.id}.
      </p>
      <Compared key={other.id} content={content} job={job} other={other} />
    </section>
  ) : null;
}

function Compared({ content, job, other }: { content: JointContent; job: JobRecord; other: Standard }) {
  const basis = useMemo(() => basisOf(job, content.settings), [job, content.settings]);
  const matches = useMemo(() => matchesOf(content.input, basis, other), [content.input, basis, other]);
  const sets = comparableSets(other);
  const [set, setSet] = useState(sets[0]!.id);
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({});
  const [found, setFound] = useState<{ ok: SideBySide } | { refusal: string } | null>(null);
  useEffect(() => {
    let gone = false;
    void checker()
      .beside(content, job, { standard: other.id, set, chosen })
      .then((answer) => {
        if (!gone) setFound(answer);
      });
    return () => {
      gone = true;
    };
  }, [content, job, other, set, chosen]);
  return (
    <>
      <div className="flex flex-wrap gap-x-5 gap-y-2 mb-3">
        {sets.length > 1 && (
          <label className="flex items-center gap-2">
            <span className="muted">{other.sets.label}</span>
            <select className="select" value={set} onChange={(e) => setSet(e.target.value)}>
              {sets.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.label}
                </option>
              ))}
            </select>
          </label>
        )}
        {matches.map((m) => (
          <Match key={m.id} match={m} value={chosen[m.id] ?? m.usual} onChange={(v) => setChosen({ ...chosen, [m.id]: v })} />
        ))}
      </div>
      {!found && <p className="muted">Judging it under {other.id}…</p>}
      {found && 'refusal' in found && (
        <p className="problem">
          Under {other.id}: {found.refusal}
        </p>
      )}
      {found && 'ok' in found && <Both of={found.ok} names={[basis.standard.id, other.id]} />}
    </>
  );
}

function Both({ of, names }: { of: SideBySide; names: readonly [string, string] }) {
  const [all, setAll] = useState(false);
  const gives = of.rows.some((r) => (r.here?.multiple ?? 9) < 1 || (r.there?.multiple ?? 9) < 1);
  const axis = multipleAxis(gives);
  const rows = all ? of.rows : of.rows.slice(0, FIRST_ROWS);
  return (
    <>
      <Verdict report={of.here} name={names[0]} mark={<Dot />} />
      <Verdict report={of.there} name={names[1]} mark={<Ring />} />
      <table className="beside-table" aria-label={`Both failure orders: ${names[0]} and ${names[1]}`}>
        <thead>
          <tr>
            <th>What gives</th>
            <th className="num">{names[0]}</th>
            <th className="num">{names[1]}</th>
            <th aria-hidden="true">
              <span className="relative block h-4 muted font-normal">
                {axis.ticks.map((t) => (
                  <span key={t} className="absolute -translate-x-1/2" style={{ left: `${axis.at(t)}%` }}>
                    {t === 1 ? '1.0' : t}
                  </span>
                ))}
              </span>
            </th>
            <th>Where the difference comes from</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.key}>
              <th scope="row">{r.title}</th>
              <td className="num">{r.here ? multipleText(r.here.multiple) : '–'}</td>
              <td className="num">{r.there ? multipleText(r.there.multiple) : '–'}</td>
              <td aria-hidden="true">
                <Row row={r} axis={axis} />
              </td>
              <td className="muted">
                {r.because
                  ? becauseWords(r.because)
                  : (r.reason ?? 'they count other things on it, or under another combination')}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {of.rows.length > FIRST_ROWS && (
        <button type="button" className="muted hover:underline min-h-6" onClick={() => setAll(!all)}>
          {all ? 'Show the first to give only' : `${of.rows.length - FIRST_ROWS} more give later`}
        </button>
      )}
      <Words title={`Rules that ${names[0]} has broken`} list={of.brokenHere} />
      <Words title={`Rules that ${names[1]} would have broken`} list={of.brokenThere} />
      <Words title={`Not checked under ${names[1]}`} list={of.missingThere} />
    </>
  );
}

function Verdict({ report, name, mark }: { report: JointReport; name: string; mark: React.ReactNode }) {
  const first = report.combinations[report.worst]?.first;
  return (
    <p className="state">
      {mark}
      <b>{name}</b>
      <Mark state={report.state} />
      {report.verdict}
      <span className="muted">
        · {STATE_WORDS[report.state]}
        {first ? `; first to give: ${first.title.toLowerCase()}` : ''}
      </span>
    </p>
  );
}

const Dot = () => (
  <svg width="10" height="10" viewBox="0 0 10 10" aria-hidden="true">
    <circle cx="5" cy="5" r="4.4" fill="var(--ink)" />
  </svg>
);
const Ring = () => (
  <svg width="10" height="10" viewBox="0 0 10 10" aria-hidden="true">
    <circle cx="5" cy="5" r="3.8" fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.6" />
  </svg>
);

/** Both multiples of one failure, and the line between them. */
function Row({ row, axis }: { row: Beside; axis: MultipleAxis }) {
  const [a, b] = [row.here && axis.at(row.here.multiple), row.there && axis.at(row.there.multiple)];
  const at = (x: number | null, mark: React.ReactNode) =>
    x !== null && (
      <span className="absolute top-[5px] -translate-x-1/2 leading-none" style={{ left: `${x}%` }}>
        {mark}
      </span>
    );
  return (
    <span className="order-axis block">
      {axis.ticks.map((t) => (
        <i
          key={t}
          className={`absolute inset-y-[-2px] ${t === 1 ? 'w-[2px] -ml-px bg-[var(--ink)]' : 'w-px bg-[var(--hair)]'}`}
          style={{ left: `${axis.at(t)}%` }}
        />
      ))}
      {a !== null && b !== null && (
        <i
          className="absolute h-[2px] top-[9px] bg-[var(--muted)]"
          style={{ left: `${Math.min(a, b)}%`, width: `${Math.abs(a - b)}%` }}
        />
      )}
      {at(a, <Dot />)}
      {at(b, <Ring />)}
    </span>
  );
}

function becauseWords({ load, model, factor, strength }: NonNullable<Beside['because']>): string {
  const parts =
    model !== null && factor !== null
      ? [`model ${ratioWords(model)}`, `factor ${ratioWords(factor)}`]
      : [`strength ${ratioWords(strength)}`];
  return [...(Math.abs(load - 1) > 0.005 ? [`load on it ${ratioWords(load)}`] : []), ...parts].join(', ');
}

const Words = ({ title, list }: { title: string; list: readonly string[] }) =>
  list.length ? (
    <p className="mt-2">
      <span className="muted">{title}: </span>
      {list.join('; ').replace(/\.$/, '')}.
    </p>
  ) : null;

/** What stands there for what is here. */
function Match({
  match: m,
  value,
  onChange,
}: {
  match: ReturnType<typeof matchesOf>[number];
  value: string;
  onChange: (v: string) => void;
}) {
  return (
    <label className="flex items-center gap-2">
      <span className="muted whitespace-nowrap">
        {m.what} {m.is} →
      </span>
      <select className="select" aria-label={`${m.what} ${m.is} there`} value={value} onChange={(e) => onChange(e.target.value)}>
        {m.options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
    </label>
  );
}
