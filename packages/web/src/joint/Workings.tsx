import 'katex/dist/katex.min.css';
import katex from 'katex';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import {
  kindOf,
  multipleText,
  sectionWords,
  texOf,
  type JobRecord,
  type JointContent,
  type Notation,
  type Source,
  type UsedSymbol,
  type WorkingSection,
  type WorkingStep,
  type Workings,
} from '@ample/core';
import { Link } from 'react-router';
import { methodOfCheck } from '../help/links.ts';
import { Mark, type ShownState } from '../parts/StateMark.tsx';
import { checker } from '../work/client.ts';

type Level = 'verdict' | 'governing' | 'all';
const LEVELS: readonly (readonly [Level, string])[] = [
  ['verdict', 'Verdict'],
  ['governing', 'Governing checks'],
  ['all', 'Everything'],
];

interface Props {
  readonly content: JointContent;
  readonly job: JobRecord;
  readonly index: number;
  /** Section to show first, when a check was chosen. */
  readonly target: string | null;
}

function useWorkings(content: JointContent, job: JobRecord, index: number) {
  const [workings, setWorkings] = useState<Workings | null>(null);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    let gone = false;
    void checker()
      .workings(content, job, index)
      .then((answer) => {
        if (gone) return;
        if ('ok' in answer) setWorkings(answer.ok);
        else setProblem(answer.refusal);
      });
    return () => {
      gone = true;
    };
  }, [content, job, index]);
  return { workings, problem };
}

/** The calculation as a document: formula, values, result, clause; from each symbol to where its value comes from. */
export function WorkingsView({ content, job, index, target }: Props) {
  const { workings, problem } = useWorkings(content, job, index);
  const [level, setLevel] = useState<Level>(target ? 'all' : 'governing');
  const shown = useRef<string | null>(null);
  useEffect(() => {
    if (!workings || !target || shown.current === target) return;
    shown.current = target;
    setLevel('all');
    requestAnimationFrame(() => document.getElementById(`w-${target}`)?.scrollIntoView({ block: 'start' }));
  }, [workings, target]);
  const sections = useMemo(() => (workings ? visible(workings, level) : []), [workings, level]);
  if (problem) return <p className="problem p-4">{problem}</p>;
  if (!workings) return <p className="muted p-4">Working it out…</p>;

  return (
    <Followed onFollow={() => setLevel('all')}>
      {(ask) => (
        <>
          <Levels workings={workings} mark={content.mark} level={level} onLevel={setLevel} />
          <div className="workings">
            {level === 'verdict' ? (
              <VerdictTable
                workings={workings}
                onOpen={(id) => {
                  setLevel('all');
                  requestAnimationFrame(() => document.getElementById(`w-${id}`)?.scrollIntoView());
                }}
              />
            ) : (
              <>
                <p className="muted mb-2">Click a symbol to see where its value comes from.</p>
                {sections.map((s) => (
                  <SectionView
                    key={s.id}
                    section={s}
                    onAsk={ask}
                    kindTitle={kindOf(content.kind).title}
                    standard={job.basis.standard}
                  />
                ))}
              </>
            )}
          </div>
        </>
      )}
    </Followed>
  );
}

/** Workings alone, of a calculation that is no joint. */
export const WorkingsList = ({ sections }: { sections: readonly WorkingSection[] }) => (
  <Followed onFollow={() => undefined}>
    {(ask) => (
      <div className="workings">
        {sections.map((s) => (
          <SectionView key={s.id} section={s} onAsk={ask} />
        ))}
      </div>
    )}
  </Followed>
);

type Ask = (step: WorkingStep, name: string, at: DOMRect) => void;

/** Answers a click on a symbol with where its value comes from, and leads to its formula. */
function Followed({ onFollow, children }: { onFollow: () => void; children: (ask: Ask) => React.ReactNode }) {
  const [asked, setAsked] = useState<{ symbol: UsedSymbol; x: number; y: number } | null>(null);
  const root = useRef<HTMLDivElement>(null);
  const follow = (source: Source): void => {
    setAsked(null);
    if (source.kind !== 'formula') return;
    onFollow();
    requestAnimationFrame(() => {
      const line = document.getElementById(`s-${source.anchor}`);
      line?.scrollIntoView({ block: 'center' });
      root.current?.querySelectorAll('.lit').forEach((e) => e.classList.remove('lit'));
      line?.classList.add('lit');
      line?.focus({ preventScroll: true });
    });
  };
  const ask: Ask = (step, name, at) => {
    const symbol = step.uses.find((u) => u.name === name);
    const box = root.current!.getBoundingClientRect();
    if (symbol) setAsked({ symbol, x: Math.min(at.left - box.left, box.width - 320), y: at.bottom - box.top + 4 });
  };
  return (
    <div
      ref={root}
      className="relative"
      onKeyDown={(e) => {
        if (e.key === 'Escape') setAsked(null);
      }}
    >
      {children(ask)}
      {asked && (
        <div className="popover" role="dialog" aria-label="Where the value comes from" style={{ left: asked.x, top: asked.y }}>
          <p>
            <b>{asked.symbol.value}</b>: {asked.symbol.text}
          </p>
          <p className="muted mt-1">{sourceWords(asked.symbol.source)}</p>
          <div className="flex gap-2 mt-2">
            {asked.symbol.source.kind === 'formula' && (
              <button type="button" className="btn" autoFocus onClick={() => follow(asked.symbol.source)}>
                Show its formula
              </button>
            )}
            <button
              type="button"
              className="btn btn-ghost"
              autoFocus={asked.symbol.source.kind !== 'formula'}
              onClick={() => setAsked(null)}
            >
              Close
            </button>
          </div>
        </div>
      )}
    </div>
  );
}

