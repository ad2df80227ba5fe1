import { useState } from 'react';

export const shown = (value: unknown): string =>
  Array.isArray(value) ? value.join(' ') : value === undefined ? '' : String(value as number);

/** A number as it is typed, with a point or a comma; what is none stays as it was typed, and is refused with its name when it is saved. */
export function readNumber(text: string): unknown {
  const typed = text.trim();
  if (typed === '') return undefined;
  const x = Number(typed.replace(',', '.'));
  return Number.isFinite(x) ? x : typed;
}

interface TypedProps {
  readonly label: string;
  readonly help: string;
  readonly value: unknown;
  readonly placeholder: string;
  readonly wide?: boolean;
  readonly unit?: string | undefined;
  readonly read: (text: string) => unknown;
  readonly onChange: (value: unknown) => void;
}
/** A value as it is typed: spaces and signs that are on the way to a value stay. */
export function Typed({ label, help, value, placeholder, wide = false, unit, read, onChange }: TypedProps) {
  const [text, setText] = useState<{ readonly typed: string; readonly of: string } | null>(null);
  const now = shown(value);
  const input = (
    <input
      className={`input ${wide ? 'w-full' : 'w-28 text-right'}`}
      data-help={help}
      placeholder={placeholder}
      value={text && text.of === now ? text.typed : now}
      onChange={(e) => {
        const next = read(e.target.value);
        setText({ typed: e.target.value, of: shown(next) });
        onChange(next);
      }}
    />
  );
  return (
    <label className="contents">
      <span>{label}</span>
      {unit ? (
        <span className="flex items-center gap-2">
          {input}
          {unit}
        </span>
      ) : (
        input
      )}
    </label>
  );
}
