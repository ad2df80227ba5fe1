import { memo, useEffect, type KeyboardEvent, type RefObject } from 'react';
import { Link } from 'react-router';
import { useVirtualizer } from '@tanstack/react-virtual';
import { houseWords, multipleText, type Following, type RegisterEntry } from '@ample/core';
import { StateMark } from '../parts/StateMark.tsx';
import { stateOf, titleOf, type Shown, type SortKey } from './order.ts';

/** What brings a row into sight. */
export interface Sight {
  scrollToIndex(i: number, how: { readonly align: 'auto' | 'center' }): void;
}

interface Props {
  readonly rows: readonly RegisterEntry[];
  readonly index: number;
  readonly standard: string;
  readonly sort: Shown['sort'];
  readonly onSort: (sort: Shown['sort']) => void;
  readonly onAt: (i: number) => void;
  readonly onOpen: (j: RegisterEntry) => void;
  readonly onKey: (e: KeyboardEvent) => void;
  /** Joints that are chosen, by id. */
  readonly picked: ReadonlySet<string>;
  readonly onPick: (ids: readonly string[], on: boolean) => void;
  /** Joints that changed since they were last issued, with the number of that issue; null: they never were, though others are. */
  readonly unsent: ReadonlyMap<string, number | null>;
  readonly table: RefObject<HTMLTableElement | null>;
  /** What the rows scroll in, and what brings one into sight. */
  readonly scroll: RefObject<HTMLDivElement | null>;
  readonly sight: RefObject<Sight | null>;
}

const HEADS: readonly (readonly [SortKey | null, string, string])[] = [
  ['mark', 'Mark', ''],
  ['kind', 'Kind', 'wide-only'],
  ['members', 'Members', ''],
  ['line', 'Detail line', ''],
  [null, 'Governing', 'wide-only'],
  ['first', 'First to give', ''],
  ['multiple', 'Multiple', 'num'],
  ['state', 'State', ''],
  [null, 'Checked', ''],
];

/** Height of the heads, and a little more, px. */
const HEAD = 48;

/** The joints of a job, a line each. */
export function RegisterTable(props: Props) {
  const { rows, index, standard, sort, onSort, onAt, onOpen, onKey, table, scroll, sight, picked, onPick, unsent } = props;
  // Only the rows in sight stand in the page: a job may have thousands. Here, so that nothing else is drawn again as they scroll.
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => 34,
    overscan: 12,
    // The heads stand above the first row, so that the last in sight would end below.
    scrollPaddingEnd: HEAD,
    getItemKey: (i) => rows[i]!.id,
  });
  useEffect(() => {
    sight.current = virtual;
  }, [sight, virtual]);
  const inSight = virtual.getVirtualItems();
  const above = inSight[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (inSight.at(-1)?.end ?? 0);
  return (
    <table
      ref={table}
      className="grid-table dense"
      tabIndex={0}
      aria-rowcount={rows.length + 1}
      onKeyDown={onKey}
      aria-label="Register: arrows move, Space chooses, Enter opens, n new, c copy, Delete deletes"
    >
      <thead>
        <Heads {...{ rows, picked, onPick, sort, onSort }} />
      </thead>
      <tbody>
        {above > 0 && <tr aria-hidden="true" style={{ height: above }} />}
        {inSight.map(({ index: i }) => {
          const j = rows[i]!;
          return (
            <tr
              key={j.id}
              data-index={i}
              ref={virtual.measureElement}
              className={i === index ? 'selected' : ''}
              aria-selected={i === index}
              aria-rowindex={i + 2}
              onClick={() => onAt(i)}
              onDoubleClick={() => onOpen(j)}
            >
              <Picked mark={j.mark} on={picked.has(j.id)} onPick={(on) => onPick([j.id], on)} />
              <Cells joint={j} standard={standard} unsent={unsent.get(j.id)} />
            </tr>
          );
        })}
        {below > 0 && <tr aria-hidden="true" style={{ height: below }} />}
      </tbody>
    </table>
  );
}