const SOURCES: Readonly<Record<string, string>> = {
  input: 'Typed',
  catalogue: 'From the catalogue',
  basis: 'From the basis of the job',
  code: 'From the code',
  action: 'From the actions',
};
const sourceWords = (s: Source): string =>
  s.kind === 'formula' ? 'Worked out in these workings.' : `${SOURCES[s.kind]}: ${s.ref}`;

function visible(w: Workings, level: Level): readonly WorkingSection[] {
  if (level === 'all') return w.sections;
  const strengths = w.sections.filter((s) => s.type === 'strength').sort((a, b) => a.multiple! - b.multiple!);
  const keep = new Set([...strengths.slice(0, 3), ...strengths.filter((s) => !s.pass || s.governs)].map((s) => s.id));
  return w.sections.filter((s) => s.type === 'shared' || keep.has(s.id) || (s.type === 'rule' && !s.pass));
}

const markOf = (s: WorkingSection): ShownState =>
  s.missing ? 'not-whole' : s.type === 'skip' ? 'none' : s.pass ? 'holds' : s.type === 'rule' ? 'rule' : 'gives';

function VerdictTable({ workings, onOpen }: { workings: Workings; onOpen: (id: string) => void }) {
  return (
    <table className="grid-table">
      <thead>
        <tr>
          <th>Check</th>
          <th>Clause</th>
          <th>Result</th>
          <th className="num">Multiple</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {workings.sections
          .filter((s) => s.type !== 'shared')
          .map((s) => (
            <tr key={s.id}>
              <td>
                <button type="button" className="hover:underline text-left" onClick={() => onOpen(s.id)}>
                  {s.title}
                </button>
              </td>
              <td className="muted">{s.clause}</td>
              <td>{s.type === 'skip' ? <span className="muted">{s.summary}</span> : s.summary}</td>
              <td className="num">{s.multiple === null ? '–' : multipleText(s.multiple)}</td>
              <td>
                <Mark state={markOf(s)} />
              </td>
            </tr>
          ))}
      </tbody>
    </table>
  );
}

interface SectionProps {
  readonly section: WorkingSection;
  readonly onAsk: Ask;
  /** Kind and standard whose method notes tell of it; a calculation of the bench has none. */
  readonly kindTitle?: string;
  readonly standard?: string;
}
const SectionView = memo(({ section, onAsk, kindTitle, standard }: SectionProps) => (
  <section className="work-section" id={`w-${section.id}`}>
    <div className="flex items-baseline gap-3">
      <h2 className="flex-1">
        {section.title}
        {section.governs && <span className="muted font-normal"> · governs</span>}
      </h2>
      <span className="muted">{section.clause}</span>
      {kindTitle && standard && section.type !== 'shared' && (
        <Link
          className="underline muted"
          to={methodOfCheck(kindTitle, standard, section.id, section.title)}
          aria-label={`Method notes of ${section.title}`}
        >
          notes
        </Link>
      )}
    </div>
    {section.summary && (
      <p className={`state mb-1 ${section.pass ? 'muted' : 'problem'}`}>
        <Mark state={markOf(section)} size={10} />
        <span className="whitespace-normal">{sectionWords(section)}</span>
      </p>
    )}
    {section.steps.map((s, i) => (
      <StepView key={i} step={s} onAsk={onAsk} />
    ))}
  </section>
));

const EQ: Notation = { k: 'op', text: '=' };

function StepView({ step, onAsk }: { step: WorkingStep; onAsk: Ask }) {
  const html = useMemo(() => {
    const unit = step.unit ? `\\,\\text{${step.unit}}` : '';
    const parts = [
      texOf(step.symbol),
      texOf(step.formula, true),
      ...[step.values, step.result].filter((n) => n !== null).map((n) => texOf(n)),
    ];
    const tex = parts.join(texOf(EQ)) + unit;
    return katex.renderToString(tex, {
      throwOnError: false,
      strict: false,
      trust: (c) => c.command === '\\htmlData',
      output: 'html',
    });
  }, [step]);
  const pick = (e: React.SyntheticEvent): void => {
    const target = (e.target as HTMLElement).closest<HTMLElement>('[data-symbol]');
    if (target) onAsk(step, target.dataset['symbol']!, target.getBoundingClientRect());
  };
  return (
    <div className="work-step" id={`s-${step.anchor}`} tabIndex={-1}>
      <div>
        <div className="formula" onClick={pick} dangerouslySetInnerHTML={{ __html: html }} />
        {step.uses.length > 0 && (
          <div className="sr-only">
            {step.uses.map((u) => (
              <button
                type="button"
                key={u.name}
                onClick={(e) => onAsk(step, u.name, e.currentTarget.closest('.work-step')!.getBoundingClientRect())}
              >
                where {u.name} comes from
              </button>
            ))}
          </div>
        )}
      </div>
      <div className="muted text-[12px]">
        {step.text}
        {step.clause && (
          <>
            <br />
            {step.clause}
          </>
        )}
      </div>
    </div>
  );
}

/** What it comes to, and how much of it is shown. */
function Levels({
  workings,
  mark,
  level,
  onLevel,
}: {
  workings: Workings;
  mark: string;
  level: Level;
  onLevel: (level: Level) => void;
}) {
  return (
    <div className="level" role="group" aria-label="How much to show">
      <b>
        {mark}: {workings.report.verdict}
      </b>
      <span className="muted flex-1">{workings.combination ? `combination ${workings.combination.name}` : 'no combination'}</span>
      {LEVELS.map(([id, label]) => (
        <button
          type="button"
          key={id}
          className={level === id ? 'font-semibold underline underline-offset-4' : 'muted hover:underline'}
          aria-pressed={level === id}
          onClick={() => onLevel(id)}
        >
          {label}
        </button>
      ))}
    </div>
  );
}
