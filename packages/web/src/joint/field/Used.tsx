import { useState } from 'react';
import type { Units } from '@ample/core';
import type { FieldState, PartUse, WorstUse } from '@ample/core/field';

interface UsesProps {
  readonly title: string;
  readonly uses: readonly (PartUse | WorstUse)[];
  /** Of the same parts before the joint was changed, at the design load. */
  readonly was: readonly PartUse[];
  readonly picked: string | null;
  readonly setPicked: (part: string | null) => void;
  /** Null while something is worked on. */
  readonly moves: PartMoves | null;
}
/** What can be done with a part, each analysed again beside the present one. */
export interface PartMoves {
  readonly leaveOut: (part: string) => void;
  /** Parts that can be left out. */
  readonly spare: ReadonlySet<string>;
  /** What makes a plate thinner, by its part. */
  readonly thinner: ReadonlyMap<string, { readonly label: string; readonly take: () => void }>;
}

/** How much of each part is used, the most first or the least. */
export function Uses({ title, uses, was, picked, setPicked, moves }: UsesProps) {
  const [least, setLeast] = useState(false);
  const shown = least ? [...uses].reverse() : uses;
  const wasOf = (part: string): string => {
    if (!was.length) return '';
    const found = was.find((w) => w.part === part);
    return found ? `; was ${Math.round(100 * found.share)} %` : '; was not there';
  };
  return (
    <section className="mt-3">
      <h3 className="flex items-center gap-2">
        {title}
        <button type="button" className="underline muted font-normal" onClick={() => setLeast(!least)}>
          {least ? 'most first' : 'least first'}
        </button>
      </h3>
      <ul className="field-uses">
        {shown.map((u) => (
          <li key={u.part}>
            <button type="button" aria-pressed={picked === u.part} onClick={() => setPicked(picked === u.part ? null : u.part)}>
              <span className="num">{Math.round(100 * u.share)} %</span>
              <span className="field-bar" aria-hidden="true">
                <i className={u.share >= 1 ? 'over' : ''} style={{ width: `${Math.min(100, 100 * u.share)}%` }} />
              </span>
              <span>
                {u.part}{' '}
                <span className="muted">
                  · {u.of}
                  {'combination' in u ? `, ${u.combination}` : ''}
                  {wasOf(u.part)}
                </span>
              </span>
            </button>
            {picked === u.part && moves && <Moves part={u.part} moves={moves} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Moves({ part, moves: { leaveOut, spare, thinner } }: { part: string; moves: PartMoves }) {
  const thin = thinner.get(part);
  return (
    <>
      {spare.has(part) && (
        <button type="button" className="field-out underline" onClick={() => leaveOut(part)}>
          Analyse it without {part}
        </button>
      )}
      {thin && (
        <button type="button" className="field-out underline" onClick={thin.take}>
          Thinner and analysed again: {thin.label}
        </button>
      )}
    </>
  );
}

interface BoltsProps {
  readonly bolts: FieldState['bolts'];
  readonly units: Units;
}
/** What each bolt or anchor carries: along its axis, and across it at each shear plane. */
export function Bolts({ bolts, units }: BoltsProps) {
  if (!bolts.length) return null;
  const force = (F: number): string => units.quantity(Math.round(F / 10) * 10, 'kN');
  const sheared = bolts.some((b) => b.planes.length);
  const pried = bolts.some((b) => b.pried >= 5);
  return (
    <section className="mt-3">
      <h3>Forces</h3>
      <table className="field-bolts">
        <thead>
          <tr>
            <th scope="col">of</th>
            <th scope="col">tension</th>
            {pried && <th scope="col">of it pried</th>}
            {sheared && <th scope="col">shear</th>}
          </tr>
        </thead>
        <tbody>
          {bolts.map((b) => (
            <tr key={b.name}>
              <th scope="row">{b.name}</th>
              <td className="num">{force(Math.max(0, b.F_t))}</td>
              {pried && <td className="num">{b.pried >= 5 ? force(b.pried) : '–'}</td>}
              {sheared && <td className="num">{b.planes.map((p) => force(p.F_v)).join(', ') || '–'}</td>}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
