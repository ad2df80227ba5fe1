import { useEffect, useMemo, useRef, useState } from 'react';
import {
  REACH,
  settleMarks,
  withProposals,
  type ExchangeJoint,
  type GivenJoint,
  type JobRecord,
  type MemberChange,
  type ModelMember,
  type ModelRecord,
  type Proposal,
  type ProposeChoices,
  type Proposed,
  type RegisterEntry,
} from '@ample/core';
import { api, type PlannedJoint, type SentModel } from '../api.ts';
import { stateOf } from '../register/order.ts';
import type { ShownState } from '../parts/StateMark.tsx';
import { takenOf, useBusy, usePlanning, type About, type Plans } from '../table/usePlanning.ts';
import { modelWorker } from '../work/client.ts';

/** A model that was read and is not taken yet. */
export interface ReadFile extends SentModel {
  readonly name: string;
}
export type Choices = Required<ProposeChoices>;
const USUAL: Choices = { prefer: [], sections: {}, lines: 'middle', reach: REACH };

/** Where a joint is drawn: one that stands, or one that is proposed. */
export interface Spot {
  readonly key: string;
  readonly mark: string;
  readonly at: readonly number[];
  readonly joins: readonly string[];
  /** Kind as it would be, or as it is. */
  readonly kind: string;
  readonly says: readonly string[];
  readonly row: RegisterEntry | null;
}

/** Reads a file; another that is chosen, and who goes away, ends it. */
function useReading(jobId: string, setFile: (file: ReadFile) => void, setProblem: (words: string) => void) {
  const [reading, setReading] = useState(false);
  const abort = useRef<AbortController | null>(null);
  useEffect(() => () => abort.current?.abort(), [jobId]);
  const read = async (chosen: File): Promise<void> => {
    abort.current?.abort();
    const mine = (abort.current = new AbortController());
    setProblem('');
    setReading(true);
    try {
      const sent = await api.readModel(chosen, mine.signal);
      setFile({ ...sent, name: chosen.name.slice(0, 120) });
    } catch (e) {
      if (!mine.signal.aborted) setProblem((e as Error).message);
    } finally {
      if (abort.current === mine) setReading(false);
    }
  };
  const cancelReading = (): void => {
    abort.current?.abort();
    setReading(false);
  };

  return { reading, read, cancelReading };
}

/** The model of a job: as it stands with its joints, and a file on its way into it. */
export function useModel(job: JobRecord) {
  const [stored, setStored] = useState<ModelRecord | null | undefined>(undefined);
  const [rows, setRows] = useState<readonly RegisterEntry[]>([]);
  const [file, setFile] = useState<ReadFile | null>(null);
  const [choices, setChoices] = useState<Choices>(USUAL);
  const [proposed, setProposed] = useState<Proposed | null>(null);
  const [changes, setChanges] = useState<readonly MemberChange[]>([]);
  const [problem, setProblem] = useState('');
  const worker = useRef<ReturnType<typeof modelWorker> | null>(null);
  const turn = useRef(0);
  const remote = () => (worker.current ??= modelWorker()).remote;
  const failed = (e: Error): void => setProblem(e.message);
  const { reading, read, cancelReading } = useReading(job.id, setFile, setProblem);

  useEffect(() => {
    let here = true;
    api.model(job.id).then((m) => here && setStored(m), failed);
    void loadRows(job.id, (r) => here && setRows(r)).catch(failed);
    return () => {
      here = false;
      worker.current?.end();
      worker.current = null;
    };
  }, [job.id]);

  // Joints are looked for anew when anything is chosen otherwise.
  useEffect(() => {
    if (!file) return;
    const mine = (turn.current += 1);
    setProposed(null);
    void Promise.all([
      remote().propose(file.members, job, choices),
      stored ? remote().compare(stored.members, file.members) : Promise.resolve([]),
    ]).then(([p, c]) => {
      if (turn.current !== mine) return;
      setProposed(p);
      setChanges(c);
    }, failed);
  }, [file, choices, job, stored]);

  const members = useMemo((): readonly ModelMember[] => file?.members ?? stored?.members ?? [], [file, stored]);
  const touched = useMemo(() => touchedBy(changes, stored ?? null, members), [changes, stored, members]);
  const spots = useMemo(
    () => (file ? proposedSpots(proposed, stored ?? null, rows) : standingSpots(stored ?? null, rows)),
    [file, proposed, stored, rows],
  );
  return {
    ...{ job, stored, rows, file, choices, setChoices, proposed, changes, touched, reading, problem, setProblem, members, spots },
    ...{ read, cancelReading },
    leave: (): void => {
      setFile(null);
      setProposed(null);
      setChanges([]);
    },
    reload: async (): Promise<void> => {
      setStored(await api.model(job.id));
      await loadRows(job.id, setRows);
    },
  };
}
export type ModelView = ReturnType<typeof useModel>;

async function loadRows(jobId: string, tell: (rows: readonly RegisterEntry[]) => void): Promise<void> {
  const rows: RegisterEntry[] = [];
  for await (const part of api.registerParts(jobId)) {
    rows.push(...part.rows);
    tell([...rows]);
  }
}

/** The mark that a joint has that was taken from this place before. */
const marksByKey = (stored: ModelRecord | null): ReadonlyMap<string, string> =>
  new Map((stored?.places ?? []).filter((p) => p.key).map((p) => [p.key, p.mark]));

