import { useMemo, useState } from 'react';
import {
  basisOf,
  buildJoint,
  marksOf,
  projected,
  significant,
  type JobRecord,
  type Drawing,
  type JointContent,
  type RowFlow,
  type RowPattern,
  type RowsFlow,
  type Units,
} from '@ample/core';
import { RotationChart } from './RotationChart.tsx';
import { Picture } from './Sheet.tsx';

/** How what takes from a row is drawn, in the order in which it does. */
const FILLS = ['url(#rows-1)', 'url(#rows-2)', 'url(#rows-3)', 'url(#rows-4)', 'url(#rows-5)'] as const;

const BAR = 20;
const GAP = 34;

/** Each row as a bar: what it keeps, and what each taker takes from what it could bring alone. */
function RowBars({ flow: { rows, takers }, units }: { flow: RowsFlow; units: Units }) {
  const most = Math.max(1, ...rows.map((r) => Math.max(r.steps[0] ?? 0, r.F)));
  const width = 430;
  const x = (F: number): number => (F / most) * width;
  return (
    <svg
      className="rows-bars"
      viewBox={`0 0 ${width + 110} ${rows.length * GAP + 12}`}
      role="img"
      aria-label={rows.map((r) => rowWords(r, units)).join('; ')}
    >
      <Hatches />
      {rows.map((row, i) => {
        const y = i * GAP + 4;
        // Each step of what is left is where the bar of its taker ends.
        const parts = takers.flatMap((name, k) => {
          const [to, from] = [row.steps[k] ?? 0, row.steps[k + 1] ?? 0];
          return to > from ? [{ name, fill: FILLS[k % FILLS.length]!, from, to }] : [];
        });
        return (
          <g key={row.number}>
            <text x={0} y={y + BAR * 0.72} className="rows-name">
              row {row.number}
            </text>
            <g transform={`translate(52 ${y})`}>
              <rect x={0} y={0} width={x(row.F_Rd)} height={BAR} fill="var(--holds)" fillOpacity={0.75} />
              {parts.map(({ name, fill, from, to }) => (
                <rect key={name} x={x(from)} y={0} width={x(to) - x(from)} height={BAR} fill={fill} stroke="var(--hair)" />
              ))}
              {row.F > 0 && <path d={`M${x(row.F)} -3 V${BAR + 3}`} stroke="var(--ink)" strokeWidth={2} fill="none" />}
              {row.F_Rd === 0 && (
                <text x={4} y={BAR * 0.72} className="rows-none">
                  {row.by}
                </text>
              )}
            </g>
          </g>
        );
      })}
    </svg>
  );
}

/** Hatches that are told apart in grey as well. */
const Hatches = () => (
  <defs>
    <pattern id="rows-1" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <path d="M0 0V6" stroke="var(--ink)" strokeWidth="1.2" />
    </pattern>
    <pattern id="rows-2" width="6" height="6" patternUnits="userSpaceOnUse">
      <path d="M0 3H6" stroke="var(--ink)" strokeWidth="1.2" />
    </pattern>
    <pattern id="rows-3" width="6" height="6" patternUnits="userSpaceOnUse">
      <circle cx="3" cy="3" r="1.2" fill="var(--ink)" />
    </pattern>
    <pattern id="rows-4" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
      <path d="M0 0V6M3 0V6" stroke="var(--ink)" strokeWidth="0.8" />
    </pattern>
    <pattern id="rows-5" width="5" height="5" patternUnits="userSpaceOnUse">
      <path d="M0 0H5M0 0V5" stroke="var(--ink)" strokeWidth="0.8" />
    </pattern>
  </defs>
);

const Legend = ({ takers }: { takers: readonly string[] }) => (
  <p className="rows-legend muted">
    <svg width="18" height="12" aria-hidden="true">
      <rect width="18" height="12" fill="var(--holds)" fillOpacity={0.75} />
    </svg>
    kept
    {takers.map((name, k) => (
      <span key={name}>
        <svg width="18" height="12" aria-hidden="true">
          <rect width="18" height="12" fill={FILLS[k % FILLS.length]} stroke="var(--hair)" />
        </svg>
        {k === 0 ? 'taken by ' : 'by '}
        {name}
      </span>
    ))}
    <span>
      <svg width="18" height="12" aria-hidden="true">
        <path d="M9 0V12" stroke="var(--ink)" strokeWidth={2} />
      </svg>
      pulled now
    </span>
  </p>
);

const rowWords = (r: RowFlow, u: Units): string =>
  r.F_Rd > 0
    ? `row ${r.number} keeps ${u.quantity(r.F_Rd, 'kN')} of ${u.quantity(r.steps[0]!, 'kN')}, ended by ${r.by}`
    : `row ${r.number}: ${r.by}`;

