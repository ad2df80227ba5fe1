import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import {
  ACTION_NAMES,
  actionRow,
  actionsOf,
  actionSymbol,
  actionUnit,
  CASE_ACTIONS,
  caseWords,
  loadsOf,
  noLoads,
  readAction,
  Refusal,
  type ActionField,
  type ActionName,
  type Basis,
  type CaseForces,
  type JobLoads,
  mayProve,
  type JobRecord,
  type JointContent,
  type JointKind,
  type JointLoads,
  type Units,
} from '@ample/core';
import { LoadsEditor } from '../loads/LoadsEditor.tsx';

/** Forces of the load cases as they are typed; reasons for what is set aside; cases of the joint's own. */
export interface TypedCases {
  readonly forces: Readonly<Record<string, Readonly<Partial<Record<ActionName, string>>>>>;
  readonly aside: Readonly<Partial<Record<ActionName, string>>>;
  readonly own: JobLoads | undefined;
  readonly guessed: ReadonlySet<string>;
}

export function typedCases({ loads }: JointContent, units: Units): TypedCases {
  const text = (f: CaseForces): Partial<Record<ActionName, string>> =>
    Object.fromEntries(Object.entries(f).map(([k, x]) => [k, units.typed(x!, actionRow(k as ActionName).quantity)]));
  return {
    forces: Object.fromEntries(Object.entries(loads?.forces ?? {}).map(([id, f]) => [id, text(f)])),
    aside: loads?.aside ?? {},
    own: loads?.own,
    guessed: new Set(),
  };
}

/** The typed forces as they are stored; the first that can't be read is said. */
export function readCases({ forces, aside, own }: TypedCases, units: Units): JointLoads | string {
  const read: Record<string, CaseForces> = {};
  for (const [id, typed] of Object.entries(forces)) {
    const of: Partial<Record<ActionName, number>> = {};
    for (const [name, text] of Object.entries(typed) as [ActionName, string][]) {
      if (text.trim() === '') continue;
      const { quantity } = actionRow(name);
      const x = readAction(text, quantity, units);
      if (x === null) return `${id}: ${name}: "${text}" is not a ${quantity}; accepted is ${units.words(quantity)}.`;
      of[name] = x;
    }
    if (Object.keys(of).length) read[id] = of;
  }
  const said = Object.fromEntries(Object.entries(aside).filter(([, reason]) => reason.trim()));
  return {
    ...(Object.keys(read).length ? { forces: read } : {}),
    ...(Object.keys(said).length ? { aside: said } : {}),
    ...(own ? { own } : {}),
  };
}

export const meaningOf = (actions: readonly ActionField[]): string =>
  `${actions
    .map((a) => a.meaning)
    .filter(Boolean)
    .join('; ')}.`;

interface Props {
  readonly basis: Basis;
  readonly content: JointContent;
  readonly job: JobRecord;
  readonly kind: JointKind;
  readonly typed: TypedCases;
  readonly onTyped: (typed: TypedCases) => void;
}

/** A load case a row, an action a column; what comes of them in a line below. */
export function ActionsByCase({ basis, content, job, kind, typed, onTyped }: Props) {
  const loads = typed.own ?? job.loads;
  return (
    <>
      {loads?.cases.length ? (
        <CaseRows {...{ basis, kind, typed, onTyped, loads }} />
      ) : (
        <p className="mb-2">
          This job has no load cases yet.{' '}
          <Link className="underline font-semibold" to={`/jobs/${job.id}/loads`}>
            Give the load cases of the job
          </Link>{' '}
          and their forces are typed here; or give ready combinations.
        </p>
      )}
      <Outcome {...{ basis, content, job, typed }} />
      <label className="flex items-center gap-2 mt-3">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={typed.own !== undefined}
          onChange={(e) => onTyped({ ...typed, own: e.target.checked ? (job.loads ?? noLoads(basis)) : undefined })}
        />
        This joint has load cases of its own in place of the job&apos;s
      </label>
      {typed.own && (
        <div className="mt-3 pl-4 border-l-2 border-[var(--hair)]">
          <LoadsEditor
            basis={basis}
            loads={typed.own}
            guessed={typed.guessed}
            onChange={(own, guessed) => onTyped({ ...typed, own, guessed })}
          />
        </div>
      )}
    </>
  );
}

