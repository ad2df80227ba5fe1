import { officeRules } from '../../house/office.ts';
import { useCallback, useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { tellNow } from '../../store/soon.ts';
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
import type { CheckAnswer, Checked } from '../../work/check.worker.ts';
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
  const ask = useCallback(
    (of: JointContent) => {
      const title = titleOf(job, { ...of, checked: signed }, basisOf(job, of.settings), revisionLetter(version));
      return checker().check(of, job, title, selected);
    },
    [job, version, signed, selected],
  );
  const show = useCallback((answer: CheckAnswer): void => {
    if ('ok' in answer) setChecked(answer.ok);
    setRefusal('ok' in answer ? '' : answer.refusal);
  }, []);
  const asked = useRef<{ readonly of: JointContent; readonly by: typeof ask; readonly answer: ReturnType<typeof ask> } | null>(
    null,
  );
  /** Asks for what an edit makes before the page shows the edit, and shows both at once: drawn after each other they take two frames. */
  const askAhead = useCallback(
    (of: JointContent): void => {
      const mine = { of, by: ask, answer: ask(of) };
      asked.current = mine;
      void mine.answer.then((answer) => {
        if (asked.current !== mine) return;
        flushSync(() => {
          tellNow();
          show(answer);
        });
      });
    },
    [ask, show],
  );
  useEffect(() => {
    const mine = ++turn.current;
    // What was asked for another content than the page has now is nobody's any more.
    if (asked.current?.of !== content || asked.current.by !== ask) asked.current = null;
    void (asked.current?.answer ?? ask(content)).then((answer) => {
      if (turn.current !== mine) return;
      show(answer);
      if ('ok' in answer) requestAnimationFrame(() => performance.mark('repainted'));
      // Another combination that is looked at is no other joint.
      const now = { content, job };
      setJudged((before) => (before && isSame(before, now) ? before : now));
    });
  }, [content, job, ask, show]);
  const found = useWays(judged);
  return { checked, refusal, askAhead, ways: found && isSame(found, { content, job }) ? found.ways : null };
}

/** A joint as it was judged. */
interface Judged {
  readonly content: JointContent;
  readonly job: JobRecord;
}
const isSame = (a: Judged, b: Judged): boolean => a.content === b.content && a.job === b.job;

/** Ways out of what was judged: they are looked for once its answer is there, which would else wait for a processor. */
function useWays(judged: Judged | null): (Judged & { readonly ways: Ways }) | null {
  const [found, setFound] = useState<(Judged & { readonly ways: Ways }) | null>(null);
  useEffect(() => {
    if (!judged) return;
    let gone = false;
    const { content, job } = judged;
    void search('ways', async (worker) => worker.ways(content, { ...job, office: await officeRules() })).then((ways) => {
      if (!gone) setFound({ ...judged, ways });
    });
    return () => {
      gone = true;
    };
  }, [judged]);
  return found;
}
