import { createWriteStream } from 'node:fs';
import type { Writable } from 'node:stream';
import type { MessagePort } from 'node:worker_threads';
import {
  basisOf,
  contentOf,
  listsOfJob,
  followingOf,
  isGivenFor,
  lineOf,
  planJoint,
  readJoint,
  type GivenJoint,
  type HouseDetail,
  type HouseVersion,
  type JointContent,
  type JointPlan,
  type PlanChoices,
  DocumentError,
  readJob,
  Refusal,
  revisionLetter,
  summaryOf,
  type CalculationDocument,
  type ChangeList,
  type JointThen,
  type JobDocument,
  type JobLists,
  type JudgedBy,
  type JudgedRow,
  type JointRecord,
} from '@ample/core';
import { calculationPdf, changesPdf, housePdf, jointPdf, writeJobPdf, type RegisterRow } from '@ample/exchange/pdf';
import type { Level } from '@ample/exchange/level';
import { jobOffice, jointOffice } from '@ample/exchange/office';
import type { OfficeFormat } from '@ample/exchange/office-formats';
import { bytesOf, packageOf, SHOP_DEFAULTS, writeOut as writeShop, writeZip, type OutOptions } from '@ample/exchange/shop';
import type { ShopCopy, ShopFormat } from '@ample/exchange/shop-formats';
import { changeList, jointsThen, type Between } from '../store/changes.ts';
import { commentsOfJob, listComments } from '../store/comments.ts';
import { storeCode } from '../store/condition.ts';
import { copyInto, openReader, type Handle, type Reader } from '../store/database.ts';
import { NotFound, Unreadable } from '../store/errors.ts';
import { houseStamp, markKey, namedHouses } from '../store/house.ts';
import { basisKey, getJob, jobDocument, jobHead } from '../store/jobs.ts';
import { documentOf, eachJoint, jointsById, jointsNamed, readableJoint } from '../store/joints.ts';
import { countJoints, keptStandings, lightJoints, verdictKey } from '../store/joint-rows.ts';
import { jobStatements, type NewJob } from '../store/statements.ts';

// Runs in the worker pool: the same core and the same store as everywhere, away from the thread that answers requests.

/** What a task answers, or the stated refusal: errors lose their kind between threads. One of the store or the disk is named `store`, with its code as the field. */
export type Answer<T> =
  { readonly ok: T } | { readonly refused: { readonly name: string; readonly field: string; readonly message: string } };

async function answer<T>(work: () => T | Promise<T>): Promise<Answer<T>> {
  try {
    return { ok: await work() };
  } catch (e) {
    if (e instanceof NotFound || e instanceof Unreadable) return { refused: { name: e.name, field: '', message: e.message } };
    if (e instanceof DocumentError || e instanceof Refusal)
      return { refused: { name: e.name, field: e.field, message: e.message } };
    const code = storeCode(e);
    if (code !== undefined) return { refused: { name: 'store', field: code, message: (e as Error).message } };
    throw e;
  }
}

const readers = new Map<string, Reader>();
function reader(file: string): Reader {
  let found = readers.get(file);
  if (!found) readers.set(file, (found = openReader(file)));
  return found;
}

/** The house details that these joints name. */
const housesOf = (db: Handle, list: readonly JointRecord[]) =>
  namedHouses(
    db,
    list.flatMap((j) => (j.house ? [j.house] : [])),
  );

const judgedRow = (joint: JointRecord, job: JudgedBy, houses: ReadonlyMap<string, HouseDetail | null>): JudgedRow => ({
  line: joint.unreadable === undefined ? lineOf(joint, job) : joint.line,
  summary: summaryOf(joint, job),
  ...(joint.house && joint.unreadable === undefined
    ? { house: followingOf({ ...joint, house: joint.house }, houses.get(markKey(joint.house)) ?? null, job) }
    : {}),
  ...(joint.unreadable === undefined ? {} : { unreadable: joint.unreadable }),
});

/** What the checks of these joints say. */
export const judge = ({
  file,
  job,
  ids,
}: {
  file: string;
  job: JudgedBy;
  ids: readonly string[];
}): Promise<Answer<{ readonly id: string; readonly row: JudgedRow }[]>> =>
  answer(async () => {
    const { db } = reader(file);
    const found = await jointsById(db, ids);
    const houses = await housesOf(db, found);
    // Joints of one kind after another: code and values of each stay near, which saves a sixth.
    found.sort((a, b) => (a.kind < b.kind ? -1 : a.kind > b.kind ? 1 : 0));
    return found.map((joint) => ({ id: joint.id, row: judgedRow(joint, job, houses) }));
  });

/** A plan, with the joint that it is of and its version. */
export type PlannedJoint = JointPlan & { readonly id?: string; readonly version?: number };

