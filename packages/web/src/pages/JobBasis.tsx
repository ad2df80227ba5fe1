import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { DEFAULT_SETTINGS, properties, RECOMMENDED_FACTORS, ROWS_FROM, significant, UK_FACTORS, type CustomSection, type CustomSteel, type Factors, type JobBasis, type JobRecord } from '@ample/core';
import { api } from '../api.ts';
import { Problem } from '../parts/Dialog.tsx';
import { Shell } from '../parts/Shell.tsx';

const FACTORS: readonly (readonly [keyof Factors, string, string])[] = [
  ['gamma_M0', 'γ_M0', 'yielding'], ['gamma_M1', 'γ_M1', 'instability'], ['gamma_M2', 'γ_M2', 'fracture, bolts, welds'], ['gamma_M3', 'γ_M3', 'slip, category C'], ['gamma_M3_ser', 'γ_M3,ser', 'slip, category B'], ['gamma_Mu', 'γ_Mu', 'tying'],
  ['gamma_C', 'γ_C', 'concrete'], ['gamma_S', 'γ_S', 'reinforcement'], ['alpha_cc', 'α_cc', 'concrete in compression'], ['alpha_ct', 'α_ct', 'concrete in tension'],
];

type Draft = Pick<JobRecord, 'number' | 'name' | 'client' | 'basis' | 'sections' | 'steels'>;

/** Standard, factors, house rules, own sections and steels of a job. */
export function JobBasisPage() {
  const { jobId } = useParams() as { jobId: string };
  const [job, setJob] = useState<JobRecord | null>(null);
  const [draft, setDraft] = useState<Draft | null>(null);
  const [problem, setProblem] = useState('');
  const [saved, setSaved] = useState(false);
  const take = (j: JobRecord): void => {
    setJob(j);
    setDraft({ number: j.number, name: j.name, client: j.client, basis: j.basis, sections: j.sections, steels: j.steels });
  };
  useEffect(() => { api.job(jobId).then(take, (e: Error) => setProblem(e.message)); }, [jobId]);
  if (!job || !draft) return <Shell><main className="page"><Problem>{problem}</Problem></main></Shell>;

  const set = (change: Partial<Draft>): void => { setSaved(false); setDraft({ ...draft, ...change }); };
  const basis = (change: Partial<JobBasis>): void => set({ basis: { ...draft.basis, ...change } });
  const settings = { ...DEFAULT_SETTINGS, ...draft.basis.settings };
  const setting = (change: Partial<typeof settings>): void => basis({ settings: { ...draft.basis.settings, ...change } });
  const save = (): void => {
    setProblem('');
    const { factors, ...rest } = draft.basis;
    api.saveJob(job.id, { version: job.version, ...draft, basis: rest.set === 'custom' ? { ...rest, factors: { ...UK_FACTORS, ...factors } } : rest }).then((j) => { take(j); setSaved(true); }, (e: Error) => setProblem(e.message));
  };
  const number = (value: number, onChange: (n: number) => void, label: string, step = 'any') => (
    <input className="input w-24 text-right" type="number" step={step} aria-label={label} value={Number.isFinite(value) ? value : ''} onChange={(e) => onChange(e.target.valueAsNumber)} />
  );
  const custom = draft.basis.set === 'custom';
  return (
    <Shell trail={<><Link className="ellipsis" to={`/jobs/${jobId}`}>{job.name}</Link><span className="quiet">/ Basis</span></>} tools={<button type="button" className="btn btn-primary" onClick={save}>Save basis</button>}>
      <main className="page">
        <div className="page-inner grid gap-6 md:grid-cols-2">
          <div className="md:col-span-2"><Problem>{problem}</Problem>{saved && <p className="muted" role="status">Saved. Every joint of the job is judged to this basis now; signed joints whose result it touches are stale.</p>}</div>
          <section>
            <h2 className="mb-2">Job</h2>
            <div className="form-grid">
              {([['number', 'Number'], ['name', 'Name'], ['client', 'Client']] as const).map(([k, label]) => <label key={k} className="contents"><span>{label}</span><input className="input w-full" value={draft[k]} onChange={(e) => set({ [k]: e.target.value })} /></label>)}
              <span>Standard</span><span>EN 1993-1-8 with EN 1993-1-1</span>
              <label className="contents"><span>Factors and steels</span>
                <select className="select" value={draft.basis.set} onChange={(e) => basis({ set: e.target.value as JobBasis['set'] })}>
                  <option value="UK">UK National Annex</option><option value="recommended">recommended values</option><option value="custom">own factors</option>
                </select>
              </label>
            </div>
            <table className="mt-3"><tbody>
              {FACTORS.map(([k, symbol, text]) => (
                <tr key={k}><td className="pr-4 py-0.5 mono">{symbol}</td><td className="pr-4 muted">{text}</td><td>{custom ? number(draft.basis.factors?.[k] ?? UK_FACTORS[k], (n) => basis({ factors: { ...draft.basis.factors, [k]: n } }), `${symbol}, ${text}`) : (draft.basis.set === 'recommended' ? RECOMMENDED_FACTORS : UK_FACTORS)[k]}</td></tr>
              ))}
            </tbody></table>
          </section>
          <section>
            <h2 className="mb-2">House rules</h2>
            <div className="grid gap-2">
              <label className="flex items-center gap-2">A joint is close under a multiple of {number(draft.basis.close, (close) => basis({ close }), 'close limit', '0.01')}</label>
              <label className="flex items-center gap-2">Throat of a fillet weld over its leg {number(settings.throat_factor, (throat_factor) => setting({ throat_factor }), 'throat over leg', '0.01')}</label>
              <label className="flex items-center gap-2">Weld strength by the
                <select className="select" value={settings.weld_method} onChange={(e) => setting({ weld_method: e.target.value as 'directional' })}><option value="directional">directional method, 4.5.3.2</option><option value="simplified">simplified method, 4.5.3.3</option></select>
              </label>
              <label className="flex items-center gap-2">Bolt rows are dimensioned
                <select className="select" value={settings.rows_from} onChange={(e) => setting({ rows_from: e.target.value as 'chain' })}>{ROWS_FROM.map(([id, words]) => <option key={id} value={id}>{words}</option>)}</select>
              </label>
              {([['full_strength_weld', 'Weld must be as strong as the plate'], ['long_joint', 'Long joints are reduced (3.8)'], ['flange_held', 'Top flange of notched beams is held sideways'], ['bottom_flange_held', 'Bottom flange of notched beams is held too (uplift)'], ['exposed', 'Steel is exposed to weather: largest edge distances apply']] as const).map(([k, label]) => (
                <label key={k} className="flex items-center gap-2"><input type="checkbox" className="checkbox checkbox-sm" checked={settings[k]} onChange={(e) => setting({ [k]: e.target.checked })} />{label}</label>
              ))}
            </div>
          </section>
          <Sections sections={draft.sections} onChange={(sections) => set({ sections })} />
          <Steels steels={draft.steels} onChange={(steels) => set({ steels })} />
        </div>
      </main>
    </Shell>
  );
}

