import { END_FORCES, type EndForce } from '@ample/core';
import { ROLES, type Mapping, type Role } from '@ample/exchange/table';
import { Pick } from '../loads/CaseTable.tsx';
import { SignPicture } from './SignPicture.tsx';
import type { TableView } from './useTable.ts';

const FORCES = ['kN', 'N', 'MN', 'kip', 'lbf'];
const MOMENTS = ['kNm', 'Nm', 'Nmm', 'kip-ft', 'kip-in'];
const withOwn = (list: readonly string[], own: string): [string, string][] => [...new Set([own, ...list])].map((u) => [u, u]);

/** What each column is, units, signs, and what the names are. */
export function Columns({ view }: { view: TableView }) {
  const { sheet, mapping, setMapping } = view;
  if (!sheet || !mapping) return null;
  const heads = sheet.rows[0]!;
  const role = (head: string): Role | '' => (Object.hasOwn(mapping.roles, head) ? mapping.roles[head]! : '');
  const set = (head: string, to: string): void => {
    const { [head]: _before, ...rest } = mapping.roles;
    setMapping({ ...mapping, roles: to ? { ...rest, [head]: to as Role } : rest });
  };
  const given = END_FORCES.filter((f) => Object.values(mapping.roles).includes(f));
  const turn = (f: EndForce, on: boolean): void =>
    setMapping({ ...mapping, turned: on ? [...mapping.turned, f] : mapping.turned.filter((x) => x !== f) });
  return (
    <section aria-label="Columns">
      <h2 className="mb-2">What the columns are</h2>
      <div className="overflow-x-auto">
        <table className="grid-table dense w-auto!">
          <thead>
            <tr>
              {heads.map((h, k) => (
                <th key={k}>{h || `column ${k + 1}`}</th>
              ))}
            </tr>
            <tr>
              {heads.map((h, k) => (
                <th key={k}>
                  <Pick
                    label={`What column ${h || k + 1} is`}
                    value={role(h)}
                    options={[['', 'not read'], ...ROLES]}
                    onChange={(v) => set(h, v)}
                  />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {sheet.rows.slice(1, 5).map((r, i) => (
              <tr key={i}>
                {heads.map((_, k) => (
                  <td key={k} className={role(heads[k]!) ? '' : 'muted'}>
                    {r[k]}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="muted mt-1">{sheet.rows.length - 1} rows; the first few are shown.</p>
      <div className="flex flex-wrap gap-6 mt-3">
        <HowRead view={view} mapping={mapping} />
        {given.length > 0 && <Signs given={given} turned={mapping.turned} onTurn={turn} />}
      </div>
    </section>
  );
}

/** Which forces the table has the other way round. */
function Signs({
  given,
  turned,
  onTurn,
}: {
  given: readonly EndForce[];
  turned: readonly EndForce[];
  onTurn: (f: EndForce, on: boolean) => void;
}) {
  return (
    <fieldset>
      <legend className="label">Signs: a joint takes forces as drawn. Mark what the table has the other way round.</legend>
      <SignPicture turned={turned} />
      <div className="flex flex-wrap gap-4">
        {given.map((f) => (
          <label key={f} className="flex items-center gap-1">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={turned.includes(f)}
              onChange={(e) => onTurn(f, e.target.checked)}
            />
            {f.replace('_', ' ')} turned
          </label>
        ))}
      </div>
    </fieldset>
  );
}

/** Units of the table, and what its names are. */
function HowRead({ view: { setMapping, choices, setChoices, job, units }, mapping }: { view: TableView; mapping: Mapping }) {
  const cases = job.loads?.cases.map((c) => c.id) ?? [];
  return (
    <div className="form-grid table-choices">
      <span>Forces in</span>
      <Pick
        label="Unit of forces"
        value={mapping.force}
        options={withOwn(FORCES, units.unitOf('force'))}
        onChange={(force) => setMapping({ ...mapping, force })}
      />
      <span>Moments in</span>
      <Pick
        label="Unit of moments"
        value={mapping.moment}
        options={withOwn(MOMENTS, units.unitOf('moment'))}
        onChange={(moment) => setMapping({ ...mapping, moment })}
      />
      <span>The names are</span>
      <Pick
        label="What the names are"
        value={choices.names}
        options={[
          ['cases', `load cases${cases.length ? `: ${cases.join(', ')}` : ' (the job has none)'}`],
          ['combinations', 'ready combinations'],
          ['either', 'load cases where there is one of that name, else combinations'],
        ]}
        onChange={(names) => setChoices({ ...choices, names: names as typeof choices.names })}
      />
      <span>What it does not name</span>
      <Pick
        label="Forces that the table does not name"
        value={choices.others}
        options={[
          ['keep', 'stays at its joint'],
          ['drop', 'is taken away from joints that it names'],
        ]}
        onChange={(others) => setChoices({ ...choices, others: others as typeof choices.others })}
      />
    </div>
  );
}
