import { useState } from 'react';
import { ACTION_NAMES, combinationSchema, multipleText, readForce, validate, type ActionName, type Combination, type JointReport } from '@ample/core';
import { parseActions } from '@ample/exchange/actions-table';
import { Dialog, Problem } from '../parts/Dialog.tsx';
import { Mark, type ShownState } from '../parts/StateMark.tsx';

const number = (x: number): string => String(x).replace('-', '−');
const forces = (c: Combination): string => [c.V_Ed || (!c.N_Ed && !c.N_tie) ? `V ${number(c.V_Ed)}` : '', c.N_Ed ? `N ${number(c.N_Ed)}` : '', c.N_tie ? `tie ${number(c.N_tie)}` : ''].filter(Boolean).join(' · ');

interface Props {
  readonly report: JointReport;
  readonly selected: number;
  readonly onSelect: (i: number) => void;
  readonly combinations: readonly Combination[];
  readonly onChange: (list: readonly Combination[], label: string) => void;
  /** The beam's shear resistance, for forces given as a share of it. */
  readonly member: { readonly name: string; readonly V_pl: number } | null;
}

/** One card a combination with its own multiple; worst of all by default. */
export function ActionsStrip({ report, selected, onSelect, combinations, onChange, member }: Props) {
  const [editing, setEditing] = useState(false);
  const worst = report.combinations[report.worst];
  return (
    <div className="strip" role="group" aria-label="Combinations, kN">
      <button type="button" className="card" aria-pressed={selected < 0} onClick={() => onSelect(-1)}>
        <span className="label block">worst of {combinations.length}</span>
        <span className="state font-semibold"><Mark state={report.state as ShownState} />{worst?.first ? `${report.state === 'gives' ? 'gives' : 'holds'} at ${multipleText(worst.first.multiple)}` : 'no load'}</span>
        <span className="label block">{worst ? `in ${worst.combination.name}` : 'all combinations'}</span>
      </button>
      {report.combinations.map((c, i) => (
        <button type="button" key={c.combination.name} className="card" aria-pressed={selected === i} onClick={() => onSelect(i)} title={[c.first ? `first to give: ${c.first.title}` : 'nothing loaded', c.combination.from && `V: ${c.combination.from}`].filter(Boolean).join('; ')}>
          <span className="block"><b>{c.combination.name}</b> <span className="muted">{c.combination.note}</span></span>
          <span className="block">{forces(c.combination)}</span>
          <span className="state"><Mark state={c.state as ShownState} size={10} />{multipleText(c.first?.multiple ?? null)}</span>
        </button>
      ))}
      <button type="button" className="card edit-actions" onClick={() => setEditing(true)}>{combinations.length ? 'Edit actions' : 'Enter actions'}</button>
      {editing && <ActionsEditor combinations={combinations} member={member} onClose={() => setEditing(false)} onSave={(list) => { setEditing(false); onChange(list, 'actions'); }} />}
    </div>
  );
}

type Row = Record<ActionName | 'name' | 'note', string> & { from?: string };
const rowOf = (c: Combination): Row => ({ name: c.name, note: c.note ?? '', V_Ed: String(c.V_Ed), N_Ed: String(c.N_Ed), N_tie: String(c.N_tie), V_ser: c.V_ser === undefined ? '' : String(c.V_ser), ...(c.from === undefined ? {} : { from: c.from }) });
const HEADS: readonly (readonly [Exclude<keyof Row, 'from'>, string, string])[] = [
  ['name', 'Name', 'w-20'], ['note', 'Note', ''], ['V_Ed', 'V_Ed kN', 'w-24'], ['N_Ed', 'N_Ed kN', 'w-24'], ['N_tie', 'N_tie kN', 'w-24'], ['V_ser', 'V_ser kN', 'w-24'],
];

