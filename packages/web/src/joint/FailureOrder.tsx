import { memo, useMemo, useState } from 'react';
import { multipleText, resultKey, type JointReport, type Missing, type SkipResult, type StrengthResult } from '@ample/core';
import { Mark, type ShownState } from '../parts/StateMark.tsx';
import { useUnits } from '../parts/units.ts';
import { multipleAxis } from './axis.ts';

export interface OrderEntry {
  readonly check: StrengthResult;
  /** Names it among the results. */
  readonly key: string;
  readonly title: string;
  readonly combination: string;
  readonly index: number;
}

/** Strength checks by the multiple at which each gives: of one combination, or of the worst combination for each. */
export function failureOrder(report: JointReport, selected: number): OrderEntry[] {
  const best = new Map<string, OrderEntry>();
  report.combinations.forEach((c, index) => {
    if (selected >= 0 && index !== selected) return;
    for (const check of c.checks) {
      if (check.type !== 'strength' || check.info) continue;
      const key = resultKey(check);
      // Over all combinations a check stands once, by the part that gives first.
      const row = selected >= 0 ? key : check.id;
      const known = best.get(row);
      if (!known || check.multiple < known.check.multiple)
        best.set(row, {
          check,
          key,
          title: check.where ? `${check.title}, ${check.where}` : check.title,
          combination: c.combination.name,
          index,
        });
    }
  });
  return [...best.values()].sort((a, b) => a.check.multiple - b.check.multiple);
}

const stateOf = (m: number, pass: boolean, close: number): ShownState =>
  !pass || m < 1 ? 'gives' : m < close ? 'close' : 'holds';

/** Rows shown before the rest is asked for. */
const FIRST_ROWS = 9;

interface Props {
  readonly report: JointReport;
  readonly selected: number;
  readonly close: number;
  readonly active: string | null;
  readonly onPoint: (id: string | null) => void;
  readonly onOpen: (id: string, combination: number) => void;
}

/** Each check as a mark on an axis of load multiple, first to give on top. */
export const FailureOrder = memo(function FailureOrder({ report, selected, close, active, onPoint, onOpen }: Props) {
  const order = useMemo(() => failureOrder(report, selected), [report, selected]);
  const first = order[0];
  const skipped = skippedChecks(report, selected);
  const gives = order.some((o) => o.check.multiple < 1);
  const axis = multipleAxis(gives);
  const [all, setAll] = useState(false);
  const rows = all ? order : order.slice(0, FIRST_ROWS);
  const missing = selected >= 0 ? report.combinations[selected]!.missing : report.missing;
  if (!first)
    return missing.length && report.state !== 'none' ? (
      <NotChecked missing={missing} onOpen={(id) => onOpen(id, Math.max(0, selected))} />
    ) : (
      <p className="muted">No load on this joint yet. Enter the actions below the drawing.</p>
    );
  return (
    <section aria-label="Failure order">
      <div className="label">Failure order: load multiple at which each part gives</div>
      <FirstToGive entry={first} close={close} />
      <NotChecked
        missing={missing}
        onOpen={(id) =>
          onOpen(
            id,
            selected >= 0
              ? selected
              : Math.max(
                  0,
                  report.combinations.findIndex((c) => c.missing.some((m) => m.id === id)),
                ),
          )
        }
      />
      <Notes report={report} selected={selected} />
      <Ticks axis={axis} />
      <ul>
        {rows.map((entry) => (
          <OrderRow
            key={entry.key}
            {...{ entry, axis, onPoint, onOpen }}
            state={stateOf(entry.check.multiple, entry.check.pass, close)}
            active={active === entry.key}
          />
        ))}
      </ul>
      {order.length > FIRST_ROWS && (
        <button type="button" className="muted hover:underline min-h-6" onClick={() => setAll(!all)}>
          {all ? 'Show the first to give only' : `${order.length - FIRST_ROWS} more give later`}
        </button>
      )}
      <Skipped checks={skipped} />
    </section>
  );
});

type Axis = ReturnType<typeof multipleAxis>;

const FirstToGive = ({ entry: first, close }: { entry: OrderEntry; close: number }) => (
  <h2 className="text-[16px]! leading-snug! my-1 font-normal!" aria-live="polite" data-first-to-give={first.check.id}>
    First to give:{' '}
    <b
      className={
        first.check.multiple < 1
          ? 'text-[var(--gives)]'
          : first.check.multiple < close
            ? 'text-[var(--close)]'
            : 'text-[var(--holds)]'
      }
    >
      {first.title.toLowerCase()}
    </b>{' '}
    at <b>{multipleText(first.check.multiple)}</b> × {first.combination}
  </h2>
);

const Ticks = ({ axis: { ticks, at: position } }: { axis: Axis }) => (
  <div className="order-row h-4!" aria-hidden="true">
    <span />
    <span className="relative h-4 text-[10.5px] muted">
      {ticks.map((t) => (
        <span key={t} className="absolute -translate-x-1/2" style={{ left: `${position(t)}%` }}>
          {t === 1 ? '1.0' : t}
        </span>
      ))}
    </span>
  </div>
);

