import { useState } from 'react';
import {
  actionUnit,
  combinationSchema,
  actionRow,
  actionSymbol,
  shareWords,
  type Basis,
  type Units,
  multipleText,
  readAction,
  readForce,
  validate,
  type ActionField,
  type ActionName,
  type Combination,
  type JointReport,
  NO_ACTIONS,
} from '@ample/core';
import { parseActions, tableOrder } from '@ample/exchange/actions-table';
import { Dialog, Problem } from '../parts/Dialog.tsx';
import { Mark, type ShownState } from '../parts/StateMark.tsx';

/** An action as it is typed in the job's units. */
const typedAction = (x: number, name: ActionName, units: Units): string => units.typed(x, actionRow(name).quantity);
const forces = (c: Combination, actions: readonly ActionField[], units: Units): string =>
  actions.flatMap((a) => (c[a.name] ? [`${a.short} ${units.stated(c[a.name]!, actionRow(a.name).quantity)}`] : [])).join(' · ') ||
  'no load given';

interface Props {
  readonly basis: Basis;
  /** Actions that this kind of joint takes. */
  readonly actions: readonly ActionField[];
  readonly report: JointReport;
  readonly selected: number;
  readonly onSelect: (i: number) => void;
  readonly combinations: readonly Combination[];
  readonly onChange: (list: readonly Combination[], label: string) => void;
  /** The beam's shear resistance, for forces given as a share of it. */
  readonly member: { readonly name: string; readonly V_pl: number } | null;
}

/** One card a combination with its own multiple; worst of all by default. */
export function ActionsStrip({ basis, report, selected, onSelect, combinations, onChange, member, actions }: Props) {
  const [editing, setEditing] = useState(false);
  const worst = report.combinations[report.worst];
  return (
    <div
      className="strip"
      role="group"
      aria-label={`Combinations, ${basis.units.unitOf('force')} and ${basis.units.unitOf('moment')}`}
    >
      <button type="button" className="card" aria-pressed={selected < 0} onClick={() => onSelect(-1)}>
        <span className="label block">worst of {combinations.length}</span>
        <span className="state font-semibold">
          <Mark state={report.state as ShownState} />
          {worst?.first
            ? `${report.state === 'gives' ? 'gives' : report.missing.length ? 'not whole,' : 'holds'} at ${multipleText(worst.first.multiple)}`
            : report.state === 'not-whole'
              ? 'not whole'
              : 'no load'}
        </span>
        <span className="label block">{worst ? `in ${worst.combination.name}` : 'all combinations'}</span>
      </button>
      {report.combinations.map((c, i) => (
        <button
          type="button"
          key={c.combination.name}
          className="card"
          aria-pressed={selected === i}
          onClick={() => onSelect(i)}
          title={[
            c.first ? `first to give: ${c.first.title}` : 'nothing loaded',
            c.combination.from && `V: ${c.combination.from}`,
          ]
            .filter(Boolean)
            .join('; ')}
        >
          <span className="block">
            <b>{c.combination.name}</b> <span className="muted">{c.combination.note}</span>
          </span>
          <span className="block">{forces(c.combination, actions, basis.units)}</span>
          <span className="state">
            <Mark state={c.state as ShownState} size={10} />
            {multipleText(c.first?.multiple ?? null)}
          </span>
        </button>
      ))}
      <button type="button" className="card edit-actions" onClick={() => setEditing(true)}>
        {combinations.length ? 'Edit actions' : 'Enter actions'}
      </button>
      {editing && (
        <ActionsEditor
          basis={basis}
          actions={actions}
          combinations={combinations}
          member={member}
          onClose={() => setEditing(false)}
          onSave={(list) => {
            setEditing(false);
            onChange(list, 'actions');
          }}
        />
      )}
    </div>
  );
}

