import { officeRules } from '../../house/office.ts';
import { useEffect, useRef, useState } from 'react';
import {
  basisOf,
  kindOf,
  multipleText,
  Refusal,
  revisionLetter,
  titleOf,
  type JobRecord,
  type JointContent,
  type MemberFacts,
  type Units,
  type Ways,
} from '@ample/core';
import { failureOrder } from '../FailureOrder.tsx';
import { ruleText } from '../Side.tsx';
import type { Checked } from '../../work/check.worker.ts';
import { checker, search } from '../../work/client.ts';

/** What is known of the members; nothing while one of them is refused. */
export function factsOf(kindId: string, content: JointContent, job: JobRecord): Readonly<Record<string, MemberFacts | null>> {
  try {
    return kindOf(kindId).facts(content.input, basisOf(job, content.settings));
  } catch (e) {
    if (e instanceof Refusal) return {};
    throw e;
  }
}

/** The check that is pointed at, or the first to give, with its label for the drawing. */
export function failureShown(
  { report }: Checked,
  pointed: string | null,
  selected: number,
  units: Units,
): { id: string; title: string; detail: string } | null {
  const order = failureOrder(report, selected);
  const entry = pointed ? order.find((o) => o.key === pointed) : order[0];
  if (entry)
    return { id: entry.key, title: entry.title, detail: `gives at ${multipleText(entry.check.multiple)} × ${entry.combination}` };
  const rule = report.rules.find((r) => r.id === pointed);
  return rule ? { id: rule.id, title: rule.title, detail: ruleText(rule, units) } : null;
}

/** Checks in the worker on every change; the last answer stays on screen until the next one comes. */
export function useCheck(
  kindId: string,
  content: JointContent,
  job: JobRecord,
  record: { version: number; checked?: { by: string; at: string; fingerprint: string } },
  selected: number,
) {
  const [checked, setChecked] = useState<Checked | null>(null);
  const [refusal, setRefusal] = useState('');
  const [judged, setJudged] = useState<Judged | null>(null);
  const turn = useRef(0);
  const { version, checked: signed } = record;
  useEffect(() => {
    const mine = ++turn.current;
    const basis = basisOf(job, content.settings);
    const joint = { ...content, kind: kindId, checked: signed };
    const title = titleOf(job, joint, basis, revisionLetter(version));
    void checker()
      .check(kindId, content, job, title, selected)
      .then((answer) => {
        if (turn.current !== mine) return;
        if ('ok' in answer) {
          setChecked(answer.ok);
          setRefusal('');
          requestAnimationFrame(() => performance.mark('repainted'));
        } else setRefusal(answer.refusal);
        // Another combination that is looked at is no other joint.
        const now = { kindId, content, job };
        setJudged((before) => (before && isSame(before, now) ? before : now));
      });
  }, [kindId, content, job, version, signed, selected]);
  const found = useWays(judged);
  return { checked, refusal, ways: found && isSame(found, { kindId, content, job }) ? found.ways : null };
}

/** A joint as it was judged. */
interface Judged {
  readonly kindId: string;
  readonly content: JointContent;
  readonly job: JobRecord;
}
const isSame = (a: Judged, b: Judged): boolean => a.kindId === b.kindId && a.content === b.content && a.job === b.job;

/** Ways out of what was judged: they are looked for once its answer is there, which would else wait for a processor. */
function useWays(judged: Judged | null): (Judged & { readonly ways: Ways }) | null {
  const [found, setFound] = useState<(Judged & { readonly ways: Ways }) | null>(null);
  useEffect(() => {
    if (!judged) return;
    let gone = false;
    const { kindId, content, job } = judged;
    void search('ways', async (worker) => worker.ways(kindId, content, { ...job, office: await officeRules() })).then((ways) => {
      if (!gone) setFound({ ...judged, ways });
    });
    return () => {
      gone = true;
    };
  }, [judged]);
  return found;
}
