import type { Standing, State } from '@ample/core';

export type ShownState = State | 'stale' | 'unreadable';

const WORDS: Readonly<Record<ShownState, string>> = {
  holds: 'holds',
  close: 'close',
  gives: 'gives',
  rule: 'rule broken',
  'not-whole': 'not whole',
  none: 'not judged',
  stale: 'stale',
  unreadable: 'unreadable',
};
const INK: Readonly<Record<ShownState, string>> = {
  holds: 'var(--holds)',
  close: 'var(--close-mark)',
  gives: 'var(--gives)',
  rule: 'var(--rule)',
  'not-whole': 'var(--ink)',
  none: 'var(--muted)',
  stale: 'var(--ink)',
  unreadable: 'var(--gives)',
};

/** The mark of a state: its shape says it without the colour. */
export function Mark({ state, size = 12 }: { state: ShownState; size?: number }) {
  const c = INK[state];
  return (
    <svg width={size} height={size} viewBox="0 0 12 12" aria-hidden="true">
      {state === 'holds' && <circle cx="6" cy="6" r="5" fill={c} />}
      {state === 'close' && (
        <>
          <circle cx="6" cy="6" r="4.6" fill="none" stroke={c} strokeWidth="1.4" />
          <path d="M6 1.4a4.6 4.6 0 0 0 0 9.2z" fill={c} />
        </>
      )}
      {state === 'gives' && <path d="M6 0.8 11.4 11.2H0.6z" fill={c} />}
      {state === 'rule' && <path d="M6 0.6 11.4 6 6 11.4 0.6 6z" fill={c} />}
      {state === 'not-whole' && (
        <rect x="1.5" y="1.5" width="9" height="9" fill="var(--close-mark)" stroke={c} strokeWidth="1.4" />
      )}
      {state === 'none' && <path d="M1.5 6h9" stroke={c} strokeWidth="1.8" />}
      {state === 'unreadable' && <path d="M1.5 1.5 10.5 10.5M10.5 1.5 1.5 10.5" stroke={c} strokeWidth="1.8" />}
      {state === 'stale' && <circle cx="6" cy="6" r="4.4" fill="none" stroke={c} strokeWidth="1.6" />}
    </svg>
  );
}

export function StateMark({ state, word = WORDS[state] }: { state: ShownState; word?: string }) {
  return (
    <span className="state">
      <Mark state={state} />
      <span>{word}</span>
    </span>
  );
}

export const stateWord = (s: ShownState): string => WORDS[s];

/** How a joint stands: the mark of its state and its verdict. */
export const Stand = ({ of }: { of: Standing }) => (
  <span className="state" title={stateWord(of.state as ShownState)}>
    <Mark state={of.state as ShownState} size={10} />
    {of.verdict}
  </span>
);
