import type { JobRecord, ToolField } from '@ample/core';
import { SectionInput } from '../parts/SectionInput.tsx';
import { useUnits } from '../parts/units.ts';

/** One field of a calculator, by its type: lines of text, a section, a choice or a number. */
export function Row({
  field,
  value,
  job,
  bad,
  onChange,
}: {
  field: ToolField;
  value: string;
  job: JobRecord | null;
  bad: boolean;
  onChange: (v: string) => void;
}) {
  const unit = useUnits().unitOf(field.quantity);
  const label = (
    <span>
      {field.label}
      {unit && <span className="muted"> {unit}</span>}
    </span>
  );
  if (field.type === 'lines') {
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
