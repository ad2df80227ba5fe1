import { useEffect, useMemo, useState } from 'react';
import {
  basisOf,
  detailName,
  frontierOf,
  kindTitle,
  kindOf,
  multipleText,
  titleOf,
  type FoundDetail,
  type JobRecord,
  type JointContent,
} from '@ample/core';
import { Problem } from '../../parts/Dialog.tsx';
import { Mark } from '../../parts/StateMark.tsx';
import type { CheckAnswer } from '../../work/check.worker.ts';
import { later } from '../../parts/later.tsx';
import { checker } from '../../work/client.ts';
import { Picture } from '../Sheet.tsx';
import { CostBar, costText } from './CostBar.tsx';
import { Gone } from './Gone.tsx';
import { useSearch } from './useSearch.ts';

// The plot brings a library that most visits don't need.
const CostPlot = later(async () => (await import('./CostPlot.tsx')).CostPlot, 'plot');

interface Props {
  readonly content: JointContent;
  readonly job: JobRecord;
  readonly onTake: (content: JointContent, label: string) => void;
}
/** So many of the cheapest are listed at first. */
const LISTED = 8;
const NO_FILTER = { kind: '', bolt: '', category: '', rows: '' };
type Filter = typeof NO_FILTER;

const boltOf = (f: FoundDetail): string => f.choice.find((c) => c.axis === 'bolt' || c.axis === 'anchors')?.value ?? '';
const categoryOf = (f: FoundDetail): string => f.choice.find((c) => c.axis === 'category')?.value ?? '';
const kept = (f: FoundDetail, { kind, bolt, category, rows }: Filter): boolean =>
  (!kind || f.kind === kind) &&
  (!bolt || boltOf(f) === bolt) &&
  (!category || categoryOf(f) === category) &&
  (!rows || f.rows <= Number(rows));

/** Every detail that the house rules allow for the members and actions of the joint: the cheapest that hold, what each costs and why. */
export function SearchView({ content, job, onTake }: Props) {
  const search = useSearch(content, job);
  const { told, found } = search;
  const [filter, setFilter] = useState(NO_FILTER);
  const [picked, setPicked] = useState('');
  const shown = useMemo(() => found.filter((f) => kept(f, filter)), [found, filter]);
  const frontier = useMemo(() => frontierOf(shown), [shown]);
  const chosen = shown.find((f) => detailName(f) === picked) ?? shown[0] ?? null;
  const present = told?.present ?? null;
  return (
    <section aria-label="Search" className="search">
      <h2>Everything that the house rules allow</h2>
      <Progress search={search} />
      <Problem>{search.problem}</Problem>
      {shown.length > 0 && (
        <>
          <Filters {...{ found, filter, setFilter }} />
          <div className="search-found">
            <Listed {...{ shown, present, chosen, setPicked }} />
            <CostPlot
              {...{ shown, frontier, chosen, present }}
              underWay={!told?.done && !search.stopped}
              onPick={(f) => setPicked(detailName(f))}
            />
          </div>
          {chosen && <Chosen {...{ found: chosen, content, job, onTake, present }} />}
        </>
      )}
      {told && !shown.length && found.length > 0 && <p className="muted">None of these is left by what is chosen above.</p>}
      {told && <Gone told={told} found={found.length} />}
    </section>
  );
}

function Progress({ search: { told, found, stopped, stop, again } }: { search: ReturnType<typeof useSearch> }) {
  if (!told) return <p className="muted">Making the details…</p>;
  const { choices, gone, details, done } = told;
  return (
    <p className="search-progress" role="status">
      {done
        ? `All ${details} details were judged: ${found.length} hold.`
        : `${details} details judged, ${Math.floor((100 * gone) / Math.max(1, choices))} % of all choices: ${found.length} hold${stopped ? '. Stopped.' : '…'}`}{' '}
      {!done && !stopped && (
        <button type="button" className="underline" onClick={stop}>
          Stop
        </button>
      )}
      {stopped && (
        <button type="button" className="underline" onClick={again}>
          Search again
        </button>
      )}
      {found.length > 0 && done && <span className="muted"> Nothing cheaper in these ranges is left out.</span>}
    </p>
  );
}

