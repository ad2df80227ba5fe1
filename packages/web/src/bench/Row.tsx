import type { ReactNode } from 'react';
import type { JobRecord, ToolField } from '@ample/core';
import { SectionInput } from '../parts/SectionInput.tsx';
import { useUnits } from '../parts/units.ts';

interface RowProps {
  readonly field: ToolField;
  readonly value: string;
  readonly job: JobRecord | null;
  readonly bad: boolean;
  readonly onChange: (v: string) => void;
}

/** One field of a calculator, by its type: lines of text, a section, a choice or a number. */
export function Row({ field, value, job, bad, onChange }: RowProps) {
  const unit = useUnits().unitOf(field.quantity);
  const label = (
    <span>
      {field.label}
      {unit && <span className="muted"> {unit}</span>}
    </span>
  );
  if (field.type === 'lines') {
    return <Lines {...{ field, label, value, bad, onChange }} />;
  }
  if (field.type === 'section')
    return (
      <label className="field-row">
        {label}
        <SectionInput label={field.label} value={value} onChange={onChange} own={job?.sections ?? []} />
      </label>
    );
  if (field.options) {
    const own = field.type === 'grade' ? (job?.steels ?? []).map((s) => ({ value: s.name, label: s.name })) : [];
    return (
      <label className="field-row">
        {label}
        <select className="select" value={value} onChange={(e) => onChange(e.target.value)}>
          {[...field.options, ...own].map((o) => (
            <option key={String(o.value)} value={String(o.value)}>
              {o.label}
            </option>
          ))}
        </select>
      </label>
    );
  }
  return (
    <label className="field-row">
      {label}
      <input
        className="input text-right"
        inputMode="decimal"
        value={value}
        aria-invalid={bad}
        placeholder={field.hint ?? (field.optional ? 'none' : '')}
        onChange={(e) => onChange(e.target.value)}
      />
    </label>
  );
}

/** Lines of text. */
function Lines({ field, label, value, bad, onChange }: Omit<RowProps, 'job'> & { readonly label: ReactNode }) {
  return (
    <label className="block my-2">
      {label}
      <textarea
        className="textarea w-full mono"
        rows={4}
        value={value}
        aria-invalid={bad}
        placeholder={field.hint}
        title={field.hint}
        onChange={(e) => onChange(e.target.value)}
      />
    </label>
  );
}