/** What a table would make of joints of a job. */
export const planTable = ({
  file,
  edition,
  jobId,
  joints,
  choices,
}: {
  file: string;
  edition: string;
  jobId: string;
  joints: readonly GivenJoint[];
  choices: PlanChoices;
}): Promise<Answer<PlannedJoint[]>> =>
  answer(async () => {
    const { db } = reader(file);
    const job = await getJob(db, jobId);
    const marks = joints.flatMap((j) => (j.mark ? [j.mark] : []));
    const standing = await jointsNamed(
      db,
      jobId,
      marks,
      joints.flatMap((j) => (!j.mark && j.end ? [j.end] : [])),
    );
    const under = { edition, basis: basisKey(job), house: await houseStamp(db) };
    const stand = await keptStandings(
      db,
      standing.map((j) => j.id),
      under,
    );
    return joints.map((given): PlannedJoint => {
      const joint = standing.find((j) => isGivenFor(j, given)) ?? null;
      if (joint?.unreadable !== undefined)
        return { mark: joint.mark, change: 'refused', message: joint.unreadable, before: null, after: null, kept: [] };
      const plan = planJoint(given, joint && documentOf(joint), job, choices, joint ? stand.get(joint.id) : undefined);
      return joint ? { ...plan, id: joint.id, version: joint.version } : plan;
    });
  });

/** What of a job is different between two moments. */
export const listChanges = ({
  file,
  jobId,
  between,
}: {
  file: string;
  jobId: string;
  between: Between;
}): Promise<Answer<ChangeList>> => answer(() => changeList(reader(file).db, jobId, between));

/** Joints of a job at two moments. */
export const judgeThen = ({
  file,
  jobId,
  between,
  ids,
}: {
  file: string;
  jobId: string;
  between: Between;
  ids: readonly string[];
}): Promise<Answer<JointThen[]>> => answer(() => jointsThen(reader(file).db, jobId, between, ids));

/** Judges contents of joints by their kinds, and brings them up to date. */
export const readJoints = ({
  joints,
}: {
  joints: readonly (JointContent & { kind: string })[];
}): Promise<Answer<JointContent[]>> => answer(() => joints.map((j) => contentOf(readJoint(j, `joint ${j.mark}`))));

/** Reads a job file and prepares its rows. */
export const importJob = ({ text, who }: { text: string; who: string }): Promise<Answer<NewJob>> =>
  answer(() => jobStatements(readJob(parse(text)), who));

function parse(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw new DocumentError('file', 'file: it is not JSON; accepted is a job file as this product exports it.');
  }
}

/** The job as the text of its file, and what it is called. */
export const exportJob = ({
  file,
  id,
}: {
  file: string;
  id: string;
}): Promise<Answer<{ readonly name: string; readonly text: string }>> =>
  answer(async () => {
    const doc = await jobDocument(reader(file).db, id);
    return { name: `${doc.number} ${doc.name}`, text: JSON.stringify(doc) };
  });

/** A consistent copy of the whole store, while it is in use. */
export const backup = ({ file, target }: { file: string; target: string }): Promise<Answer<null>> =>
  answer(async () => {
    await copyInto(reader(file).client, target);
    return null;
  });

/** What is made for the shop, of a joint or of a job. */
export interface ShopOrder {
  readonly format: ShopFormat;
  readonly copy: ShopCopy;
}

export interface DocumentTask {
  readonly file: string;
  readonly jobId: string;
  /** One joint, or one calculation; the whole job without either. */
  readonly jointId?: string;
  readonly calculation?: CalculationDocument;
  /** What changed between two moments, in place of the job. */
  readonly changes?: Between;
  /** A version of a house detail, of no job. */
  readonly house?: HouseVersion;
  readonly level?: Level;
  /** Files for the shop in place of the PDF. */
  readonly shop?: ShopOrder;
  /** The calculation in a format of the office in place of the PDF. */
  readonly office?: OfficeFormat;
  readonly date: string;
  /** Edition of the calculation, for the verdicts that are kept. */
  readonly edition: string;
  readonly out: string;
  readonly port: MessagePort;
}

