import { useState } from 'react';
import { type CheckResult, type CommentRecord, type Drawing, type JointReport, type Pin } from '@ample/core';
import { Problem } from '../parts/Dialog.tsx';
import { timeWords } from '../parts/time.ts';
import { Picture } from './Sheet.tsx';
import type { CommentsOf } from './useComments.ts';

/** Checks and rules that a comment may be pinned to, each once. */
function pinnable({ combinations, rules }: JointReport): readonly (readonly [string, string])[] {
  const all: readonly Pick<CheckResult, 'id' | 'title'>[] = [...combinations.flatMap((c) => c.checks), ...rules];
  return [...new Map(all.map((c) => [c.id, c.title]))];
}

/** Remarks on the joint: pinned to a check or a spot of its drawing, answered, resolved. */
export function Comments({
  of,
  report,
  drawing,
  version,
  onOpen,
}: {
  of: CommentsOf;
  report: JointReport;
  drawing: Drawing;
  version: number;
  onOpen: (check: string) => void;
}) {
  const [text, setText] = useState('');
  const [pin, setPin] = useState<Pin | undefined>();
  const [problem, setProblem] = useState('');
  const checks = pinnable(report);
  const titleOf = (id: string): string => checks.find(([c]) => c === id)?.[1] ?? id;
  const spot = pin && 'spot' in pin ? pin.spot : null;
  const add = (): void => {
    if (!text.trim()) return setProblem('Comment: there is no text; accepted are up to 2,000 letters.');
    of.add({ text: text.trim(), ...(pin ? { pin } : {}) }).then(
      () => {
        setText('');
        setPin(undefined);
        setProblem('');
      },
      (e: Error) => setProblem(e.message),
    );
  };
  return (
    <div className="comments p-3">
      <div>
        <SpotPicture drawing={drawing} list={of.list} spot={spot} onSpot={(at) => setPin({ spot: at })} />
        <p className="muted">A click on the drawing pins the comment that you are writing there.</p>
      </div>
      <div>
        <Written {...{ text, setText, pin, setPin, spot, checks, add }} problem={problem || of.problem} />
        <ol className="mt-3">
          {of.list.map((c) => (
            <One key={c.id} comment={c} of={of} version={version} title={titleOf} onOpen={onOpen} />
          ))}
        </ol>
        {of.list.length === 0 && <p className="muted mt-3">No comment yet.</p>}
      </div>
    </div>
  );
}

function One({
  comment: c,
  of,
  version,
  title,
  onOpen,
}: {
  comment: CommentRecord;
  of: CommentsOf;
  version: number;
  title: (id: string) => string;
  onOpen: (check: string) => void;
}) {
  const [reply, setReply] = useState('');
  return (
    <li className={`comment ${c.resolved ? 'comment-done' : ''}`} aria-label={`Comment ${c.number}`}>
      <div className="muted">
        <b>{c.number}</b> · {c.who || 'no name'} · {timeWords(c.at)}
        {c.version < version ? ` · to version ${c.version}` : ''}
        {c.pin && 'spot' in c.pin ? ' · on the drawing' : ''}
      </div>
      {c.pin && 'check' in c.pin && (
        <button type="button" className="underline" onClick={() => onOpen((c.pin as { check: string }).check)}>
          {title(c.pin.check)}
        </button>
      )}
      <p className="whitespace-pre-wrap">{c.text}</p>
      <Answers of={c} />
      <form
        className="flex gap-2 mt-1"
        onSubmit={(e) => {
          e.preventDefault();
          if (reply.trim()) of.change(c.id, { reply: reply.trim() }, () => setReply(''));
        }}
      >
        <input
          className="input flex-1"
          aria-label={`Answer comment ${c.number}`}
          placeholder="answer"
          maxLength={2000}
          value={reply}
          onChange={(e) => setReply(e.target.value)}
          onKeyDown={(e) => e.stopPropagation()}
        />
        <button type="button" className="btn" onClick={() => of.change(c.id, { resolved: !c.resolved })}>
          {c.resolved ? 'Open again' : 'Resolve'}
        </button>
      </form>
    </li>
  );
}

/** The sheet with the numbers of comments where they are pinned; a click gives a spot, mm on the sheet. */
function SpotPicture({
  drawing,
  list,
  spot,
  onSpot,
}: {
  drawing: Drawing;
  list: readonly CommentRecord[];
  spot: readonly [number, number] | null;
  onSpot: (at: readonly [number, number]) => void;
}) {
  const pins = list.flatMap((c) => (c.pin && 'spot' in c.pin && !c.resolved ? [{ n: String(c.number), at: c.pin.spot }] : []));
  const all = spot ? [...pins, { n: '+', at: spot }] : pins;
  return (
    <div
      className="comment-sheet"
      onClick={(e) => {
        const box = e.currentTarget.querySelector('svg')!.getBoundingClientRect();
        const tenth = (x: number): number => Math.round(x * 10) / 10;
        onSpot([
          tenth(((e.clientX - box.left) / box.width) * drawing.width),
          tenth(((e.clientY - box.top) / box.height) * drawing.height),
        ]);
      }}
    >
      <Picture drawing={drawing} over={[]} label="Detail drawing with the spots of its comments" />
      {all.map(({ n, at: [x, y] }) => (
        <span
          key={n}
          className="comment-pin"
          style={{ left: `${(x / drawing.width) * 100}%`, top: `${(y / drawing.height) * 100}%` }}
        >
          {n}
        </span>
      ))}
    </div>
  );
}

interface WrittenProps {
  readonly text: string;
  readonly setText: (text: string) => void;
  readonly pin: Pin | undefined;
  readonly setPin: (pin: Pin | undefined) => void;
  readonly spot: readonly number[] | null;
  readonly checks: readonly (readonly [string, string])[];
  readonly add: () => void;
  readonly problem: string;
}

/** A new comment, and what it is pinned to. */
function Written({ text, setText, pin, setPin, spot, checks, add, problem }: WrittenProps) {
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        add();
      }}
    >
      <label className="block">
        <span className="label">New comment</span>
        <textarea
          className="textarea w-full"
          rows={3}
          maxLength={2000}
          value={text}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) add();
            e.stopPropagation();
          }}
        />
      </label>
      <label className="flex gap-2 items-center mt-1">
        <span className="muted">Pinned to</span>
        <select
          className="select flex-1"
          value={pin ? ('check' in pin ? pin.check : ' spot') : ''}
          onChange={(e) => setPin(e.target.value && e.target.value !== ' spot' ? { check: e.target.value } : undefined)}
        >
          <option value="">the joint</option>
          {spot && <option value=" spot">the spot on the drawing</option>}
          {checks.map(([id, title]) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
        <button type="submit" className="btn btn-primary">
          Comment
        </button>
      </label>
      <Problem>{problem}</Problem>
    </form>
  );
}

/** What was answered, and who resolved it. */
function Answers({ of: c }: { of: CommentRecord }) {
  return (
    <>
      {c.replies.map((r) => (
        <p key={r.at} className="comment-reply">
          <span className="muted">
            {r.who || 'no name'}, {timeWords(r.at)}:
          </span>{' '}
          {r.text}
        </p>
      ))}
      {c.resolved && (
        <p className="muted">
          Resolved by {c.resolved.who || 'no name'}, {timeWords(c.resolved.at)}
        </p>
      )}
    </>
  );
}
