import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useLocation, useNavigate, useParams } from 'react-router';
import {
  titleOf,
  basisOf,
  fingerprint,
  kindOf,
  KINDS,
  multipleText,
  ROWS_FROM,
  Refusal,
  revisionLetter,
  type JobRecord,
  type JointContent,
  type JointRecord,
  type MemberFacts,
  type Sibling,
  type WayOut,
  type Units,
  actionsUnder,
  kindTitle,
  otherStandards,
} from '@ample/core';
import { UnitsContext, useUnits } from '../parts/units.ts';
import { api } from '../api.ts';
import { Alternatives } from '../joint/Alternatives.tsx';
import { ActionsStrip } from '../joint/ActionsStrip.tsx';
import { DetailLine } from '../joint/DetailLine.tsx';
import { makeEditor } from '../joint/editor.ts';
import { failureOrder, FailureOrder } from '../joint/FailureOrder.tsx';
import { History } from '../joint/History.tsx';
import { Lists } from '../joint/Lists.tsx';
import { Sheet } from '../joint/Sheet.tsx';
import { Rules, ruleText, Takeoff, WaysOut } from '../joint/Side.tsx';
import { Dialog, Problem } from '../parts/Dialog.tsx';
import { Issue } from '../parts/Issue.tsx';
import { methodOf } from '../help/links.ts';
import { Shell, type Keys } from '../parts/Shell.tsx';
import {
  edited,
  mineKept,
  opened,
  recordReplaced,
  redone,
  save,
  saveAgain,
  sendSave,
  storedTaken,
  undone,
} from '../store/joint.ts';
import { useApp, useAppDispatch } from '../store/store.ts';
import type { Checked } from '../work/check.worker.ts';
import { checker, search } from '../work/client.ts';

// The formula setter is large and only the workings need it.
// The solid brings a renderer that most visits don't need.
const SolidView = lazy(() => import('../joint/solid/Solid.tsx').then((m) => ({ default: m.SolidView })));
const MomentChartView = lazy(() => import('../joint/MomentChart.tsx').then((m) => ({ default: m.MomentChartView })));
const WorkingsView = lazy(() => import('../joint/Workings.tsx').then((m) => ({ default: m.WorkingsView })));
// The worker starts while the joint is still being fetched.
checker();

type Tab = 'detail' | 'solid' | 'chart' | 'workings' | 'lists' | 'alternatives' | 'history';
const TABS: readonly (readonly [Tab, string])[] = [
  ['detail', 'Detail'],
  ['solid', 'Solid'],
  ['chart', 'N–M chart'],
  ['workings', 'Workings'],
  ['lists', 'Lists'],
  ['alternatives', 'Alternatives'],
  ['history', 'History'],
];
const KEYS: Keys = [
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['L', 'type the detail line'],
  ['[, ]', 'previous, next joint'],
  ['Enter', 'on a dimension or callout: change it'],
  ['↑, ↓', 'in a dimension: the next practical value'],
  ['Tab', 'from a dimension to the next'],
];
const SAVE_WORDS = { saved: 'saved', saving: 'saving…', waiting: 'saving…', stale: 'not saved', failed: 'not saved' } as const;

/** The main screen: drawing as the editor, detail line, failure order, ways out, actions. */
export function JointPage() {
  const { jobId, jointId } = useParams() as { jobId: string; jointId: string };
  const dispatch = useAppDispatch();
  const { record, present } = useApp((s) => s.joint);
  const [job, setJob] = useState<JobRecord | null>(null);
  const [siblings, setSiblings] = useState<readonly Sibling[]>([]);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    let gone = false;
    Promise.all([api.joint(jointId), api.revisions(jointId), api.job(jobId), api.marks(jobId)])
      .then(([r, revisions, j, marks]) => {
        if (gone) return;
        dispatch(opened({ record: r, revisions }));
        setJob(j);
        setSiblings(marks);
      })
      .catch((e: Error) => setProblem(e.message));
    return () => {
      gone = true;
    };
  }, [jobId, jointId, dispatch]);
  if (problem)
    return (
      <Shell trail={<Link to={`/jobs/${jobId}`}>Register</Link>}>
        <main className="page">
          <Problem>{problem}</Problem>
        </main>
      </Shell>
    );
  if (!job || !record || !present || record.id !== jointId)
    return (
      <Shell>
        <main className="page muted">Opening…</main>
      </Shell>
    );
  if (record.unreadable !== undefined) return <UnreadableJoint job={job} record={record} reason={record.unreadable} />;
  return <Joint key={jointId} job={job} siblings={siblings} />;
}

