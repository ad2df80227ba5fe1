import { useEffect, useRef, useState } from 'react';
import type { Field, FieldValue } from '@ample/core';
import type { JointEditor } from './editor.ts';
import { accepts, readEntry } from './entry.ts';
import { steppedText } from './steps.ts';

interface InputProps {
  readonly label: string;
  readonly editor: JointEditor;
  readonly field: Field<unknown>;
  /** As it is typed. */
  readonly value: string;
  /** What it is, its limits and usual values. */
  readonly help: string;
  /** Null when taken, else the sentence that says why not. */
  readonly onCommit: (v: FieldValue) => string | null;
  readonly onClose: () => void;
  readonly onMove: (by: number) => void;
}

/** A dimension typed in its place on the sheet; what can't be taken stays, with the sentence that says why. */
export function DimensionInput({ label, editor, field, value, help, onCommit, onClose, onMove }: InputProps) {
  const [text, setText] = useState(value);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.select(), []);
  const commit = (): boolean => {
    if (text.trim() === value) return true;
    const entered = readEntry(field, text, editor.units);
    const said =
      entered === null ? `${label}: "${text}" is not a number; accepted is ${accepts(field, editor.units)}.` : onCommit(entered);
    setProblem(said);
    if (said) input.current?.focus();
    return said === null;
  };
  return (
    <>
      <input
        ref={input}
        autoFocus
        inputMode="decimal"
        aria-label={label}
        aria-description={help}
        aria-invalid={problem !== null}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => {
          if (!problem && commit()) onClose();
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
            e.preventDefault();
            setText(steppedText(field, text, editor, e.key === 'ArrowUp'));
          } else if (e.key === 'Enter') {
            e.preventDefault();
            if (commit()) onClose();
          } else if (e.key === 'Tab') {
            e.preventDefault();
            if (commit()) onMove(e.shiftKey ? -1 : 1);
          } else if (e.key === 'Escape') {
            setProblem(null);
            onClose();
          }
          e.stopPropagation();
        }}
      />
      {!problem && (
        <p className="dim-help" role="note">
          {help}
        </p>
      )}
      {problem && <Wrong>{problem}</Wrong>}
    </>
  );
}

/** Why it can't be taken. */
function Wrong({ children }: { children: string }) {
  return (
    <p
      className="problem absolute left-1/2 -translate-x-1/2 top-full mt-1 w-64 bg-[var(--panel)] border border-[var(--gives)] rounded-sm p-2 z-10"
      role="alert"
    >
      {children}
    </p>
  );
}
