import { useEffect, useState } from 'react';
import {
  basisOf,
  fieldApplies,
  isGivenField,
  kindOf,
  optionsOf,
  ownPart,
  rangeFields,
  Refusal,
  type Field,
  type FieldValue,
  type HouseDetail,
  type RangePart,
  type Units,
} from '@ample/core';

type AnyField = Field<unknown>;
type Change = (change: Partial<HouseDetail>) => void;

/** What a house detail is meant for, a line for each member and place of it; what has no tick may be anything. */
export function RangeEditor({ detail, onChange }: { detail: HouseDetail; onChange: Change }) {
  const fields = rangeFields(detail, detail.basis.standard);
  const set = (id: string, part: RangePart | undefined): void => {
    const { [id]: _before, ...rest } = detail.range;
    onChange({ range: part ? { ...rest, [id]: part } : rest });
  };
  return (
    <section aria-label="Range" className="house-range">
      <div className="label mb-1">Meant for: what has no tick may be anything</div>
      {fields.map((f) => (
        <div key={f.id} className="house-range-row">
          <label className="flex gap-2 items-center">
            <input
              type="checkbox"
              className="checkbox checkbox-xs"
              checked={detail.range[f.id] !== undefined}
              onChange={(e) => set(f.id, e.target.checked ? begun(f, detail) : undefined)}
            />
            {f.label}
          </label>
          {detail.range[f.id] && (
            <PartInput field={f} detail={detail} part={detail.range[f.id]!} onChange={(part) => set(f.id, part)} />
          )}
        </div>
      ))}
    </section>
  );
}

/** What a tick begins with: what the house detail itself has; anything, where that is no section of the catalogue. */
function begun(f: AnyField, detail: HouseDetail): RangePart {
  try {
    return ownPart(f, detail) ?? (f.type === 'number' ? { from: 0, to: 0 } : { of: [''] });
  } catch (e) {
    if (e instanceof Refusal) return { from: 0, to: 1000 };
    throw e;
  }
}

interface PartProps {
  readonly field: AnyField;
  readonly detail: HouseDetail;
  readonly part: RangePart;
  readonly onChange: (part: RangePart) => void;
}

const namesIn = (text: string): string[] =>
  text
    .split(',')
    .map((t) => t.trim())
    .filter(Boolean);

function PartInput({ field, detail, part, onChange }: PartProps) {
  const basis = basisOf(detail);
  const { units } = basis;
  if ('of' in part) {
    const options = optionsOf(field, basis.standard);
    if (options) return <Ticks of={options} chosen={part.of} label={field.label} onChange={(of) => onChange({ of })} />;
    return (
      <Text
        label={`${field.label}, with commas between`}
        value={part.of.join(', ')}
        onText={(text) => {
          const of = namesIn(text);
          if (of.length) onChange({ of });
          return of.length > 0;
        }}
      />
    );
  }
  const quantity = field.type === 'section' ? 'length' : field.quantity;
  const number = (key: 'from' | 'to', words: string) => (
    <Text
      label={`${field.label}, ${words}`}
      short
      value={units.typed(part[key], quantity)}
      onText={(text) => {
        const x = units.read(text, quantity);
        if (x !== null) onChange({ ...part, [key]: x });
        return x !== null;
      }}
    />
  );
  const unit = quantity === 'none' ? '' : units.unitOf(quantity);
  return (
    <span className="flex gap-2 items-center flex-wrap">
      {field.type === 'section' && (
        <Text
          label={`${field.label}, families with commas between`}
          value={(part.families ?? []).join(', ')}
          placeholder="any family"
          onText={(text) => {
            const families = namesIn(text);
            const { families: _before, ...rest } = part;
            onChange(families.length ? { ...rest, families } : rest);
            return true;
          }}
        />
      )}
      {number('from', field.type === 'section' ? 'depth from' : 'from')}
      <span className="muted">to</span>
      {number('to', field.type === 'section' ? 'depth to' : 'to')}
      <span className="muted">
        {unit}
        {field.type === 'section' ? ' deep' : ''}
      </span>
    </span>
  );
}