/** A joint that this version can't read: why, and what can be done with it. */
function UnreadableJoint({ job, record, reason }: { job: JobRecord; record: JointRecord; reason: string }) {
  const navigate = useNavigate();
  const [problem, setProblem] = useState('');
  const remove = (): void =>
    void api.deleteJoint(record.id).then(
      () => navigate(`/jobs/${job.id}`),
      (e: Error) => setProblem(e.message),
    );
  return (
    <Shell
      trail={
        <>
          <Link className="ellipsis" to={`/jobs/${job.id}`}>
            {job.name}
          </Link>
          <span className="quiet">/ Register</span>
          <span className="here">{record.mark}</span>
        </>
      }
    >
      <main className="page">
        <div className="page-inner">
          <h1>{record.mark} can’t be read</h1>
          <Problem>{reason}</Problem>
          <p className="my-3">
            Nothing of it is lost: what is stored can be exported as it stands. The other joints of the job are not touched by
            this.
          </p>
          <div className="flex gap-2">
            <a className="btn btn-primary" href={api.rawUrl(record.id)} download>
              Export as it stands
            </a>
            <button type="button" className="btn" onClick={remove}>
              Delete it
            </button>
          </div>
          <Problem>{problem}</Problem>
        </div>
      </main>
    </Shell>
  );
}

