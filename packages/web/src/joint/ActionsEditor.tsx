import { useState } from 'react';
import {
  actionRow,
  actionsOf,
  actionsUnder,
  actionSymbol,
  actionUnit,
  combinationSchema,
  kindOf,
  NO_ACTIONS,
  readAction,
  readForce,
  Refusal,
  shareWords,
  validate,
  type ActionField,
  type ActionName,
  type Basis,
  type Combination,
  type JobRecord,
  type JointContent,
  type JointLoads,
  type Units,
} from '@ample/core';
import { parseActions, tableOrder } from '@ample/exchange/actions-table';
import { Dialog, Problem } from '../parts/Dialog.tsx';
import { ActionsByCase, Aside, meaningOf, readCases, typedCases } from './ActionsByCase.tsx';

/** An action as it is typed in the job's units. */
const typedAction = (x: number, name: ActionName, units: Units): string => units.typed(x, actionRow(name).quantity);

type Key = ActionName | 'name' | 'note';
type Row = Partial<Record<Key, string>> & { readonly name: string; readonly from?: string };
const rowOf = (c: Combination, actions: readonly ActionField[], units: Units): Row => ({
  name: c.name,
  note: c.note ?? '',
  ...Object.fromEntries(actions.map((a) => [a.name, c[a.name] === undefined ? '' : typedAction(c[a.name]!, a.name, units)])),
  ...(c.from === undefined ? {} : { from: c.from }),
});

/** What a joint is given of actions, and what is known of it. */
export interface Given {
  readonly content: JointContent;
  readonly job: JobRecord;
  /** The beam's shear resistance, for forces given as a share of it. */
  readonly member: { readonly name: string; readonly V_pl: number } | null;
  readonly onChange: (content: JointContent, label: string) => void;
}

type Head = readonly [Key, string, string];

/** The rows of the table as combinations; the first that can't be read is said. */
function readRows(
  rows: readonly Row[],
  actions: readonly ActionField[],
  member: Given['member'],
  units: Units,
): Combination[] | string {
  const shared = sharedOf(actions);
  const list: Combination[] = [];
  for (const r of rows) {
    const value: Record<string, string | number> = { name: r.name, note: r.note ?? '' };
    for (const a of actions) {
      const typed = r[a.name] ?? '';
      if (a.optional && typed.trim() === '') continue;
      const share = a === shared;
      const { quantity } = actionRow(a.name);
      const force = share ? readForce(typed, member, units) : { value: readAction(typed, quantity, units), from: undefined };
      if (!force || force.value === null)
        return `${r.name}: ${a.name}: "${typed}" is not a ${quantity}; accepted is ${units.words(quantity)}${share ? `, ${shareWords(units)}` : ''}.`;
      value[a.name] = force.value;
      const from = share ? (force.from ?? r.from) : undefined;
      if (from) value['from'] = from;
    }
    const checked = validate<Combination>(combinationSchema(), value, r.name);
    if ('error' in checked) return checked.error.message;
    if (list.some((c) => c.name === checked.value.name))
      return `${checked.value.name}: this name stands twice; accepted are different names.`;
    list.push(checked.value);
  }
  return list;
}

/** The action that may be typed as a share of the member's resistance. */
const sharedOf = (actions: readonly ActionField[]): ActionField | undefined => actions.find((a) => a.typedAs === 'share');

/** The joint with what is typed; a sentence where that can't be. Which end of a member it is, and what was proved of it, is not typed here. */
function withTyped(
  { loads: before, ...rest }: JointContent,
  job: JobRecord,
  combinations: readonly Combination[],
  loads: JointLoads,
): JointContent | string {
  const { end, proof } = before ?? {};
  const all = { ...loads, ...(end === undefined ? {} : { end }), ...(proof ? { proof } : {}) };
  const next = { ...rest, combinations, ...(Object.keys(all).length ? { loads: all } : {}) };
  try {
    actionsOf(next, job);
  } catch (e) {
    if (e instanceof Refusal) return e.message;
    throw e;
  }
  return next;
}

