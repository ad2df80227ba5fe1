import { useMemo, useState } from 'react';
import { basisOf, EMPTY_JOB, toolOf, type JobRecord } from '@ample/core';
import { TableHead } from './AnswerTable.tsx';
import type { Typed } from '../parts/typed.ts';

interface Props {
  readonly toolId: string;
  readonly job: JobRecord | null;
  readonly chosen: string;
  readonly onChoose: (values: Typed) => void;
}

/** Everything that can be chosen, with a filter. */
export function Browse({ toolId, job, chosen, onChoose }: Props) {
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
          <TableHead head={list.head} />
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