function Joint({ job, siblings }: { job: JobRecord; siblings: readonly Sibling[] }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const location = useLocation() as { state: { why?: readonly string[] } | null };
  const joint = useApp((s) => s.joint);
  const record = joint.record!;
  const present = joint.present!;
  const kind = kindOf(present.kind);
  const [tab, setTab] = useState<Tab>('detail');
  const [selected, setSelected] = useState(-1);
  const [pointed, setPointed] = useState<string | null>(null);
  const [target, setTarget] = useState<{ id: string; index: number } | null>(null);
  const [box, setBox] = useState<'issue' | 'sign' | null>(null);
  const [said, setSaid] = useState('');
  const [why, setWhy] = useState(location.state?.why ?? []);
  const { checked, refusal, ways } = useCheck(present.kind, present, job, record, selected);

  // Saves follow edits one after the other; each is made from the version that the last one gave.
  const sent = useRef<Promise<JointRecord | null>>(Promise.resolve(null));
  const latest = useRef(joint);
  latest.current = joint;
  const store = useCallback(
    (from: JointRecord): void => {
      const { present: content, lastLabel, edits } = latest.current;
      sent.current = dispatch(save({ record: from, content: content!, label: lastLabel, edits }))
        .unwrap()
        .catch(() => null);
    },
    [dispatch],
  );
  useEffect(() => {
    if (joint.save !== 'waiting' || joint.inFlight) return;
    // A moment later, so that the check and its repaint go first and quick steps make one save.
    const soon = setTimeout(() => store(record), 80);
    return () => clearTimeout(soon);
  }, [joint.save, joint.inFlight, record, present, joint.edits, store]);
  // Who leaves within that moment leaves nothing behind: the last edit is saved from the version that the save before it gives.
  useEffect(
    () => () => {
      const left = latest.current;
      if (left.save === 'waiting' && left.present)
        void sent.current
          .then((before) =>
            sendSave(before && before.version > left.record!.version ? before : left.record!, left.present!, left.lastLabel),
          )
          .catch(() => null);
    },
    [],
  );
  useEffect(() => {
    const warn = (e: BeforeUnloadEvent): void => {
      if (joint.save !== 'saved') e.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [joint.save]);
  useEffect(() => {
    document.title = `${present.mark} · ${job.name}`;
  }, [present.mark, job.name]);
  useEffect(() => {
    if (joint.save !== 'failed') return;
    const again = setTimeout(() => dispatch(saveAgain()), 4000);
    return () => clearTimeout(again);
  }, [joint.save, dispatch]);

  const apply = useCallback(
    (content: JointContent, label: string): void => {
      performance.mark('edit');
      setSaid('');
      dispatch(edited({ content, label }));
    },
    [dispatch],
  );
  const basis = useMemo(() => basisOf(job, present.settings), [job, present.settings]);
  const editor = useMemo(() => makeEditor(present.kind, present, job, apply, setSaid), [present, job, apply]);

  // A tab is there where the kind has something to show in it.
  const tabs = TABS.filter(
    ([id]) =>
      (id !== 'chart' || kind.offers.chart) &&
      (id !== 'lists' || kind.offers.lists) &&
      (id !== 'alternatives' ||
        otherStandards(kind.id, basis).length > 0 ||
        KINDS.some((k) => k.id !== kind.id && k.family === kind.family && k.standards.includes(job.basis.standard))),
  );
  const at = siblings.findIndex((s) => s.id === record.id);
  const go = useCallback(
    (by: number): void => {
      const to = siblings[at + by];
      if (to) void navigate(`/jobs/${job.id}/joints/${to.id}`);
    },
    [siblings, at, job.id, navigate],
  );
  useKeys({ undo: () => dispatch(undone()), redo: () => dispatch(redone()), go });

  const facts = useMemo(() => factsOf(kind.id, present, job), [kind.id, present, job]);
  const report = checked?.report;
  const shownIndex = selected >= 0 ? selected : Math.max(0, report?.worst ?? 0);
  const openCheck = useCallback((id: string, index: number): void => {
    setTarget({ id, index });
    setTab('workings');
  }, []);
  const openRule = useCallback((id: string): void => openCheck(id, shownIndex), [openCheck, shownIndex]);
  const failure = useMemo(
    () => (checked ? failureShown(checked, pointed, selected, basis.units) : null),
    [checked, pointed, selected, basis],
  );
  const stale =
    record.checked !== undefined &&
    record.checked.fingerprint !==
      fingerprint({ kind: present.kind, input: present.input, combinations: present.combinations }, basis);
  const takeWay = (w: WayOut): void => {
    const r = editor.take(w.input, w.label);
    if (r) setSaid(r);
  };

  return (
    <UnitsContext value={basis.units}>
      <Shell
        help="/help/guide#joint"
        keys={KEYS}
        trail={
          <>
            <Link className="ellipsis" to={`/jobs/${job.id}`}>
              {job.name}
            </Link>
            <span className="quiet">/ Register</span>
            <button
              type="button"
              className="quiet px-1"
              disabled={at <= 0}
              onClick={() => go(-1)}
              aria-label="Previous joint"
              title="Previous joint ( [ )"
            >
              ‹
            </button>
            <span className="here">{present.mark}</span>
            <button
              type="button"
              className="quiet px-1"
              disabled={at >= siblings.length - 1}
              onClick={() => go(1)}
              aria-label="Next joint"
              title="Next joint ( ] )"
            >
              ›
            </button>
            <span className="quiet two-lines" title={kind.members(present.input, basis.units)}>
              {kindTitle(kind, basis.standard).toLowerCase()} · {kind.members(present.input, basis.units)}
            </span>
          </>
        }
        tools={
          <>
            <button
              type="button"
              className="quiet"
              disabled={joint.past.length === 0}
              onClick={() => dispatch(undone())}
              title={joint.past.length ? `Undo: ${joint.past.at(-1)!.label} (Ctrl Z)` : 'Nothing to undo'}
            >
              Undo
            </button>
            <button
              type="button"
              className="quiet"
              disabled={joint.future.length === 0}
              onClick={() => dispatch(redone())}
              title="Redo (Ctrl Shift Z)"
            >
              Redo
            </button>
            <span className="quiet" aria-live="polite" data-save={joint.save}>
              {SAVE_WORDS[joint.save]}
            </span>
            <button type="button" className="quiet" onClick={() => setBox('sign')}>
              {record.checked ? (stale ? 'Stale, sign again' : `Checked: ${record.checked.by}`) : 'Sign off'}
            </button>
            <button type="button" className="btn btn-primary" onClick={() => setBox('issue')} disabled={joint.save !== 'saved'}>
              Issue details
            </button>
          </>
        }
      >
        <main className="joint">
          <DetailLine line={kind.line.print(present.input, basis.units)} editor={editor} />
          <div className="joint-main">
            <div className="tabs-row" role="tablist">
              {tabs.map(([id, label]) => (
                <button
                  type="button"
                  key={id}
                  role="tab"
                  aria-selected={tab === id}
                  className="tab-button"
                  onClick={() => {
                    setTab(id);
                    if (id === 'workings') setTarget(null);
                  }}
                >
                  {label}
                </button>
              ))}
              {(said || refusal || joint.problem) && (
                <span className="problem px-3 py-1 flex-1 ellipsis" role="alert" title={said || refusal || joint.problem || ''}>
                  {said || refusal || joint.problem}
                </span>
              )}
              {!said && !refusal && !joint.problem && why.length > 0 && (
                <>
                  <span className="px-3 py-1 flex-1 ellipsis muted" title={why.join(' ')}>
                    First detail: {why.join(' ')}
                  </span>
                  <button type="button" className="underline muted py-1" onClick={() => setWhy([])}>
                    Dismiss
                  </button>
                </>
              )}
            </div>
            <div className="tab-body" role="tabpanel">
              {tab === 'detail' && checked && <Sheet drawing={checked.drawing} failure={failure} editor={editor} facts={facts} />}
              {tab === 'solid' && checked && (
                <Suspense fallback={<p className="muted p-4">Opening the solid…</p>}>
                  <SolidView
                    content={present}
                    job={job}
                    report={checked.report}
                    drawing={checked.drawing}
                    selected={selected}
                    failure={failure}
                    onOpen={openCheck}
                  />
                </Suspense>
              )}
              {tab === 'chart' && checked && (
                <Suspense fallback={<p className="muted p-4">Opening the chart…</p>}>
                  <MomentChartView content={present} job={job} worst={checked.report.worst} />
                </Suspense>
              )}
              {tab === 'lists' && checked && (
                <Lists content={present} job={job} jointId={record.id} saved={joint.save === 'saved'} />
              )}
              {tab === 'workings' && (
                <Suspense fallback={<p className="muted p-4">Opening the workings…</p>}>
                  <WorkingsView
                    kindId={present.kind}
                    content={present}
                    job={job}
                    index={target?.index ?? shownIndex}
                    target={target?.id ?? null}
                  />
                </Suspense>
              )}
              {tab === 'alternatives' && checked && (
                <Alternatives
                  content={present}
                  job={job}
                  present={checked}
                  onTake={(content, label) => {
                    apply(content, label);
                    setTab('detail');
                  }}
                />
              )}
              {tab === 'history' && <History jointId={record.id} kindId={present.kind} version={record.version} onTake={apply} />}
            </div>
            {report && (
              <ActionsStrip
                basis={basis}
                actions={actionsUnder(kind, basis.standard, present.combinations)}
                report={report}
                selected={Math.min(selected, report.combinations.length - 1)}
                onSelect={setSelected}
                combinations={present.combinations}
                member={facts['beam'] ? { name: facts['beam'].title, V_pl: facts['beam'].V_pl } : null}
                onChange={(combinations, label) => apply({ ...present, combinations }, label)}
              />
            )}
          </div>
          <aside className="joint-side" aria-label="What gives first, and what would help">
            {report && checked && (
              <>
                <FailureOrder
                  report={report}
                  selected={selected}
                  close={job.basis.close}
                  active={pointed}
                  onPoint={setPointed}
                  onOpen={openCheck}
                />
                <WaysOut ways={ways} busy={report.worst >= 0} onTake={takeWay} />
                <Rules report={report} onPoint={setPointed} onOpen={openRule} />
                <Takeoff q={checked.quantities} />
                {kind.placeField && (
                  <Measured
                    content={present}
                    job={job}
                    onChange={(settings, label) => {
                      const { settings: _before, ...rest } = present;
                      apply(Object.keys(settings).length ? { ...rest, settings } : rest, label);
                    }}
                  />
                )}
                <p className="mt-3">
                  <Link className="underline" to={methodOf(kind.title, basis.standard.id)}>
                    What is checked, and what is not: {kindTitle(kind, basis.standard).toLowerCase()}
                  </Link>
                </p>
              </>
            )}
          </aside>
        </main>
        {box === 'issue' && (
          <Issue jobId={job.id} jointId={record.id} title={`Issue ${present.mark}`} onClose={() => setBox(null)} />
        )}
        {box === 'sign' && <Sign onClose={() => setBox(null)} verdict={report?.verdict ?? ''} />}
        {joint.stored && <Stale onClose={() => dispatch(storedTaken())} />}
      </Shell>
    </UnitsContext>
  );
}

/** How this joint's rows are dimensioned: as the job has it, or in its own way. It changes no result. */
function Measured({
  content,
  job,
  onChange,
}: {
  content: JointContent;
  job: JobRecord;
  onChange: (settings: NonNullable<JointContent['settings']>, label: string) => void;
}) {
  const words = (id: string): string => ROWS_FROM.find(([k]) => k === id)![1];
  const jobs = basisOf(job).settings.rows_from;
  const change = (id: string): void => {
    const { rows_from: _before, ...rest } = content.settings ?? {};
    onChange(
      id === '' ? rest : { ...rest, rows_from: id as typeof jobs },
      `rows ${id === '' ? 'as the job has them' : words(id)}`,
    );
  };
  return (
    <label className="muted mt-3 flex items-center gap-2">
      Rows
      <select className="select" value={content.settings?.rows_from ?? ''} onChange={(e) => change(e.target.value)}>
        <option value="">as the job: {words(jobs)}</option>
        {ROWS_FROM.map(([id, text]) => (
          <option key={id} value={id}>
            {text}
          </option>
        ))}
      </select>
    </label>
  );
}

/** What is known of the members; nothing while one of them is refused. */
function factsOf(kindId: string, content: JointContent, job: JobRecord): Readonly<Record<string, MemberFacts | null>> {
  try {
    return kindOf(kindId).facts(content.input, basisOf(job, content.settings));
  } catch (e) {
    if (e instanceof Refusal) return {};
    throw e;
  }
}

/** The check that is pointed at, or the first to give, with its label for the drawing. */
function failureShown(
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
function useCheck(
  kindId: string,
  content: JointContent,
  job: JobRecord,
  record: { version: number; checked?: { by: string; at: string; fingerprint: string } },
  selected: number,
) {
  const [checked, setChecked] = useState<Checked | null>(null);
  const [refusal, setRefusal] = useState('');
  const [ways, setWays] = useState<readonly WayOut[] | null>(null);
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
      });
  }, [kindId, content, job, version, signed, selected]);
  useEffect(() => {
    let gone = false;
    setWays(null);
    void search('ways', (worker) => worker.ways(kindId, content, job)).then((w) => {
      if (!gone) setWays(w);
    });
    return () => {
      gone = true;
    };
  }, [kindId, content, job]);
  return { checked, refusal, ways };
}