const rowsNamed = (rows: readonly number[]): string =>
  rows.length > 1 ? `rows ${rows[0]} to ${rows.at(-1)} together` : `row ${rows[0]} alone`;

/** What holds the chosen row, alone and with others; the chosen one of them stands on the drawing. */
function Patterns({ flow, row, drawing, units }: { flow: RowsFlow; row: RowFlow; drawing: Drawing; units: Units }) {
  const [chosen, choose] = useState<string | null>(null);
  const own = flow.patterns.filter((p) => p.rows.includes(row.number) && marksOf(drawing, p.path).length);
  const shown = own.find((p) => p.path === chosen) ?? own.find((p) => p.path === row.path) ?? own[0];
  if (!shown)
    return (
      <p className="muted">
        Row {row.number}: {row.by}. It has no pattern here.
      </p>
    );
  const words = (p: RowPattern): string => `${p.part}, ${rowsNamed(p.rows)}`;
  const marks = marksOf(drawing, shown.path);
  return (
    <div className="row-patterns">
      <ul>
        {own.map((p) => (
          <li key={p.path}>
            <button type="button" aria-pressed={p === shown} onClick={() => choose(p.path)}>
              <b>{units.quantity(p.F, 'kN')}</b> {words(p)}
              {p.mode ? `, mode ${p.mode}` : ''}
              {p.path === row.path ? ': ends it' : ''}
            </button>
          </li>
        ))}
      </ul>
      <Picture
        drawing={drawing}
        over={marks.flatMap((m) => projected(drawing.views, m))}
        label={`Failure path: ${words(shown)}`}
        box={drawing.views.find((v) => v.plane === marks[0]!.plane)?.box}
      />
    </div>
  );
}

interface RowTableProps {
  readonly rows: readonly RowFlow[];
  readonly units: Units;
  /** The row that is chosen. */
  readonly number: number | null;
  readonly onPick: (number: number | null) => void;
}

function RowTable({ rows, units, number, onPick }: RowTableProps) {
  const kN = (x: number): string => significant(units.shown(x, 'kN'), 3);
  const unit = units.unitOf('force');
  return (
    <table className="beside-table">
      <thead>
        <tr>
          <th>Row</th>
          <th className="num">now, {unit}</th>
          <th className="num">at resistance</th>
          <th className="num">alone</th>
          <th className="num">prying</th>
          <th>Mode</th>
          <th>Ended by</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => (
          <tr key={r.number}>
            <td>
              <button
                type="button"
                className="btn btn-xs"
                aria-label={`row ${r.number}`}
                aria-pressed={r.number === number}
                onClick={() => onPick(r.number === number ? null : r.number)}
              >
                {r.number}
              </button>
            </td>
            <td className="num">{kN(r.F)}</td>
            <td className="num">{kN(r.F_Rd)}</td>
            <td className="num">{r.steps[0] ? kN(r.steps[0]) : '–'}</td>
            <td className="num">{kN(r.Q)}</td>
            <td>{r.mode}</td>
            <td>{r.by}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface Props {
  readonly content: JointContent;
  readonly job: JobRecord;
  readonly index: number;
  readonly drawing: Drawing;
}

/** Bolt rows of a joint under a combination: what each could bring, what takes it away, its patterns, and how the joint turns. */
export function RowsView({ content, job, index, drawing }: Props) {
  const [number, setNumber] = useState<number | null>(null);
  const combination = content.combinations[index] ?? null;
  const basis = useMemo(() => basisOf(job, content.settings), [job, content.settings]);
  const flow = useMemo(() => buildJoint(content, basis).rows(combination), [content, basis, combination]);
  if (!flow) return null;
  const { units } = basis;
  const picked = flow.rows.find((r) => r.number === number);
  return (
    <div className="rows-view p-4">
      <section aria-label="Forces of the rows">
        <h3>
          Rows{combination ? ` under ${combination.name}` : ''}: moment resistance {units.quantity(flow.M_Rd, 'kNm')}
        </h3>
        <RowBars flow={flow} units={units} />
        <Legend takers={flow.takers} />
        <RowTable rows={flow.rows} units={units} number={number} onPick={setNumber} />
      </section>
      <div>
        <section aria-label="Patterns of a row" className="mb-5">
          {picked ? (
            <>
              <h3>Row {picked.number}: what holds it, alone and with others</h3>
              <Patterns key={picked.number} {...{ flow, row: picked, drawing, units }} />
            </>
          ) : (
            <p className="muted">Choose a row in the table to see its yield lines on plate and flange, alone and with others.</p>
          )}
        </section>
        {flow.rotation && <RotationChart rotation={flow.rotation} M={Math.abs(combination?.M_Ed ?? 0)} units={units} />}
      </div>
    </div>
  );
}