type Tab = 'cases' | 'ready';

/** The actions of a joint: of its load cases, ready combinations, or both. */
export function ActionsEditor({ basis, given, onClose }: { basis: Basis; given: Given; onClose: () => void }) {
  const { content, job, member } = given;
  const { units } = basis;
  const kind = kindOf(content.kind);
  const actions = actionsUnder(kind, basis.standard, content.combinations);
  const empty = (name: string): Row => rowOf({ ...NO_ACTIONS, name }, actions, units);
  const bare = content.combinations.length === 0 && !content.loads?.forces;
  const [rows, setRows] = useState<Row[]>(
    bare && !job.loads ? [empty('C1')] : content.combinations.map((c) => rowOf(c, actions, units)),
  );
  const [cases, setCases] = useState(() => typedCases(content, units));
  const [tab, setTab] = useState<Tab>(content.loads?.forces || (bare && job.loads) ? 'cases' : 'ready');
  const [problem, setProblem] = useState('');
  const add = (): void => {
    let n = rows.length + 1;
    while (rows.some((r) => r.name === `C${n}`)) n += 1;
    setRows([...rows, empty(`C${n}`)]);
  };
  const read = (): JointContent | string => {
    const list = readRows(rows, actions, member, units);
    if (typeof list === 'string') return list;
    const loads = readCases(cases, units);
    return typeof loads === 'string' ? loads : withTyped(content, job, list, loads);
  };
  return (
    <Dialog title={`Actions of ${content.mark}`} onClose={onClose} width={960}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          const next = read();
          if (typeof next === 'string') return setProblem(next);
          given.onChange(next, 'actions');
          onClose();
        }}
      >
        <Tabs tab={tab} ready={rows.length} onTab={setTab} />
        {tab === 'cases' ? (
          <ActionsByCase basis={basis} content={content} job={job} kind={kind} typed={cases} onTyped={setCases} />
        ) : (
          <>
            <Words actions={actions} member={member} units={units} />
            <ActionRows basis={basis} actions={actions} rows={rows} onRows={setRows} />
            <button type="button" className="btn mt-2" onClick={add}>
              Add a combination
            </button>
            <Paste basis={basis} actions={actions} rows={rows} onRows={setRows} onProblem={setProblem} />
          </>
        )}
        <Aside basis={basis} content={content} job={job} read={read} typed={cases} onTyped={setCases} />
        <Problem>{problem}</Problem>
        <div className="mt-3">
          <button type="submit" className="btn btn-primary">
            Take these actions
          </button>
        </div>
      </form>
    </Dialog>
  );
}

/** What the actions mean, and how one may be typed. */
function Words({ actions, member, units }: { actions: readonly ActionField[]; member: Given['member']; units: Units }) {
  const shared = sharedOf(actions);
  return (
    <p className="muted mb-2">
      {meaningOf(actions)}
      {shared &&
        ` ${shared.short} may also be given by the member's shear resistance${member ? ` (${units.quantity(member.V_pl * 1e3, 'kN')})` : ''}: ${shareWords(units)}.`}
    </p>
  );
}

interface RowsProps {
  readonly basis: Basis;
  readonly actions: readonly ActionField[];
  readonly rows: readonly Row[];
  readonly onRows: (rows: Row[]) => void;
}

/** A combination a row, an action a column. */
function ActionRows({ basis, actions, rows, onRows }: RowsProps) {
  const shared = sharedOf(actions);
  const heads: readonly Head[] = [
    ['name', 'Name', 'w-20'],
    ['note', 'Note', ''],
    ...actions.map((a): Head => [a.name, `${actionSymbol(basis, a.name)} ${actionUnit(a.name, basis.units)}`, 'w-24']),
  ];
  const set = (i: number, key: Key, value: string): void =>
    onRows(
      rows.map((r, k) => {
        if (k !== i) return r;
        const { from, ...rest } = r;
        // A reaction that is typed anew no longer comes from where the old one did.
        return { ...rest, ...(from === undefined || key === shared?.name ? {} : { from }), [key]: value };
      }),
    );
  return (
    <table className="grid-table">
      <thead>
        <tr>
          {heads.map(([k, label, w]) => (
            <th key={k} className={w}>
              {label}
            </th>
          ))}
          <th />
        </tr>
      </thead>
      <tbody>
        {rows.map((r, i) => (
          <ActionRow
            key={i}
            {...{ r, i, heads, shared }}
            first={actions[0]!.name}
            onSet={(k, v) => set(i, k, v)}
            onRemove={() => onRows(rows.filter((_, k) => k !== i))}
          />
        ))}
      </tbody>
    </table>
  );
}

