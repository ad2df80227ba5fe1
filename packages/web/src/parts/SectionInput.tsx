import { SECTIONS, type CustomSection } from '@ample/core';
import { useId, useMemo } from 'react';

interface Props {
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly onCommit?: (value: string) => void;
  readonly own: readonly CustomSection[];
  readonly label: string;
  readonly autoFocus?: boolean;
}

/** A section by name, with the open sections of the catalogue and the job's own to pick from. */
export function SectionInput({ value, onChange, onCommit, own, label, autoFocus }: Props) {
  const id = useId();
  const names = useMemo(() => [...own.map((s) => s.name), ...SECTIONS.filter((s) => s.shape === 'I' || s.shape === 'C').map((s) => s.name)], [own]);
  return (
    <>
      <input
        className="input mono" list={id} value={value} aria-label={label} autoFocus={autoFocus} placeholder="UB 406x140x39"
        onChange={(e) => {
          onChange(e.target.value);
          if (onCommit && names.includes(e.target.value)) onCommit(e.target.value);
        }}
        onBlur={(e) => onCommit?.(e.target.value)}
        onKeyDown={(e) => { if (e.key === 'Enter' && onCommit) { e.preventDefault(); onCommit(value); } }}
      />
      <datalist id={id}>{names.map((n) => <option key={n} value={n} />)}</datalist>
    </>
  );
}