/** A text that is taken when it is left, and stays, marked, where it can't be. */
function Text({
  label,
  value,
  onText,
  short = false,
  placeholder,
}: {
  label: string;
  value: string;
  onText: (text: string) => boolean;
  short?: boolean;
  placeholder?: string;
}) {
  const [text, setText] = useState(value);
  const [bad, setBad] = useState(false);
  useEffect(() => setText(value), [value]);
  const take = (): void => {
    if (text !== value) setBad(!onText(text));
  };
  return (
    <input
      className={`input ${short ? 'w-18' : 'w-24'}`}
      aria-label={label}
      aria-invalid={bad}
      placeholder={placeholder}
      value={text}
      onChange={(e) => setText(e.target.value)}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === 'Enter') take();
      }}
    />
  );
}

function Ticks({
  of,
  chosen,
  label,
  onChange,
}: {
  of: readonly { readonly value: FieldValue; readonly label: string }[];
  chosen: readonly FieldValue[];
  label: string;
  onChange: (chosen: FieldValue[]) => void;
}) {
  return (
    <span className="flex flex-wrap gap-x-3 gap-y-1" role="group" aria-label={label}>
      {of.map((o) => (
        <label key={String(o.value)} className="flex gap-1 items-center">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked={chosen.includes(o.value)}
            // The last one stays: a range of none is no range.
            disabled={chosen.length === 1 && chosen[0] === o.value}
            onChange={(e) => onChange(e.target.checked ? [...chosen, o.value] : chosen.filter((v) => v !== o.value))}
          />
          {o.label}
        </label>
      ))}
    </span>
  );
}

/** What a joint may choose for itself and still follow. */
export function OpenEditor({ detail, onChange }: { detail: HouseDetail; onChange: Change }) {
  const basis = basisOf(detail);
  const kind = kindOf(detail.kind);
  const fields = (kind.fields as readonly AnyField[]).filter(
    (f) => !isGivenField(kind, f) && fieldApplies(f, detail.input, basis.standard) && f.type !== 'list' && f.type !== 'section',
  );
  const set = (id: string, values: readonly FieldValue[] | undefined): void => {
    const { [id]: _before, ...rest } = detail.open;
    onChange({ open: values ? { ...rest, [id]: values } : rest });
  };
  const free = fields.filter((f) => !detail.open[f.id]);
  return (
    <section aria-label="Left to the joint" className="house-range mt-3">
      <div className="label mb-1">Left to the joint: it may take any of these and still follow</div>
      {Object.entries(detail.open).map(([id, values]) => {
        const field = fields.find((f) => f.id === id);
        if (!field) return null;
        const options = optionsOf(field, basis.standard);
        return (
          <div key={id} className="house-range-row">
            <span className="flex gap-2 items-center">
              {field.label}
              <button
                type="button"
                className="underline muted"
                aria-label={`Fix ${field.label}`}
                onClick={() => set(id, undefined)}
              >
                fix
              </button>
            </span>
            {options ? (
              <Ticks of={options} chosen={values} label={field.label} onChange={(v) => set(id, v)} />
            ) : (
              <Values field={field} values={values} units={basis.units} onChange={(v) => set(id, v)} />
            )}
          </div>
        );
      })}
      <select
        className="select w-52"
        aria-label="Leave a field to the joint"
        value=""
        onChange={(e) => {
          const f = fields.find((x) => x.id === e.target.value);
          const value = f?.get(detail.input);
          if (f && value !== undefined) set(f.id, [value]);
        }}
      >
        <option value="">leave a field to the joint…</option>
        {free.map((f) => (
          <option key={f.id} value={f.id}>
            {f.label}
          </option>
        ))}
      </select>
    </section>
  );
}

interface ValuesProps {
  readonly field: AnyField;
  readonly values: readonly FieldValue[];
  readonly units: Units;
  readonly onChange: (values: readonly FieldValue[]) => void;
}

/** Values that are typed, with spaces between. */
function Values({ field, values, units, onChange }: ValuesProps) {
  return (
    <Text
      label={`${field.label}, with spaces between`}
      value={values.map((v) => (typeof v === 'number' ? units.typed(v, field.quantity) : String(v))).join(' ')}
      onText={(text) => {
        const read = text
          .trim()
          .split(/[\s,;]+/)
          .map((t) => (field.type === 'number' ? units.read(t, field.quantity) : t));
        if (read.length === 0 || read.includes(null) || read.includes('')) return false;
        onChange(read as FieldValue[]);
        return true;
      }}
    />
  );
}