const DIMS = ['h', 'b', 'tw', 'tf', 'r'] as const;

function Sections({ sections, onChange }: { sections: readonly CustomSection[]; onChange: (s: readonly CustomSection[]) => void }) {
  const set = (i: number, change: Partial<CustomSection>): void => onChange(sections.map((s, k) => (k === i ? { ...s, ...change } as CustomSection : s)));
  return (
    <section>
      <h2 className="mb-2">Own I and H sections</h2>
      {sections.length > 0 && (
        <table className="grid-table mb-2">
          <thead><tr><th>Name</th>{DIMS.map((d) => <th key={d} className="num">{d} mm</th>)}<th className="num">kg/m</th><th /></tr></thead>
          <tbody>
            {sections.map((s, i) => (
              <tr key={i}>
                <td><input className="cell-input" aria-label="Name of the section" value={s.name} onChange={(e) => set(i, { name: e.target.value })} /></td>
                {DIMS.map((d) => <td key={d}><input className="cell-input text-right" type="number" aria-label={`${d} of ${s.name}`} value={Number.isFinite(s[d]) ? s[d] : ''} onChange={(e) => set(i, { [d]: e.target.valueAsNumber })} /></td>)}
                <td className="num">{significant(properties(s).mass)}</td>
                <td><button type="button" className="btn btn-ghost" onClick={() => onChange(sections.filter((_, k) => k !== i))}>Remove</button></td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <button type="button" className="btn" onClick={() => onChange([...sections, { name: `Own ${sections.length + 1}`, shape: 'I', h: 400, b: 180, tw: 8, tf: 13, r: 10 }])}>Add a section</button>
    </section>
  );
}

function Steels({ steels, onChange }: { steels: readonly CustomSteel[]; onChange: (s: readonly CustomSteel[]) => void }) {
  const set = (i: number, change: Partial<CustomSteel>): void => onChange(steels.map((s, k) => (k === i ? { ...s, ...change } : s)));
  return (
    <section>
      <h2 className="mb-2">Own steels</h2>
      {steels.length > 0 && (
        <table className="grid-table mb-2">
          <thead><tr><th>Name</th><th className="num">f_y MPa</th><th className="num">f_u MPa</th><th className="num">β_w</th><th /></tr></thead>
          <tbody>
            {steels.map((s, i) => (
              <tr key={i}>
                <td><input className="cell-input" aria-label="Name of the steel" value={s.name} onChange={(e) => set(i, { name: e.target.value })} /></td>
                {(['f_y', 'f_u', 'beta_w'] as const).map((k) => <td key={k}><input className="cell-input text-right" type="number" step="any" aria-label={`${k} of ${s.name}`} value={Number.isFinite(s[k]) ? s[k] : ''} onChange={(e) => set(i, { [k]: e.target.valueAsNumber })} /></td>)}
                <td><button type="button" className="btn btn-ghost" onClick={() => onChange(steels.filter((_, k) => k !== i))}>Remove</button></td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <button type="button" className="btn" onClick={() => onChange([...steels, { name: `Steel ${steels.length + 1}`, f_y: 300, f_u: 420, beta_w: 0.85 }])}>Add a steel</button>
    </section>
  );
}