/** Writes a document to a file and says how far it is over the port. The store is read as it stood when it began. */
export async function pdf({
  file,
  jobId,
  jointId,
  calculation,
  changes,
  house,
  level,
  shop,
  office,
  date,
  edition,
  out,
  port,
}: DocumentTask): Promise<Answer<null>> {
  const stream = createWriteStream(out, { highWaterMark: 1 << 18 });
  const options = {
    date,
    ...(level ? { level } : {}),
    progress: (done: number, total: number, what: string) => port.postMessage({ done, total, what }),
  };
  return answer(() =>
    reader(file).db.transaction(
      async (tx) => {
        const db = tx as unknown as Handle;
        if (house) {
          await housePdf(house, options, stream);
          return null;
        }
        const job = await jobHead(db, jobId);
        if (shop) await shopFiles(db, { job, jobId, jointId }, shop, { ...options, edition }, stream);
        else if (changes)
          await changesPdf(
            await changeList(db, jobId, changes),
            changes,
            (ids) => jointsThen(db, jobId, changes, ids),
            options,
            stream,
          );
        else if (calculation) await calculationPdf(job, calculation, stream);
        else if (jointId !== undefined) {
          const joint = await readableJoint(db, jointId);
          const said = { ...documentOf(joint), comments: await listComments(db, joint.id) };
          const lettered = { ...options, revisions: { [joint.mark]: revisionLetter(joint.version) } };
          if (office) await jointOffice(job, said, office, lettered, stream);
          else await jointPdf(job, said, lettered, stream);
        } else {
          const { rows, revisions } = await registerRows(db, jobId, job, edition);
          const printed = { job, rows, joints: withComments(db, jobId) };
          if (office) await jobOffice(printed, office, { ...options, revisions }, stream);
          else await writeJobPdf(printed, { ...options, revisions }, stream);
        }
        return null;
      },
      { behavior: 'deferred' },
    ),
  ).finally(() => port.close());
}

/** What a job is made of: its lists, and the joints that have none with their reasons. */
export const listJob = ({ file, jobId }: { file: string; jobId: string }): Promise<Answer<JobLists>> =>
  answer(async () => {
    const { db } = reader(file);
    return listsOfJob(eachJoint(db, jobId), await getJob(db, jobId));
  });

/** The calculation of a package: of a job what governs, of one joint everything. */
async function calculationOf(
  db: Handle,
  { job, jobId, only }: { readonly job: JobDocument; readonly jobId: string; readonly only: JointRecord | undefined },
  { date, edition }: { readonly date: string; readonly edition: string },
): Promise<Uint8Array> {
  return bytesOf(async (out) => {
    if (only) return jointPdf(job, documentOf(only), { date, revisions: { [only.mark]: revisionLetter(only.version) } }, out);
    const { rows, revisions } = await registerRows(db, jobId, job, edition);
    await writeJobPdf({ job, rows, joints: withComments(db, jobId) }, { date, revisions }, out);
  });
}

/** Files for the shop: of one joint, or of every joint of a job. */
async function shopFiles(
  db: Handle,
  { job, jobId, jointId }: { readonly job: JobDocument; readonly jobId: string; readonly jointId: string | undefined },
  { format, copy }: ShopOrder,
  { date, progress, edition }: Pick<OutOptions, 'date' | 'progress'> & { readonly edition: string },
  stream: Writable,
): Promise<void> {
  const only = jointId === undefined ? undefined : await readableJoint(db, jointId);
  const revisions: Record<string, string> = {};
  async function* joints(): AsyncGenerator<JointRecord> {
    for await (const joint of only ? [only] : eachJoint(db, jobId)) {
      revisions[joint.mark] = revisionLetter(joint.version);
      yield joint;
    }
  }
  const source = { job, joints, total: only ? 1 : await countJoints(db, jobId), ...(only ? { only: only.mark } : {}) };
  const unit = basisOf(job).units.id === 'US' ? 'in' : 'mm';
  const options = { ...SHOP_DEFAULTS, copy, unit, date, revisions, progress } as const;
  if (format !== 'zip') return writeShop(source, format, options, stream);
  await writeZip(
    packageOf(source, options, {
      calculation: () => calculationOf(db, { job, jobId, only }, { date, edition }),
      jobFile: async () => JSON.stringify(only ? { ...job, joints: [documentOf(only)] } : await jobDocument(db, jobId), null, 2),
    }),
    date,
    stream,
  );
}

/** The joints of a job with what is said of them. */
async function* withComments(db: Handle, jobId: string): AsyncGenerator<JointRecord> {
  const said = await commentsOfJob(db, jobId);
  for await (const joint of eachJoint(db, jobId)) yield { ...joint, comments: said.get(joint.id) ?? [] };
}

/** The register as it is printed: kept verdicts where they are of now, and those that lack worked out. */
async function registerRows(
  db: Handle,
  jobId: string,
  job: JobDocument,
  edition: string,
): Promise<{ rows: RegisterRow[]; revisions: Record<string, string> }> {
  const [rows, revisions]: [RegisterRow[], Record<string, string>] = [[], {}];
  const under = { edition, basis: basisKey(job), house: await houseStamp(db) };
  for (let after = -1; ;) {
    const part = await lightJoints(db, jobId, after, 50, (j) => verdictKey(under, j));
    const lack = await jointsById(
      db,
      part.filter((j) => !j.kept).map((j) => j.id),
    );
    const houses = await housesOf(db, lack);
    const judged = new Map(lack.map((j) => [j.id, judgedRow(j, job, houses)]));
    for (const j of part) {
      rows.push({ mark: j.mark, ...(j.kept ?? judged.get(j.id)!) });
      revisions[j.mark] = revisionLetter(j.version);
    }
    if (part.length < 50) return { rows, revisions };
    after = part.at(-1)!.position;
  }
}
