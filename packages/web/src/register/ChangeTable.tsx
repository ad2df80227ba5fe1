import { Stand } from '../parts/StateMark.tsx';
import type { Change } from './many.ts';

/** Before and after of each joint in one table. */
export function ChangeTable({ changes, what }: { changes: readonly Change[]; what: (change: Change) => string }) {
  return (
    <div className="overflow-auto max-h-[46vh] mt-3">
      <table className="grid-table dense">
        <thead>
          <tr>
            {['Mark', 'Change', 'Before', 'After'].map((h) => (
              <th key={h}>{h}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {changes.map((c) => (
            <tr key={c.joint.id}>
              <td className="font-semibold">{c.joint.mark}</td>
              <td className="whitespace-normal!">{c.refusal ? <span className="unused">{c.refusal}</span> : what(c)}</td>
              <td>
                <Stand of={c.before} />
              </td>
              <td>{c.after && <Stand of={c.after} />}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
