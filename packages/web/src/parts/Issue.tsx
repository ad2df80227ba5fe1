import { LEVELS, type Level } from '@ample/exchange/level';
import { isOffice, OFFICE_FORMATS, type OfficeFormat } from '@ample/exchange/office-formats';
import {
  DIMENSION_FORMS,
  SHOP_COPIES,
  SHOP_FORMATS,
  usesCopy,
  usesDimensions,
  usesPaper,
  type DimensionForm,
  type ShopCopy,
  type ShopFormat,
} from '@ample/exchange/shop-formats';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { PAPERS, type DocumentState, type PaperId } from '@ample/core';
import { api } from '../api.ts';
import { keep, kept } from '../store/kept.ts';
import { Dialog, Problem } from './Dialog.tsx';
import { KeepIssue, NOT_KEPT, sendingOrder, useSinceLast, type Sending } from './KeepIssue.tsx';

interface Props {
  /** A job, or a part of it; else a house detail. */
  readonly jobId?: string | undefined;
  readonly houseId?: string | undefined;
  readonly jointId?: string | undefined;
  readonly calculationId?: string | undefined;
  /** What changed in the job between two moments. */
  readonly changes?: { readonly from: string; readonly to: string } | undefined;
  /** Only what changed since the last issue, and kept as one, is offered first. */
  readonly changed?: boolean;
  /** What is offered first, in place of what was last chosen. */
  readonly format?: ShopFormat;
  readonly title: string;
  readonly onClose: () => void;
}

type Format = ShopFormat | OfficeFormat | 'pdf';
const isCalculation = (format: Format): boolean => format === 'pdf' || isOffice(format);
/** What is made: the calculation at a level, or files of a format, on which a copy stands. */
interface Choice {
  readonly level: Level;
  readonly format: Format;
  readonly copy: ShopCopy;
  /** Empty: what is usual with the units of the job. */
  readonly paper: PaperId | '';
  readonly dimensions: DimensionForm;
}
const keyOf = (jobId: string, one: boolean, what: string): string => `ample-gusset-${what}/${jobId}/${one ? 'joint' : 'job'}`;
/** What was last chosen for this job: for one joint everything, for the whole job what governs, until it is. */
function choiceOf(jobId: string, one: boolean): Choice {
  const last = <T extends string>(what: string, list: readonly { readonly id: T }[], first: T): T =>
    list.find((l) => l.id === kept(keyOf(jobId, one, what)))?.id ?? first;
  return {
    level: last('level', LEVELS, one ? 'everything' : 'governing'),
    format: last<Format>('format', [{ id: 'pdf' }, ...OFFICE_FORMATS, ...SHOP_FORMATS], 'pdf'),
    copy: last('copy', SHOP_COPIES, 'shop'),
    dimensions: last('dimensions', DIMENSION_FORMS, 'lines'),
    paper: last<PaperId | ''>('paper', [{ id: '' }, ...PAPERS], ''),
  };
}

/** What is in the file. */
function readySentence(
  { calculationId, changes, houseId }: Pick<Props, 'calculationId' | 'changes' | 'houseId'>,
  choice: Choice,
): string {
  if (calculationId) return 'The document is ready: inputs, answer, picture, tables and workings.';
  if (changes) return 'The document is ready: each joint that changed, drawn over what it was, and listed.';
  if (houseId) return 'The document is ready: the detail drawn, what it is meant for, and its resistances.';
  return readyWords(choice);
}

