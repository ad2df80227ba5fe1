import { multipleText, type Lacking } from '@ample/core';
import type { Search } from './useSearch.ts';

const LACKS: Readonly<Record<Lacking['lack'], string>> = { broken: 'break', give: 'give by', notWhole: 'not checked whole:' };

/** What was gone through, and what those that do not hold lack first. */
export function Gone({ told, found }: { told: NonNullable<Search['told']>; found: number }) {
  const { kinds, lacks, nearest, done, give, broken, notWhole } = told;
  return (
    <>
      {done && found === 0 && (
        <section aria-label="Nothing holds">
          <p className="problem">None of them holds. The strongest that keep their rules:</p>
          <ul>
            {nearest.map((n) => (
              <li key={n.line}>
                <span className="num">{multipleText(n.multiple)}</span> <span className="mono">{n.line}</span>{' '}
                <span className="muted">{n.first.toLowerCase()}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <details className="mt-2" open={done && found === 0}>
        <summary>
          What was gone through: {give} give, {broken} break a rule{notWhole ? `, ${notWhole} could not be checked whole` : ''}
        </summary>
        <ul className="search-gone">
          {kinds.map((k) => (
            <li key={k.kind}>
              <b>{k.title}</b>:{' '}
              {k.refusal ??
                `${k.details} details of ${k.choices} choices. ${k.axes
                  .filter((a) => a.values.length > 1)
                  .map((a) => `${a.title} ${a.words.join(', ')}`)
                  .join('; ')}. ${k.fixed}`}
            </li>
          ))}
        </ul>
        <p className="mt-1">What those that do not hold lack first:</p>
        <ul className="search-gone">
          {lacks.slice(0, 10).map((l) => (
            <li key={`${l.lack} ${l.title}`}>
              {l.details} {LACKS[l.lack]} <span className="muted">{l.title.toLowerCase()}</span>
            </li>
          ))}
        </ul>
      </details>
    </>
  );
}
