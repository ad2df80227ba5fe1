import { useMemo, useState } from 'react';
import { multipleText, type JobRecord, type JointContent, type JointReport } from '@ample/core';
import {
  bucklingWords,
  eventWords,
  partUses,
  worstOf,
  type FieldPicture,
  type FieldState,
  type JointField,
  type PartUse,
} from '@ample/core/field';
import { Problem } from '../../parts/Dialog.tsx';
import { multipleAxis } from '../axis.ts';
import { GRADIENT } from './colours.ts';
import { FieldPictureView } from './Picture.tsx';
import { useField, type FieldRun } from './useField.ts';

interface Props {
  readonly content: JointContent;
  readonly job: JobRecord;
  readonly report: JointReport;
}

/** The plates, bolts and welds of a joint, loaded until something stops them, beside the checks of the standard. */
export function FieldView({ content, job, report }: Props) {
  const run = useField(content, job);
  const names = content.combinations.map((c) => c.name);
  const [asked, setAsked] = useState('');
  // The combination that gives first, until another is chosen.
  const combination = names.includes(asked) ? asked : (names[Math.max(0, report.worst)] ?? '');
  const [at, setAt] = useState<'design' | 'limit'>('design');
  const [what, setWhat] = useState<'stress' | 'strain'>('stress');
  const [picked, setPicked] = useState<string | null>(null);
  const { found } = run;
  const state = found ? ((at === 'design' ? found.field.result.design : null) ?? found.field.result.limit) : null;
  return (
    <div className="field">
      <div className="field-picture">
        {state?.picture ? (
          <Pictured state={state} what={what} picked={picked} />
        ) : (
          <p className="p-4 muted">
            {run.working
              ? 'The picture comes with the preview.'
              : 'Each plate of the joint is divided into cells, its bolts and welds join them, and the load is raised until something stops it: what yields first, what stops it, how much of each part is used. It stands beside the checks of the standard and replaces none of them.'}
          </p>
        )}
      </div>
      <div className="field-side">
        <Start run={run} names={names} combination={combination} setAsked={setAsked} />
        {found && (
          <>
            <Answer field={found.field} beside={found.beside} preview={found.preview} stale={run.stale} />
            <Shown
              {...{ at, setAt, what, setWhat }}
              hasDesign={found.field.result.design !== null}
              limit={found.field.result.limit?.lam ?? null}
            />
            {state && <Uses uses={partUses(state)} lam={state.lam} picked={picked} setPicked={setPicked} />}
            <Made field={found.field} state={state} />
          </>
        )}
      </div>
    </div>
  );
}

interface StartProps {
  readonly run: FieldRun;
  readonly names: readonly string[];
  readonly combination: string;
  readonly setAsked: (name: string) => void;
}

function Start({ run, names, combination, setAsked }: StartProps) {
  const { working } = run;
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
          <button type="button" className="btn btn-primary" disabled={!combination} onClick={() => run.start(combination)}>
            {run.found ? 'Analyse again' : 'Analyse'}
          </button>
        )}
      </div>
      {working && (
        <p className="muted mt-1" role="status">
          {working.preview ? 'Preview with larger cells' : 'Now the whole, with smaller cells'}: {working.lam.toFixed(2)} of the
          load…
        </p>
      )}
      <Problem>{run.problem}</Problem>
    </>
  );
}

interface AnswerProps {
  readonly field: JointField;
  readonly beside: string;
  readonly preview: boolean;
  readonly stale: boolean;
}