/** Issues what leaves the product of a joint, a calculation or a job: what and how much of it, progress from the server, cancel, and the file when it is ready. */
export function Issue({ jobId = '', houseId, jointId, calculationId, changes, changed, format, title, onClose }: Props) {
  const one = jointId !== undefined;
  const [choice, setChoice] = useState(() => ({ ...choiceOf(jobId, one), ...(format ? { format } : {}) }));
  // A calculation and a house detail have one level only.
  const whole = calculationId !== undefined || houseId !== undefined || changes !== undefined;
  const [asked, setAsked] = useState(whole);
  const [sending, setSending] = useState<Sending>({ ...NOT_KEPT, changed: changed ?? false, kept: changed ?? false });
  const since = useSinceLast(whole ? undefined : jobId);
  const { state, setState, problem } = useDocument({
    asked,
    order: { ...orderOf(choice), ...sendingOrder(sending, since) },
    jobId,
    houseId,
    jointId,
    calculationId,
    changes,
  });
  const start = (): void => {
    for (const [what, value] of Object.entries(choice)) keep(keyOf(jobId, one, what), value as string);
    setAsked(true);
  };
  const working = asked && !problem && (!state || running(state));
  const close = (): void => {
    if (state && running(state)) void api.cancelDocument(state.id);
    onClose();
  };
  return (
    <Dialog title={title} onClose={close} width={asked ? 460 : 780}>
      {!asked && (
        <Choices one={one} choice={choice} setChoice={setChoice} onStart={start}>
          <KeepIssue sending={sending} set={setSending} one={one} since={since} />
        </Choices>
      )}
      {working && <Working state={state} onCancel={() => state && void api.cancelDocument(state.id).then(setState)} />}
      {state?.status === 'ready' && (
        <>
          <p>{readySentence({ calculationId, changes, houseId }, choice)}</p>
          {state.issue !== undefined && (
            <p>
              Kept as <Link className="underline" to={`/jobs/${jobId}/issues`}>{`issue ${state.issue}`}</Link> of the job.
            </p>
          )}
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
  /** What is made of a joint or a job, and how it is sent. */
  readonly order: object;
}

/** The document once it is asked for: its state from the server as it is written. */
function useDocument({ asked, order, jobId, houseId, jointId, calculationId, changes }: Asked) {
  const [state, setState] = useState<DocumentState | null>(null);
  const [problem, setProblem] = useState('');
  // What is asked for stays as it was when it was asked.
  const ordered = useRef(order);
  if (!asked) ordered.current = order;
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
            : { jobId, ...(jointId ? { jointId } : {}), ...(calculationId ? { calculationId } : ordered.current) },
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
  }, [asked, jobId, houseId, jointId, calculationId, changes]);
  return { state, setState, problem };
}

/** What the server is asked for. */
const orderOf = ({ level, format, copy, paper, dimensions }: Choice) =>
  isCalculation(format)
    ? { level, ...(format === 'pdf' ? {} : { format }) }
    : {
        format,
        ...(usesCopy(format) ? { copy } : {}),
        ...(usesPaper(format) && paper ? { paper } : {}),
        ...(usesDimensions(format) ? { dimensions } : {}),
        ...(usesDimensions(format) ? { dimensions } : {}),
      };
const readyWords = ({ level, format }: Choice): string =>
  isCalculation(format)
    ? `The document is ready, level ${LEVELS.find((l) => l.id === level)!.label.toLowerCase()}.`
    : `Ready: ${SHOP_FORMATS.find((f) => f.id === format)!.about}.`;

interface ChoicesProps {
  readonly one: boolean;
  readonly choice: Choice;
  readonly setChoice: (choice: Choice) => void;
  readonly onStart: () => void;
  readonly children: React.ReactNode;
}

const PDF = { id: 'pdf' as const, label: 'Calculation (PDF)', about: 'checked details with their workings, to read and to keep' };

const Choices = ({ one, choice, setChoice, onStart, children }: ChoicesProps) => (
  <form
    onSubmit={(e) => {
      e.preventDefault();
      onStart();
    }}
  >
    <Radios
      legend="What is made"
      name="format"
      options={[PDF, ...OFFICE_FORMATS, ...SHOP_FORMATS]}
      value={choice.format}
      onChange={(format) => setChoice({ ...choice, format })}
    />
    {isCalculation(choice.format) && (
      <Radios
        legend={`How much is printed ${one ? 'of the joint' : 'of each joint'}`}
        name="level"
        options={LEVELS}
        value={choice.level}
        onChange={(level) => setChoice({ ...choice, level })}
      />
    )}
    {usesCopy(choice.format) && (
      <Radios
        legend="What stands on the drawing"
        name="copy"
        options={SHOP_COPIES}
        value={choice.copy}
        onChange={(copy) => setChoice({ ...choice, copy })}
      />
    )}
    {usesDimensions(choice.format) && (
      <Radios
        legend="Dimensions"
        name="dimensions"
        options={DIMENSION_FORMS}
        value={choice.dimensions}
        onChange={(dimensions) => setChoice({ ...choice, dimensions })}
      />
    )}
    {usesPaper(choice.format) && <Paper paper={choice.paper} onChange={(paper) => setChoice({ ...choice, paper })} />}
    {children}
    <button type="submit" className="btn btn-primary mt-3">
      {isCalculation(choice.format) ? 'Write the document' : 'Write the files'}
    </button>
  </form>
);

interface RadiosProps<T extends string> {
  readonly legend: string;
  readonly name: string;
  readonly options: readonly { readonly id: T; readonly label: string; readonly about: string }[];
  readonly value: T;
  readonly onChange: (value: T) => void;
}

const Radios = <T extends string>({ legend, name, options, value, onChange }: RadiosProps<T>) => (
  <fieldset className="mb-3 grid sm:grid-cols-2 gap-x-6">
    <legend className="label mb-1">{legend}</legend>
    {options.map((o) => (
      <label key={o.id} className="flex gap-2 py-1 items-start">
        <input
          type="radio"
          className="radio radio-xs mt-0.5"
          name={name}
          value={o.id}
          checked={value === o.id}
          onChange={() => onChange(o.id)}
        />
        <span>
          <b>{o.label}</b>
          <span className="muted"> · {o.about}</span>
        </span>
      </label>
    ))}
  </fieldset>
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

/** On which paper drawings are put. */
function Paper({ paper, onChange }: { paper: PaperId | ''; onChange: (paper: PaperId | '') => void }) {
  return (
    <label className="flex gap-2 items-center mb-3">
      <span className="whitespace-nowrap">Paper of the drawings</span>
      <select className="select" value={paper} onChange={(e) => onChange(e.target.value as PaperId | '')}>
        <option value="">usual: one sheet a page</option>
        {PAPERS.map((p) => (
          <option key={p.id} value={p.id}>
            {p.label}
          </option>
        ))}
      </select>
      <span className="muted">true scale; a larger paper takes several sheets</span>
    </label>
  );
}
