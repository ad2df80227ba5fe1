import { useEffect, useState } from 'react';
import { kindOf, type JointContent, type RevisionRecord } from '@ample/core';
import { api } from '../api.ts';
import { Problem } from '../parts/Dialog.tsx';
import { useUnits } from '../parts/units.ts';

/** Changes that the server gives at a time. */
const PAGE = 200;

/** Every change of the joint: who, when, what; any earlier state can be taken again. */
export function History({
  jointId,
  kindId,
  version,
  onTake,
}: {
  jointId: string;
  kindId: string;
  version: number;
  onTake: (content: JointContent, label: string) => void;
}) {
  const [list, setList] = useState<RevisionRecord[]>([]);
  const [problem, setProblem] = useState('');
  const [older, setOlder] = useState(false);
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
  const units = useUnits();
  const line = (c: JointContent | null): string => (c ? kindOf(c.kind ?? kindId).line.print(c.input, units) : '');
  return (
    <div className="p-4">
      <Problem>{problem}</Problem>
      <table className="grid-table">
        <thead>
          <tr>
            <th>Version</th>
            <th>When</th>
            <th>Who</th>
            <th>What</th>
            <th>Detail line after</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {list.map((r, i) => (
            <tr key={r.id}>
              <td>{r.version}</td>
              <td className="muted whitespace-nowrap">
                {new Date(r.at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
              </td>
              <td>{r.who}</td>
              <td>{r.label}</td>
              <td className="mono text-[11.5px]">{line(r.after)}</td>
              <td>
                {i > 0 && r.after && (
                  <button
                    type="button"
                    className="btn btn-ghost"
                    onClick={() => onTake(r.after!, `back to version ${r.version}`)}
                  >
                    Take again
                  </button>
                )}
              </td>
            </tr>
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
