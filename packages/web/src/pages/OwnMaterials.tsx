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

export function Sections({
  sections,
  onChange,
}: {
  sections: readonly CustomSection[];
  onChange: (s: readonly CustomSection[]) => void;
}) {
  const set = (i: number, change: Partial<CustomSection>): void =>
    onChange(sections.map((s, k) => (k === i ? ({ ...s, ...change } as CustomSection) : s)));
  return (
    <section>
      <h2 className="mb-2">Own I and H sections</h2>
      {sections.length > 0 && (
        <table className="grid-table mb-2">
          <thead>
            <tr>
              <th>Name</th>
              {SECTION_FIELDS.map((f) => (
                <th key={f.id} className="num">
                  {f.label} {f.unit}
                </th>
              ))}
              <th className="num">kg/m</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {sections.map((s, i) => (
              <tr key={i}>
                <td>
                  <input
                    className="cell-input"
                    aria-label="Name of the section"
                    value={s.name}
                    onChange={(e) => set(i, { name: e.target.value })}
                  />
                </td>
                {SECTION_FIELDS.map((f) => (
                  <td key={f.id} data-help={`section.${f.id}`}>
                    <Amount
                      className="cell-input text-right"
                      label={`${f.label} of ${s.name}`}
                      value={s[f.id as 'h']}
                      onChange={(n) => set(i, { [f.id]: n })}
                    />
                  </td>
                ))}
                <td className="num">{significant(properties(s).mass)}</td>
                <td>
                  <button type="button" className="btn btn-ghost" onClick={() => onChange(sections.filter((_, k) => k !== i))}>
                    Remove
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <button type="button" className="btn" onClick={() => onChange([...sections, newSection(`Own ${sections.length + 1}`)])}>
        Add a section
      </button>
    </section>
  );
}

export function Steels({ steels, onChange }: { steels: readonly CustomSteel[]; onChange: (s: readonly CustomSteel[]) => void }) {
  const set = (i: number, change: Partial<CustomSteel>): void =>
    onChange(steels.map((s, k) => (k === i ? { ...s, ...change } : s)));
  return (
    <section>
      <h2 className="mb-2">Own steels</h2>
      {steels.length > 0 && (
        <table className="grid-table mb-2">
          <thead>
            <tr>
              <th>Name</th>
              {STEEL_FIELDS.map((f) => (
                <th key={f.id} className="num">
                  {f.label} {f.unit}
                </th>
              ))}
              <th />
            </tr>
          </thead>
          <tbody>
            {steels.map((s, i) => (
              <tr key={i}>
                <td>
                  <input
                    className="cell-input"
                    aria-label="Name of the steel"
                    value={s.name}
                    onChange={(e) => set(i, { name: e.target.value })}
                  />
                </td>
                {STEEL_FIELDS.map((f) => (
                  <td key={f.id} data-help={`steel.${f.id}`}>
                    <Amount
                      className="cell-input text-right"
                      label={`${f.label} of ${s.name}`}
                      value={s[f.id as 'f_y']}
                      onChange={(n) => set(i, { [f.id]: n })}
                    />
                  </td>
                ))}
                <td>
                  <button type="button" className="btn btn-ghost" onClick={() => onChange(steels.filter((_, k) => k !== i))}>
                    Remove
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <button type="button" className="btn" onClick={() => onChange([...steels, newSteel(`Steel ${steels.length + 1}`)])}>
        Add a steel
      </button>
    </section>
  );
}
