import { useEffect, useRef, useState } from 'react';
import {
  groupOf,
  guessNames,
  refusalOf,
  unitsOf,
  type GivenJoint,
  type JobRecord,
  type PlanChoices,
  type Sibling,
  type TakenTable,
  type Units,
} from '@ample/core';
import { cutTo, guessMapping, mappingFault, type GivenTable, type Mapping, type Sheet } from '@ample/exchange/table';
import { api, type PlannedJoint } from '../api.ts';
import { tableReader } from '../work/client.ts';

/** Joints that are planned at a time: progress shows, and a cancel is heard between two of them. */
const AT_A_TIME = 50;

/** What is planned so far of what is taken in: a table, a model. */
export interface Plans {
  /** Of what it is, in words. */
  readonly said: string;
  readonly faults: readonly { readonly row: number; readonly message: string }[];
  readonly plans: readonly PlannedJoint[];
  readonly total: number;
  readonly running: boolean;
}
/** What a preview shows, and what is done with it. */
export interface PlansView {
  readonly preview: Plans | null;
  /** Joints of the job that are not named. */
  readonly gone: readonly string[];
  readonly left: ReadonlySet<string>;
  readonly setLeft: (left: ReadonlySet<string>) => void;
  readonly takeable: readonly PlannedJoint[];
  readonly busy: boolean;
  readonly take: () => Promise<void>;
  readonly cancel: () => void;
}
interface Preview extends Plans {
  readonly table: GivenTable;
}

/** Joints of a plan that can be taken and were not left out. */
export const takeableOf = (preview: Plans | null, left: ReadonlySet<string>): PlannedJoint[] =>
  (preview?.plans ?? []).filter((p) => p.content && !left.has(p.mark));
/** What is sent of them: those that stand by their version. */
export const takenOf = (takeable: readonly PlannedJoint[]) =>
  takeable.map(({ id, version, content }) => ({ ...(id ? { id, version } : {}), content }));

/** Plans joints, and tells of each part as it comes. */
export async function previewed<T extends Omit<Plans, 'plans' | 'running'>>(
  about: T,
  joints: readonly GivenJoint[],
  plan: (part: readonly GivenJoint[]) => Promise<readonly PlannedJoint[]>,
  tell: (preview: T & Pick<Plans, 'plans' | 'running'>) => void,
  stopped: () => boolean,
): Promise<void> {
  tell({ ...about, plans: [], running: true });
  const plans = await planned(joints, plan, (found) => tell({ ...about, plans: found, running: true }), stopped);
  if (plans) tell({ ...about, plans, running: false });
}

/** Plans joints part by part; each part is told, until `stopped`. */
async function planned(
  joints: readonly GivenJoint[],
  plan: (part: readonly GivenJoint[]) => Promise<readonly PlannedJoint[]>,
  tell: (plans: readonly PlannedJoint[]) => void,
  stopped: () => boolean,
): Promise<PlannedJoint[] | null> {
  const plans: PlannedJoint[] = [];
  for (let i = 0; i < joints.length; i += AT_A_TIME) {
    plans.push(...(await plan(joints.slice(i, i + AT_A_TIME))));
    if (stopped()) return null;
    tell([...plans]);
  }
  return plans;
}

/** Tables that were taken into a job, and its joints by their marks. */
function useTaken(jobId: string, setProblem: (words: string) => void) {
  const [taken, setTaken] = useState<readonly TakenTable[]>([]);
  const [marks, setMarks] = useState<readonly Sibling[]>([]);
  const refresh = (): void => {
    api.tables(jobId).then(setTaken, (e: Error) => setProblem(e.message));
    api.marks(jobId).then(setMarks, (e: Error) => setProblem(e.message));
  };
  useEffect(() => {
    refresh();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for the job
  }, [jobId]);
  return { taken, marks, refresh };
}

/** The worker that reads tables, begun when it is first asked. */
function useReader() {
  const reader = useRef<ReturnType<typeof tableReader> | null>(null);
  useEffect(() => () => reader.current?.end(), []);
  return () => (reader.current ??= tableReader()).remote;
}

type LastMapping = Partial<Mapping & PlanChoices>;

/** What the columns of a sheet are: those that the last table of the job had are what they were in it. */
function mappingOf(sheet: Sheet, last: LastMapping | undefined, units: Units): Mapping {
  const heads = sheet.rows[0] ?? [];
  const guessed = guessMapping(heads, units);
  const known = Object.fromEntries(Object.entries(last?.roles ?? {}).filter(([head]) => heads.includes(head)));
  if (!Object.keys(known).length) return guessed;
  return {
    roles: known,
    force: last!.force ?? guessed.force,
    moment: last!.moment ?? guessed.moment,
    turned: last!.turned ?? [],
  };
}

