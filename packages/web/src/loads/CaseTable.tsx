import { useState } from 'react';
import type { JobLoads, LoadsScreen } from '@ample/core';
import { withValue } from './path.ts';

export type Case = JobLoads['cases'][number];

interface Props {
  readonly screen: LoadsScreen;
  readonly loads: JobLoads;
  /** Ids of cases whose kind was guessed by their name and not yet confirmed. */
  readonly guessed: ReadonlySet<string>;
  readonly onCases: (cases: readonly Case[], guessed: ReadonlySet<string>) => void;
}

/** Set where a guess is taken as it stands: no field of a case. */
const CONFIRMED = 'confirmed';

const directional = (c: Case): boolean => c.kind === 'E';

/** A load case a row: what it is, and how it acts beside others. */
export function CaseTable({ screen, loads, guessed, onCases }: Props) {
  const { cases } = loads;
  const set = (i: number, path: string, value: unknown): void => {
    const before = cases[i]!;
    const next = withValue(before, path, value === '' ? undefined : value);
    const told = new Set(guessed);
    if (path === 'kind' || path === 'category' || path === CONFIRMED) told.delete(before.id);
    // Another kind has other categories.
    const whole = path === 'kind' ? withValue(next, 'category', undefined) : next;
    onCases(
      cases.map((c, k) => (k === i ? whole : c)),
      told,
    );
  };
  const remove = (i: number): void =>
    onCases(
      cases.filter((_, k) => k !== i),
      guessed,
    );
  const words = screen.words.filter((w) => cases.some((c) => w.kinds.includes(c.kind)));
  const seismic = cases.some(directional);
  return (
    <>
      {cases.length > 0 && (
        <table className="grid-table loads-cases">
          <thead>
            <tr>
              {['Case', 'Name', 'Kind', 'Category', 'Never with', 'Both ways'].map((h) => (
                <th key={h}>{h}</th>
              ))}
              {seismic && <th>Direction</th>}
              {words.map((w) => (
                <th key={w.id} title={w.about}>
                  {w.label}
                </th>
              ))}
              <th />
            </tr>
          </thead>
          <tbody>
            {cases.map((c, i) => (
              <Row key={i} {...{ c, i, screen, words, seismic, set }} guessed={guessed.has(c.id)}>
                <button type="button" className="btn btn-ghost" aria-label={`Remove ${c.id}`} onClick={() => remove(i)}>
                  Remove
                </button>
              </Row>
            ))}
          </tbody>
        </table>
      )}
      <AddCase
        cases={cases}
        onAdd={(made) => {
          const added = made.map(({ id, title }) => ({ id, ...(title ? { title } : {}), ...screen.guess(`${id} ${title}`) }));
          onCases([...cases, ...added], new Set([...guessed, ...added.map((c) => c.id)]));
        }}
      />
    </>
  );
}

interface RowProps {
  readonly c: Case;
  readonly i: number;
  readonly screen: LoadsScreen;
  readonly words: LoadsScreen['words'];
  readonly seismic: boolean;
  readonly guessed: boolean;
  readonly set: (i: number, path: string, value: unknown) => void;
  readonly children: React.ReactNode;
}

