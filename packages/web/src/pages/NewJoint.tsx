import { officeRules } from '../house/office.ts';
import { useState } from 'react';
import {
  actionsOf,
  splitByCase,
  actionRow,
  actionSymbol,
  basisOf,
  KINDS,
  unitsOf,
  type JobRecord,
  type JointKind,
  type Seed,
  type Standard,
  type SeedField,
  type Units,
  actionsUnder,
  kindTitle,
  type ActionField,
} from '@ample/core';
import { parseActions, tableOrder } from '@ample/exchange/actions-table';
import { api } from '../api.ts';
import { Dialog, Problem } from '../parts/Dialog.tsx';
import { FieldNote, useFieldNote } from '../parts/FieldNote.tsx';
import { SectionInput } from '../parts/SectionInput.tsx';
import { checker } from '../work/client.ts';

/** What is asked for a form, with what was typed for others of its family; a choice that it does not have is its first again. Numbers as they are typed in the job's units. */
const seedFor = (kind: JointKind, of: Standard, units: Units, typed: Seed): Seed => ({
  ...typed,
  ...Object.fromEntries(
    kind.seeds(of).map((f) => {
      const start = f.quantity && f.start ? units.stated(Number(f.start), f.quantity) : f.start;
      const now = typed[f.id];
      return [f.id, now === undefined || (f.options && !f.options.some((o) => o.value === now)) ? start : now];
    }),
  ),
});
const labelOf = (f: SeedField, units: Units): string => (f.quantity ? `${f.label}, ${units.unitOf(f.quantity)}` : f.label);

interface Props {
  readonly job: JobRecord;
  readonly mark: string;
  readonly onClose: () => void;
  readonly onMade: (id: string, why: readonly string[]) => void;
}