function ActionsEditor({ combinations, member, onClose, onSave }: { combinations: readonly Combination[]; member: { name: string; V_pl: number } | null; onClose: () => void; onSave: (list: readonly Combination[]) => void }) {
  const [rows, setRows] = useState<Row[]>(combinations.length ? combinations.map(rowOf) : [rowOf({ name: 'C1', note: '', V_Ed: 0, N_Ed: 0, N_tie: 0 })]);
  const [pasted, setPasted] = useState('');
  const [problem, setProblem] = useState('');
  const set = (i: number, key: keyof Row, value: string): void => setRows(rows.map((r, k) => {
    if (k !== i) return r;
    const { from, ...rest } = r;
    // A reaction that is typed anew no longer comes from where the old one did.
    return { ...rest, ...(from === undefined || key === 'V_Ed' ? {} : { from }), [key]: value };
  }));
  const add = (): void => {
    let n = rows.length + 1;
    while (rows.some((r) => r.name === `C${n}`)) n += 1;
    setRows([...rows, rowOf({ name: `C${n}`, note: '', V_Ed: 0, N_Ed: 0, N_tie: 0 })]);
  };
  const paste = (): void => {
    const found = parseActions(pasted);
    if (found.errors.length) setProblem(found.errors.map((e) => e.message).join(' '));
    else if (found.combinations.length === 0) setProblem('Nothing was pasted; accepted are lines of name, V, N, tying, note.');
    else {
      setProblem('');
      const names = new Set(found.combinations.map((c) => c.name));
      const kept = rows.filter((r) => !names.has(r.name) && ACTION_NAMES.some((k) => Number(r[k])));
      setRows([...kept, ...found.combinations.map(rowOf)]);
      setPasted('');
    }
  };
  const submit = (): void => {
    const list: Combination[] = [];
    for (const r of rows) {
      const value: Record<string, string | number> = { name: r.name, note: r.note };
      for (const k of ACTION_NAMES) {
        if (k === 'V_ser' && r[k].trim() === '') continue;
        const force = readForce(r[k], k === 'V_Ed' ? member : null);
        if (!force || (force.from && k !== 'V_Ed')) return setProblem(`${r.name}: ${k}: "${r[k]}" is not a force; accepted is a number in kN${k === 'V_Ed' ? ', a share such as 50 %, or a load and a span such as 12 kN/m x 8 m' : ''}.`);
        value[k] = force.value;
        const from = k === 'V_Ed' ? (force.from ?? r.from) : undefined;
        if (from) value['from'] = from;
      }
      const checked = validate<Combination>(combinationSchema, value, r.name);
      if ('error' in checked) return setProblem(checked.error.message);
      if (list.some((c) => c.name === checked.value.name)) return setProblem(`${checked.value.name}: this name stands twice; accepted are different names.`);
      list.push(checked.value);
    }
    onSave(list);
  };
  return (
    <Dialog title="Actions" onClose={onClose} width={760}>
      <form onSubmit={(e) => { e.preventDefault(); submit(); }}>
        <p className="muted mb-2">V positive presses the joint down, negative is uplift; N positive pulls the beam off and acts with V; tying acts alone. V_ser serves category B bolts. V may also be a share of the beam's shear resistance{member ? ` (${member.V_pl.toFixed(0)} kN)` : ''}, as 50 %, or a load and a span, as 12 kN/m x 8 m.</p>
        <table className="grid-table">
          <thead><tr>{HEADS.map(([k, label, w]) => <th key={k} className={w}>{label}</th>)}<th /></tr></thead>
          <tbody>
            {rows.map((r, i) => (
              <tr key={i}>
                {HEADS.map(([k, label]) => <td key={k}><input className={`cell-input ${k === 'name' || k === 'note' ? '' : 'text-right'}`} aria-label={`${label}, row ${i + 1}`} value={r[k]} autoFocus={i === 0 && k === 'V_Ed'} onFocus={(e) => e.target.select()} onChange={(e) => set(i, k, e.target.value)} />{k === 'note' && r.from && <div className="muted text-[11px]">V: {r.from}</div>}</td>)}
                <td><button type="button" className="btn btn-ghost" aria-label={`Remove ${r.name}`} onClick={() => setRows(rows.filter((_, k) => k !== i))}>Remove</button></td>
              </tr>
            ))}
          </tbody>
        </table>
        <div className="flex gap-2 mt-2"><button type="button" className="btn" onClick={add}>Add a combination</button></div>
        <label className="block mt-3"><span className="label">Paste a table: name, V, N, tying, note (or with heads)</span>
          <textarea className="textarea mono w-full" rows={3} value={pasted} onChange={(e) => setPasted(e.target.value)} />
        </label>
        {pasted.trim() && <button type="button" className="btn mt-1" onClick={paste}>Read the table</button>}
        <Problem>{problem}</Problem>
        <div className="mt-3"><button type="submit" className="btn btn-primary">Take these actions</button></div>
      </form>
    </Dialog>
  );
}
