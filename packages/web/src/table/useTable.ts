import { useEffect, useRef, useState } from 'react';
import {
  groupOf,
  guessNames,
  refusalOf,
  unitsOf,
  type JobRecord,
  type PlanChoices,
  type Sibling,
  type TakenTable,
  type Units,
} from '@ample/core';
import { cutTo, guessMapping, mappingFault, type GivenTable, type Mapping, type Sheet } from '@ample/exchange/table';
import { api, type PlannedJoint } from '../api.ts';
import { tableReader } from '../work/client.ts';
import { takenOf, useBusy, usePlanning, type About, type Plans } from './usePlanning.ts';

interface OfTable {
  readonly table: GivenTable;
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
  const [problem, setProblem] = useState('');
  const { busy, busily } = useBusy(setProblem);
  const { taken, marks, refresh } = useTaken(job.id, setProblem);
  const remote = useReader();
  const { preview, left, setLeft, takeable, clear, look: plan } = usePlanning<About & OfTable>(setProblem);
  const changed = (): void => {
    clear();
    setProblem('');
  };
  const of = useSheet(job, taken.find((t) => t.mapping)?.mapping as LastMapping | undefined, changed, setProblem);
  const { name, sheets, sheet, range, mapping, choices, open } = of;
  const read = (file: File): Promise<void> =>
    busily(async () => of.got(await remote().read(new Uint8Array(await file.arrayBuffer())), file.name.slice(0, 120)));
  const paste = async (text: string): Promise<void> => of.got(await remote().paste(text), 'pasted');
  const look = async (): Promise<void> => {
    const fault = mappingFault(mapping!, units);
    if (!fault)
      return plan(async () => {
        const table = await remote().rows(sheet!.rows, mapping!, units.id);
        const { joints, faults, rows } = table;
        const said = `${rows} rows, ${joints.length} joints`;
        const about = { table, faults, said, total: joints.length };
        return { about, joints, plan: (part) => api.planTable(job.id, part, choices) };
      });
    clear();
    setProblem(fault);
  };
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
function goneOf(preview: (Plans & OfTable) | null, marks: readonly Sibling[]): string[] {
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
