import {
  basisOf,
  fieldHelp,
  fieldHelpWords,
  kindOf,
  LineError,
  Refusal,
  validate,
  fieldSteps,
  optionsOf,
  type Basis,
  type Edit,
  type Option,
  type Field,
  type GivenPractice,
  type Units,
  type Standard,
  type FieldValue,
  type JobRecord,
  type JointContent,
} from '@ample/core';
import { typedValue } from './entry.ts';

/** What the parts of the Joint screen use to change it. Each change answers with null, or with the sentence that says why not. */
export interface JointEditor {
  readonly job: JobRecord;
  /** Units that the job is shown and typed in. */
  readonly units: Units;
  readonly standard: Standard;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- the kind's own input
  readonly input: any;
  field(id: string): Field<unknown> | undefined;
  /** What a field is, its limits and usual values, in one line. */
  help(id: string): string;
  value(id: string): FieldValue | undefined;
  /** The same as it is typed. */
  typed(id: string): string;
  /** What may be chosen; undefined where a value is typed. */
  options(f: Field<unknown>): readonly Option[] | undefined;
  /** Practical values of a field, for the arrow keys. */
  steps(f: Field<unknown>): readonly number[];
  set(id: string, value: FieldValue): string | null;
  edit(id: string): string | null;
  line(text: string): { start: number; end: number; message: string } | null;
  take(input: unknown, label: string): string | null;
}

/** Judges a changed input at once: the kind's schema, then whether it can be built. */
export function refusalOf(kindId: string, input: unknown, job: JobRecord, content: JointContent): string | null {
  const kind = kindOf(kindId);
  const { units } = basisOf(job, content.settings);
  // Sizes as they are typed in the job; the schema has them in mm.
  const checked = validate<unknown>(kind.schema(), input, '', (path, x) =>
    kind.fields.find((f) => f.id === path)?.quantity === 'length' ? units.size(x) : String(x),
  );
  if ('error' in checked) return inWords(kindId, checked.error.message);
  try {
    // What can't be made of it is refused too.
    void kind.build(checked.value, basisOf(job, content.settings)).quantities;
    return null;
  } catch (e) {
    if (e instanceof Refusal) return inWords(kindId, e.message);
    throw e;
  }
}

/** The path of a field in front of a sentence, as its label where the kind has one. */
function inWords(kindId: string, message: string): string {
  const path = /^([\w.]+): /.exec(message)?.[1];
  const kind = kindOf(kindId);
  const label = path && (kind.fields.find((f) => f.id === path) ?? kind.placeField?.(path))?.label;
  return label ? message.replace(path!, label) : message;
}

/** What an edit makes of an input, or why it makes nothing. */
function inputOf(edit: Edit<unknown>, input: unknown, basis: Basis): { readonly input: unknown } | string {
  try {
    const next = edit.apply(input, basis);
    return next === null ? `${edit.label}: there is nothing left to take away.` : { input: next };
  } catch (e) {
    if (e instanceof Refusal) return e.message;
    throw e;
  }
}

/** What is wrong with a line that was typed, and where. */
function faultOfLine(taken: () => string | null): ReturnType<JointEditor['line']> {
  try {
    const refusal = taken();
    return refusal ? { start: 0, end: 0, message: refusal } : null;
  } catch (e) {
    if (e instanceof LineError) return { start: e.start, end: e.end, message: e.message };
    throw e;
  }
}

export function makeEditor(
  kindId: string,
  content: JointContent,
  job: JobRecord,
  apply: (content: JointContent, label: string) => void,
  say: (problem: string) => void,
  practice: GivenPractice = {},
): JointEditor {
  const kind = kindOf(kindId);
  const take = (input: unknown, label: string): string | null => {
    const refusal = refusalOf(kindId, input, job, content);
    if (refusal) return refusal;
    apply({ ...content, input }, label);
    return null;
  };
  const field = (id: string): Field<unknown> | undefined => kind.fields.find((f) => f.id === id) ?? kind.placeField?.(id);
  const basis = { ...basisOf(job, content.settings), practice };
  const { units } = basis;
  const shown = (f: Field<unknown>, v: FieldValue): string =>
    optionsOf(f, basis.standard)?.find((o) => o.value === v)?.label ?? typedValue(f, v, units);
  return {
    job,
    units,
    standard: basis.standard,
    options: (f) => optionsOf(f, basis.standard),
    input: content.input,
    field,
    take,
    help: (id) => {
      const f = field(id);
      return f ? fieldHelpWords(fieldHelp(kind, f, content.input, basis)) : '';
    },
    value: (id) => field(id)?.get(content.input),
    typed: (id) => {
      const f = field(id);
      return f ? typedValue(f, f.get(content.input), units) : '';
    },
    steps: (f) => fieldSteps(f, units, practice),
    set: (id, value) => {
      const f = field(id)!;
      const before = f.get(content.input);
      if (before === value) return null;
      return take(f.set(content.input, value), `${f.label} ${before === undefined ? '' : shown(f, before)} → ${shown(f, value)}`);
    },
    edit: (id) => {
      const edit = kind.edits.find((e) => e.id === id)!;
      const next = inputOf(edit, content.input, basis);
      const refusal = typeof next === 'string' ? next : take(next.input, edit.label);
      if (refusal) say(refusal);
      return refusal;
    },
    line: (text) =>
      faultOfLine(() => {
        const next = kind.line.parse(text, content.input, units);
        return take(next, `line ${kind.line.print(next, units)}`);
      }),
  };
}
