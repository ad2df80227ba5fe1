import { multipleText, revisionLetter } from '@ample/core';
import { bucklingWords, eventWords, type JointField } from '@ample/core/field';
import { multipleAxis } from '../axis.ts';
import { timeWords } from '../../parts/time.ts';
import type { Kept } from './useField.ts';

interface AnswerProps {
  readonly field: JointField;
  readonly beside: string;
  readonly found: Kept;
  readonly stale: boolean;
  /** The same before the joint was changed, or with all of its parts. */
  readonly before: JointField | null;
  /** Analyses it with all of its parts. */
  readonly whole: () => void;
}

export function Answer({ field: { result, hand, combination }, beside, found, stale, before, whole }: AnswerProps) {
  const { without, preview, saved } = found;
  return (
    <section className={stale ? 'field-stale' : ''}>
      {stale && (
        <p className="problem mt-2" role="status">
          {found.saved?.older ? 'The calculation' : 'The joint'} changed since this was analysed: analyse it again.
        </p>
      )}
      <p className="mt-2">
        {without.length > 0 && `Without ${without.join(', ')}: `}
        <b>{result.words}</b>{' '}
        <span className="muted">
          {combination}
          {preview ? ', preview' : ''}
          {saved &&
            `, kept with revision ${revisionLetter(saved.version)}${saved.who ? ` by ${saved.who}` : ''}, ${timeWords(saved.at)}`}
        </span>
      </p>
      {before && (
        <p className="mt-1">
          {without.length ? 'With all of its parts' : 'Before the change'}: {before.result.words}
        </p>
      )}
      {without.length > 0 && !stale && (
        <button type="button" className="underline mt-1" onClick={whole}>
          Analyse it with all of its parts
        </button>
      )}
      {beside && <p className="mt-1">{beside}</p>}
      {result.buckling[0] && bucklingWords(result.buckling[0]) && <p className="mt-1">{bucklingWords(result.buckling[0])}</p>}
      <Events result={result} hand={hand} />
    </section>
  );
}

/** What happens on the way up, on the axis of load multiples, and in words. */
function Events({ result, hand }: Pick<JointField, 'result' | 'hand'>) {
  const all = [
    ...result.events.map((e) => ({ at: e.at, words: eventWords(e), kind: e.stops ? 'stop' : 'event' })),
    ...(hand ? [{ at: hand.multiple, words: `hand method: ${hand.title}`, kind: 'hand' }] : []),
  ].sort((a, b) => a.at - b.at);
  const axis = multipleAxis(all.some((e) => e.at < 1));
  return (
    <ol className="field-events" aria-label="Events by load multiple">
      {all.map((e) => (
        <li key={e.words}>
          <span className="num">{multipleText(e.at)}</span>
          <span className="field-axis" aria-hidden="true">
            <i className="wall" style={{ left: `${axis.wall}%` }} />
            <i className={e.kind} style={{ left: `${axis.at(e.at)}%` }} />
          </span>
          <span>{e.words}</span>
        </li>
      ))}
    </ol>
  );
}
