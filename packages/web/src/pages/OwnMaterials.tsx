import type { ReactNode } from 'react';
import {
  newSection,
  newSteel,
  properties,
  SECTION_FIELDS,
  significant,
  STEEL_FIELDS,
  type CustomSection,
  type CustomSteel,
} from '@ample/core';
import { Amount } from './Amount.tsx';

interface OwnProps<T> {
  readonly title: string;
  /** "section" or "steel". */
  readonly what: string;
  readonly list: readonly T[];
  readonly fields: readonly { readonly id: string; readonly label: string; readonly unit?: string | undefined }[];
  readonly make: () => T;
  readonly onChange: (list: readonly T[]) => void;
  /** A column that follows from the others: its head, and its value. */
  readonly derived?: { readonly head: string; readonly of: (x: T) => ReactNode };
}

/** Sections or steels of the job's own: a row each, its values typed in place. */
function OwnTable<T extends { readonly name: string }>({ title, what, list, fields, make, onChange, derived }: OwnProps<T>) {
  const set = (i: number, change: object): void => onChange(list.map((x, k) => (k === i ? { ...x, ...change } : x)));
  return (
    <section>
      <h2 className="mb-2">{title}</h2>
      {list.length > 0 && (
        <table className="grid-table mb-2">
          <thead>
            <tr>
              <th>Name</th>
              {fields.map((f) => (
                <th key={f.id} className="num">
                  {f.label} {f.unit}
                </th>
              ))}
              {derived && <th className="num">{derived.head}</th>}
              <th />
            </tr>
          </thead>
          <tbody>
            {list.map((x, i) => (
              <tr key={i}>
                <td>
                  <input
                    className="cell-input"
                    aria-label={`Name of the ${what}`}
                    value={x.name}
                    onChange={(e) => set(i, { name: e.target.value })}
                  />
                </td>
                {fields.map((f) => (
                  <td key={f.id} data-help={`${what}.${f.id}`}>
                    <Amount
                      className="cell-input text-right"
                      label={`${f.label} of ${x.name}`}
                      value={x[f.id as keyof T] as number}
                      onChange={(n) => set(i, { [f.id]: n })}
                    />
                  </td>
                ))}
                {derived && <td className="num">{derived.of(x)}</td>}
                <td>
                  <button type="button" className="btn btn-ghost" onClick={() => onChange(list.filter((_, k) => k !== i))}>
                    Remove
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <button type="button" className="btn" onClick={() => onChange([...list, make()])}>
        Add a {what}
      </button>
    </section>
  );
}

type Change<T> = (list: readonly T[]) => void;

export const Sections = ({ sections, onChange }: { sections: readonly CustomSection[]; onChange: Change<CustomSection> }) => (
  <OwnTable
    title="Own I and H sections"
    what="section"
    list={sections}
    fields={SECTION_FIELDS}
    make={() => newSection(`Own ${sections.length + 1}`)}
    onChange={onChange}
    derived={{ head: 'kg/m', of: (s) => significant(properties(s).mass) }}
  />
);

export const Steels = ({ steels, onChange }: { steels: readonly CustomSteel[]; onChange: Change<CustomSteel> }) => (
  <OwnTable
    title="Own steels"
    what="steel"
    list={steels}
    fields={STEEL_FIELDS}
    make={() => newSteel(`Steel ${steels.length + 1}`)}
    onChange={onChange}
  />
);
