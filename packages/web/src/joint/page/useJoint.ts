import { SHOULD_AUTOBATCH } from '@reduxjs/toolkit';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useLocation } from 'react-router';
import {
  basisOf,
  isStale,
  kindOf,
  KINDS,
  otherStandards,
  Refusal,
  withActions,
  rulesOf,
  type Basis,
  type JobRecord,
  type JointContent,
  type Sibling,
} from '@ample/core';
import { useOffice } from '../../house/office.ts';
import { makeEditor } from '../editor.ts';
import { edited } from '../../store/joint.ts';
import { useApp, useAppDispatch } from '../../store/store.ts';
import { useComments } from '../useComments.ts';
import { factsOf, failureShown, useCheck } from './useCheck.ts';
import type { useNeighbours } from './useKeys.ts';

export type Tab =
  'detail' | 'solid' | 'field' | 'rows' | 'chart' | 'workings' | 'lists' | 'alternatives' | 'comments' | 'history';
const TABS: readonly (readonly [Tab, string])[] = [
  ['detail', 'Detail'],
  ['solid', 'Solid'],
  ['field', 'Field'],
  ['rows', 'Rows'],
  ['chart', 'N–M chart'],
  ['workings', 'Workings'],
  ['lists', 'Lists'],
  ['alternatives', 'Alternatives'],
  ['comments', 'Comments'],
  ['history', 'History'],
];

/** The tabs of a joint: one is there where the kind has something to show in it. */
const tabsOf = (kind: (typeof KINDS)[number], basis: Basis, job: JobRecord, comments: number) =>
  TABS.map(([tab, label]): readonly [Tab, string] => [
    tab,
    tab === 'comments' && comments ? `${label} · ${comments}` : label,
  ]).filter(
    ([tab]) =>
      (tab !== 'chart' || kind.offers.chart) &&
      (tab !== 'rows' || kind.offers.rows) &&
      (tab !== 'alternatives' ||
        otherStandards(kind.id, basis).length > 0 ||
        KINDS.some((k) => k.id !== kind.id && k.family === kind.family && k.standards.includes(job.basis.standard))),
  );

/** The joint as the page has it: stored, edited, checked, and what of it is looked at. */
export function useJoint(job: JobRecord, siblings: readonly Sibling[], neighbours: ReturnType<typeof useNeighbours>) {
  const location = useLocation() as { state: { why?: readonly string[] } | null };
  const joint = useApp((s) => s.joint);
  const record = joint.record!;
  const present = joint.present!;
  const kind = kindOf(present.kind);
  const [selected, setSelected] = useState(-1);
  const [pointed, setPointed] = useState<string | null>(null);
  const [why, setWhy] = useState(location.state?.why ?? []);
  const { checked, refusal, ways, askAhead } = useCheck(present, job, record, selected);
  const comments = useComments(record.id);
  const { apply, editor, said, setSaid } = useEditing(job, present, askAhead);
  useEffect(() => {
    document.title = `${present.mark} · ${job.name}`;
  }, [present.mark, job.name]);
  const basis = useMemo(() => basisOf(job, present.settings), [job, present.settings]);
  const facts = useMemo(() => factsOf(kind.id, present, job), [kind.id, present, job]);
  const report = checked?.report;
  const failure = useMemo(
    () => (checked ? failureShown(checked, pointed, selected, basis.units) : null),
    [checked, pointed, selected, basis],
  );
  const acted = useMemo(() => actedOf(present, job), [present, job]);
  return {
    ...{
      job,
      siblings,
      ...neighbours,
      joint,
      record,
      present,
      acted,
      kind,
      basis,
      editor,
      apply,
      facts,
      report,
      checked,
      ways,
      failure,
      comments,
    },
    ...{ selected, setSelected, pointed, setPointed, why, setWhy, said, setSaid },
    ...useTabs(selected >= 0 ? selected : Math.max(0, report?.worst ?? 0)),
    /** What is wrong now, in one sentence. */
    wrong: said || refusal || joint.problem || '',
    stale: useMemo(() => isStale({ ...present, checked: record.checked }, job), [present, record.checked, job]),
    tabs: tabsOf(kind, basis, job, comments.open),
  };
}
export type JointView = ReturnType<typeof useJoint>;

/** The joint with all that acts on it; as it is stored where its load cases can't be combined, which the check says. */
function actedOf(present: JointContent, job: JobRecord): ReturnType<typeof withActions<JointContent>> {
  try {
    return withActions(present, job);
  } catch (e) {
    if (e instanceof Refusal) return present;
    throw e;
  }
}

/** Edits of the joint, and what is said of one that is refused. */
function useEditing(job: JobRecord, present: JointContent, askAhead: (content: JointContent) => void) {
  const dispatch = useAppDispatch();
  const [said, setSaid] = useState('');
  const apply = useCallback(
    (content: JointContent, label: string): void => {
      performance.mark('edit');
      askAhead(content);
      setSaid('');
      dispatch({ ...edited({ content, label }), meta: { [SHOULD_AUTOBATCH]: true } });
    },
    [dispatch, askAhead],
  );
  const office = useOffice();
  const { details } = useMemo(() => rulesOf({ office, rules: job.rules }), [office, job.rules]);
  const editor = useMemo(() => makeEditor(present.kind, present, job, apply, setSaid, details), [present, job, apply, details]);
  return { apply, editor, said, setSaid };
}

/** The tab that is open, and the check that the workings are at. */
function useTabs(shownIndex: number) {
  const [tab, setTab] = useState<Tab>('detail');
  const [target, setTarget] = useState<{ id: string; index: number } | null>(null);
  const openCheck = useCallback((id: string, index: number): void => {
    setTarget({ id, index });
    setTab('workings');
  }, []);
  const openRule = useCallback((id: string): void => openCheck(id, shownIndex), [openCheck, shownIndex]);
  const openTab = (to: Tab): void => {
    setTab(to);
    if (to === 'workings') setTarget(null);
  };
  return { tab, openTab, target, shownIndex, openCheck, openRule };
}
