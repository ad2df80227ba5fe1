import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import {
  basisHelp,
  CLOSE_FIELD,
  basisOf,
  choiceOf,
  setOf,
  STANDARDS,
  standardOf,
  SYSTEMS,
  unitsOf,
  ruleHelp,
  type BasisField,
  type GivenRules,
  type JobBasis,
  type JobRecord,
  type Settings,
} from '@ample/core';
import { api } from '../api.ts';
import { Problem } from '../parts/Dialog.tsx';
import { FieldNote, useFieldNote } from '../parts/FieldNote.tsx';
import { Shell } from '../parts/Shell.tsx';
import { PracticeEditor } from '../house/PracticeEditor.tsx';
import { RulesEditor } from '../house/RulesEditor.tsx';
import { Sections, Steels } from './OwnMaterials.tsx';
import { Amount } from './Amount.tsx';
import { JobTrail } from '../parts/JobTrail.tsx';

type Draft = Pick<JobRecord, 'number' | 'name' | 'client' | 'basis' | 'sections' | 'steels' | 'rules'>;

const draftOf = ({ number, name, client, basis, sections, steels, rules }: JobRecord): Draft => ({
  ...{ number, name, client, basis, sections, steels },
  ...(rules ? { rules } : {}),
});

/** A standard brings its own sets; what only another one has is left behind. */
const named = (id: string, set?: string): Partial<JobBasis> & { standard: string } => {
  const { key, choices } = standardOf(id).sets;
  return { standard: id, [key]: set ?? choices[0]!.id };
};

/** The basis of a job as it is changed, and its saving. */
function useDraft(jobId: string) {
  const [job, setJob] = useState<JobRecord | null>(null);
  const [draft, setDraft] = useState<Draft | null>(null);
  const [problem, setProblem] = useState('');
  const [saved, setSaved] = useState(false);
  const take = (j: JobRecord): void => {
    setJob(j);
    setDraft(draftOf(j));
  };
  useEffect(() => {
    api.job(jobId).then(take, (e: Error) => setProblem(e.message));
  }, [jobId]);
  const set = (change: Partial<Draft>): void => {
    setSaved(false);
    setDraft({ ...draft!, ...change });
  };
  const save = (): void => {
    setProblem('');
    const { close, settings } = draft!.basis;
    const standard = standardOf(draft!.basis.standard);
    const choice = choiceOf(standard, setOf(draft!.basis));
    const basis = {
      ...named(standard.id, choice.id),
      ...(choice.own ? { factors: basisOf(draft!).factors } : {}),
      ...{ settings, close, units: unitsOf(draft!.basis).id },
    };
    const rules = Object.keys(draft!.rules ?? {}).length ? draft!.rules! : null;
    api.saveJob(job!.id, { version: job!.version, ...draft!, basis, rules }).then(
      (j) => {
        take(j);
        setSaved(true);
      },
      (e: Error) => setProblem(e.message),
    );
  };
  return { job, draft, problem, saved, set, save };
}

/** Standard, factors, house rules, own sections and steels of a job. */
export function JobBasisPage() {
  const { jobId } = useParams() as { jobId: string };
  const { job, draft, problem, saved, set, save } = useDraft(jobId);
  const { note, onFocus } = useFieldNote((help) => ruleHelp(help) ?? basisHelp(standardOf(draft!.basis.standard), help));
  if (!job || !draft)
    return (
      <Shell>
        <main className="page">
          <Problem>{problem}</Problem>
        </main>
      </Shell>
    );
  const basis = (change: Partial<JobBasis>): void => set({ basis: { ...draft.basis, ...change } });
  return (
    <Shell
      trail={<JobTrail jobId={jobId} job={job} here="Basis" />}
      tools={
        <button type="button" className="btn btn-primary" onClick={save}>
          Save basis
        </button>
      }
    >
      <main className="page" onFocus={onFocus}>
        <div className="page-inner grid gap-6 md:grid-cols-2">
          <div className="md:col-span-2">
            <Problem>{problem}</Problem>
            {saved && (
              <p className="muted" role="status">
                Saved. Every joint of the job is judged to this basis now; signed joints whose result it touches are stale.
              </p>
            )}
          </div>
          <section>
            <h2 className="mb-2">Job</h2>
            <div className="form-grid">
              <Titles draft={draft} set={set} />
              <StandardChoices draft={draft} basis={basis} />
            </div>
            <Factors draft={draft} basis={basis} />
          </section>
          <HouseRules draft={draft} basis={basis} />
          <OwnRules rules={draft.rules ?? {}} onChange={(rules) => set({ rules })} />
          <Sections sections={draft.sections} onChange={(sections) => set({ sections })} />
          <Steels steels={draft.steels} onChange={(steels) => set({ steels })} />
        </div>
        <FieldNote note={note} />
      </main>
    </Shell>
  );
}

interface PartProps {
  readonly draft: Draft;
  readonly basis: (change: Partial<JobBasis>) => void;
}