function useKeys({ undo, redo, go }: { undo: () => void; redo: () => void; go: (by: number) => void }): void {
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      const typing = (e.target as HTMLElement).closest('input, textarea, select, dialog');
      if (typing) return;
      const ctrl = e.ctrlKey || e.metaKey;
      if (ctrl && e.key.toLowerCase() === 'z') {
        e.preventDefault();
        (e.shiftKey ? redo : undo)();
      } else if (ctrl && e.key.toLowerCase() === 'y') {
        e.preventDefault();
        redo();
      } else if (!ctrl && e.key === '[') go(-1);
      else if (!ctrl && e.key === ']') go(1);
      else if (!ctrl && e.key.toLowerCase() === 'l') {
        e.preventDefault();
        document.querySelector<HTMLElement>('[data-line-token]')?.click();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo, redo, go]);
}

function Sign({ onClose, verdict }: { onClose: () => void; verdict: string }) {
  const dispatch = useAppDispatch();
  const record = useApp((s) => s.joint.record)!;
  const me = useApp((s) => s.settings.who);
  const [by, setBy] = useState(record.checked?.by ?? me);
  const [problem, setProblem] = useState('');
  const sign = (name: string | null): void =>
    void api.sign(record.id, record.version, name).then(
      (r) => {
        dispatch(recordReplaced(r));
        onClose();
      },
      (e: Error) => setProblem(e.message),
    );
  return (
    <Dialog title={`Sign off ${record.mark}`} onClose={onClose} width={420}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (by.trim()) sign(by.trim());
          else setProblem('Checked by: the name is missing; it must be given.');
        }}
      >
        <p className="mb-2">{verdict}. A later change of detail, actions or basis makes the signature stale.</p>
        <label className="form-grid">
          <span>Checked by</span>
          <input className="input w-full" value={by} onChange={(e) => setBy(e.target.value)} />
        </label>
        <Problem>{problem}</Problem>
        <div className="flex gap-2 mt-3">
          <button type="submit" className="btn btn-primary">
            Sign as checked
          </button>
          {record.checked && (
            <button type="button" className="btn" onClick={() => sign(null)}>
              Take the signature back
            </button>
          )}
        </div>
      </form>
    </Dialog>
  );
}

/** A save that came too late: both versions, and the choice. */
function Stale({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { stored, present, problem } = useApp((s) => s.joint);
  const units = useUnits();
  const print = (c: JointContent): string => kindOf(c.kind).line.print(c.input, units);
  return (
    <Dialog title="Changed meanwhile" onClose={onClose} width={640}>
      <p>{problem}</p>
      <div className="mt-3 grid gap-2">
        <div>
          <div className="label">Stored, version {stored!.version}</div>
          <div className="mono">
            {stored!.mark}: {print(stored!)}
          </div>
          <div className="muted">{stored!.combinations.length} combinations</div>
        </div>
        <div>
          <div className="label">Yours</div>
          <div className="mono">
            {present!.mark}: {print(present!)}
          </div>
          <div className="muted">{present!.combinations.length} combinations</div>
        </div>
      </div>
      <div className="flex gap-2 mt-4">
        <button type="button" data-first className="btn btn-primary" onClick={() => dispatch(storedTaken())}>
          Take the stored one
        </button>
        <button type="button" className="btn" onClick={() => dispatch(mineKept())}>
          Save yours over it
        </button>
      </div>
      <p className="muted mt-2">Taking the stored one keeps yours in undo.</p>
    </Dialog>
  );
}