function Answer({ field: { result, hand, combination }, beside, preview, stale }: AnswerProps) {
  return (
    <section className={stale ? 'field-stale' : ''}>
      {stale && (
        <p className="problem mt-2" role="status">
          The joint changed since this was analysed: analyse it again.
        </p>
      )}
      <p className="mt-2">
        <b>{result.words}</b>{' '}
        <span className="muted">
          {combination}
          {preview ? ', preview' : ''}
        </span>
      </p>
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

interface ShownProps {
  readonly at: 'design' | 'limit';
  readonly setAt: (at: 'design' | 'limit') => void;
  readonly what: 'stress' | 'strain';
  readonly setWhat: (what: 'stress' | 'strain') => void;
  readonly hasDesign: boolean;
  readonly limit: number | null;
}

function Shown({ at, setAt, what, setWhat, hasDesign, limit }: ShownProps) {
  return (
    <div className="flex items-center gap-2 flex-wrap mt-2">
      <label className="flex items-center gap-1">
        Shown at
        <select
          aria-label="Shown at"
          className="select w-auto"
          value={hasDesign ? at : 'limit'}
          onChange={(e) => setAt(e.target.value as 'design')}
        >
          {hasDesign && <option value="design">the design load</option>}
          {limit !== null && <option value="limit">the limit, {multipleText(limit)}</option>}
        </select>
      </label>
      <label className="flex items-center gap-1">
        as
        <select
          aria-label="Shown as"
          className="select w-auto"
          value={what}
          onChange={(e) => setWhat(e.target.value as 'stress')}
        >
          <option value="stress">stress over yield</option>
          <option value="strain">plastic strain</option>
        </select>
      </label>
    </div>
  );
}

interface UsesProps {
  readonly uses: readonly PartUse[];
  readonly lam: number;
  readonly picked: string | null;
  readonly setPicked: (part: string | null) => void;
}

/** How much of each part is used, the most first or the least. */
function Uses({ uses, lam, picked, setPicked }: UsesProps) {
  const [least, setLeast] = useState(false);
  const shown = least ? [...uses].reverse() : uses;
  return (
    <section className="mt-3">
      <h3 className="flex items-center gap-2">
        Used at {multipleText(lam)} of the load
        <button type="button" className="underline muted font-normal" onClick={() => setLeast(!least)}>
          {least ? 'most first' : 'least first'}
        </button>
      </h3>
      <ul className="field-uses">
        {shown.map((u) => (
          <li key={u.part}>
            <button type="button" aria-pressed={picked === u.part} onClick={() => setPicked(picked === u.part ? null : u.part)}>
              <span className="num">{Math.round(100 * u.share)} %</span>
              <span className="field-bar" aria-hidden="true">
                <i className={u.share >= 1 ? 'over' : ''} style={{ width: `${Math.min(100, 100 * u.share)}%` }} />
              </span>
              <span>
                {u.part} <span className="muted">· {u.of}</span>
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What it was made of, and what it leaves out. */
function Made({ field: { result }, state }: { field: JointField; state: FieldState | null }) {
  const { size, steps, iterations, compiled } = result;
  const worst = state ? worstOf(state.balance) : 0;
  return (
    <p className="muted mt-3">
      {size.plates} plates, {size.cells} cells, {size.links} links, {size.unknowns} unknowns; {steps} steps, {iterations}{' '}
      iterations, by the {compiled ? 'compiled' : 'plain'} factor. Reactions and loads agree to{' '}
      {worst < 1e-6 ? 'under a millionth' : `${(100 * worst).toFixed(3)} %`}. Not computed: second order, friction, net sections,
      block tearing, fatigue. A weld stops it at a slip of 0.05 of its leg, a plate at a plastic strain of 5 % over a disc of its
      thickness, a bolt at an elongation of 0.02 of its length or a slip of 1 mm.
    </p>
  );
}

/** So many times that the largest movement is seen and does not deform the picture. */
function usualScale({ moves, places }: FieldPicture): number {
  const reach = (list: Float32Array): number => list.reduce((m, v) => Math.max(m, Math.abs(v)), 0);
  const wanted = (0.04 * reach(places)) / Math.max(reach(moves), 1e-6);
  return Math.max(0, Math.min(100, 5 * Math.round(wanted / 5)));
}

/** Members whose walls may hide what is joined to them. */
const MEMBERS = ['beam', 'support', 'column'];

/** The picture with its scale, and the label of the part that is picked or most used. */
function Pictured({ state, what, picked }: { state: FieldState; what: 'stress' | 'strain'; picked: string | null }) {
  const picture = state.picture!;
  const [scale, setScale] = useState(() => usualScale(picture));
  const [lines, setLines] = useState(true);
  const [hidden, setHidden] = useState<ReadonlySet<string>>(new Set());
  const values = picture[what];
  const most = useMemo(() => values.reduce((a, b) => Math.max(a, b), 0), [values]);
  // The same ends for every state: all of the yield stress, all of the strain that stops it.
  const top = what === 'stress' ? 1 : 0.05;
  const use = partUses(state).find((u) => picked === null || u.part === picked) ?? null;
  const label = use && { at: use.place, words: `${use.part}: ${Math.round(100 * use.share)} %` };
  return (
    <>
      <FieldPictureView {...{ picture, values, top, scale, lines, hidden, label }} />
      <div className="field-legend">
        <span className="num">0</span>
        <span className="field-scale" style={{ background: GRADIENT }} aria-hidden="true" />
        <span className="num">{what === 'stress' ? '1.0 of yield' : '5 % plastic strain'}</span>
        <span className="muted">largest {what === 'stress' ? most.toFixed(2) : `${(100 * most).toFixed(2)} %`}</span>
      </div>
      <div className="field-tools">
        <label className="flex items-center gap-2">
          Movement ×{scale}
          <input
            type="range"
            className="range range-xs w-28"
            min={0}
            max={100}
            step={5}
            value={scale}
            onChange={(e) => setScale(Number(e.target.value))}
          />
        </label>
        <label className="flex items-center gap-1">
          <input type="checkbox" className="checkbox checkbox-sm" checked={lines} onChange={(e) => setLines(e.target.checked)} />{' '}
          Cells
        </label>
        {MEMBERS.map((part) => {
          const mine = picture.plates.filter((p) => p.startsWith(`${part} `));
          if (!mine.length) return null;
          const shown = mine.some((p) => !hidden.has(p));
          return (
            <label key={part} className="flex items-center gap-1">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={shown}
                onChange={() => setHidden(new Set(shown ? [...hidden, ...mine] : [...hidden].filter((p) => !mine.includes(p))))}
              />
              {part[0]!.toUpperCase() + part.slice(1)}
            </label>
          );
        })}
      </div>
    </>
  );
}
