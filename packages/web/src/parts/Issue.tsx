import { LEVELS, type Level } from '@ample/exchange/level';
import { useEffect, useState } from 'react';
import type { DocumentState } from '@ample/core';
import { api } from '../api.ts';
import { keep, kept } from '../store/kept.ts';
import { Dialog, Problem } from './Dialog.tsx';

interface Props {
  /** A job, or a part of it; else a house detail. */
  readonly jobId?: string | undefined;
  readonly houseId?: string | undefined;
  readonly jointId?: string | undefined;
  readonly calculationId?: string | undefined;
  /** What changed in the job between two moments. */
  readonly changes?: { readonly from: string; readonly to: string } | undefined;
  readonly title: string;
  readonly onClose: () => void;
}

const keyOf = (jobId: string, one: boolean): string => `ample-gusset-level/${jobId}/${one ? 'joint' : 'job'}`;
/** The level that was last chosen for this job: for one joint everything, for the whole job what governs, until it is. */
function levelOf(jobId: string, one: boolean): Level {
  const found = kept(keyOf(jobId, one));
  return LEVELS.find((l) => l.id === found)?.id ?? (one ? 'everything' : 'governing');
}

/** Issues the PDF of a joint, a calculation or a job: how much of it, progress from the server, cancel, and the file when it is ready. */
export function Issue({ jobId = '', houseId, jointId, calculationId, changes, title, onClose }: Props) {
  const one = jointId !== undefined;
  const [level, setLevel] = useState(() => levelOf(jobId, one));
  // A calculation and a house detail have one level only.
  const whole = calculationId !== undefined || houseId !== undefined || changes !== undefined;
  const [asked, setAsked] = useState(whole);
  const { state, setState, problem } = useDocument({ asked, level, jobId, houseId, jointId, calculationId, changes });
  const start = (): void => {
    keep(keyOf(jobId, one), level);
    setAsked(true);
  };
  const working = asked && !problem && (!state || running(state));
  const close = (): void => {
    if (state && running(state)) void api.cancelDocument(state.id);
    onClose();
  };
  return (
    <Dialog title={title} onClose={close} width={460}>
      {!asked && <Levels one={one} level={level} setLevel={setLevel} onStart={start} />}
      {working && <Working state={state} onCancel={() => state && void api.cancelDocument(state.id).then(setState)} />}
      {state?.status === 'ready' && (
        <>
          <p>
            {calculationId
              ? 'The document is ready: inputs, answer, picture, tables and workings.'
              : changes
                ? 'The document is ready: each joint that changed, drawn over what it was, and listed.'
                : houseId
                  ? 'The document is ready: the detail drawn, what it is meant for, and its resistances.'
                  : `The document is ready, level ${LEVELS.find((l) => l.id === level)!.label.toLowerCase()}.`}
          </p>
          <a className="btn btn-primary mt-3" href={api.documentUrl(state.id)} download={state.name} ref={focus}>
            Download {state.name}
          </a>
        </>
      )}
      {state?.status === 'cancelled' && <p>Cancelled; no file was written.</p>}
      {state?.status === 'failed' && <Problem>{state.message}</Problem>}
      <Problem>{problem}</Problem>
    </Dialog>
  );
}

interface Asked extends Pick<Props, 'houseId' | 'jointId' | 'calculationId' | 'changes'> {
  readonly jobId: string;
  readonly asked: boolean;
  readonly level: Level;
}

/** The document once it is asked for: its state from the server as it is written. */
function useDocument({ asked, level, jobId, houseId, jointId, calculationId, changes }: Asked) {
  const [state, setState] = useState<DocumentState | null>(null);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    if (!asked) return;
    let events: EventSource | null = null;
    let gone = false;
    api
      .issue(
        houseId
          ? { houseId }
          : changes
            ? { jobId, changes }
            : { jobId, ...(jointId ? { jointId } : {}), ...(calculationId ? { calculationId } : { level }) },
      )
      .then((started) => {
        if (gone) return void api.cancelDocument(started.id);
        setState(started);
        events = api.documentEvents(started.id);
        events.onmessage = (e) => {
          const next = JSON.parse(e.data as string) as DocumentState;
          setState(next);
          if (!running(next)) events?.close();
        };
        events.onerror = () => {
          events?.close();
          setState((s) =>
            s && running(s) ? { ...s, status: 'failed', message: 'The server stopped answering; issue it again.' } : s,
          );
        };
      })
      .catch((e: Error) => setProblem(e.message));
    return () => {
      gone = true;
      events?.close();
    };
  }, [asked, level, jobId, houseId, jointId, calculationId, changes]);
  return { state, setState, problem };
}

interface LevelsProps {
  readonly one: boolean;
  readonly level: Level;
  readonly setLevel: (level: Level) => void;
  readonly onStart: () => void;
}

const Levels = ({ one, level, setLevel, onStart }: LevelsProps) => (
  <form
    onSubmit={(e) => {
      e.preventDefault();
      onStart();
    }}
  >
    <fieldset>
      <legend className="label mb-1">How much is printed {one ? 'of the joint' : 'of each joint'}</legend>
      {LEVELS.map((l) => (
        <label key={l.id} className="flex gap-2 py-1 items-baseline">
          <input
            type="radio"
            className="radio radio-xs"
            name="level"
            value={l.id}
            checked={level === l.id}
            onChange={() => setLevel(l.id)}
          />
          <span>
            <b>{l.label}</b>
            <span className="muted"> · {l.about}</span>
          </span>
        </label>
      ))}
    </fieldset>
    <button type="submit" className="btn btn-primary mt-3">
      Write the document
    </button>
  </form>
);

const Working = ({ state, onCancel }: { state: DocumentState | null; onCancel: () => void }) => (
  <>
    <progress className="progress w-full" aria-label="Progress" value={state?.done ?? 0} max={state?.total ?? 1} />
    <p className="muted mt-1" aria-live="polite">
      {state?.status === 'waiting'
        ? 'Waiting: other documents are written first.'
        : state?.what
          ? `Writing ${state.what}: ${state.done} of ${state.total}`
          : 'Starting…'}
    </p>
    <button type="button" ref={focus} className="btn mt-3" onClick={onCancel}>
      Cancel
    </button>
  </>
);

/** Where the keyboard goes on when what had the focus is gone. */
const focus = (e: HTMLElement | null): void => e?.focus();
const running = (s: DocumentState): boolean => s.status === 'waiting' || s.status === 'working';
