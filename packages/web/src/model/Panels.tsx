import { KINDS, kindTitle, standardOf, type JobRecord, type ModelRecord, type ModelSection } from '@ample/core';
import { SectionInput } from '../parts/SectionInput.tsx';
import { timeWords } from '../parts/time.ts';
import type { PlansView } from '../table/usePlanning.ts';
import type { ModelView } from './useModel.ts';

/** Chooses a file, and says how far its reading is. */
export const FromFile = ({ view: { read, reading, cancelReading, file, leave } }: { view: ModelView }) => (
  <div className="flex items-center gap-3">
    <label className="btn btn-neutral">
      {file ? 'Another file' : 'Choose a model'}
      <input
        type="file"
        className="sr-only"
        accept=".ifc,.json"
        onChange={(e) => {
          const chosen = e.target.files?.[0];
          e.target.value = '';
          if (chosen) void read(chosen);
        }}
      />
    </label>
    {reading ? (
      <>
        <span role="status" className="muted">
          Reading…
        </span>
        <progress className="progress w-24" aria-label="Reading" />
        <button type="button" className="btn" onClick={cancelReading}>
          Cancel
        </button>
      </>
    ) : file ? (
      <button type="button" className="btn" onClick={leave}>
        Leave it
      </button>
    ) : (
      <span className="muted">IFC, or the exchange form (JSON)</span>
    )}
  </div>
);

/** The model that the job has. */
export const Stored = ({ stored, job }: { stored: ModelRecord; job: JobRecord }) => (
  <p>
    <b>{stored.name}</b>{' '}
    <span className="muted">
      · {stored.members.length} members · {timeWords(stored.at)} · {stored.who}
      {job.loads ? '' : ' · forces come by Take in a table'}
    </span>
  </p>
);

/** What was read, what is not known, what changed, and how joints are proposed. */
export function Choose({ view, plans }: { view: ModelView; plans: PlansView & { look: () => Promise<void> } }) {
  const { file, proposed, choices, setChoices, job, changes, touched, stored } = view;
  const standard = standardOf(job.basis.standard);
  const kinds = KINDS.filter((k) => k.standards.includes(standard.id) && k.meets);
  const families = [...new Set(kinds.map((k) => k.family))]
    .map((f) => kinds.filter((k) => k.family === f))
    .filter((l) => l.length > 1);
  const unknown = proposed?.sections.filter((s) => !s.section || s.by === 'choice') ?? [];
  const details = file!.joints.filter((j) => 'input' in j).length;
  return (
    <section aria-label="The file" className="grid gap-3">
      <p>
        <b>{file!.name}</b>{' '}
        <span className="muted" role="status">
          · {file!.members.length} members
          {proposed ? ` · ${proposed.joints.length} joints proposed` : ' · looking for joints…'}
        </span>
      </p>
      {details > 0 && (
        <p className="muted">
          {details} of its joints come with their details: these are taken by the interface or the command, not here.
        </p>
      )}
      {stored && changes.length > 0 && <Changes view={view} touched={touched} />}
      {families.map((list) => (
        <Prefer
          key={list[0]!.family}
          {...{ list, standard }}
          chosen={choices.prefer[0]}
          onChange={(id) => setChoices({ ...choices, prefer: [id] })}
        />
      ))}
      <LinesAre lines={choices.lines} onChange={(lines) => setChoices({ ...choices, lines })} />
      {unknown.length > 0 && (
        <div className="grid gap-2">
          <p className="unused">Sections that are not known by their names or dimensions: choose what they are.</p>
          {unknown.map((s) => (
            <Unknown key={s.name} section={s} view={view} />
          ))}
        </div>
      )}
      <Left view={view} />
      {!plans.preview && (
        <div>
          <button type="button" className="btn btn-primary" disabled={!proposed} onClick={() => void plans.look()}>
            Show what it makes
          </button>
        </div>
      )}
      {plans.preview && !plans.preview.running && plans.takeable.length === 0 && (
        <div>
          <button type="button" className="btn" disabled={plans.busy} onClick={() => void plans.take()}>
            Keep the model
          </button>
        </div>
      )}
    </section>
  );
}

