import { useState } from 'react';
import {
  actionRow,
  actionSymbol,
  multipleText,
  type ActionField,
  type Basis,
  unusedId,
  type Combination,
  type Missing,
  type CombinationReport,
  type JointReport,
  type Units,
} from '@ample/core';
import { ActionsEditor, type Given } from './ActionsEditor.tsx';
import { Mark, type ShownState } from '../parts/StateMark.tsx';

const forces = (c: Combination, actions: readonly ActionField[], units: Units): string =>
  actions.flatMap((a) => (c[a.name] ? [`${a.short} ${units.stated(c[a.name]!, actionRow(a.name).quantity)}`] : [])).join(' · ') ||
  'no load given';

interface Props {
  readonly basis: Basis;
  /** Actions that this kind of joint takes. */
  readonly actions: readonly ActionField[];
  readonly report: JointReport;
  readonly selected: number;
  readonly onSelect: (i: number) => void;
  /** What was given of the joint's actions, and how it is changed. */
  readonly given: Given;
}

/** Ready combinations as they were given; then those of load cases, the worst first. Each with its place in the report. */
function order(list: JointReport['combinations']): (readonly [CombinationReport, number])[] {
  const placed = list.map((c, i) => [c, i] as const);
  const least = (c: CombinationReport): number => c.first?.multiple ?? Infinity;
  return [
    ...placed.filter(([c]) => !c.combination.made),
    ...placed.filter(([c]) => c.combination.made).sort(([a], [b]) => least(a) - least(b)),
  ];
}

/** One card a combination with its own multiple; worst of all by default. */
export function ActionsStrip({ basis, report, selected, onSelect, given, actions }: Props) {
  const [editing, setEditing] = useState(false);
  const worst = report.combinations[report.worst];
  return (
    <div
      className="strip"
      role="group"
      aria-label={`Combinations, ${basis.units.unitOf('force')} and ${basis.units.unitOf('moment')}`}
    >
      <button type="button" className="card" aria-pressed={selected < 0} onClick={() => onSelect(-1)}>
        <span className="label block">worst of {report.combinations.length}</span>
        <span className="state font-semibold">
          <Mark state={report.state as ShownState} />
          {worst?.first
            ? `${report.state === 'gives' ? 'gives' : report.missing.length ? 'not whole,' : 'holds'} at ${multipleText(worst.first.multiple)}`
            : report.state === 'not-whole'
              ? 'not whole'
              : 'no load'}
        </span>
        <span className="label block">{worst ? `in ${worst.combination.name}` : 'all combinations'}</span>
      </button>
      {order(report.combinations).map(([c, i]) => (
        <button
          type="button"
          key={c.combination.name}
          className="card"
          aria-pressed={selected === i}
          onClick={() => onSelect(i)}
          title={[
            c.first ? `first to give: ${c.first.title}` : 'nothing loaded',
            c.combination.from && `V: ${c.combination.from}`,
            c.combination.made && `made of load cases, ${c.combination.made.state} ${c.combination.made.clause || 'by hand'}`,
          ]
            .filter(Boolean)
            .join('; ')}
        >
          <span className="block">
            <b>{c.combination.name}</b> <span className="muted">{c.combination.note}</span>
          </span>
          <span className="block">
            {forces(c.combination, actions, basis.units)}
            {c.combination.unused && <Unused c={c.combination} basis={basis} missing={c.missing} />}
          </span>
          <span className="state">
            <Mark state={c.state as ShownState} size={10} />
            {multipleText(c.first?.multiple ?? null)}
          </span>
        </button>
      ))}
      <button type="button" className="card edit-actions" onClick={() => setEditing(true)}>
        {report.combinations.length ? 'Edit actions' : 'Enter actions'}
      </button>
      {editing && <ActionsEditor basis={basis} given={given} onClose={() => setEditing(false)} />}
    </div>
  );
}

/** Actions that the joint does not take: a warning, or in grey where they are set aside or shown by a plate analysis. */
const Unused = ({ c, basis, missing }: { c: Combination; basis: Basis; missing: readonly Missing[] }) =>
  c.unused!.map((u) => {
    const proved = u.aside === undefined && !missing.some((m) => m.id === unusedId(u.name));
    return (
      <span
        key={u.name}
        className={u.aside === undefined && !proved ? 'unused' : 'muted'}
        title={u.aside ?? (proved ? 'a plate analysis shows it' : 'no check of this joint takes it')}
      >
        {' · '}
        {actionSymbol(basis, u.name)} {u.aside !== undefined ? 'set aside' : proved ? 'by plate analysis' : 'not taken'}
      </span>
    );
  });
