import { Fragment } from 'react';
import type { Units } from '@ample/core';
import { counterpartWords, type Counterpart } from '@ample/core/field';

interface Props {
  readonly list: readonly Counterpart[];
  readonly units: Units;
}

/** Each check that the analysis has a counterpart of, both numbers and their ratio; a sentence where they differ by more than is usual. */
export function BesideChecks({ list, units }: Props) {
  if (!list.length) return null;
  return (
    <section className="mt-3">
      <h3>Beside the checks</h3>
      <table className="field-bolts">
        <thead>
          <tr>
            <th scope="col">check</th>
            <th scope="col">by hand</th>
            <th scope="col">analysed</th>
            <th scope="col">ratio</th>
          </tr>
        </thead>
        <tbody>
          {list.map((c) => (
            <Fragment key={c.title}>
              <tr>
                <th scope="row">
                  {c.title}
                  {c.part && <span className="muted"> · {c.part}</span>}
                </th>
                {counterpartWords(c, units).map((words, i) => (
                  <td key={i} className="num">
                    {words}
                  </td>
                ))}
                <td className="num">{c.ratio === null ? '–' : c.ratio.toFixed(2)}</td>
              </tr>
              {c.why && (
                <tr>
                  <td colSpan={4} className="muted pl-3">
                    {c.why}
                  </td>
                </tr>
              )}
            </Fragment>
          ))}
        </tbody>
      </table>
    </section>
  );
}
