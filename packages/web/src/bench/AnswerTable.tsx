import type { ToolTable } from '@ample/core';

/** The head of a table whose first column is in words, and the others in numbers unless they are words too. */
export const TableHead = ({ head, words = false }: { head: readonly string[]; words?: boolean }) => (
  <thead>
    <tr>
      {head.map((h, i) => (
        <th key={h} className={i && !words ? 'num' : ''}>
          {h}
        </th>
      ))}
    </tr>
  </thead>
);

/** A table of a calculator's answer; the row that the answer speaks of is marked. */
export function AnswerTable({ table: t }: { table: ToolTable }) {
  return (
    <section className="my-3">
      <h2 className="label mb-1">{t.title}</h2>
      <div className="max-h-80 overflow-auto" tabIndex={0}>
        <table className="grid-table dense">
          <TableHead head={t.head} words={t.words ?? false} />
          <tbody>
            {t.rows.map((row, i) => (
              <tr key={i} className={i === t.marked ? 'selected' : ''} aria-current={i === t.marked || undefined}>
                {row.map((cell, k) => (
                  <td key={k} className={k && !t.words ? 'num' : ''}>
                    {cell}
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
