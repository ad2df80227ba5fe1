import { SECTIONS, type CustomSection } from '@ample/core';
import { useId, useMemo } from 'react';

interface Props {
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly onCommit?: (value: string) => void;
  readonly own: readonly CustomSection[];
  readonly label: string;
  readonly autoFocus?: boolean;
  readonly example?: string | undefined;
  /** Shapes of the catalogue to pick from; open sections when absent. */
  readonly shapes?: readonly string[] | undefined;
}
const OPEN = ['I', 'C'] as const;

/** A section by name, with the sections of the catalogue and the job's own to pick from. */
export function SectionInput({ value, onChange, onCommit, own, label, autoFocus, example = 'UB 406x140x39', shapes = OPEN }: Props) {
  const id = useId();
  const names = useMemo(() => [...own.map((s) => s.name), ...SECTIONS.filter((s) => shapes.includes(s.shape)).map((s) => s.name)], [own, shapes]);
  return (
    <>
      <input
        className="input mono" list={id} value={value} aria-label={label} autoFocus={autoFocus} placeholder={example}
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

