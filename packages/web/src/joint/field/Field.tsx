import { useEffect, useMemo, useRef, useState, type ComponentProps } from 'react';
import {
  basisOf,
  multipleText,
  thinnerPlates,
  type Basis,
  type JobRecord,
  type JointContent,
  type JointReport,
} from '@ample/core';
import {
  buckledPicture,
  byStop,
  eventWords,
  sizeWords,
  leastField,
  meshEffect,
  notComputed,
  partUses,
  SHOWN,
  STOPS,
  worstOf,
  worstUses,
  type FieldResult,
  type FieldState,
  type JointField,
  type Shown,
} from '@ample/core/field';
import { Problem } from '../../parts/Dialog.tsx';
import type { JointEditor } from '../editor.ts';
import { Answer } from './Answer.tsx';
import { BesideChecks } from './BesideChecks.tsx';
import { Pictured, SHOWN_WORDS } from './Pictured.tsx';
import { Proof, type Proving } from './Proof.tsx';
import { Bolts, Uses, type PartMoves } from './Used.tsx';
import { useField, type FieldRun, type Kept } from './useField.ts';

interface Props {
  readonly content: JointContent;
  readonly job: JobRecord;
  readonly report: JointReport;
  readonly editor: JointEditor;
  readonly jointId: string;
  readonly proving: Proving;
}

/** Of several combinations the one that is stopped first, until another is looked at; and what it was before a change. */
function shownOf(found: Kept | null, looked: string) {
  const fields = found?.all.map((a) => a.field) ?? [];
  const shown = found?.all.find((a) => a.field.combination === (looked || leastField(fields)?.combination)) ?? found?.all[0];
  const before = found?.before.find((a) => a.field.combination === shown?.field.combination)?.field ?? null;
  return { fields, shown, before };
}

/** The plates, bolts and welds of a joint, loaded until something stops them, beside the checks of the standard. */
export function FieldView({ content, job, report, editor, jointId, proving }: Props) {
  const basis = useMemo(() => basisOf(job, content.settings), [job, content.settings]);
  const { units } = basis;
  const names = content.combinations.map((c) => c.name);
  const [asked, setAsked] = useState('');
  const run = useField(content, job, jointId, asked === WORST);
  // The combination that gives first, until another is chosen.
  const combination = asked === WORST || names.includes(asked) ? asked : (names[Math.max(0, report.worst)] ?? '');
  const [at, setAt] = useState<At>('design');
  const [what, setWhat] = useState<Shown>('stress');
  const [picked, setPicked] = useState<string | null>(null);
  const [looked, setLooked] = useState('');
  const { found } = run;
  const { fields, shown, before } = shownOf(found, looked);
  const result = shown?.field.result;
  const ran = fields.map((f) => f.combination);
  /** Analysed again without a part, beside the present one. */
  const leaveOut = run.working || run.stale || !found ? null : (part: string): void => run.start(ran, [...found.without, part]);
  const thinner = useThinner(content, basis, editor, () => run.start(ran));
  const moves: PartMoves | null = leaveOut && { leaveOut, spare: shown?.field.spare ?? new Set(), thinner };
  const state = useMemo(() => (result ? movedState(result, at) : null), [result, at]);
  return (
    <div className="field">
      <div className="field-picture">
        {state?.picture ? (
          <Pictured {...{ state, what, picked, units }} drawing={shown?.field.drawing} />
        ) : (
          <NoPicture run={run} />
        )}
      </div>
      <div className="field-side">
        <Start {...{ run, names, combination, setAsked }} />
        <Proof {...{ content, job, basis, run }} {...proving} />
        {found && shown && (
          <>
            {found.all.length > 1 && <Compared found={found} shown={shown.field.combination} look={setLooked} />}
            <Answer
              {...{ found, before }}
              field={shown.field}
              beside={shown.beside}
              stale={run.stale}
              whole={() => run.start(ran)}
            />
            <ShownAs
              {...{ at, setAt, what, setWhat }}
              result={shown.field.result}
              drawn={state?.picture !== undefined}
              press={state?.picture?.press.some((p) => p > 0) ?? false}
            />
            <BesideChecks list={shown.field.counterparts} units={units} />
            <UsesOf {...{ found, fields, state, before, picked, setPicked, moves }} />
            {state && <Bolts bolts={state.bolts} units={units} />}
            <Made field={shown.field} state={state} coarse={found.coarse.get(shown.field.combination)} />
          </>
        )}
      </div>
    </div>
  );
}

