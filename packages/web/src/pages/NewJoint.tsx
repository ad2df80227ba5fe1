import { useState } from 'react';
import { KINDS, STEEL_GRADES, type Combination, type JobRecord } from '@ample/core';
import { parseActions } from '@ample/exchange/actions-table';
import { api } from '../api.ts';
import { Dialog, Problem } from '../parts/Dialog.tsx';
import { SectionInput } from '../parts/SectionInput.tsx';
import { checker } from '../work/client.ts';

const EXAMPLE = 'C1; 142; 0; 0; gravity\nT1; 0; 0; 75; tying';

/** Members and forces in, a first detail out. */
export function NewJoint({ job, mark: suggested, onClose, onMade }: { job: JobRecord; mark: string; onClose: () => void; onMade: (id: string, why: readonly string[]) => void }) {
  const [mark, setMark] = useState(suggested);
  const [kindId, setKind] = useState(KINDS[0]!.id);
  const kind = KINDS.find((k) => k.id === kindId)!;
  const [seed, setSeed] = useState({ beam: '', beamGrade: 'S275', support: '', supportGrade: 'S275', supportType: kind.supportTypes[0]!.value });
  const [table, setTable] = useState('');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const grades = [...STEEL_GRADES, ...job.steels.map((s) => s.name)];
  const pasted = parseActions(table);
  const set = (change: Partial<typeof seed>): void => setSeed({ ...seed, ...change });

  const submit = async (): Promise<void> => {
    setProblem('');
    if (!seed.beam) return setProblem('Beam: the section is missing; give a name such as UB 406x140x39.');
    if (!seed.support) return setProblem('Support: the section is missing; give a name such as UC 203x203x60.');
    if (pasted.errors.length) return setProblem(pasted.errors[0]!.message);
    setBusy(true);
    try {
      const combinations: readonly Combination[] = pasted.combinations;
      const found = await checker().first(kindId, seed, combinations, job);
      if ('refusal' in found) return setProblem(found.refusal);
      const made = await api.createJoint(job.id, { mark, kind: kindId, note: '', input: found.ok.input, combinations });
      onMade(made.id, found.ok.why);
    } catch (e) {
      setProblem((e as Error).message);
    } finally {
      setBusy(false);
    }
  };

  return (
    <Dialog title="New joint" onClose={onClose} width={560}>
      <form onSubmit={(e) => { e.preventDefault(); void submit(); }}>
        <div className="form-grid">
          <label className="contents"><span>Mark</span><input className="input w-full" value={mark} autoFocus onFocus={(e) => e.target.select()} onChange={(e) => setMark(e.target.value)} /></label>
          {KINDS.length > 1 && (
            <label className="contents"><span>Form</span><select className="select" value={kindId} onChange={(e) => setKind(e.target.value)}>{KINDS.map((k) => <option key={k.id} value={k.id}>{k.title}</option>)}</select></label>
          )}
          <span>Beam</span>
          <span className="flex gap-2"><SectionInput label="Beam section" value={seed.beam} onChange={(beam) => set({ beam })} own={job.sections} /><Grade label="Beam steel" value={seed.beamGrade} all={grades} onChange={(beamGrade) => set({ beamGrade })} /></span>
          <label className="contents"><span>Support</span><select className="select w-full" value={seed.supportType} onChange={(e) => set({ supportType: e.target.value })}>{kind.supportTypes.map((t) => <option key={t.value} value={t.value}>{t.label}</option>)}</select></label>
          <span>Support section</span>
          <span className="flex gap-2"><SectionInput label="Support section" value={seed.support} onChange={(support) => set({ support })} own={job.sections} /><Grade label="Support steel" value={seed.supportGrade} all={grades} onChange={(supportGrade) => set({ supportGrade })} /></span>
        </div>
        <label className="block mt-3">
          <span className="label">Actions, a combination a line: name; V; N; tying; note, in kN (or paste from a spreadsheet)</span>
          <textarea className="textarea mono w-full mt-1" rows={4} value={table} placeholder={EXAMPLE} onChange={(e) => setTable(e.target.value)} />
        </label>
        <p className="muted">{table.trim() ? `${pasted.combinations.length} read${pasted.errors.length ? `, ${pasted.errors.length} not` : ''}` : 'Without actions the detail follows good practice alone.'}</p>
        <Problem>{problem || pasted.errors[0]?.message}</Problem>
        <button type="submit" className="btn btn-primary mt-3" disabled={busy}>{busy ? 'Looking for a detail…' : 'Make a first detail'}</button>
      </form>
    </Dialog>
  );
}

function Grade({ label, value, all, onChange }: { label: string; value: string; all: readonly string[]; onChange: (v: string) => void }) {
  return <select className="select w-28" aria-label={label} value={value} onChange={(e) => onChange(e.target.value)}>{all.map((g) => <option key={g}>{g}</option>)}</select>;
}
