import type { CostPart } from '@ample/core';

export const costText = (x: number): string => x.toFixed(2);

/** Shades of one ink, so that parts are told apart by place, width and words, not by colour alone. */
const SHADE: Readonly<Record<CostPart['id'], string>> = {
  ...{ plate: 'var(--ink)', cut: 'var(--muted)', holes: 'var(--dimension)', pieces: 'var(--hair)' },
  ...{ bolts: 'var(--holds)', welds: 'var(--oxide)', concrete: 'var(--old)' },
};

interface Props {
  readonly parts: readonly CostPart[];
  /** Cost of the full width. */
  readonly most: number;
  /** With what each part costs, in words. */
  readonly named?: boolean;
}
/** What something costs by its parts, side by side. */
export function CostBar({ parts, most, named = false }: Props) {
  const words = parts.map((p) => `${p.title} ${costText(p.cost)}`);
  return (
    <>
      <span className="cost-bar" role="img" aria-label={words.join(', ')} title={words.join(', ')}>
        {parts.map((p) => (
          <i key={p.id} style={{ width: `${(100 * p.cost) / Math.max(most, 1e-9)}%`, background: SHADE[p.id] }} />
        ))}
      </span>
      {named && (
        <ul className="cost-parts">
          {parts.map((p, i) => (
            <li key={p.id}>
              <i style={{ background: SHADE[p.id] }} aria-hidden="true" /> {words[i]}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