/** For each plate, by its part, what makes it thinner: the joint is changed and, once it is, analysed again beside what it was. */
function useThinner(content: JointContent, basis: Basis, editor: JointEditor, again: () => void): PartMoves['thinner'] {
  const wants = useRef<unknown>(null);
  useEffect(() => {
    if (wants.current === null || wants.current === content.input) return;
    wants.current = null;
    again();
  }, [content.input]); // eslint-disable-line react-hooks/exhaustive-deps -- `again` is another at every render
  return useMemo(
    () =>
      new Map(
        [...thinnerPlates(content.kind, content.input, basis)].map(([part, move]) => [
          part,
          {
            label: move.label,
            take: () => {
              wants.current = content.input;
              if (editor.take(move.input, move.label) !== null) wants.current = null;
            },
          },
        ]),
      ),
    [content.kind, content.input, basis, editor],
  );
}

/** What is chosen in place of one combination: those that the hand method proposes. */
const WORST = '\u0000worst';

interface StartProps {
  readonly run: FieldRun;
  readonly names: readonly string[];
  readonly combination: string;
  readonly setAsked: (name: string) => void;
}

function Start({ run, names, combination, setAsked }: StartProps) {
  const { working, proposed } = run;
  const [off, setOff] = useState<ReadonlySet<string>>(new Set());
  const several = combination === WORST;
  const wanted = several ? (proposed ?? []).map((p) => p.name).filter((n) => !off.has(n)) : [combination].filter(Boolean);
  return (
    <>
      <div className="flex items-center gap-2 flex-wrap">
        <label className="flex items-center gap-2">
          Combination
          <select
            aria-label="Combination"
            className="select w-auto"
            value={combination}
            onChange={(e) => setAsked(e.target.value)}
          >
            {names.length > 1 && <option value={WORST}>the worst of several</option>}
            {names.map((n) => (
              <option key={n}>{n}</option>
            ))}
          </select>
        </label>
        {working ? (
          <button type="button" className="btn" onClick={run.cancel}>
            Cancel
          </button>
        ) : (
          <button type="button" className="btn btn-primary" disabled={!wanted.length} onClick={() => run.start(wanted)}>
            {run.found ? 'Analyse again' : 'Analyse'}
          </button>
        )}
      </div>
      {several && <Proposed {...{ proposed, off, setOff }} />}
      {working && (
        <p className="muted mt-1" role="status">
          {working.preview ? 'Preview with larger cells' : 'Now the whole, with smaller cells'}
          {working.of > 1 ? `, ${working.combination} (${working.nth} of ${working.of})` : ''}: {working.lam.toFixed(2)} of the
          load…
        </p>
      )}
      <Problem>{run.problem}</Problem>
    </>
  );
}

interface ComparedProps {
  readonly found: Kept;
  readonly shown: string;
  readonly look: (combination: string) => void;
}
/** What each of several combinations comes to; one is looked at. */
function Compared({ found: { all, left }, shown, look }: ComparedProps) {
  return (
    <ul className="field-compared" aria-label="Combinations, the one that is stopped first before">
      {byStop(all.map((a) => a.field)).map(({ combination, result }) => (
        <li key={combination}>
          <button type="button" aria-pressed={combination === shown} onClick={() => look(combination)}>
            <span className="num">
              {result.end === 'design' ? '≥ ' : ''}
              {multipleText(result.multiple)}
            </span>{' '}
            <b>{combination}</b> <span className="muted">{result.stop ? eventWords(result.stop) : result.words}</span>
          </button>
        </li>
      ))}
      {left.map((l) => (
        <li key={l.combination} className="problem">
          {l.combination}: {l.reason}
        </li>
      ))}
    </ul>
  );
}

/** What is shown: a state, or the way in which it buckles, by its number. */
type At = 'design' | 'limit' | number;
const atOf = (value: string): At => (value === 'design' || value === 'limit' ? value : Number(value));

/** The state that is shown, moved as it buckles where that was chosen. */
function movedState({ design, limit, buckling }: FieldResult, at: At): FieldState | null {
  const state = (at === 'limit' ? null : design) ?? limit;
  const shape = typeof at === 'number' ? buckling[at]?.shape : undefined;
  return shape && state?.picture ? { ...state, picture: buckledPicture(state.picture, shape) } : state;
}

interface ShownProps {
  readonly at: At;
  readonly setAt: (at: At) => void;
  readonly result: FieldResult;
  readonly what: Shown;
  readonly setWhat: (what: Shown) => void;
  /** Whether anything presses. */
  readonly press: boolean;
  /** Whether there is a picture. */
  readonly drawn: boolean;
}

