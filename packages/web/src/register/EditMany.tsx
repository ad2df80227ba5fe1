import { useMemo, useState } from 'react';
import {
  basisOf,
  canonical,
  contentOf,
  fieldApplies,
  kindOf,
  optionsOf,
  Refusal,
  withFragment,
  type Field,
  type FieldValue,
  type JobRecord,
  type JointContent,
  type JointRecord,
  type RegisterEntry,
} from '@ample/core';
import { readEntry, typedValue } from '../joint/entry.ts';
import { refusalOf } from '../joint/editor.ts';
import { Dialog, Problem } from '../parts/Dialog.tsx';
import { ChangeTable } from './ChangeTable.tsx';
import { changesOf, takeChanges, useJoints, type Change } from './many.ts';

interface Props {
  readonly job: JobRecord;
  readonly chosen: readonly RegisterEntry[];
  readonly onClose: () => void;
  readonly onDone: () => Promise<void>;
}

/** In place of a field: a part of the detail line. */
const LINE = ' line';

/** Fields that every one of these joints has. */
function sharedFields(joints: readonly JointRecord[], job: JobRecord): readonly Field<unknown>[] {
  const { standard } = basisOf(job);
  const [first, ...rest] = joints;
  if (!first) return [];
  const of = (j: JointRecord): readonly Field<unknown>[] =>
    kindOf(j.kind).fields.filter((f) => fieldApplies(f, j.input, standard));
  return of(first).filter((f) => rest.every((j) => of(j).some((g) => g.id === f.id && g.type === f.type)));
}

/** One field, or a part of the detail line, of many joints: what is typed, and what it would change. */
function useOneField(job: JobRecord, chosen: readonly RegisterEntry[]) {
  const { joints, problem: unread } = useJoints(chosen);
  const fields = useMemo(() => sharedFields(joints, job), [joints, job]);
  const [id, setId] = useState('');
  const [text, setText] = useState('');
  const { units, standard } = basisOf(job);
  const asLine = id === LINE;
  const field = asLine ? undefined : (fields.find((f) => f.id === id) ?? fields[0]);
  const options = field && optionsOf(field, standard);
  const entered = (f: Field<unknown>, typed: string): FieldValue | null =>
    options
      ? (options.find((o) => String(o.value) === typed)?.value ?? null)
      : f.type === 'section' || f.type === 'grade'
        ? typed.trim()
        : readEntry(f, typed, units);
  const value = field && text !== '' ? entered(field, text) : null;
  const own = (j: JointRecord): Field<unknown> => kindOf(j.kind).fields.find((f) => f.id === field!.id)!;
  const make = (j: JointRecord): JointContent | null => {
    const f = own(j);
    if (f.get(j.input) === value) return null;
    const input = f.set(j.input, value!);
    const refusal = refusalOf(j.kind, input, job, j);
    if (refusal) throw new Refusal(f.id, refusal);
    return { ...contentOf(j), input };
  };
  /** A part of the detail line, for each in its own. */
  const makeLine = (j: JointRecord): JointContent | null => {
    const input = withFragment(j, text, units);
    if (canonical(input) === canonical(j.input)) return null;
    const refusal = refusalOf(j.kind, input, job, j);
    if (refusal) throw new Refusal('line', refusal);
    return { ...contentOf(j), input };
  };
  const changes = asLine
    ? text.trim()
      ? changesOf(joints, job, makeLine)
      : []
    : value === null || !field
      ? []
      : changesOf(joints, job, make);
  const line = (j: Pick<JointRecord, 'kind' | 'input'>): string => kindOf(j.kind).line.print(j.input, units);
  const called = asLine ? 'Detail line' : (field?.label ?? '');
  const said = (j: JointRecord, v: FieldValue | undefined): string =>
    optionsOf(own(j), standard)?.find((o) => o.value === v)?.label ?? typedValue(own(j), v, units);
  const what = (c: Change): string =>
    !c.content
      ? 'as it is'
      : asLine
        ? `${line(c.joint)} → ${line(c.content)}`
        : `${said(c.joint, own(c.joint).get(c.joint.input))} → ${said(c.joint, value!)}`;
  const choose = (next: string): void => {
    setId(next);
    setText('');
  };
  return { joints, unread, fields, asLine, field, options, text, setText, value, changes, called, what, choose, units };
}

/** One field of many joints at once: before and after in one table, taken or dropped. */
export function EditMany({ job, chosen, onClose, onDone }: Props) {
  const edit = useOneField(job, chosen);
  const { asLine, field, text, value, changes, units } = edit;
  const [problem, setProblem] = useState('');
  const n = changes.filter((c) => c.content).length;
  const refused = changes.some((c) => c.refusal);
  return (
    <Dialog title={`Change a field of ${chosen.length} joints`} onClose={onClose} width={820}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (!n) return setProblem(text ? 'Nothing would change.' : 'Type the new value first.');
          takeChanges(job, `${edit.called} of ${n} joints`, changes).then(onDone, (x: Error) => setProblem(x.message));
        }}
      >
        {edit.joints.length > 0 && <Entry edit={edit} />}
        {!asLine && text !== '' && value === null && (
          <Problem>{`${field!.label}: "${text}" can't be read; accepted is ${units.words(field!.quantity)}.`}</Problem>
        )}
        {changes.length > 0 && <ChangeTable changes={changes} what={edit.what} />}
        {refused && <p className="muted mt-2">Those that can&apos;t take it stay as they are.</p>}
        <Problem>{problem || edit.unread}</Problem>
        <button type="submit" className="btn btn-primary mt-3">
          {n ? `Change ${n} joint${n === 1 ? '' : 's'}` : 'Change'}
        </button>
      </form>
    </Dialog>
  );
}

/** Which field, and its new value. */
function Entry({ edit }: { edit: ReturnType<typeof useOneField> }) {
  const { fields, asLine, field, options, text, setText, choose, units } = edit;
  return (
    <div className="form-grid">
      <label className="contents">
        <span>Field</span>
        <select className="select" value={asLine ? LINE : (field?.id ?? '')} onChange={(e) => choose(e.target.value)}>
          {fields.map((f) => (
            <option key={f.id} value={f.id}>
              {f.label}
            </option>
          ))}
          <option value={LINE}>Part of the detail line</option>
        </select>
      </label>
      <label className="contents">
        <span>
          {asLine
            ? 'Part, as it stands in the line'
            : `New value${!field || field.quantity === 'none' ? '' : `, ${units.unitOf(field.quantity)}`}`}
        </span>
        {options ? (
          <select className="select" value={text} onChange={(e) => setText(e.target.value)}>
            <option value="">choose…</option>
            {options.map((o) => (
              <option key={String(o.value)} value={String(o.value)}>
                {o.label}
              </option>
            ))}
          </select>
        ) : (
          <input className="input" value={text} onChange={(e) => setText(e.target.value)} />
        )}
      </label>
    </div>
  );
}
