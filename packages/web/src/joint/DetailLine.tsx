import { useEffect, useRef, useState } from 'react';
import type { JointEditor } from './editor.ts';

/** Tab steps through the parts of the line. */
function toPart(e: React.KeyboardEvent<HTMLInputElement>, text: string): void {
  const bounds = [...text.matchAll(/[^|]+/g)].map(
    (m) => [m.index + (m[0].length - m[0].trimStart().length), m.index + m[0].trimEnd().length] as const,
  );
  const here = e.currentTarget.selectionStart ?? 0;
  const next = e.shiftKey ? [...bounds].reverse().find(([, b]) => b < here) : bounds.find(([a]) => a > here);
  if (!next) return;
  e.preventDefault();
  e.currentTarget.setSelectionRange(next[0], next[1]);
}

/** The joint as one line of text. A click on a part opens the whole line with that part selected; Enter takes it, Escape leaves it. */
export function DetailLine({ line, editor }: { line: string; editor: JointEditor }) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<{ start: number; end: number; message: string } | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const select = useRef<[number, number] | null>(null);
  useEffect(() => {
    if (text === null || !select.current || !input.current) return;
    input.current.focus();
    input.current.setSelectionRange(...select.current);
    select.current = null;
  });
  const parts = line.split(' | ');
  const start = (i: number): number => parts.slice(0, i).reduce((n, p) => n + p.length + 3, 0);
  const open = (i: number): void => {
    select.current = [start(i), start(i) + parts[i]!.length];
    setText(line);
  };
  const leave = (): void => {
    setText(null);
    setProblem(null);
  };
  const take = (): void => {
    if (text === null || text.trim() === line) return leave();
    const said = editor.line(text);
    setProblem(said);
    if (said) select.current = [said.start, Math.max(said.end, said.start)];
    else leave();
  };
  return (
    <div className="line-bar">
      <span className="label whitespace-nowrap">Detail line</span>
      {text === null ? (
        <Tokens parts={parts} onOpen={open} />
      ) : (
        <div className="flex-1">
          <input
            ref={input}
            className="line-input"
            aria-label="Detail line"
            aria-invalid={problem !== null}
            value={text}
            spellCheck={false}
            onChange={(e) => setText(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter') take();
              else if (e.key === 'Escape') leave();
              else if (e.key === 'Tab') toPart(e, text);
              e.stopPropagation();
            }}
          />
          {problem && (
            <p className="problem mono" role="alert">
              {problem.message}
            </p>
          )}
        </div>
      )}
    </div>
  );
}

/** The parts of the line, each to be clicked. */
function Tokens({ parts, onOpen }: { parts: readonly string[]; onOpen: (i: number) => void }) {
  return (
    <div className="line-tokens flex-1">
      {parts.map((p, i) => (
        <button type="button" key={i} className="line-token" data-line-token onClick={() => onOpen(i)} title="Change the line">
          {p}
        </button>
      ))}
      <span className="muted self-center ml-1">click a part or press L to type</span>
    </div>
  );
}