function standingSpots(stored: ModelRecord | null, rows: readonly RegisterEntry[]): Spot[] {
  const byMark = new Map(rows.map((r) => [r.mark, r]));
  return (stored?.places ?? [])
    .flatMap((p): Spot[] => {
      const row = byMark.get(p.mark);
      // A joint that was deleted stands nowhere.
      return row ? [{ ...p, key: p.key || p.mark, kind: row.kind, says: row.note ? [row.note] : [], row }] : [];
    })
    .sort((a, b) => order(a) - order(b));
}
/** What needs looking at stands first. */
const order = ({ row }: Spot): number => TROUBLE.indexOf(stateOf(row!));
const TROUBLE: readonly ShownState[] = ['unreadable', 'gives', 'rule', 'not-whole', 'close', 'none', 'holds'];
function proposedSpots(proposed: Proposed | null, stored: ModelRecord | null, rows: readonly RegisterEntry[]): Spot[] {
  const byMark = new Map(rows.map((r) => [r.mark, r]));
  return settledIn(proposed, stored, rows).map(({ key, given: { mark, members: seed }, at, members, says }) => ({
    ...{ key, mark, at, joins: members, kind: seed['kind'] ?? '', says },
    row: byMark.get(mark) ?? null,
  }));
}

/** What is proposed, with the marks that joints have in the job. */
const settledIn = (proposed: Proposed | null, stored: ModelRecord | null, rows: readonly RegisterEntry[]): Proposal[] => {
  const marks = marksByKey(stored);
  return settleMarks(
    proposed?.joints ?? [],
    (p) => marks.get(p.key),
    rows.map((r) => r.mark),
  );
};

/** Joints of the job at members that changed, moved or went. */
function touchedBy(
  changes: readonly MemberChange[],
  stored: ModelRecord | null,
  members: readonly ModelMember[],
): readonly string[] {
  const other = new Set(changes.filter((c) => c.what !== 'new').map((c) => c.id));
  const here = new Set(members.map((m) => m.id));
  return (stored?.places ?? []).filter((p) => p.joins.some((id) => other.has(id) || !here.has(id))).map((p) => p.mark);
}

/** Joints that are taken in one step. */
const MOST = 5000;

/** Marks of joints that are in the job once these are taken. */
const stayOf = (takeable: readonly PlannedJoint[], preview: Plans | null): ReadonlySet<string> =>
  new Set([...takeable, ...(preview?.plans ?? []).filter((p) => p.id)].map((p) => p.mark));

/** Takes the joints in one step, and keeps the members with them. */
async function takeModel(
  job: JobRecord,
  file: ReadFile,
  takeable: readonly PlannedJoint[],
  places: ModelRecord['places'],
): Promise<void> {
  if (takeable.length > 0)
    await api.takeTable(job.id, { name: file.name, mapping: { model: file.name }, joints: takenOf(takeable) });
  await api.keepModel(job.id, { name: file.name, members: file.members, places });
}

/** What of a model is planned, and taken into the job. */
export function usePlans({ job, file, proposed, stored, rows, reload, leave, setProblem }: ModelView) {
  const { preview, left, setLeft, takeable, clear, look: plan } = usePlanning<About>(setProblem);
  const { busy, busily } = useBusy(setProblem);
  // What was planned is of what was chosen then.
  // eslint-disable-next-line react-hooks/exhaustive-deps -- by what is chosen
  useEffect(clear, [file, proposed]);

  const said = useMemo((): readonly ExchangeJoint[] => {
    if (!file || !proposed) return [];
    return withProposals(file.joints, settledIn(proposed, stored ?? null, rows));
  }, [file, proposed, stored, rows]);
  const given = useMemo(() => said.filter((j): j is ExchangeJoint & GivenJoint => !('input' in j)).map(bare), [said]);

  const look = (): Promise<void> =>
    plan(() => ({
      about: { faults: [], said: `${file!.members.length} members, ${given.length} joints`, total: given.length },
      joints: given,
      plan: (part) => api.planTable(job.id, part, { others: 'keep', names: 'either' }),
    }));
  const take = async (): Promise<void> => {
    if (takeable.length > MOST)
      return setProblem(
        `joints: ${takeable.length} are chosen; accepted are at most ${MOST} at a time: choose fewer, or give a part of the building.`,
      );
    await busily(async () => {
      const places = placesNow(stayOf(takeable, preview), settledIn(proposed, stored ?? null, rows), stored ?? null);
      await takeModel(job, file!, takeable, places);
      await reload();
      leave();
    });
  };
  return { preview, gone: [] as readonly string[], left, setLeft, takeable, busy, take, cancel: clear, look };
}

/** What the server plans of a joint: without where it is. */
const bare = ({ at: _at, joins: _joins, ...given }: ExchangeJoint & GivenJoint & { at?: unknown; joins?: unknown }): GivenJoint =>
  given;

/** Places of joints that are in the job now: those of this model, and of the one before where this one does not propose them. */
function placesNow(marks: ReadonlySet<string>, proposed: readonly Proposal[], stored: ModelRecord | null): ModelRecord['places'] {
  const now = proposed.flatMap(({ key, given: { mark }, at, members }) =>
    marks.has(mark) ? [{ mark, key, at, joins: members }] : [],
  );
  const named = new Set(now.map((p) => p.mark));
  return [...now, ...(stored?.places ?? []).filter((p) => !named.has(p.mark))];
}