/** A head that sorts, or one that does not. */
function Head({
  of,
  label,
  look,
  sort,
  onSort,
}: { of: SortKey | null; label: string; look: string } & Pick<Props, 'sort' | 'onSort'>) {
  if (of === null) return <th className={look || undefined}>{label}</th>;
  const here = sort.key === of;
  return (
    <th className={look} aria-sort={here ? (sort.down ? 'descending' : 'ascending') : 'none'}>
      <button type="button" onClick={() => onSort({ key: of, down: here && !sort.down })}>
        {label}
        {here ? (sort.down ? ' ↓' : ' ↑') : ''}
      </button>
    </th>
  );
}

const worst = ({ summary: { first } }: RegisterEntry): string => (first ? `${first.combination} ${first.note}` : '–');

interface CellsProps {
  readonly joint: RegisterEntry;
  readonly standard: string;
  readonly unsent: number | null | undefined;
}

/** What a row shows; drawn again only when its joint is another. */
const Cells = memo(function Cells({ joint: j, standard, unsent }: CellsProps) {
  const { first, refusal, members } = j.summary;
  const said = j.unreadable ?? refusal;
  return (
    <>
      <td>
        <Link className="font-semibold hover:underline" tabIndex={-1} to={`/jobs/${j.jobId}/joints/${j.id}`}>
          {j.mark}
        </Link>
        {j.group !== undefined && (
          <span className="block muted" title={`shares the detail ${j.group}`}>
            {j.group}
          </span>
        )}
        {j.open > 0 && (
          <span className="block unused">
            {j.open} comment{j.open === 1 ? '' : 's'}
          </span>
        )}
        {unsent !== undefined && (
          <span
            className="block muted max-w-20 whitespace-normal"
            title={unsent === null ? 'it is in no issue yet' : `it changed since issue ${unsent}`}
          >
            {unsent === null ? 'not issued' : `changed since issue ${unsent}`}
          </span>
        )}
      </td>
      <td className="kind wide-only">{titleOf(j, standard)}</td>
      <td className="members">{members}</td>
      <td className="mono text-[10.5px] line" title={j.line}>
        {j.line.replace(/^\w+ \| /, '')}
        {j.house && <House of={j.house} />}
      </td>
      <td className="clip wide-only" title={worst(j)}>
        {worst(j)}
      </td>
      <td className="clip" title={said ?? first?.title}>
        {said ? <span className="problem">{said}</span> : first?.title}
      </td>
      <td className="num font-semibold">{multipleText(first?.multiple ?? null)}</td>
      <td>
        <StateMark state={stateOf(j)} />
      </td>
      <td>
        <Checked joint={j} />
      </td>
    </>
  );
});

/** The house detail of a joint, and in what it strayed from it. */
const House = ({ of }: { of: Following }) => (
  <span className={`block ${of.state === 'follows' ? 'muted' : 'unused'}`} title={houseWords(of)}>
    {of.state === 'follows' ? `${of.name} v${of.version}` : `${houseWords(of).replace(' version ', ' v')}`}
  </span>
);

function Checked({ joint: { checked, summary } }: { joint: RegisterEntry }) {
  if (!checked) return <span className="muted">not yet</span>;
  return summary.stale ? (
    <StateMark state="stale" word={`stale · ${checked.by}`} />
  ) : (
    <span title={checked.note}>{checked.by}</span>
  );
}

/** The heads, by which the rows are sorted. */
function Heads({ rows, picked, onPick, sort, onSort }: Pick<Props, 'rows' | 'picked' | 'onPick' | 'sort' | 'onSort'>) {
  return (
    <tr>
      <th>
        <input
          type="checkbox"
          className="checkbox checkbox-xs"
          aria-label="Choose all that are shown"
          tabIndex={-1}
          checked={rows.length > 0 && rows.every((j) => picked.has(j.id))}
          onChange={(e) =>
            onPick(
              rows.map((j) => j.id),
              e.target.checked,
            )
          }
        />
      </th>
      {HEADS.map(([key, label, look]) => (
        <Head key={label} of={key} label={label} look={look} sort={sort} onSort={onSort} />
      ))}
    </tr>
  );
}

/** Whether a joint is chosen. */
function Picked({ mark, on, onPick }: { mark: string; on: boolean; onPick: (on: boolean) => void }) {
  return (
    <td>
      <input
        type="checkbox"
        className="checkbox checkbox-xs"
        aria-label={`Choose ${mark}`}
        tabIndex={-1}
        checked={on}
        onChange={(e) => onPick(e.target.checked)}
      />
    </td>
  );
}
