import { useEffect, useState } from 'react';
import { differences, kindOf, standingOf, type JobRecord, type JointContent, type RevisionRecord } from '@ample/core';
import { api } from '../api.ts';
import { Problem } from '../parts/Dialog.tsx';
import { Stand } from '../parts/StateMark.tsx';
import { timeWords } from '../parts/time.ts';
import { useUnits } from '../parts/units.ts';

/** Changes that the server gives at a time. */
const PAGE = 200;

interface HistoryProps {
  readonly jointId: string;
  readonly kindId: string;
  readonly job: JobRecord;
  readonly version: number;
  readonly onTake: (content: JointContent, label: string) => void;
}

/** Every change of the joint: who, when, what; any earlier state can be taken again. */
export function History({ jointId, kindId, job, version, onTake }: HistoryProps) {
  const [list, setList] = useState<RevisionRecord[]>([]);
  const [problem, setProblem] = useState('');
  const [older, setOlder] = useState(false);
  const [pair, setPair] = useState<readonly number[]>([]);
  const take = (page: readonly RevisionRecord[], before: readonly RevisionRecord[]): void => {
    setList([...before, ...page]);
    setOlder(page.length === PAGE);
  };
  useEffect(() => {
    api.revisions(jointId).then(
      (page) => take(page, []),
      (e: Error) => setProblem(e.message),
    );
  }, [jointId, version]);
  const more = (): void =>
    void api.revisions(jointId, list.at(-1)!.id).then(
      (page) => take(page, list),
      (e: Error) => setProblem(e.message),
    );
  /** A third one takes the place of the one that was chosen first. */
  const compare = (id: number, on: boolean): void => setPair(on ? [...pair, id].slice(-2) : pair.filter((x) => x !== id));
  const units = useUnits();
  const line = (c: JointContent | null): string => (c ? kindOf(c.kind ?? kindId).line.print(c.input, units) : '');
  return (
    <div className="p-4">
      <Problem>{problem}</Problem>
      <Compared list={list} pair={pair} kindId={kindId} job={job} />
      <table className="grid-table">
        <thead>
          <tr>
            {['Compare', 'Version', 'When', 'Who', 'What', 'Detail line after', ''].map((h) => (
              <th key={h}>{h}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {list.map((r, i) => (
            <Row
              key={r.id}
              r={r}
              line={line(r.after)}
              compared={pair.includes(r.id)}
              onCompare={(on) => compare(r.id, on)}
              onTake={i > 0 && r.after ? () => onTake(r.after!, `back to version ${r.version}`) : null}
            />
          ))}
        </tbody>
      </table>
      {older && (
        <button type="button" className="btn mt-2" onClick={more}>
          Show older changes
        </button>
      )}
    </div>
  );
}

/** Two states of the joint side by side, each judged as the job is now: what is different, and how each stands. */
function Compared({
  list,
  pair,
  kindId,
  job,
}: {
  list: readonly RevisionRecord[];
  pair: readonly number[];
  kindId: string;
  job: JobRecord;
}) {
  const [b, a] = list.filter((r) => pair.includes(r.id) && r.after);
  if (!a || !b)
    return (
      <p className="muted mb-3">Choose two versions to see what is different between them, each judged as the job is now.</p>
    );
  const content = (r: RevisionRecord): JointContent => ({ ...r.after!, kind: r.after!.kind ?? kindId });
  const [x, y] = [content(a), content(b)];
  const found = differences(x, y, job);
  return (
    <section aria-label="Two versions compared" className="mb-5">
      <table className="grid-table">
        <thead>
          <tr>
            <th>What</th>
            <th>Version {a.version}</th>
            <th>Version {b.version}</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>Verdict</td>
            <td>
              <Stand of={standingOf(x, job)} />
            </td>
            <td>
              <Stand of={standingOf(y, job)} />
            </td>
          </tr>
          {found.map((d) => (
            <tr key={`${d.part} ${d.what}`}>
              <td>{d.what}</td>
              <td className="muted">{d.before || 'none'}</td>
              <td className="font-semibold">{d.after || 'none'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {found.length === 0 && <p className="muted">Nothing is different.</p>}
    </section>
  );
}

interface RowProps {
  readonly r: RevisionRecord;
  readonly line: string;
  readonly compared: boolean;
  readonly onCompare: (on: boolean) => void;
  readonly onTake: (() => void) | null;
}

/** One change; a state that is not that of now can be taken again. */
function Row({ r, line, compared, onCompare, onTake }: RowProps) {
  return (
    <tr>
      <td>
        {r.after && (
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            aria-label={`Compare version ${r.version}`}
            checked={compared}
            onChange={(e) => onCompare(e.target.checked)}
          />
        )}
      </td>
      <td>{r.version}</td>
      <td className="muted whitespace-nowrap">{timeWords(r.at)}</td>
      <td>{r.who}</td>
      <td>{r.label}</td>
      <td className="mono text-[11.5px]">{line}</td>
      <td>
        {onTake && (
          <button type="button" className="btn btn-ghost" onClick={onTake}>
            Take again
          </button>
        )}
      </td>
    </tr>
  );
}
