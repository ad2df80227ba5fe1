import { useState } from 'react';
import type { JobLoads, LoadSet, LoadSets } from '@ample/core';

interface Props {
  readonly loads: JobLoads;
  readonly made: LoadSets;
  readonly onLoads: (loads: JobLoads) => void;
}

/** How many of the combinations are used, and why the others are not. */
const countWords = (made: Props['made'], gone: number, left: number): string =>
  [
    `${made.sets.length - gone - left} of ${made.distinct + made.sets.filter((x) => x.byHand).length} are used where every case acts`,
    gone && `${gone} lie between two others then, and are used only where fewer act`,
    left && `${left} left out`,
    made.generated > made.distinct && `${made.generated - made.distinct} more stood twice or had nothing acting`,
  ]
    .filter(Boolean)
    .join('; ');

/** The list: each with its clause and a bar a case; what its factors are made of beside it; what can't govern on wish. */
export function CombinationList({ loads, made, onLoads }: Props) {
  const [all, setAll] = useState(false);
  const [open, setOpen] = useState<string | null>(null);
  const gone = made.sets.filter((s) => s.between).length;
  const left = made.sets.filter((s) => s.leftOut !== null).length;
  const shown = all ? made.sets : made.sets.filter((s) => !s.between);
  const picked = made.sets.find((s) => s.name === open) ?? shown[0];
  const most = Math.max(1, ...made.sets.flatMap((s) => Object.values(s.made.factors).map(Math.abs)));
  return (
    <section aria-label="Combinations">
      <div className="flex items-baseline gap-3 mb-2 flex-wrap">
        <h2>Combinations</h2>
        <span className="muted" role="status">
          {countWords(made, gone, left)}
        </span>
        {gone > 0 && (
          <label className="flex items-center gap-1">
            <input type="checkbox" className="checkbox checkbox-sm" checked={all} onChange={(e) => setAll(e.target.checked)} />
            Show those too
          </label>
        )}
      </div>
      {made.notes.map((n) => (
        <p key={n} className="muted">
          {n}.
        </p>
      ))}
      <div className="loads-list">
        <div className="loads-scroll">
          <table className="grid-table dense">
            <thead>
              <tr>
                <th>Name</th>
                <th>State</th>
                <th>Clause</th>
                {loads.cases.map((c) => (
                  <th key={c.id} className="mono">
                    {c.id}
                  </th>
                ))}
                <th>Combination</th>
              </tr>
            </thead>
            <tbody>
              {shown.map((s) => (
                <Row key={s.name} set={s} loads={loads} most={most} picked={s === picked} onPick={() => setOpen(s.name)} />
              ))}
            </tbody>
          </table>
        </div>
        {picked && <Made key={picked.name} set={picked} loads={loads} onLoads={onLoads} />}
      </div>
    </section>
  );
}

function Row({
  set: s,
  loads,
  most,
  picked,
  onPick,
}: {
  set: LoadSet;
  loads: JobLoads;
  most: number;
  picked: boolean;
  onPick: () => void;
}) {
  const out = s.between || s.leftOut !== null;
  return (
    <tr className={`${picked ? 'selected' : ''} ${out ? 'loads-out' : ''}`} onClick={onPick}>
      <td>
        <button type="button" className="btn btn-ghost px-1! font-semibold" aria-pressed={picked} onClick={onPick}>
          {s.name}
        </button>
      </td>
      <td>{s.made.state}</td>
      <td>{s.byHand ? 'by hand' : s.made.clause}</td>
      {loads.cases.map((c) => (
        <td key={c.id}>
          <Bar x={s.made.factors[c.id] ?? 0} most={most} why={s.made.why[c.id]} />
        </td>
      ))}
      <td className="mono loads-name">
        {s.made.name}
        {s.between && <span className="muted"> lies between two others</span>}
        {s.leftOut !== null && <span className="muted"> left out: {s.leftOut}</span>}
      </td>
    </tr>
  );
}

/** A factor as a bar from the middle: to the right where it acts as given, to the left with the opposite sign. */
function Bar({ x, most, why }: { x: number; most: number; why: string | undefined }) {
  const w = 44;
  const long = (Math.abs(x) / most) * (w / 2);
  return (
    <svg width={w} height={14} role="img" aria-label={x === 0 ? 'does not act' : String(Number(x.toFixed(4)))}>
      <title>{x === 0 ? 'does not act' : why}</title>
      <line x1={w / 2} x2={w / 2} y1={0} y2={14} stroke="var(--hair)" />
      {x !== 0 && (
        <rect x={x > 0 ? w / 2 : w / 2 - long} y={3} width={long} height={8} fill={x > 0 ? 'var(--ink)' : 'var(--oxide)'} />
      )}
    </svg>
  );
}

/** What the factors of one combination are made of, and what the office does with it. */
function Made({ set: s, loads, onLoads }: { set: LoadSet; loads: JobLoads; onLoads: (loads: JobLoads) => void }) {
  const same = (l: { state: string; name: string }): boolean => l.state === s.made.state && l.name === s.made.name;
  const others = (loads.left_out ?? []).filter((l) => !same(l));
  const withList = (list: NonNullable<JobLoads['left_out']>): JobLoads => {
    const { left_out: _before, ...rest } = loads;
    return (list.length ? { ...rest, left_out: list } : rest) as JobLoads;
  };
  return (
    <aside className="loads-made" aria-label={`How ${s.name} is made`}>
      <h3 className="mb-1">
        {s.name} · {s.made.state}
        {s.made.clause && `, ${s.made.clause}`}
      </h3>
      {s.made.leading && <p className="muted">leading: {s.made.leading}</p>}
      <table className="w-full">
        <tbody>
          {Object.entries(s.made.factors).map(([id, x]) => (
            <tr key={id}>
              <td className="mono pr-2 py-0.5">
                <b>{id}</b>
              </td>
              <td className="mono pr-3 text-right">{Number(x.toFixed(5))}</td>
              <td className="muted">{s.made.why[id]}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {s.byHand ? (
        <button
          type="button"
          className="btn mt-3"
          onClick={() => {
            const { by_hand, ...rest } = loads;
            const kept = by_hand!.filter((b) => b.name !== s.name);
            onLoads((kept.length ? { ...rest, by_hand: kept } : rest) as JobLoads);
          }}
        >
          Take {s.name} away
        </button>
      ) : s.leftOut !== null ? (
        <button type="button" className="btn mt-3" onClick={() => onLoads(withList(others))}>
          Use it again
        </button>
      ) : (
        <LeaveOut
          name={s.name}
          of={s.leftOut ?? ''}
          onLeave={(reason) => onLoads(withList([...others, { state: s.made.state, name: s.made.name, reason }]))}
        />
      )}
    </aside>
  );
}

/** Left out with a reason. */
function LeaveOut({ name, of, onLeave }: { name: string; of: string; onLeave: (reason: string) => void }) {
  const [reason, setReason] = useState(of);
  return (
    <form
      className="mt-3 flex gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (reason.trim()) onLeave(reason.trim());
      }}
    >
      <input
        className="input flex-1 min-w-0"
        aria-label={`Why ${name} is left out`}
        placeholder="why it can be left out"
        value={reason}
        maxLength={200}
        onChange={(e) => setReason(e.target.value)}
      />
      <button type="submit" className="btn" disabled={!reason.trim()}>
        Leave it out
      </button>
    </form>
  );
}
