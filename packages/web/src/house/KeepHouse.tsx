import { useEffect, useState } from 'react';
import { houseOf, rangeWords, type HouseRange, type JobRecord, type JointContent } from '@ample/core';
import { api } from '../api.ts';
import { Dialog, Problem } from '../parts/Dialog.tsx';
import { houseWorker } from '../work/client.ts';

interface Props {
  readonly content: JointContent;
  readonly job: JobRecord;
  readonly onClose: () => void;
  readonly onKept: (name: string, version: number) => void;
}

/** Keeps the detail of a joint with the office; the range is proposed from what the checks let have it. */
export function KeepHouse({ content, job, onClose, onKept }: Props) {
  const [name, setName] = useState('');
  const [note, setNote] = useState('');
  const [range, setRange] = useState<HouseRange | null>(null);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    const { remote, end } = houseWorker();
    void remote.propose(houseOf(content, job, 'new')).then((found) => {
      if ('ok' in found) setRange(found.ok);
      else setProblem(found.refusal);
    });
    return end;
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the joint as it stood when the dialog opened
  }, []);
  return (
    <Dialog title={`Keep the detail of ${content.mark} as a house detail`} onClose={onClose} width={600}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (!name.trim()) return setProblem('Name: it is missing; accepted is a short one, as FP-3.');
          if (!range) return setProblem('The range is being worked out; a moment.');
          const detail = { ...houseOf(content, job, name.trim(), note), range };
          api.createHouse(detail, `from ${content.mark} of ${job.number || job.name}`).then(
            (h) => onKept(h.detail.name, h.version),
            (x: Error) => setProblem(x.message),
          );
        }}
      >
        <div className="form-grid">
          <label className="contents">
            <span>Name</span>
            <input
              className="input w-40"
              value={name}
              maxLength={24}
              placeholder="FP-3"
              onChange={(e) => setName(e.target.value)}
            />
          </label>
          <label className="contents">
            <span>Note</span>
            <textarea className="textarea" rows={2} value={note} maxLength={2000} onChange={(e) => setNote(e.target.value)} />
          </label>
        </div>
        <div className="label mt-3">Meant for, to begin with; it can be changed on the page of house details</div>
        {range ? (
          <Range words={rangeWords({ ...job, kind: content.kind, range })} />
        ) : (
          !problem && <p className="muted">Trying the sections of its family…</p>
        )}
        <Problem>{problem}</Problem>
        <button type="submit" className="btn btn-primary mt-3">
          Keep it
        </button>
      </form>
    </Dialog>
  );
}

/** What it is meant for. */
function Range({ words }: { words: ReturnType<typeof rangeWords> }) {
  return (
    <ul>
      {words.map(({ label, words: said }) => (
        <li key={label}>
          <span className="muted">{label}: </span>
          {said}
        </li>
      ))}
    </ul>
  );
}