function CaseRows({ basis, kind, typed, onTyped, loads }: Omit<Props, 'content' | 'job'> & { readonly loads: JobLoads }) {
  const given = (name: ActionName): boolean => Object.values(typed.forces).some((f) => f[name]);
  const left = kind.leaves(basis.standard);
  const taken = kind.actions.map((a) => a.name).filter((n) => CASE_ACTIONS.includes(n) && !left.includes(n));
  const ends = Object.values(kind.ends).filter((n) => !taken.includes(n));
  const [allEnds, setAllEnds] = useState(ends.some(given));
  const more = CASE_ACTIONS.filter((n) => given(n) && !taken.includes(n) && !ends.includes(n));
  const columns = [...taken, ...(allEnds ? ends : []), ...more];
  // Forces of a case that is no more are not lost without a word.
  const gone = Object.keys(typed.forces).filter((id) => !loads.cases.some((c) => c.id === id));
  const set = (id: string, name: ActionName, text: string): void =>
    onTyped({ ...typed, forces: { ...typed.forces, [id]: { ...typed.forces[id], [name]: text } } });
  const remove = (id: string): void => {
    const { [id]: _gone, ...forces } = typed.forces;
    onTyped({ ...typed, forces });
  };
  return (
    <>
      <p className="muted mb-2">{meaningOf(kind.actions.filter((a) => taken.includes(a.name)))}</p>
      <table className="grid-table">
        <thead>
          <tr>
            <th>Load case</th>
            {columns.map((n) => (
              <th key={n} className={`num ${taken.includes(n) ? '' : 'unused'}`}>
                {actionSymbol(basis, n)} {actionUnit(n, basis.units)}
              </th>
            ))}
            {gone.length > 0 && <th />}
          </tr>
        </thead>
        <tbody>
          {[...loads.cases, ...gone.map((id) => ({ id, title: 'no such case any more' }))].map((c, i) => (
            <CaseRow
              key={c.id}
              {...{ c, columns, basis, typed }}
              first={i === 0}
              onSet={(n, text) => set(c.id, n, text)}
              onRemove={gone.includes(c.id) ? () => remove(c.id) : null}
            />
          ))}
        </tbody>
      </table>
      {ends.length > 0 && (
        <label className="flex items-center gap-2 mt-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={allEnds}
            disabled={ends.some(given)}
            onChange={(e) => setAllEnds(e.target.checked)}
          />
          Every force of the member&apos;s end, those that this joint does not take too
        </label>
      )}
    </>
  );
}

/** What comes of the forces as they are typed. */
function Outcome({ basis, content, job, typed }: Pick<Props, 'basis' | 'content' | 'job' | 'typed'>) {
  const words = useMemo(() => {
    const loads = readCases(typed, basis.units);
    if (typeof loads === 'string') return loads;
    if (!loads.forces) return '';
    try {
      const { count } = actionsOf({ ...content, loads }, job);
      return count ? `${caseWords(count)}.` : '';
    } catch (e) {
      if (e instanceof Refusal) return e.message;
      throw e;
    }
  }, [typed, basis, content, job]);
  return words ? (
    <p className="mt-2" role="status">
      {words}{' '}
      {loadsOf(content, job) && (
        <Link className="underline" to={`/jobs/${job.id}/loads`}>
          The list, and how each is made
        </Link>
      )}
    </p>
  ) : null;
}

interface AsideProps {
  readonly basis: Basis;
  readonly job: JobRecord;
  readonly content: JointContent;
  /** The joint as it is typed, or what is wrong. */
  readonly read: () => JointContent | string;
  readonly typed: TypedCases;
  readonly onTyped: (typed: TypedCases) => void;
}

/** Actions that this joint does not take: each may be set aside with a reason. */
export function Aside({ basis, job, content, read, typed, onTyped }: AsideProps) {
  const next = read();
  const unused = typeof next === 'string' ? actionsNow(content, job) : actionsNow(next, job);
  // A reason that is typed stays though the force is gone for a moment.
  const names = ACTION_NAMES.filter((n) => unused.some((u) => u.name === n) || typed.aside[n] !== undefined);
  if (names.length === 0) return null;
  return (
    <fieldset className="mt-4">
      <legend className="font-semibold">
        Not taken by this joint: it is not whole until each is set aside with a reason
        {mayProve(basis) && ', or its plate analysis shows it (Field)'}
      </legend>
      {names.map((n) => {
        const u = unused.find((x) => x.name === n);
        return (
          <label key={n} className="flex items-center gap-3 mt-1">
            <span className="w-56">
              <b className="mono">{actionSymbol(basis, n)}</b>{' '}
              {u
                ? `up to ${basis.units.stated(u.most, actionRow(n).quantity)} ${actionUnit(n, basis.units)} in ${u.of}`
                : 'none now'}
            </span>
            <input
              className="input flex-1"
              aria-label={`Why ${actionSymbol(basis, n)} may be set aside`}
              placeholder="why it may be set aside"
              maxLength={200}
              value={typed.aside[n] ?? ''}
              onChange={(e) => onTyped({ ...typed, aside: { ...typed.aside, [n]: e.target.value } })}
            />
          </label>
        );
      })}
    </fieldset>
  );
}

function actionsNow(content: JointContent, job: JobRecord) {
  try {
    return actionsOf(content, job).unused;
  } catch (e) {
    if (e instanceof Refusal) return [];
    throw e;
  }
}

interface CaseRowProps extends Pick<Props, 'basis' | 'typed'> {
  readonly c: { readonly id: string; readonly title?: string | undefined };
  readonly columns: readonly ActionName[];
  readonly first: boolean;
  readonly onSet: (name: ActionName, text: string) => void;
  /** Of a case that is no more. */
  readonly onRemove: (() => void) | null;
}

/** Forces of one load case. */
function CaseRow({ c, columns, basis, typed, first, onSet, onRemove }: CaseRowProps) {
  return (
    <tr>
      <td>
        <b className="mono">{c.id}</b> <span className="muted">{c.title}</span>
      </td>
      {columns.map((n) => (
        <td key={n}>
          <input
            className="cell-input text-right"
            aria-label={`${actionSymbol(basis, n)} of ${c.id}`}
            data-first={(first && n === columns[0]) || undefined}
            value={typed.forces[c.id]?.[n] ?? ''}
            onFocus={(e) => e.target.select()}
            onChange={(e) => onSet(n, e.target.value)}
          />
        </td>
      ))}
      {onRemove && (
        <td>
          <button type="button" className="btn btn-ghost" onClick={onRemove}>
            Remove
          </button>
        </td>
      )}
    </tr>
  );
}