/** What is told while work goes on, and what went wrong. */
function useWork() {
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const busily = async (work: () => Promise<void>): Promise<void> => {
    setProblem('');
    setBusy(true);
    try {
      await work();
    } catch (e) {
      setProblem((e as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return { problem, setProblem, busy, busily };
}

/** What would change, and which joints are left out of it; what is chosen anew is a preview no more. */
function usePreview(setProblem: (words: string) => void) {
  const [preview, setPreview] = useState<Preview | null>(null);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const turn = useRef(0);
  const changed = (): void => {
    turn.current += 1;
    setPreview(null);
    setLeft(new Set());
    setProblem('');
  };
  return { preview, setPreview, left, setLeft, turn, changed };
}

/** The sheets that were read, the part of one that is looked at, and what its columns and names are. */
function useSheet(job: JobRecord, last: LastMapping | undefined, changed: () => void, setProblem: (words: string) => void) {
  const [name, setName] = useState('');
  const [sheets, setSheets] = useState<readonly Sheet[]>([]);
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const [range, setRange] = useState('');
  const [mapping, setMapping] = useState<Mapping | null>(null);
  const [choices, setChoices] = useState<PlanChoices>({ others: 'keep', names: 'combinations' });
  const open = (whole: Sheet, cells = ''): void => {
    changed();
    setRange(cells);
    let next: Sheet;
    try {
      next = cutTo(whole, cells);
    } catch (e) {
      return setProblem(refusalOf(e).message);
    }
    setSheet(next);
    const map = mappingOf(next, last, unitsOf(job.basis));
    setMapping(map);
    setChoices({ others: last?.others ?? 'keep', names: guessNames(namesIn(next, map), job) });
  };
  const got = (found: { ok: readonly Sheet[] } | { refusal: string }, called: string): void => {
    if ('refusal' in found) return setProblem(found.refusal);
    const full = found.ok.filter((s) => s.rows.length > 1);
    if (!full.length) return setProblem('table: it is empty; accepted is a head, and a row for each force or joint.');
    setName(called);
    setSheets(full);
    open(full[0]!);
  };
  const close = (): void => {
    setSheet(null);
    setSheets([]);
  };
  return { name, sheets, sheet, range, mapping, setMapping, choices, setChoices, open, got, close };
}

/** A table on its way into a job: the file, how it is read, what it would change, and what is taken of it. */
export function useTable(job: JobRecord) {
  const units = unitsOf(job.basis);
  const { problem, setProblem, busy, busily } = useWork();
  const { taken, marks, refresh } = useTaken(job.id, setProblem);
  const remote = useReader();
  const { preview, setPreview, left, setLeft, turn, changed } = usePreview(setProblem);
  const of = useSheet(job, taken.find((t) => t.mapping)?.mapping as LastMapping | undefined, changed, setProblem);
  const { name, sheets, sheet, range, mapping, choices, open } = of;
  const read = (file: File): Promise<void> =>
    busily(async () => of.got(await remote().read(new Uint8Array(await file.arrayBuffer())), file.name.slice(0, 120)));
  const paste = async (text: string): Promise<void> => of.got(await remote().paste(text), 'pasted');
  const look = async (): Promise<void> => {
    changed();
    const fault = mappingFault(mapping!, units);
    if (fault) return setProblem(fault);
    const mine = turn.current;
    try {
      const table = await remote().rows(sheet!.rows, mapping!, units.id);
      const total = table.joints.length;
      await previewed(
        { table, faults: table.faults, said: `${table.rows} rows, ${total} joints`, total },
        table.joints,
        (part) => api.planTable(job.id, part, choices),
        setPreview,
        () => turn.current !== mine,
      );
    } catch (e) {
      setPreview(null);
      setProblem((e as Error).message);
    }
  };
  const takeable = takeableOf(preview, left);
  const take = (): Promise<void> =>
    busily(async () => {
      await api.takeTable(job.id, { name, mapping: { ...mapping!, ...choices }, joints: takenOf(takeable) });
      changed();
      of.close();
      refresh();
    });
  const drop = (id: string): void => {
    setProblem('');
    api.dropTable(job.id, id).then(refresh, (e: Error) => setProblem(e.message));
  };
  return {
    ...{ job, units, name, sheets, sheet, range, open, mapping, choices, preview, left, setLeft, problem, busy, taken, takeable },
    ...{ read, paste, look, take, drop, cancel: changed, gone: goneOf(preview, marks) },
    setMapping: (m: Mapping): void => {
      changed();
      of.setMapping(m);
    },
    setChoices: (c: PlanChoices): void => {
      changed();
      of.setChoices(c);
    },
  };
}
export type TableView = ReturnType<typeof useTable>;

/** Names in the column of cases and combinations. */
function namesIn(sheet: Sheet, { roles }: Mapping): string[] {
  const at = (sheet.rows[0] ?? []).findIndex((h) => Object.hasOwn(roles, h) && roles[h] === 'name');
  return at < 0 ? [] : sheet.rows.slice(1).map((r) => r[at] ?? '');
}

/** Joints of the job that the table does not name. */
function goneOf(preview: Preview | null, marks: readonly Sibling[]): string[] {
  if (!preview || preview.running) return [];
  const named = new Set([...preview.plans.map((p) => p.mark), ...preview.table.faults.map((f) => f.of ?? '')]);
  return marks.filter((m) => !named.has(m.mark)).map((m) => m.mark);
}

export const GROUPS = [
  ['state', 'change their state'],
  ['new', 'new'],
  ['holds', 'change and hold as before'],
  ['refused', 'can not be taken'],
  ['same', 'unaffected'],
] as const;
export const inGroup = (preview: Plans, group: string): PlannedJoint[] => preview.plans.filter((p) => groupOf(p) === group);