const TITLES = [
  ['number', 'Number'],
  ['name', 'Name'],
  ['client', 'Client'],
] as const;

const Titles = ({ draft, set }: { draft: Draft; set: (change: Partial<Draft>) => void }) =>
  TITLES.map(([k, label]) => (
    <label key={k} className="contents">
      <span>{label}</span>
      <input className="input w-full" value={draft[k]} onChange={(e) => set({ [k]: e.target.value })} />
    </label>
  ));

/** Standard, system of units, set of factors. */
function StandardChoices({ draft, basis }: PartProps) {
  const standard = standardOf(draft.basis.standard);
  const { sets } = standard;
  return (
    <>
      {STANDARDS.length === 1 ? (
        <>
          <span>Standard</span>
          <span>{standard.title}</span>
        </>
      ) : (
        <Choice
          label="Standard"
          value={standard.id}
          options={STANDARDS.map((s) => [s.id, s.title])}
          onChange={(id) => basis(named(id))}
        />
      )}
      <Choice
        label="Shown in"
        value={unitsOf(draft.basis).id}
        options={SYSTEMS.map((u) => [u.id, u.title])}
        onChange={(id) => basis({ units: id as JobBasis['units'] & string })}
      />
      <Choice
        label={sets.label}
        value={choiceOf(standard, setOf(draft.basis)).id}
        options={sets.choices.map((c) => [c.id, c.label])}
        onChange={(id) => basis(named(standard.id, id))}
      />
    </>
  );
}

/** Factors of the set; those of one's own can be typed. */
function Factors({ draft, basis }: PartProps) {
  const standard = standardOf(draft.basis.standard);
  const { own } = choiceOf(standard, setOf(draft.basis));
  const { factors } = basisOf(draft);
  return (
    <table className="mt-3">
      <tbody>
        {standard.factors.map((f) => (
          <tr key={f.id} data-help={`factors.${f.id}`}>
            <td className="pr-4 py-0.5 mono">{f.symbol}</td>
            <td className="pr-4 muted">{f.label}</td>
            <td>
              {own ? (
                <Amount
                  label={`${f.symbol}, ${f.label}`}
                  value={factors[f.id]!}
                  onChange={(n) => basis({ factors: { ...factors, [f.id]: n } })}
                />
              ) : (
                factors[f.id]
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function HouseRules({ draft, basis }: PartProps) {
  const { settings } = basisOf(draft);
  const setting = (change: Partial<Settings>): void => basis({ settings: { ...draft.basis.settings, ...change } });
  return (
    <section>
      <h2 className="mb-2">House rules</h2>
      <div className="grid gap-2">
        <label className="flex items-center gap-2" data-help={`basis.${CLOSE_FIELD.id}`}>
          {CLOSE_FIELD.label}
          <Amount label={CLOSE_FIELD.label} value={draft.basis.close} onChange={(close) => basis({ close })} />
        </label>
        {standardOf(draft.basis.standard).settings.map((f) => (
          <Setting key={f.id} field={f} value={settings[f.id]!} onChange={(v) => setting({ [f.id]: v })} />
        ))}
      </div>
    </section>
  );
}

/** One of several, with its label before it. */
function Choice({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly (readonly [string, string])[];
  onChange: (id: string) => void;
}) {
  return (
    <label className="contents">
      <span>{label}</span>
      <select className="select" value={value} onChange={(e) => onChange(e.target.value)}>
        {options.map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}

/** A house rule: a number, one of several, or yes and no. */
function Setting({
  field: f,
  value,
  onChange,
}: {
  field: BasisField;
  value: string | number | boolean;
  onChange: (v: string | number | boolean) => void;
}) {
  return (
    <label className="flex items-center gap-2" data-help={`settings.${f.id}`}>
      {f.type === 'yes' && (
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={value === true}
          onChange={(e) => onChange(e.target.checked)}
        />
      )}
      {f.label}
      {f.type === 'number' && <Amount label={f.label} value={Number(value)} onChange={onChange} />}
      {f.type === 'choice' && (
        <select className="select" value={String(value)} onChange={(e) => onChange(e.target.value)}>
          {f.options!.map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </select>
      )}
    </label>
  );
}

/** House rules that this job has of its own. */
function OwnRules({ rules, onChange }: { rules: GivenRules; onChange: (rules: GivenRules) => void }) {
  const [office, setOffice] = useState<GivenRules>({});
  useEffect(() => {
    // Without them what is usual stands in the empty fields.
    api.rules().then(
      (r) => setOffice(r.rules),
      () => undefined,
    );
  }, []);
  return (
    <section className="md:col-span-2">
      <h2 className="mb-1">On paper, for this job</h2>
      <p className="muted mb-2">
        What is left empty is as the{' '}
        <Link className="underline" to="/house/rules">
          house rules
        </Link>{' '}
        of the office have it.
      </p>
      <RulesEditor rules={rules} office={office} onChange={onChange} />
      <PracticeEditor rules={rules} office={office} onChange={onChange} />
    </section>
  );
}
