import { useState } from 'react';
import { Stand } from '../parts/StateMark.tsx';
import type { PlannedJoint } from '../api.ts';
import type { PlansView } from './usePlanning.ts';
import { GROUPS, inGroup } from './useTable.ts';

/** Rows of a group that are shown at first. */
const FEW = 60;

/** What a table or a model would make of each joint, by what it means; what is taken can be chosen. */
export function PreviewList({ view }: { view: PlansView }) {
  const { preview, gone, cancel, left, setLeft, takeable, take, busy } = view;
  if (!preview) return null;
  const { faults, plans, total, running, said } = preview;
  const toggle = (marks: readonly string[], taken: boolean): void => {
    const next = new Set(left);
    for (const m of marks)
      if (taken) next.delete(m);
      else next.add(m);
    setLeft(next);
  };
  return (
    <section aria-label="What it changes">
      <div className="flex items-center gap-3 mb-2">
        <h2>What it changes</h2>
        <span role="status" className="muted">
          {running ? `judging: ${plans.length} of ${total} joints` : said}
        </span>
        {running ? (
          <>
            <progress className="progress w-40" value={plans.length} max={total} />
            <button type="button" className="btn" onClick={cancel}>
              Cancel
            </button>
          </>
        ) : (
          <button type="button" className="btn btn-primary" disabled={busy || takeable.length === 0} onClick={() => void take()}>
            {busy ? 'Storing…' : `Take ${takeable.length} joint${takeable.length === 1 ? '' : 's'}`}
          </button>
        )}
      </div>
      {faults.length > 0 && (
        <details open className="mb-3">
          <summary className="cursor-pointer font-semibold">
            {faults.length} rows can&apos;t be read; the joints that they name are left as they are
          </summary>
          <ul className="mt-1">
            {faults.slice(0, FEW).map((f) => (
              <li key={f.row} className="unused">
                {f.message}
              </li>
            ))}
          </ul>
          {faults.length > FEW && <p className="muted">and {faults.length - FEW} more</p>}
        </details>
      )}
      {GROUPS.map(([id, words]) => (
        <Group key={id} id={id} words={words} plans={inGroup(preview, id)} left={left} toggle={toggle} />
      ))}
      {gone.length > 0 && (
        <details className="mb-3">
          <summary className="cursor-pointer font-semibold">
            {gone.length} joints of the job are not in the table: they stay as they are
          </summary>
          <p className="muted">{gone.join(', ')}</p>
        </details>
      )}
    </section>
  );
}

interface GroupProps {
  readonly id: string;
  readonly words: string;
  readonly plans: readonly PlannedJoint[];
  readonly left: ReadonlySet<string>;
  readonly toggle: (marks: readonly string[], taken: boolean) => void;
}

function Group({ id, words, plans, left, toggle }: GroupProps) {
  const [all, setAll] = useState(false);
  if (!plans.length) return null;
  const choosing = plans.some((p) => p.content);
  const marks = plans.map((p) => p.mark);
  return (
    <details open={id !== 'same'} className="mb-3">
      <summary className="cursor-pointer font-semibold">
        {plans.length} {words}
      </summary>
      {id !== 'same' && (
        <table className="grid-table dense mt-1">
          <thead>
            <tr>
              <th>
                {choosing && (
                  <input
                    type="checkbox"
                    className="checkbox checkbox-sm"
                    aria-label={`Take all that ${words}`}
                    checked={marks.every((m) => !left.has(m))}
                    onChange={(e) => toggle(marks, e.target.checked)}
                  />
                )}
              </th>
              <th>Mark</th>
              <th>Before</th>
              <th>After</th>
              <th>Kept besides</th>
            </tr>
          </thead>
          <tbody>
            {plans.slice(0, all ? plans.length : FEW).map((p) => (
              <PlanRow key={p.mark} plan={p} taken={!left.has(p.mark)} onTake={(on) => toggle([p.mark], on)} />
            ))}
          </tbody>
        </table>
      )}
      {!all && id !== 'same' && plans.length > FEW && (
        <button type="button" className="btn mt-1" onClick={() => setAll(true)}>
          Show all {plans.length}
        </button>
      )}
    </details>
  );
}

/** What becomes of a joint. */
function PlanRow({ plan: p, taken, onTake }: { plan: PlannedJoint; taken: boolean; onTake: (on: boolean) => void }) {
  return (
    <tr>
      <td>
        {p.content && (
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            aria-label={`Take ${p.mark}`}
            checked={taken}
            onChange={(e) => onTake(e.target.checked)}
          />
        )}
      </td>
      <td className="font-semibold">{p.mark}</td>
      <td>{p.before ? <Stand of={p.before} /> : <span className="muted">none yet</span>}</td>
      <td className="whitespace-normal!">{p.message ?? (p.after && <Stand of={p.after} />)}</td>
      <td className="muted">{p.kept.join(', ')}</td>
    </tr>
  );
}
