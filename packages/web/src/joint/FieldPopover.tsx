import { useEffect, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import { fieldApplies, type Callout, type Field, type FieldValue } from '@ample/core';
import { SectionInput } from '../parts/SectionInput.tsx';
import type { JointEditor } from './editor.ts';
import { accepts, readEntry, typedValue } from './entry.ts';
import { steppedText } from './steps.ts';

/** What closes it: a press elsewhere, and Escape. */
function useAway(ref: RefObject<HTMLElement | null>, onClose: () => void): void {
  useEffect(() => {
    const away = (e: PointerEvent): void => {
      const at = e.target as HTMLElement;
      if (!ref.current?.contains(at) && !at.closest('.section-list')) onClose();
    };
    // With the focus nowhere, as after what was focused is gone, Escape closes it too.
    const escape = (e: KeyboardEvent): void => {
      if (e.key === 'Escape' && e.target === document.body) onClose();
    };
    document.addEventListener('pointerdown', away);
    document.addEventListener('keydown', escape);
    return () => {
      document.removeEventListener('pointerdown', away);
      document.removeEventListener('keydown', escape);
    };
  });
}

interface PopoverProps {
  readonly at: readonly [number, number];
  readonly callout: Callout;
  readonly editor: JointEditor;
  readonly onClose: () => void;
}

/** The values behind a callout, at the spot. Each is taken as soon as it is chosen or entered. */
export function FieldPopover({ at, callout, editor, onClose }: PopoverProps) {
  const ref = useRef<HTMLDivElement>(null);
  const [helped, setHelped] = useState('');
  useAway(ref, onClose);
  // Before the next key can come: one that fell between would be lost.
  useLayoutEffect(() => ref.current?.querySelector<HTMLElement>('input, select')?.focus(), []);
  const fields = callout.fields.map((id) => editor.field(id)!).filter((f) => fieldApplies(f, editor.input, editor.standard));
  // Low on the sheet it opens upwards, far right it opens to the left.
  const up = at[1] > 0.5;
  const left = at[0] > 0.6;
  return (
    <div
      ref={ref}
      className="popover"
      role="dialog"
      aria-label={callout.title}
      // No higher than the sheet leaves room on that side; the rest is scrolled to.
      style={{
        maxHeight: `max(180px, ${(up ? at[1] : 1 - at[1]) * 100 - 4}%)`,
        [left ? 'right' : 'left']: `${(left ? 1 - at[0] : at[0]) * 100}%`,
        [up ? 'bottom' : 'top']: `${(up ? 1 - at[1] : at[1]) * 100 + (up ? 3 : 1)}%`,
      }}
      onKeyDown={(e) => {
        if (e.key === 'Escape') {
          e.preventDefault();
          onClose();
        }
      }}
    >
      <div className="popover-head flex justify-between items-center">
        <b>{callout.title}</b>
        <button type="button" className="btn btn-ghost" onClick={onClose}>
          Done
        </button>
      </div>
      {fields.map((f) => (
        <FieldRow key={f.id} field={f} editor={editor} onFocus={() => setHelped(editor.help(f.id))} />
      ))}
      {/* In one place, so that no row moves from under the pointer. */}
      <p className="popover-help" role="note">
        {helped}
      </p>
    </div>
  );
}

function FieldRow({ field, editor, onFocus }: { field: Field<unknown>; editor: JointEditor; onFocus: () => void }) {
  const value = field.get(editor.input);
  const [problem, setProblem] = useState<string | null>(null);
  const set = (v: FieldValue): void => setProblem(editor.set(field.id, v));
  const unit = editor.options(field) ? '' : editor.units.unitOf(field.quantity);
  return (
    <div onFocus={onFocus}>
      <label className="field-row">
        <span>
          {field.label}
          {unit && <span className="muted"> {unit}</span>}
        </span>
        <Control field={field} value={value} editor={editor} set={set} refuse={setProblem} />
      </label>
      {problem && (
        <p className="problem mb-2" role="alert">
          {problem}
        </p>
      )}
    </div>
  );
}

/** A section that the standard's users know, of a shape that the field takes. */
const exampleOf = ({ materials: { usual } }: JointEditor['standard'], shapes: readonly string[] | undefined): string =>
  shapes && !shapes.includes('I') && usual.hollow ? usual.hollow.section : usual.beam;

interface ControlProps {
  readonly field: Field<unknown>;
  readonly value: FieldValue | undefined;
  readonly editor: JointEditor;
  readonly set: (v: FieldValue) => void;
  readonly refuse: (problem: string) => void;
}

function Control({ field, value, editor, set, refuse }: ControlProps) {
  const typed = typedValue(field, value, editor.units);
  const [text, setText] = useState(typed);
  useEffect(() => setText(typed), [typed]);
  if (field.type === 'section')
    return (
      <SectionInput
        shapes={field.shapes}
        example={exampleOf(editor.standard, field.shapes)}
        label={field.label}
        value={text}
        onChange={setText}
        onCommit={(v) => {
          if (v && v !== value) set(v);
        }}
        own={editor.job.sections}
      />
    );
  const choices = editor.options(field);
  if (field.type === 'grade' || choices) return <Choice {...{ field, value, editor, set }} choices={choices ?? []} />;
  const commit = (): void => {
    if (text.trim() === typed) return;
    const entered = readEntry(field, text, editor.units);
    if (entered === null) refuse(`${field.label}: "${text}" is not a number; accepted is ${accepts(field, editor.units)}.`);
    else set(entered);
  };
  return (
    <input
      className="input text-right"
      inputMode="decimal"
      value={text}
      onChange={(e) => setText(e.target.value)}
      onBlur={commit}
      onKeyDown={(e) => {
        if (e.key === 'Enter') {
          e.preventDefault();
          commit();
        }
        if ((e.key === 'ArrowUp' || e.key === 'ArrowDown') && field.steps) {
          e.preventDefault();
          setText(steppedText(field, text, editor, e.key === 'ArrowUp'));
        }
      }}
    />
  );
}

interface ChoiceProps extends Omit<ControlProps, 'refuse'> {
  readonly choices: readonly { readonly value: FieldValue; readonly label: string }[];
}

/** One of the values that there are; steels of the job among them. */
function Choice({ field, value, editor, set, choices }: ChoiceProps) {
  const own = field.type === 'grade' ? editor.job.steels.map((s) => ({ value: s.name as FieldValue, label: s.name })) : [];
  const options = [...choices, ...own];
  const known = options.findIndex(
    (o) => o.value === value || (typeof value === 'number' && Math.abs(Number(o.value) - value) < 1e-6),
  );
  return (
    <select className="select" value={known} onChange={(e) => set(options[Number(e.target.value)]!.value)}>
      {known < 0 && <option value={-1}>own values</option>}
      {options.map((o, i) => (
        <option key={String(o.value)} value={i}>
          {o.label}
        </option>
      ))}
    </select>
  );
}