const Skipped = ({ checks: skipped }: { checks: ReturnType<typeof skippedChecks> }) =>
  skipped.length > 0 && (
    <details className="mt-1">
      <summary className="muted cursor-pointer py-1">{skipped.length} checks do not apply</summary>
      {skipped.map((s) => (
        <div key={s.id} className="hair-row grid-cols-[12px_1fr]">
          <Mark state="none" size={10} />
          <span>
            {s.title}
            <span className="muted"> · {s.reason}</span>
          </span>
        </div>
      ))}
    </details>
  );

interface RowProps extends Pick<Props, 'onPoint' | 'onOpen'> {
  readonly entry: OrderEntry;
  readonly axis: Axis;
  readonly state: ShownState;
  readonly active: boolean;
}

/** One check: its name, and where on the axis it gives. */
function OrderRow({ entry: { check, key, title, combination, index }, axis, state, active, onPoint, onOpen }: RowProps) {
  const units = useUnits();
  return (
    <li>
      <button
        type="button"
        className="order-row"
        aria-current={active}
        data-check={check.id}
        title={`${check.clause}: ${units.quantity(check.demand, check.unit)} against ${units.quantity(check.resistance, check.unit)}, ${combination}`}
        onMouseEnter={() => onPoint(key)}
        onMouseLeave={() => onPoint(null)}
        onFocus={() => onPoint(key)}
        onBlur={() => onPoint(null)}
        onClick={() => onOpen(key, index)}
      >
        <span className="name">
          {title}
          <span className="sr-only">
            : gives at {multipleText(check.multiple)} times {combination}. Open its workings.
          </span>
        </span>
        <OnAxis axis={axis} state={state} multiple={check.multiple} />
      </button>
    </li>
  );
}

function OnAxis({ axis: { ticks, wall, at: position }, state, multiple }: { axis: Axis; state: ShownState; multiple: number }) {
  const at = position(multiple);
  return (
    <span className="order-axis" aria-hidden="true">
      {ticks
        .filter((t) => t !== 1)
        .map((t) => (
          <i key={t} className="absolute inset-y-[-2px] w-px bg-[var(--hair)]" style={{ left: `${position(t)}%` }} />
        ))}
      <i className="absolute inset-y-[-2px] w-[2px] -ml-px bg-[var(--ink)]" style={{ left: `${wall}%` }} />
      <i
        className="absolute h-[2px] top-[10px]"
        style={{
          left: `${Math.min(wall, at)}%`,
          width: `${Math.abs(at - wall)}%`,
          background: state === 'gives' ? 'var(--gives)' : state === 'close' ? 'var(--close-mark)' : 'var(--holds)',
        }}
      />
      <span
        className="absolute top-[5px] -translate-x-1/2 bg-[var(--panel)] rounded-full leading-none"
        style={{ left: `${at}%` }}
      >
        <Mark state={state} size={12} />
      </span>
      <span className="absolute top-[2px] text-[12px] muted" style={{ left: `calc(${Math.max(at, wall)}% + 9px)` }}>
        {multipleText(multiple)}
      </span>
    </span>
  );
}

/** What applies and could not be checked: with it no joint holds. */
function NotChecked({ missing, onOpen }: { missing: readonly Missing[]; onOpen: (id: string) => void }) {
  if (!missing.length) return null;
  return (
    <section className="my-2" aria-label="Not checked">
      <div className="label">Not checked: with this missing the joint is not whole</div>
      {missing.map((m) => (
        <button type="button" key={m.id + m.reason} className="hair-row grid-cols-[12px_1fr]" onClick={() => onOpen(m.id)}>
          <Mark state="not-whole" size={11} />
          <span>
            {m.title}
            <span className="muted"> · {m.reason}</span>
          </span>
        </button>
      ))}
    </section>
  );
}

/** What else is said of the combination that is looked at. */
function Notes({ report, selected }: { report: JointReport; selected: number }) {
  const c = report.combinations[selected >= 0 ? selected : report.worst];
  if (!c?.notes.length) return null;
  return (
    <ul className={`my-1 text-[12px] ${c.state === 'gives' ? 'problem' : 'muted'}`} aria-label={`Notes on ${c.combination.name}`}>
      {c.notes.map((n) => (
        <li key={n}>
          {c.combination.name}: {n}
        </li>
      ))}
    </ul>
  );
}

/** Checks that apply in none of the combinations looked at. */
function skippedChecks(report: JointReport, selected: number): SkipResult[] {
  const looked = selected >= 0 ? report.combinations.slice(selected, selected + 1) : report.combinations;
  const applies = new Set(looked.flatMap((c) => c.checks.filter((x) => x.type === 'strength').map((x) => x.id)));
  const out = new Map<string, SkipResult>();
  for (const c of looked) for (const x of c.checks) if (x.type === 'skip' && !x.missing && !applies.has(x.id)) out.set(x.id, x);
  return [...out.values()];
}
