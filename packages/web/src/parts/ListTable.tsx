import { totalRow, type List } from '@ample/core';

/** How many decimals the numbers of a column have at most; null for a column of words. */
function decimalsOf(list: List, k: number): number | null {
  const numbers = list.rows.map((r) => r[k]).filter((x) => typeof x === 'number');
  return numbers.length ? Math.max(...numbers.map((x) => String(x).split('.')[1]?.length ?? 0)) : null;
}

/** A list with its heads and its total; masses and areas stand under each other, sizes are as they are. */
export function ListTable({ list }: { list: List }) {
  const decimals = list.head.map((_, k) => decimalsOf(list, k));
  const shown = (x: number | string, k: number): string =>
    typeof x === 'number' ? (decimals[k]! > 1 ? x.toFixed(decimals[k]!) : String(x)).replace('-', '\u2212') : x;
  const side = (k: number): string => (decimals[k] === null ? '' : 'text-right! tabular-nums');
  const cells = (row: readonly (number | string)[]) =>
    row.map((x, k) => (
      <td key={k} className={side(k)}>
        {shown(x, k)}
      </td>
    ));
  return (
    <table className="grid-table" aria-label={list.title}>
      <thead>
        <tr>
          {list.head.map((h, k) => (
            <th key={h} className={side(k)}>
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {list.rows.map((r, i) => (
          <tr key={i}>{cells(r)}</tr>
        ))}
      </tbody>
      {list.total && (
        <tfoot>
          <tr>{cells(totalRow(list.total))}</tr>
        </tfoot>
      )}
    </table>
  );
}