function Unknown({ section, view: { choices, setChoices, job } }: { section: ModelSection; view: ModelView }) {
  const choose = (value: string): void => setChoices({ ...choices, sections: { ...choices.sections, [section.name]: value } });
  return (
    <div className="flex items-center gap-2">
      <span className="mono text-[11px] w-40 ellipsis" title={section.name}>
        {section.name || 'no name'} <span className="muted">× {section.count}</span>
      </span>
      <SectionInput
        label={`Section ${section.name || 'without a name'}`}
        value={choices.sections[section.name] ?? ''}
        onChange={choose}
        own={job.sections}
        shapes={['I', 'C', 'RHS', 'CHS']}
      />
    </div>
  );
}

const FEW = 12;
const Changes = ({ view: { changes, stored }, touched }: { view: ModelView; touched: readonly string[] }) => (
  <details open>
    <summary className="cursor-pointer font-semibold">
      {changes.length} members are another than in {stored!.name}
      {touched.length > 0 ? `; joints at them: ${touched.slice(0, FEW).join(', ')}${touched.length > FEW ? '…' : ''}` : ''}
    </summary>
    <ul className="mt-1">
      {changes.slice(0, FEW).map((c) => (
        <li key={c.id}>
          <b>{c.name || c.id.slice(0, 22)}</b> {c.says}
        </li>
      ))}
    </ul>
    {changes.length > FEW && <p className="muted">and {changes.length - FEW} more, tinted in the picture</p>}
  </details>
);

/** Where members meet and no joint is proposed, by the reason; and what could not be read. */
function Left({ view: { proposed, file } }: { view: ModelView }) {
  const reasons = new Map<string, number>();
  for (const l of proposed?.left ?? []) reasons.set(l.reason, (reasons.get(l.reason) ?? 0) + 1);
  for (const l of file?.left ?? []) reasons.set(`Not read: ${l.reason}`, (reasons.get(`Not read: ${l.reason}`) ?? 0) + 1);
  if (reasons.size === 0) return null;
  return (
    <details>
      <summary className="cursor-pointer">
        <span className="font-semibold">{[...reasons.values()].reduce((a, b) => a + b, 0)} places without a joint</span>
      </summary>
      <ul className="mt-1">
        {[...reasons].map(([reason, n]) => (
          <li key={reason}>
            {n} × {reason}
          </li>
        ))}
      </ul>
    </details>
  );
}

interface PreferProps {
  readonly list: readonly (typeof KINDS)[number][];
  readonly standard: ReturnType<typeof standardOf>;
  readonly chosen: string | undefined;
  readonly onChange: (id: string) => void;
}

/** Kinds of a family join the same members: one of them is taken before the others. */
function Prefer({ list, standard, chosen, onChange }: PreferProps) {
  return (
    <label className="flex items-center gap-2">
      <span className="whitespace-nowrap">Beams are joined by</span>
      <select className="select w-full" value={chosen ?? list[0]!.id} onChange={(e) => onChange(e.target.value)}>
        {list.map((k) => (
          <option key={k.id} value={k.id}>
            {kindTitle(k, standard)}
          </option>
        ))}
      </select>
    </label>
  );
}

/** What the lines of beams run through. */
function LinesAre({ lines, onChange }: { lines: 'middle' | 'top'; onChange: (lines: 'middle' | 'top') => void }) {
  return (
    <label className="flex items-center gap-2">
      <span className="whitespace-nowrap">Lines of beams are</span>
      <select className="select w-full" value={lines} onChange={(e) => onChange(e.target.value as 'middle' | 'top')}>
        <option value="middle">the middle of their sections</option>
        <option value="top">their tops</option>
      </select>
    </label>
  );
}