function Row({ c, i, screen, words, seismic, guessed, set, children }: RowProps) {
  const categories = screen.categories[c.kind];
  const missing = categories && !c['category'];
  const text = (path: string, label: string, holder = '') => (
    <input
      className="cell-input"
      aria-label={`${label} of ${c.id}`}
      value={String(c[path] ?? '')}
      placeholder={holder}
      onChange={(e) => set(i, path, e.target.value)}
    />
  );
  return (
    <tr className={guessed || missing ? 'loads-guess' : ''}>
      <td className="mono">
        <b>{c.id}</b>
      </td>
      <td>{text('title', 'Name')}</td>
      <td>
        <Pick label={`Kind of ${c.id}`} value={c.kind} options={screen.kinds} onChange={(v) => set(i, 'kind', v)} />
      </td>
      <td>
        {categories ? (
          <Pick
            label={`Category of ${c.id}`}
            value={String(c['category'] ?? '')}
            options={missing ? [['', 'choose…'], ...categories] : categories}
            onChange={(v) => set(i, 'category', v)}
          />
        ) : (
          <span className="muted">–</span>
        )}
      </td>
      <td>{text('exclusive', 'Group that never acts together', groupHolder(c))}</td>
      <td>
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          aria-label={`${c.id} acts both ways`}
          checked={c['reversible'] === undefined ? directional(c) : c['reversible'] === true}
          onChange={(e) => set(i, 'reversible', e.target.checked === directional(c) ? undefined : e.target.checked)}
        />
      </td>
      {seismic && <td>{directional(c) ? <Direction c={c} onChange={(v) => set(i, 'direction', v)} /> : null}</td>}
      {words.map((w) => (
        <td key={w.id}>{w.kinds.includes(c.kind) ? text(w.id, w.label) : null}</td>
      ))}
      <td className="whitespace-nowrap text-right">
        {guessed && !missing && <Confirm id={c.id} onClick={() => set(i, CONFIRMED, undefined)} />}
        {children}
      </td>
    </tr>
  );
}

/** What holds where no group is named. */
const groupHolder = (c: Case): string => (['wind', 'temperature'].includes(String(c['category'])) ? String(c['category']) : '');

export function Pick({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly (readonly [string, string, ...unknown[]])[];
  onChange: (value: string) => void;
}) {
  return (
    <select className="select" aria-label={label} value={value} onChange={(e) => onChange(e.target.value)}>
      {options.map(([id, words]) => (
        <option key={id} value={id}>
          {words}
        </option>
      ))}
    </select>
  );
}

/** Names of new cases, several at a time: "G dead, Q1 floor live, W+ wind". */
function AddCase({ cases, onAdd }: { cases: readonly Case[]; onAdd: (made: { id: string; title: string }[]) => void }) {
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState('');
  const add = (): void => {
    const made = typed
      .split(/[,;\n\t]+/)
      .map((t) => t.trim())
      .filter(Boolean)
      .map((t) => {
        const [id, ...rest] = t.split(/\s+/) as [string, ...string[]];
        return { id: id.slice(0, 40), title: rest.join(' ').slice(0, 80) };
      });
    const all = [...cases.map((c) => c.id), ...made.map((m) => m.id)];
    const twice = all.find((id, k) => all.indexOf(id) !== k);
    if (twice !== undefined) return setProblem(`"${twice}" stands twice; accepted are different names.`);
    if (all.length > 40) return setProblem(`${all.length} cases are more than can be combined; accepted are 40 or fewer.`);
    setProblem('');
    setTyped('');
    if (made.length) onAdd(made);
  };
  return (
    <form
      className="flex items-center gap-2 mt-2"
      onSubmit={(e) => {
        e.preventDefault();
        add();
      }}
    >
      <input
        className="input w-96"
        aria-label="New load cases"
        placeholder="G dead load, Q1 floors, W+ wind from the west"
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
      />
      <button type="submit" className="btn">
        Add cases
      </button>
      {problem && (
        <span className="problem" role="alert">
          {problem}
        </span>
      )}
    </form>
  );
}

/** Along which axis it shakes. */
function Direction({ c, onChange }: { c: RowProps['c']; onChange: (v: string) => void }) {
  return (
    <Pick
      label={`Direction of ${c.id}`}
      value={String(c['direction'] ?? '')}
      options={[
        ['', '–'],
        ['x', 'x'],
        ['y', 'y'],
      ]}
      onChange={onChange}
    />
  );
}

/** What was guessed of it is right. */
function Confirm({ id, onClick }: { id: string; onClick: () => void }) {
  return (
    <button type="button" className="btn" aria-label={`${id} is what was guessed`} onClick={onClick}>
      Confirm
    </button>
  );
}
