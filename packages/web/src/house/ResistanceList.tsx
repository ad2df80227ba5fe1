import { actionRow, basisOf, resistanceList, type HouseDetail, type Resistance } from '@ample/core';
import { listCsv } from '@ample/exchange/csv';
import { Problem } from '../parts/Dialog.tsx';
import { saveText } from '../parts/save.ts';
import type { Resistances } from './useResistances.ts';

/** What a house detail carries over its range: a line for each section, a column for each action alone, and what gives first. */
export function ResistanceList({ detail, of, onPdf }: { detail: HouseDetail; of: Resistances; onPdf: (() => void) | null }) {
  const { table, running, problem } = of;
  return (
    <section aria-label="Resistances" className="mt-5">
      <div className="flex items-baseline gap-3 mb-2">
        <h2 className="flex-1">Resistances</h2>
        {table && (
          <button type="button" className="btn" onClick={() => saveCsv(detail, table)}>
            CSV
          </button>
        )}
        {onPdf && (
          <button type="button" className="btn" onClick={onPdf}>
            PDF
          </button>
        )}
      </div>
      <Problem>{problem}</Problem>
      {running && (
        <div className="flex items-center gap-3" role="status">
          <progress className="progress w-60" aria-label="Rows worked out" value={of.done} max={Math.max(1, of.of)} />
          <span className="muted">
            {of.done} of {of.of || '…'} rows
          </span>
          <button type="button" className="btn" onClick={of.cancel}>
            Cancel
          </button>
        </div>
      )}
      {!running && !table && !problem && (
        <p className="muted">
          Cancelled.{' '}
          <button type="button" className="underline" onClick={of.again}>
            Work them out
          </button>
        </p>
      )}
      {table && <ResistanceTable table={table} detail={detail} />}
    </section>
  );
}

interface CellsProps {
  readonly cells: readonly Resistance[];
  readonly detail: HouseDetail;
  readonly actions: readonly { readonly action: Parameters<typeof actionRow>[0] }[];
}
function Cells({ cells, detail, actions }: CellsProps) {
  const { units } = basisOf(detail);
  // One reason that stands for the whole row is said once.
  if (cells[0]?.value === null && cells.every((c) => c.value === null && c.why === cells[0]!.why))
    return (
      <td colSpan={cells.length} className="muted whitespace-normal!">
        {cells[0].why}
      </td>
    );
  return cells.map((c, i) => (
    <td key={i} className="whitespace-normal!">
      {c.value === null ? (
        <span className="muted">{c.why}</span>
      ) : (
        <span className="house-cell">
          <b>{units.stated(c.value, actionRow(actions[i]!.action).quantity)}</b>
          <span className="muted">
            {c.why}
            {c.weakest === undefined ? '' : ` · ${c.weakest}`}
          </span>
        </span>
      )}
    </td>
  ));
}

const saveCsv = (detail: HouseDetail, table: NonNullable<Resistances['table']>): void =>
  saveText(`resistances ${detail.name}.csv`, listCsv(resistanceList(detail, table)), 'text/csv');

/** A line for each section of the range. */
function ResistanceTable({ table, detail }: { table: NonNullable<Resistances['table']>; detail: HouseDetail }) {
  return (
    <>
      <p className="muted mb-2">{table.notes.join(' ')}</p>
      <div className="overflow-auto max-h-[60vh]" tabIndex={0} role="group" aria-label="Table of resistances">
        <table className="grid-table dense">
          <thead>
            <tr>
              {table.heads.map((h) => (
                <th key={h}>{h}</th>
              ))}
              {table.columns.map((c) => (
                <th key={c.title} className="house-value">
                  {c.title} {c.unit}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {table.rows.map((r) => (
              <tr key={r.names.join('/')}>
                {r.names.map((n, i) => (
                  <td key={i} className={i === 0 ? 'font-semibold' : ''}>
                    {n}
                  </td>
                ))}
                <Cells cells={r.cells} detail={detail} actions={table.columns} />
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}
