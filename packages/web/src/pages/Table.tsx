import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import type { JobRecord } from '@ample/core';
import { api } from '../api.ts';
import { Pick } from '../loads/CaseTable.tsx';
import { Problem } from '../parts/Dialog.tsx';
import { Shell } from '../parts/Shell.tsx';
import { Columns } from '../table/Columns.tsx';
import { PreviewList } from '../table/PreviewList.tsx';
import { useTable, type TableView } from '../table/useTable.ts';
import { JobTrail } from '../parts/JobTrail.tsx';

/** A table of forces, members or joints on its way into a job. */
export function TablePage() {
  const { jobId } = useParams() as { jobId: string };
  const [job, setJob] = useState<JobRecord | null>(null);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    api.job(jobId).then(setJob, (e: Error) => setProblem(e.message));
  }, [jobId]);
  return job ? (
    <TableOf key={job.id} job={job} />
  ) : (
    <Shell>
      <main className="page">
        <Problem>{problem}</Problem>
      </main>
    </Shell>
  );
}

function TableOf({ job }: { job: JobRecord }) {
  const view = useTable(job);
  useEffect(() => {
    document.title = `Take in a table · ${job.name}`;
  }, [job.name]);
  return (
    <Shell help="/help/guide#tables" trail={<JobTrail jobId={job.id} job={job} here="Take in a table" />}>
      <main className="page">
        <div className="page-inner grid gap-5">
          <Source view={view} />
          <Problem>{view.problem}</Problem>
          <Columns view={view} />
          {view.sheet && !view.preview && (
            <div>
              <button type="button" className="btn btn-primary" onClick={() => void view.look()}>
                Show what it changes
              </button>
            </div>
          )}
          <PreviewList view={view} />
          <Taken view={view} />
        </div>
      </main>
    </Shell>
  );
}

/** The file, dropped or chosen, or what is pasted. */
function Source({ view }: { view: TableView }) {
  const { read, paste, sheets, sheet, open, busy } = view;
  const [over, setOver] = useState(false);
  return (
    <section
      aria-label="The table"
      className={`table-drop ${over ? 'table-over' : ''}`}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        const file = e.dataTransfer.files[0];
        if (file) void read(file);
      }}
    >
      <h2 className="mb-1">A table of forces, members or joints</h2>
      <p className="muted mb-2">
        From any analysis: CSV or XLSX, one row for each joint and load case or combination, with a head. Drop it here, choose it,
        or paste it.
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <label className="btn">
          {busy ? 'Reading…' : 'Choose a file'}
          <input
            type="file"
            className="sr-only"
            accept=".csv,.txt,.tsv,.xlsx"
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = '';
              if (file) void read(file);
            }}
          />
        </label>
        <Pasted onRead={(text) => void paste(text)} />
        {sheets.length > 1 && sheet && (
          <Pick
            label="Sheet"
            value={sheet.name}
            options={sheets.map((s) => [s.name, s.name])}
            onChange={(n) => open(sheets.find((s) => s.name === n)!)}
          />
        )}
      </div>
      <RangeOf view={view} />
    </section>
  );
}

/** Tables that were taken before; each can be dropped again whole. */
function Taken({ view: { taken, drop } }: { view: TableView }) {
  if (!taken.length) return null;
  return (
    <section aria-label="Tables taken before">
      <h2 className="mb-2">Taken before</h2>
      <table className="grid-table dense">
        <thead>
          <tr>
            {['Table', 'When', 'By', 'Joints', ''].map((h) => (
              <th key={h}>{h}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {taken.map((t) => (
            <tr key={t.id}>
              <td>{t.name}</td>
              <td>{t.at.slice(0, 16).replace('T', ' ')}</td>
              <td>{t.who}</td>
              <td>{t.joints}</td>
              <td className="text-right">
                {t.droppedAt ? (
                  <span className="muted">dropped {t.droppedAt.slice(0, 10)}</span>
                ) : (
                  <button type="button" className="btn" onClick={() => drop(t.id)}>
                    Drop it again, whole
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** The part of the sheet that is read. */
function RangeOf({ view: { sheet, name, range, sheets, open } }: { view: TableView }) {
  if (!sheet) return null;
  return (
    <p className="mt-2 flex gap-4 items-center">
      <b>{name}</b>
      <label className="flex gap-2 items-center muted" title="The part of the sheet that holds the table, its head first">
        Range
        <input
          key={`${sheet.name} ${range}`}
          className="input w-32"
          placeholder="all of it, or B4:H200"
          defaultValue={range}
          onBlur={(e) =>
            e.target.value !== range &&
            open(
              sheets.find((s) => s.name === sheet.name)!,
              e.target.value,
            )
          }
          onKeyDown={(e) => {
            if (e.key === 'Enter') e.currentTarget.blur();
          }}
        />
      </label>
    </p>
  );
}

/** What is pasted in place of a file. */
function Pasted({ onRead }: { onRead: (text: string) => void }) {
  const [text, setText] = useState('');
  return (
    <>
      <textarea
        className="textarea mono flex-1"
        rows={2}
        aria-label="Paste a table"
        placeholder={'mark; case; N; Vz; My\nB1-01; G; 0; 26; 0'}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <button
        type="button"
        className="btn"
        disabled={!text.trim()}
        onClick={() => {
          onRead(text);
          setText('');
        }}
      >
        Read it
      </button>
    </>
  );
}