interface FilterProps {
  readonly found: readonly FoundDetail[];
  readonly filter: Filter;
  readonly setFilter: (f: Filter) => void;
}
function Filters({ found, filter, setFilter }: FilterProps) {
  const kinds = [...new Map(found.map((f) => [f.kind, f.title]))];
  const bolts = [...new Set(found.map(boltOf))].filter(Boolean);
  const categories = [...new Set(found.map(categoryOf))].filter(Boolean);
  const rows = [...new Set(found.map((f) => f.rows))].sort((a, b) => a - b);
  const choice = (id: keyof Filter, label: string, every: string, options: readonly (readonly [string, string])[]) =>
    options.length > 1 && (
      <label className="flex items-center gap-2">
        {label}
        <select className="select w-auto" value={filter[id]} onChange={(e) => setFilter({ ...filter, [id]: e.target.value })}>
          <option value="">{every}</option>
          {options.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </select>
      </label>
    );
  return (
    <div className="flex flex-wrap gap-4 my-2">
      {choice('kind', 'Form', 'every form', kinds)}
      {choice(
        'bolt',
        found[0]?.fastener ? 'Anchors' : 'Bolts',
        'every size',
        bolts.map((b) => [b, b] as const),
      )}
      {choice(
        'category',
        'Category',
        'with and without preload',
        categories.map((c) => [c, c] as const),
      )}
      {choice(
        'rows',
        'Rows',
        'any number',
        rows.map((r) => [String(r), `at most ${r}`] as const),
      )}
    </div>
  );
}

interface ChosenProps extends Props {
  readonly found: FoundDetail;
  readonly present: { readonly cost: number } | null;
}
/** The detail that is looked at, drawn, and what it would change. */
function Chosen({ found: f, content, job, onTake, present }: ChosenProps) {
  const { group: _left, house: _other, ...alone } = content;
  const [made, setMade] = useState<CheckAnswer | null>(null);
  const taken = useMemo(() => ({ ...alone, kind: f.kind, input: f.input }), [f]); // eslint-disable-line react-hooks/exhaustive-deps -- what is taken is of this detail
  useEffect(() => {
    let gone = false;
    setMade(null);
    const basis = basisOf(job, content.settings);
    const title = { ...titleOf(job, content, basis, ''), kind: kindTitle(kindOf(f.kind), basis.standard), checked: 'not chosen' };
    void checker()
      .check(taken as JointContent, job, title, -1)
      .then((answer) => {
        if (!gone) setMade(answer);
      });
    return () => {
      gone = true;
    };
  }, [f, taken, content, job]);
  return (
    <section aria-label="The detail that is looked at" className="search-chosen">
      <div>
        <div className="flex items-center gap-2">
          <h3 className="flex-1">{f.title}</h3>
          <button
            type="button"
            className="btn btn-primary"
            onClick={() => onTake(taken as JointContent, `from the search: ${f.title.toLowerCase()}, cost ${costText(f.cost)}`)}
          >
            Take this detail
          </button>
        </div>
        <p className="mono text-[12px] my-1">{f.line}</p>
        <Costs found={f} present={present} />
      </div>
      <div>
        {made && 'ok' in made ? (
          <Picture drawing={made.ok.drawing} over={[]} label="Drawing of the detail that is looked at" />
        ) : (
          <p className="muted">{made ? made.refusal : 'Drawing it…'}</p>
        )}
      </div>
    </section>
  );
}

interface ListedProps {
  readonly shown: readonly FoundDetail[];
  readonly present: Pick<FoundDetail, 'cost' | 'multiple' | 'parts'> | null;
  readonly chosen: FoundDetail | null;
  readonly setPicked: (name: string) => void;
}

/** The cheapest that hold, below the joint as it is. */
function Listed({ shown, present, chosen, setPicked }: ListedProps) {
  const [all, setAll] = useState(false);
  const most = Math.max(...shown.slice(0, LISTED).map((f) => f.cost), present?.cost ?? 0);
  return (
    <div>
      <p className="search-heads muted" aria-hidden="true">
        <span>cost</span>
        <span>least</span>
        <span>detail, and its cost by parts</span>
      </p>
      <ol className="search-list" aria-label="Details that hold, the cheapest first">
        {present && (
          <li className="search-present">
            <span className="num">{costText(present.cost)}</span>
            <span className="num">{multipleText(present.multiple)}</span>
            <span>as it is</span>
            <CostBar parts={present.parts} most={most} />
          </li>
        )}
        {shown.slice(0, all ? 60 : LISTED).map((f) => (
          <li key={detailName(f)}>
            <button type="button" aria-pressed={f === chosen} onClick={() => setPicked(detailName(f))}>
              <span className="num">{costText(f.cost)}</span>
              <span className="num">{multipleText(f.multiple)}</span>
              <span className="mono">{f.line}</span>
              <CostBar parts={f.parts} most={most} />
            </button>
          </li>
        ))}
      </ol>
      {shown.length > LISTED && (
        <button type="button" className="underline py-1" onClick={() => setAll(!all)}>
          {all ? `the ${LISTED} cheapest alone` : `more of the ${shown.length} that hold`}
        </button>
      )}
    </div>
  );
}

/** At what it holds, and what it costs. */
function Costs({ found: f, present }: Pick<ChosenProps, 'found' | 'present'>) {
  const less = present ? present.cost - f.cost : 0;
  return (
    <>
      <p className="state">
        <Mark state={f.state} />
        holds at {multipleText(f.multiple)}
        <span className="muted">{f.first ? `· first to give: ${f.first.toLowerCase()}` : ''}</span>
      </p>
      <p className="my-1">
        Costs {costText(f.cost)}
        {present && Math.abs(less) > 0.005
          ? `, ${costText(Math.abs(less))} ${less > 0 ? 'less' : 'more'} than the joint as it is`
          : ''}
        :
      </p>
      <CostBar parts={f.parts} most={f.cost} named />
      <ul className="search-choice">
        {f.choice.map((c) => (
          <li key={c.axis}>
            {c.axis} <b>{c.value}</b>
          </li>
        ))}
      </ul>
    </>
  );
}