/** What is typed for a new joint, and what comes of it. */
function useNewJoint({ job, mark: suggested, onMade }: Props) {
  const units = unitsOf(job.basis);
  const { standard } = basisOf(job);
  const kinds = KINDS.filter((k) => k.standards.includes(standard.id));
  const [mark, setMark] = useState(suggested);
  const [kindId, setKind] = useState(kinds[0]!.id);
  const kind = KINDS.find((k) => k.id === kindId)!;
  const [seeds, setSeeds] = useState<Readonly<Record<string, Seed>>>({});
  // What was typed for one form stays for the others of its family.
  const seed = seedFor(kind, standard, units, seeds[kind.family] ?? {});
  const [table, setTable] = useState('');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const actions = actionsUnder(kind, standard);
  const pasted = parseActions(table, actions, units);
  const asked = kind.seeds(standard).filter((f) => !f.applies || f.applies(seed));
  const set = (change: Seed): void => setSeeds({ ...seeds, [kind.family]: { ...seed, ...change } });
  const submit = async (): Promise<void> => {
    setProblem('');
    const missing = asked.find((f) => !f.optional && !seed[f.id]);
    if (missing)
      return setProblem(
        `${missing.label}: the value is missing; give ${missing.type === 'section' ? 'a name' : 'a number'} such as ${missing.example}.`,
      );
    if (pasted.errors.length) return setProblem(pasted.errors[0]!.message);
    setBusy(true);
    try {
      const given = splitByCase(pasted.combinations, job.loads);
      const acting = actionsOf({ kind: kindId, ...given }, job).combinations;
      const found = await checker().first(kindId, seed, acting, { ...job, office: await officeRules() });
      if ('refusal' in found) return setProblem(found.refusal);
      const made = await api.createJoint(job.id, { mark, kind: kindId, note: '', input: found.ok.input, ...given });
      onMade(made.id, found.ok.why);
    } catch (e) {
      setProblem((e as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return {
    ...{ job, units, standard, kinds, mark, setMark, kindId, setKind, seed, set, asked, actions },
    ...{ table, setTable, pasted, problem: problem || pasted.errors[0]?.message, busy, submit },
  };
}
type Asked = ReturnType<typeof useNewJoint>;

/** Members and forces in, a first detail out. */
export function NewJoint(props: Props) {
  const of = useNewJoint(props);
  const { note, onFocus } = useFieldNote();
  return (
    <Dialog title="New joint" onClose={props.onClose} width={560}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void of.submit();
        }}
        onFocus={onFocus}
      >
        <div className="form-grid">
          <MarkAndForm of={of} />
          {of.asked.map((f, i) => f.type !== 'grade' && <SeedRow key={f.id} f={f} next={of.asked[i + 1]} of={of} />)}
        </div>
        <ActionLines of={of} />
        <FieldNote note={note} />
        <Problem>{of.problem}</Problem>
        <button type="submit" className="btn btn-primary mt-3" disabled={of.busy}>
          {of.busy ? 'Looking for a detail…' : 'Make a first detail'}
        </button>
      </form>
    </Dialog>
  );
}

function MarkAndForm({ of: { mark, setMark, kinds, kindId, setKind, standard } }: { of: Asked }) {
  return (
    <>
      <label
        className="contents"
        data-help="Mark: up to 24 letters, figures and . - _ / +; each once in the job. The next free one is suggested."
      >
        <span>Mark</span>
        <input
          className="input w-full"
          value={mark}
          onFocus={(e) => e.target.select()}
          onChange={(e) => setMark(e.target.value)}
        />
      </label>
      {kinds.length > 1 && (
        <label
          className="contents"
          data-help="Form: what kind of joint it is; it can be changed later for another that joins the same members."
        >
          <span>Form</span>
          <select className="select" value={kindId} onChange={(e) => setKind(e.target.value)}>
            {kinds.map((k) => (
              <option key={k.id} value={k.id}>
                {kindTitle(k, standard)}
              </option>
            ))}
          </select>
        </label>
      )}
    </>
  );
}

/** One thing to ask; a grade stands on the line of the section before it. */
function SeedRow({ f, next, of: { seed, set, job, units } }: { f: SeedField; next: SeedField | undefined; of: Asked }) {
  const value = seed[f.id] ?? '';
  const change = (v: string): void => set({ [f.id]: v });
  return (
    <>
      <span>{labelOf(f, units)}</span>
      <span className="flex gap-2" data-help={helpOf(f)}>
        {f.type === 'section' && (
          <SectionInput
            label={f.label}
            example={f.example}
            shapes={f.shapes}
            value={value}
            onChange={change}
            own={job.sections}
          />
        )}
        {f.type === 'choice' && <Choice label={f.label} value={value} all={f.options!} onChange={change} wide />}
        {f.type === 'number' && (
          <input
            className="input w-full"
            inputMode="decimal"
            aria-label={labelOf(f, units)}
            placeholder={f.example}
            value={value}
            onChange={(e) => change(e.target.value)}
          />
        )}
        {next?.type === 'grade' && (
          <Choice
            label={next.label}
            value={seed[next.id] ?? ''}
            all={[...next.options!, ...job.steels.map(({ name }) => ({ value: name, label: name }))]}
            onChange={(v) => set({ [next.id]: v })}
          />
        )}
      </span>
    </>
  );
}

/** The actions as lines, and how many of them are read. */
function ActionLines({ of: { job, actions, units, table, setTable, pasted } }: { of: Asked }) {
  const design = basisOf(job);
  const meanings = actions
    .map((a) => a.meaning)
    .filter(Boolean)
    .join('; ');
  return (
    <>
      <label className="block mt-3" data-help={`Actions: ${meanings}. Ctrl Enter goes on.`}>
        <span className="label whitespace-normal!">
          Actions, a combination a line:{' '}
          {tableOrder(actions)
            .map((k) => (k === 'name' || k === 'note' ? k : actionSymbol(design, k)))
            .join('; ')}
          {job.loads && ` (or a load case, ${job.loads.cases.map((c) => c.id).join(', ')}, a line with its name)`}, in{' '}
          {units.unitOf('force')} and {units.unitOf('moment')}, or with their units (or paste from a spreadsheet)
        </span>
        <textarea
          className="textarea mono w-full mt-1"
          rows={4}
          value={table}
          placeholder={exampleOf(actions, units)}
          onChange={(e) => setTable(e.target.value)}
        />
      </label>
      <p className="muted">
        {table.trim()
          ? `${pasted.combinations.length} read${pasted.errors.length ? `, ${pasted.errors.length} not` : ''}`
          : 'Without actions the detail follows good practice alone.'}
      </p>
    </>
  );
}

/** What a field asks for, what is accepted and what is usual. */
function helpOf(f: SeedField): string {
  const accepted =
    f.type === 'section'
      ? 'a section of the catalogue or the job, by whatever you type of its name'
      : f.options
        ? f.options.map((o) => o.label).join(', ')
        : f.type === 'number'
          ? 'a number'
          : '';
  return `${f.label}: ${accepted}.${f.example ? ` Usual: ${f.example}.` : ''}${f.optional ? ' It may stay empty.' : ''}`;
}

/** A line to take as a pattern. */
const exampleOf = (actions: readonly ActionField[], units: Units): string =>
  [
    'C1',
    ...tableOrder(actions)
      .slice(1, -1)
      .map((k) => {
        const { name, example } = actions.find((a) => a.name === k)!;
        return units.id === 'SI'
          ? example
          : Math.round(
              units.shown(
                example * (actionRow(name).quantity === 'force' ? 1e3 : 1e6),
                actionRow(name).quantity === 'force' ? 'kN' : 'kNm',
              ),
            );
      }),
    'gravity',
  ].join('; ');

function Choice({
  label,
  value,
  all,
  onChange,
  wide = false,
}: {
  label: string;
  value: string;
  all: readonly { readonly value: string; readonly label: string }[];
  onChange: (v: string) => void;
  wide?: boolean;
}) {
  return (
    <select
      className={`select ${wide ? 'w-full' : 'w-28'}`}
      aria-label={label}
      value={value}
      onChange={(e) => onChange(e.target.value)}
    >
      {all.map((o) => (
        <option key={o.value} value={o.value}>
          {o.label}
        </option>
      ))}
    </select>
  );
}
