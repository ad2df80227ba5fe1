import type { KeyboardEvent } from 'react';
import { type Direction, DIRECTIONS } from './directions.ts';
import type { Turns } from './Eye.tsx';

/** Turns, nears or unpicks by a key; whether it was one of these. */
export function turned(e: KeyboardEvent, turns: Turns, face: (to: Direction) => void, unpick: () => void): boolean {
  const step = e.shiftKey ? Math.PI / 36 : Math.PI / 12;
  const direction = DIRECTIONS.find(([, , key]) => key === e.key);
  if (direction) face(direction[0]);
  else if (e.key === 'ArrowLeft') turns.rotate(-step, 0);
  else if (e.key === 'ArrowRight') turns.rotate(step, 0);
  else if (e.key === 'ArrowUp') turns.rotate(0, -step);
  else if (e.key === 'ArrowDown') turns.rotate(0, step);
  else if (e.key === '+' || e.key === '=') turns.zoom(0.85);
  else if (e.key === '-') turns.zoom(1 / 0.85);
  else if (e.key === 'Escape') unpick();
  else return false;
  return true;
}

export const Directions = ({ onTurn }: { onTurn: (to: Direction) => void }) => (
  <div className="flex flex-wrap gap-1" role="group" aria-label="Standard directions">
    {DIRECTIONS.map(([id, label, key]) => (
      <button type="button" key={id} className="btn" title={`${label} (${key})`} onClick={() => onTurn(id)}>
        {label}
      </button>
    ))}
  </div>
);
