import { memo } from 'react';
import {
  boltWords,
  isBroken,
  multipleText,
  significant,
  type JointReport,
  type Quantities,
  type RuleResult,
  type Lack,
  type WayOut,
  type Ways,
  type Units,
} from '@ample/core';
import { useUnits } from '../parts/units.ts';
import { Mark } from '../parts/StateMark.tsx';

const signed = (x: number, digits = 2): string => `${x < 0 ? '−' : '+'}${significant(Math.abs(x), digits)}`;

function price(w: WayOut, units: Units): string {
  const parts = [
    ...(w.bolts
      ? [
          `${w.bolts > 0 ? '+' : '−'}${Math.abs(w.bolts)} ${(w.fastener ?? 'bolts').slice(0, Math.abs(w.bolts) === 1 ? -1 : undefined)}`,
        ]
      : []),
    ...(Math.abs(w.concrete) > 0.005
      ? [`${signed(units.id === 'SI' ? w.concrete : w.concrete / 0.028316846592)} ${units.id === 'SI' ? 'm³' : 'ft³'} concrete`]
      : []),
    ...(Math.abs(w.mass) > 0.02 ? [`${w.mass < 0 ? '−' : '+'}${units.mass(Math.abs(w.mass))}`] : []),
  ];
  return parts.join(', ') || 'same mass';
}

/** Moves that would lift the joint, each one re-checked; a click takes it, undo gives it back. */
export function WaysOut({ ways: found, busy, onTake }: { ways: Ways | null; busy: boolean; onTake: (w: WayOut) => void }) {
  const units = useUnits();
  if (!found) return busy ? <p className="muted mt-4">Looking for ways out…</p> : null;
  const { ways, short } = found;
  if (ways.length === 0 && !short) return null;
  return (
    <section className="mt-4" aria-label="Ways out">
      <div className="label">Ways out, cheapest first</div>
      {ways.map((w) => (
        <button
          type="button"
          key={w.line}
          className="hair-row grid-cols-[1fr_auto_66px]"
          onClick={() => onTake(w)}
          title={`Take it: ${w.line}`}
        >
          <span>
            {w.label}
            {w.rulesAfter < w.rulesBefore && <span className="text-[var(--rule)]"> · mends a rule</span>}
          </span>
          <span className="state">
            <span>
              {multipleText(w.before)} → <b>{multipleText(w.after)}</b>
            </span>
            <Mark state={w.state} size={10} />
          </span>
          <span className="muted text-right">{price(w, units)}</span>
        </button>
      ))}
      {short && (
        <>
          <p className="problem mt-2">
            No one, two or three of these moves bring it home.{' '}
            {short.label ? `The strongest (${short.label}) still lacks:` : 'It lacks:'}
          </p>
          <ul className="search-gone">
            {short.lacks.map((l) => (
              <li key={l.title}>
                {l.title}
                {l.rule ? ` · ${ruleText(l.rule, units)}` : ` · ${moreText(l)}`}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

/** How much more a check would have to carry. */
const moreText = ({ more, multiple, combination }: Lack): string =>
  `${more === null ? 'no resistance at all' : `${significant(100 * more, 2)} % more`} (${multipleText(multiple!)} × ${combination})`;

export const ruleText = (r: RuleResult, units: Units): string =>
  r.note ?? `${units.quantity(r.actual, r.unit)} ${r.sense === '>=' ? '≥' : '≤'} ${units.quantity(r.limit, r.unit)}`;

/** Detailing rules, apart from strength: broken ones first. */
export const Rules = memo(function Rules({
  report,
  onPoint,
  onOpen,
}: {
  report: JointReport;
  onPoint: (id: string | null) => void;
  onOpen: (id: string) => void;
}) {
  const units = useUnits();
  const applied = report.rules.filter((r) => r.type === 'rule');
  const broken = applied.filter(isBroken);
  const advice = applied.filter((r) => !r.must && !r.pass);
  const kept = applied.filter((r) => r.pass);
  const row = (r: RuleResult, word: string, mark: 'rule' | 'none' | 'holds') => (
    <button
      type="button"
      key={r.id}
      className="hair-row grid-cols-[12px_1fr_auto]"
      onMouseEnter={() => onPoint(r.id)}
      onMouseLeave={() => onPoint(null)}
      onFocus={() => onPoint(r.id)}
      onBlur={() => onPoint(null)}
      onClick={() => onOpen(r.id)}
    >
      <Mark state={mark} size={11} />
      <span>
        {r.title}
        <span className="muted"> · {ruleText(r, units)}</span>
      </span>
      <span className={mark === 'rule' ? 'text-[var(--rule)] font-semibold' : 'muted'}>{word}</span>
    </button>
  );
  return (
    <section className="mt-4" aria-label="Detailing rules">
      <div className="label">Detailing rules</div>
      {broken.map((r) => row(r, 'broken', 'rule'))}
      {advice.map((r) => row(r, 'advice', 'none'))}
      <details>
        <summary className="muted cursor-pointer py-1">
          {broken.length + advice.length === 0 ? 'All ' : ''}
          {kept.length} rules kept
        </summary>
        {kept.map((r) => row(r, 'kept', 'holds'))}
      </details>
    </section>
  );
});

export function Takeoff({ q }: { q: Quantities }) {
  const units = useUnits();
  return (
    <p className="muted mt-4">
      Steel {units.mass(q.plateMass)} · {boltWords(q, units)}, {units.mass(q.boltMass)}
    </p>
  );
}
