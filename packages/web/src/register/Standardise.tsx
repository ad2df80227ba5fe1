import { proxy } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import {
  contentOf,
  multipleText,
  servesWords,
  type JobRecord,
  type JointRecord,
  type RegisterEntry,
  type StandardStage,
  type Standardised,
} from '@ample/core';
import { officeRules } from '../house/office.ts';
import { Dialog, Problem } from '../parts/Dialog.tsx';
import { standardWorker } from '../work/client.ts';
import type { StandardAnswer } from '../work/standard.worker.ts';
import { ChangeTable } from './ChangeTable.tsx';
import { changesOf, takeChanges, useJoints, type Change } from './many.ts';

const STAGE: Readonly<Record<StandardStage['stage'], string>> = {
  search: 'Looking for the cheapest details of joint',
  compare: 'Trying all of them at joint',
};

/** Works away from the page; what it is at, and what came of it. */
function useStandardised(joints: readonly JointRecord[], job: JobRecord) {
  const [stage, setStage] = useState<StandardStage | null>(null);
  const [made, setMade] = useState<Standardised | null>(null);
  const [problem, setProblem] = useState('');
  const end = useRef<() => void>(() => undefined);
  useEffect(() => () => end.current(), []);
  const start = (most: number): void => {
    end.current();
    const { remote, end: stop } = standardWorker();
    end.current = stop;
    setMade(null);
    setProblem('');
    setStage({ stage: 'search', done: 0, of: joints.length });
    const say = proxy((s: StandardStage): Promise<void> => {
      setStage(s);
      return Promise.resolve();
    });
    void officeRules()
      .then(async (office): Promise<StandardAnswer> => remote.run(joints.map(contentOf), { ...job, office }, most, say))
      .then((answer) => {
        stop();
        setStage(null);
        if ('ok' in answer) setMade(answer.ok);
        else setProblem(answer.refusal);
      });
  };
  const cancel = (): void => {
    end.current();
    setStage(null);
  };
  return { stage, made, problem, start, cancel };
}

interface Props {
  readonly job: JobRecord;
  readonly chosen: readonly RegisterEntry[];
  readonly onClose: () => void;
  readonly onDone: () => Promise<void>;
}

const servedChanges = (made: Standardised, joints: readonly JointRecord[], job: JobRecord): Change[] =>
  changesOf(joints, job, (j) => {
    const served = made.joints.find((s) => s.mark === j.mark)?.served;
    // A detail of its own is no detail of a group, nor of the house.
    const { group: _left, house: _other, ...alone } = contentOf(j);
    return served ? { ...alone, kind: served.kind, input: served.input as JointRecord['input'] } : null;
  });

/** Few details for the joints that are chosen, so that all together cost least: what each gets, and the price of standardising. */
export function Standardise({ job, chosen, onClose, onDone }: Props) {
  const { joints, problem: unread } = useJoints(chosen);
  const [most, setMost] = useState('5');
  const [problem, setProblem] = useState('');
  const run = useStandardised(joints, job);
  const { made, start } = run;
  // Asked for before the joints are read: it begins when they are.
  const [asked, setAsked] = useState<number | null>(null);
  useEffect(() => {
    if (asked === null || !joints.length) return;
    setAsked(null);
    start(asked);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for each asking
  }, [asked, joints]);
  const changes = useMemo(() => (made ? servedChanges(made, joints, job) : []), [made, joints, job]);
  const begin = (): void => {
    const n = Number(most);
    if (!Number.isInteger(n) || n < 1 || n > 50)
      return setProblem(`Details at most: "${most}" is no number of details; accepted is 1 to 50.`);
    setProblem('');
    setAsked(n);
  };
  return (
    <Dialog title={`Few details for ${chosen.length} joints`} onClose={onClose} width={900}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          begin();
        }}
      >
        <p className="muted mb-2">
          The cheapest details of each are found by the house rules and tried at every other one, with its own members and forces;
          so many of them are chosen that all joints together cost least.
        </p>
        <div className="flex items-center gap-3">
          <label className="flex items-center gap-2">
            Details at most
            <input className="input w-16 text-right" inputMode="numeric" value={most} onChange={(e) => setMost(e.target.value)} />
          </label>
          <Go run={run} />
          {asked !== null && !unread && (
            <span role="status" className="muted">
              Reading the joints…
            </span>
          )}
        </div>
        <Problem>{problem || run.problem || unread}</Problem>
      </form>
      {made && (
        <Take
          {...{ made, changes }}
          onTake={() => void takeChanges(job, servesWords(made), changes).then(onDone, (x: Error) => setProblem(x.message))}
        />
      )}
    </Dialog>
  );
}

function Chosen({ made }: { made: Standardised }) {
  const { details, joints, total, apart, tried, proved } = made;
  const now = joints.reduce((sum, j) => sum + (j.served ? (j.present ?? 0) : 0), 0);
  return (
    <section aria-label="What was chosen" className="mt-3">
      <p>
        <b>
          {servesWords(made)} at {total.toFixed(2)}.
        </b>{' '}
        As they are these cost {now.toFixed(2)}, each with the cheapest of its own {apart.toFixed(2)}: standardising costs{' '}
        {(total - apart).toFixed(2)}.
      </p>
      <ol className="list-decimal ml-6 my-2">
        {details.map((d) => (
          <li key={d.line}>
            <span className="mono text-[12px]">{d.line}</span>{' '}
            <span className="muted">
              {d.marks.join(', ')}: {d.cost.toFixed(2)}
            </span>
          </li>
        ))}
      </ol>
      <p className="muted">
        {tried} details were tried at every joint;{' '}
        {proved ? 'no other choice of them is cheaper.' : 'whether another choice of them is cheaper is not proved.'} What is
        taken can be dropped again whole under Tables.
      </p>
    </section>
  );
}

/** What each joint gets. */
function Take({ made, changes, onTake }: { made: Standardised; changes: readonly Change[]; onTake: () => void }) {
  return (
    <>
      <Chosen made={made} />
      <ChangeTable
        changes={changes}
        what={({ joint }) => {
          const j = made.joints.find((s) => s.mark === joint.mark)!;
          if (!j.served) return j.refusal ?? '';
          const { detail, cost, multiple } = j.served;
          return `detail ${detail + 1}, ${cost.toFixed(2)} at ${multipleText(multiple)}${j.present === null ? '' : `; as it is ${j.present.toFixed(2)}`}`;
        }}
      />
      <button type="button" className="btn btn-primary mt-3" disabled={!made.details.length} onClick={onTake}>
        Give the joints these details
      </button>
    </>
  );
}

/** Begins it; while it goes, how far it is. */
function Go({ run: { made, stage, cancel } }: { run: ReturnType<typeof useStandardised> }) {
  return stage ? (
    <>
      <span role="status" className="muted">
        {STAGE[stage.stage]} {stage.done + 1} of {stage.of}…
      </span>
      <button type="button" className="btn" onClick={cancel}>
        Cancel
      </button>
    </>
  ) : (
    <button type="submit" className={`btn ${made ? '' : 'btn-primary'}`}>
      {made ? 'Choose again' : 'Choose them'}
    </button>
  );
}