function ShownAs({ at, setAt, what, setWhat, result, press, drawn }: ShownProps) {
  const { design, limit, buckling } = result;
  return (
    <div className="flex items-center gap-2 flex-wrap mt-2">
      <label className="flex items-center gap-1">
        Shown at
        <select
          aria-label="Shown at"
          className="select w-auto"
          value={typeof at === 'number' && buckling[at]?.shape ? at : at === 'limit' || !design ? 'limit' : 'design'}
          onChange={(e) => setAt(atOf(e.target.value))}
        >
          {design && <option value="design">the design load</option>}
          {limit && <option value="limit">the limit, {multipleText(limit.lam)}</option>}
          {buckling.map(
            (mode, i) =>
              mode.shape && (
                <option key={i} value={i}>
                  how it buckles, {mode.multiple.toFixed(1)}: {mode.plate}
                </option>
              ),
          )}
        </select>
      </label>
      {drawn && (
        <label className="flex items-center gap-1">
          as
          <select aria-label="Shown as" className="select w-auto" value={what} onChange={(e) => setWhat(e.target.value as Shown)}>
            {SHOWN.filter((w) => w !== 'press' || press).map((w) => (
              <option key={w} value={w}>
                {SHOWN_WORDS[w]}
              </option>
            ))}
          </select>
        </label>
      )}
    </div>
  );
}

interface MadeProps {
  readonly field: JointField;
  readonly state: FieldState | null;
  /** Its multiple with larger cells. */
  readonly coarse: number | undefined;
}
/** What it was made of, and what it leaves out. */
function Made({ field: { result, absent }, state, coarse }: MadeProps) {
  const worst = state ? worstOf(state.balance) : 0;
  return (
    <p className="muted mt-3">
      {sizeWords(result)}. Reactions and loads agree to {worst < 1e-6 ? 'under a millionth' : `${(100 * worst).toFixed(3)} %`}.{' '}
      {coarse === undefined || coarse <= 0 ? '' : `${meshEffect(coarse, result.multiple).words} `}
      {notComputed(absent)} {STOPS}
    </p>
  );
}

/** Why there is no picture. */
function NoPicture({ run: { working, found } }: { run: FieldRun }) {
  return (
    <p className="p-4 muted">
      {working
        ? 'The picture comes with the preview.'
        : found
          ? 'Its numbers are kept with the joint, pictures are not: analyse it again to see them.'
          : 'Each plate of the joint is divided into cells, its bolts and welds join them, and the load is raised until something stops it: what yields first, what stops it, how much of each part is used. It stands beside the checks of the standard and replaces none of them.'}
    </p>
  );
}

interface UsesOfProps extends Omit<ComponentProps<typeof Uses>, 'title' | 'uses' | 'was'> {
  readonly found: Kept;
  readonly fields: readonly JointField[];
  readonly state: JointField['result']['limit'];
  readonly before: JointField | null;
}

/** What of each part is used: at this state, or at most over several combinations. */
function UsesOf({ found, fields, state, before, ...rest }: UsesOfProps) {
  return found.all.length > 1 ? (
    <Uses title="Used at most, over these" uses={worstUses(fields)} was={worstUses(found.before.map((a) => a.field))} {...rest} />
  ) : (
    state && (
      <Uses
        title={`Used at ${multipleText(state.lam)} of the load`}
        uses={partUses(state)}
        was={before ? worstUses([before]) : []}
        {...rest}
      />
    )
  );
}

/** Combinations that are worth analysing; each may be left out. */
function Proposed({
  proposed,
  off,
  setOff,
}: {
  proposed: FieldRun['proposed'];
  off: ReadonlySet<string>;
  setOff: (off: ReadonlySet<string>) => void;
}) {
  return (
    <fieldset className="mt-2">
      <legend className="muted">
        {proposed ? 'Under these some check of the hand method gives first:' : 'The hand method is asked…'}
      </legend>
      {proposed?.map((p) => (
        <label key={p.name} className="field-proposed">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={!off.has(p.name)}
            onChange={() => setOff(new Set(off.has(p.name) ? [...off].filter((n) => n !== p.name) : [...off, p.name]))}
          />
          <span>
            {p.name} <span className="muted">{`${multipleText(p.multiple)}: ${p.checks.slice(0, 2).join(', ')}`}</span>
          </span>
        </label>
      ))}
    </fieldset>
  );
}
