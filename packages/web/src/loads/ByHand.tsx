import { useState } from 'react';
import type { JobLoads, LoadsScreen } from '@ample/core';
import { Pick } from './CaseTable.tsx';

/** The factors that are typed, none of them 0; a sentence where one can't be read. */
function readFactors(typed: Readonly<Record<string, string>>): Record<string, number> | string {
  const factors: Record<string, number> = {};
  for (const [id, text] of Object.entries(typed)) {
    if (text.trim() === '') continue;
    const x = Number(text.replace(',', '.').replace('−', '-'));
    if (!Number.isFinite(x) || Math.abs(x) > 10) return `${id}: "${text}" is no factor; accepted are numbers from -10 to 10.`;
    if (x !== 0) factors[id] = x;
  }
  return factors;
}

/** A combination whose factors the office gives; it stands in the same list and is never pruned. */
export function ByHand({ screen, loads, onLoads }: { screen: LoadsScreen; loads: JobLoads; onLoads: (loads: JobLoads) => void }) {
  const [name, setName] = useState('');
  const [state, setState] = useState(screen.states[0]![0]);
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const [problem, setProblem] = useState('');
  const add = (): void => {
    const factors = readFactors(typed);
    if (typeof factors === 'string') return setProblem(factors);
    if (!name.trim()) return setProblem('The combination has no name; accepted is a short one, as "crane".');
    if (!Object.keys(factors).length) return setProblem(`${name}: no case acts in it; accepted is at least one factor.`);
    if (loads.by_hand?.some((b) => b.name === name.trim()))
      return setProblem(`"${name}" stands already; accepted is another name.`);
    setProblem('');
    setName('');
    setTyped({});
    onLoads({ ...loads, by_hand: [...(loads.by_hand ?? []), { name: name.trim(), state, factors }] });
  };
  return (
    <form
      className="mt-2"
      onSubmit={(e) => {
        e.preventDefault();
        add();
      }}
    >
      <div className="flex flex-wrap items-end gap-2">
        <label>
          <span className="label block">By hand: name</span>
          <input className="input w-28" value={name} maxLength={20} onChange={(e) => setName(e.target.value)} />
        </label>
        <label>
          <span className="label block">State</span>
          <Pick label="State of the combination" value={state} options={screen.states} onChange={setState} />
        </label>
        {loads.cases.map((c) => (
          <label key={c.id}>
            <span className="label block mono">{c.id}</span>
            <input
              className="input w-16 text-right"
              aria-label={`Factor of ${c.id}`}
              value={typed[c.id] ?? ''}
              onChange={(e) => setTyped({ ...typed, [c.id]: e.target.value })}
            />
          </label>
        ))}
        <button type="submit" className="btn">
          Add it to the list
        </button>
      </div>
      {problem && (
        <p className="problem" role="alert">
          {problem}
        </p>
      )}
    </form>
  );
}