/** A table that is pasted: its combinations take the place of those of the same name, and of rows without any action. */
function Paste({ basis, actions, rows, onRows, onProblem }: RowsProps & { onProblem: (words: string) => void }) {
  const [pasted, setPasted] = useState('');
  const order = tableOrder(actions);
  const read = (): void => {
    const found = parseActions(pasted, actions, basis.units);
    if (found.errors.length) return onProblem(found.errors.map((e) => e.message).join(' '));
    if (found.combinations.length === 0) return onProblem(`Nothing was pasted; accepted are lines of ${order.join(', ')}.`);
    onProblem('');
    const names = new Set(found.combinations.map((c) => c.name));
    const kept = rows.filter((r) => !names.has(r.name) && actions.some((a) => Number(r[a.name])));
    onRows([...kept, ...found.combinations.map((c) => rowOf(c, actions, basis.units))]);
    setPasted('');
  };
  return (
    <>
      <label className="block mt-3">
        <span className="label">
          Paste a table: {order.map((k) => (k === 'name' || k === 'note' ? k : actionSymbol(basis, k))).join(', ')} (or with
          heads)
        </span>
        <textarea className="textarea mono w-full" rows={3} value={pasted} onChange={(e) => setPasted(e.target.value)} />
      </label>
      {pasted.trim() && (
        <button type="button" className="btn mt-1" onClick={read}>
          Read the table
        </button>
      )}
    </>
  );
}

/** Where the actions come from. */
function Tabs({ tab, ready, onTab }: { tab: Tab; ready: number; onTab: (tab: Tab) => void }) {
  return (
    <div className="flex gap-1 mb-3" role="tablist" aria-label="Where the actions come from">
      {(
        [
          ['cases', 'By load case'],
          ['ready', `Ready combinations${ready ? ` (${ready})` : ''}`],
        ] as const
      ).map(([id, words]) => (
        <button
          key={id}
          type="button"
          role="tab"
          className={`btn ${tab === id ? '' : 'btn-ghost'}`}
          aria-selected={tab === id}
          onClick={() => onTab(id)}
        >
          {words}
        </button>
      ))}
    </div>
  );
}

interface ActionRowProps {
  readonly r: Row;
  readonly i: number;
  readonly heads: readonly Head[];
  readonly shared: ActionField | undefined;
  readonly first: string;
  readonly onSet: (key: Key, value: string) => void;
  readonly onRemove: () => void;
}

/** A combination. */
function ActionRow({ r, i, heads, shared, first, onSet, onRemove }: ActionRowProps) {
  return (
    <tr>
      {heads.map(([k, label]) => (
        <td key={k}>
          <input
            className={`cell-input ${k === 'name' || k === 'note' ? '' : 'text-right'}`}
            aria-label={`${label}, row ${i + 1}`}
            value={r[k] ?? ''}
            data-first={(i === 0 && k === first) || undefined}
            onFocus={(e) => e.target.select()}
            onChange={(e) => onSet(k, e.target.value)}
          />
          {k === 'note' && r.from && (
            <div className="muted text-[11px]">
              {shared?.short}: {r.from}
            </div>
          )}
        </td>
      ))}
      <td>
        <button type="button" className="btn btn-ghost" aria-label={`Remove ${r.name}`} onClick={onRemove}>
          Remove
        </button>
      </td>
    </tr>
  );
}