type Key = ActionName | 'name' | 'note';
type Row = Partial<Record<Key, string>> & { readonly name: string; readonly from?: string };
const rowOf = (c: Combination, actions: readonly ActionField[], units: Units): Row => ({
  name: c.name,
  note: c.note ?? '',
  ...Object.fromEntries(actions.map((a) => [a.name, c[a.name] === undefined ? '' : typedAction(c[a.name]!, a.name, units)])),
  ...(c.from === undefined ? {} : { from: c.from }),
});

interface EditorProps {
  readonly basis: Basis;
  readonly actions: readonly ActionField[];
  readonly combinations: readonly Combination[];
  readonly member: Props['member'];
  readonly onClose: () => void;
  readonly onSave: (list: readonly Combination[]) => void;
}

type Head = readonly [Key, string, string];

/** The rows of the table as combinations; the first that can't be read is said. */
function readRows(
  rows: readonly Row[],
  actions: readonly ActionField[],
  member: EditorProps['member'],
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
    const checked = validate<Combination>(combinationSchema, value, r.name);
    if ('error' in checked) return checked.error.message;
    if (list.some((c) => c.name === checked.value.name))
      return `${checked.value.name}: this name stands twice; accepted are different names.`;
    list.push(checked.value);
  }
  return list;
}

/** The action that may be typed as a share of the member's resistance. */
const sharedOf = (actions: readonly ActionField[]): ActionField | undefined => actions.find((a) => a.typedAs === 'share');

function ActionsEditor({ basis, actions, combinations, member, onClose, onSave }: EditorProps) {
  const { units } = basis;
  const shared = sharedOf(actions);
  const words = `${actions
    .map((a) => a.meaning)
    .filter(Boolean)
    .join('; ')}.`;
  const empty = (name: string): Row => rowOf({ ...NO_ACTIONS, name }, actions, units);
  const [rows, setRows] = useState<Row[]>(
    combinations.length ? combinations.map((c) => rowOf(c, actions, units)) : [empty('C1')],
  );
  const [problem, setProblem] = useState('');
  const add = (): void => {
    let n = rows.length + 1;
    while (rows.some((r) => r.name === `C${n}`)) n += 1;
    setRows([...rows, empty(`C${n}`)]);
  };
  return (
    <Dialog title="Actions" onClose={onClose} width={820}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          const read = readRows(rows, actions, member, units);
          if (typeof read === 'string') setProblem(read);
          else onSave(read);
        }}
      >
        <p className="muted mb-2">
          {words}
          {shared &&
            ` ${shared.short} may also be given by the member's shear resistance${member ? ` (${units.quantity(member.V_pl * 1e3, 'kN')})` : ''}: ${shareWords(units)}.`}
        </p>
        <ActionRows basis={basis} actions={actions} rows={rows} onRows={setRows} />
        <div className="flex gap-2 mt-2">
          <button type="button" className="btn" onClick={add}>
            Add a combination
          </button>
        </div>
        <Paste basis={basis} actions={actions} rows={rows} onRows={setRows} onProblem={setProblem} />
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

interface RowsProps extends Pick<EditorProps, 'basis' | 'actions'> {
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
          <tr key={i}>
            {heads.map(([k, label]) => (
              <td key={k}>
                <input
                  className={`cell-input ${k === 'name' || k === 'note' ? '' : 'text-right'}`}
                  aria-label={`${label}, row ${i + 1}`}
                  value={r[k] ?? ''}
                  data-first={(i === 0 && k === actions[0]!.name) || undefined}
                  onFocus={(e) => e.target.select()}
                  onChange={(e) => set(i, k, e.target.value)}
                />
                {k === 'note' && r.from && (
                  <div className="muted text-[11px]">
                    {shared?.short}: {r.from}
                  </div>
                )}
              </td>
            ))}
            <td>
              <button
                type="button"
                className="btn btn-ghost"
                aria-label={`Remove ${r.name}`}
                onClick={() => onRows(rows.filter((_, k) => k !== i))}
              >
                Remove
              </button>
            </td>
          </tr>
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
