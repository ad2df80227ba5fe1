import { createWriteStream } from 'node:fs';
import type { Writable } from 'node:stream';
import type { MessagePort } from 'node:worker_threads';
import {
  DocumentError,
  jobFile,
  revisionLetter,
  rulesOf,
  type CalculationDocument,
  type HouseVersion,
  type IssuedJoint,
  type JobDocument,
  type JointRecord,
  type PaperId,
} from '@ample/core';
import {
  calculationPdf,
  changesPdf,
  housePdf,
  jointPdf,
  writeJobPdf,
  type Issued,
  type RegisterRow,
  type ReportOptions,
} from '@ample/exchange/pdf';
import type { Level } from '@ample/exchange/level';
import { jobOffice, jointOffice } from '@ample/exchange/office';
import type { OfficeFormat } from '@ample/exchange/office-formats';
import { bytesOf, drawnIn, packageOf, SHOP_DEFAULTS, writeOut as writeShop, writeZip } from '@ample/exchange/shop';
import type { DimensionForm, ShopCopy, ShopFormat } from '@ample/exchange/shop-formats';
import { changeList, jointsThen, type Between } from '../store/changes.ts';
import { commentsOfJob, listComments } from '../store/comments.ts';
import type { Handle } from '../store/database.ts';
import { houseStamp } from '../store/house.ts';
import { sinceIssue, type ReadForIssue } from '../store/issues.ts';
import { basisKey, getJob, jobDocument, jobHead } from '../store/jobs.ts';
import { getModel, placedModel } from '../store/models.ts';
import { documentOf, eachJoint, jointsById, readableJoint } from '../store/joints.ts';
import { getRules } from '../store/rules.ts';
import { lightJoints, markedVersions, verdictKey } from '../store/joint-rows.ts';
import { answer, details, housesOf, judgedRow, reader, type Answer } from './answer.ts';

/** What is made for the shop, of a joint or of a job. */
export interface ShopOrder {
  readonly format: ShopFormat;
  readonly copy: ShopCopy;
  readonly paper?: PaperId;
  readonly dimensions?: DimensionForm;
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
  /** Kept as an issue of the job: its number, reason and maker stand on what has a first page. */
  readonly issue?: Issued;
  /** Only the joints that changed since the issue of this number. */
  readonly since?: number;
  readonly date: string;
  /** Edition of the calculation, for the verdicts that are kept. */
  readonly edition: string;
  readonly out: string;
  readonly port: MessagePort;
}

/** Writes a document to a file and says how far it is over the port. The store is read as it stood when it began; what was read of it is answered. */
export async function pdf(task: DocumentTask): Promise<Answer<ReadForIssue>> {
  const { file, jobId, calculation, changes, house, date, out, port } = task;
  const stream = createWriteStream(out, { highWaterMark: 1 << 18 });
  const options: ReportOptions = {
    date,
    ...(task.level ? { level: task.level } : {}),
    ...(task.issue ? { issue: task.issue } : {}),
    progress: (done: number, total: number, what: string) => port.postMessage({ done, total, what }),
  };
  return answer(() =>
    reader(file).db.transaction(
      async (tx) => {
        const db = tx as unknown as Handle;
        const read = { at: new Date().toISOString(), jobVersion: 0, joints: [] };
        if (house) {
          const { rules: office } = await getRules(db);
          return (await housePdf(house, { ...options, rules: rulesOf({ office }) }, stream), read);
        }
        const { version: jobVersion } = await getJob(db, jobId);
        const job = await jobHead(db, jobId);
        if (calculation) return (await calculationPdf(job, calculation, stream), { ...read, jobVersion });
        if (changes) {
          const list = await changeList(db, jobId, changes);
          await changesPdf(
            list,
            changes,
            (ids) => jointsThen(db, jobId, changes, ids),
            { ...options, rules: rulesOf(job) },
            stream,
          );
          return { ...read, jobVersion };
        }
        const scope = await scopeOf(db, task);
        if (task.shop) await shopFiles(db, { job, scope, task }, task.shop, options, stream);
        else await calculationFile(db, { job, scope, task }, options, stream);
        return { ...read, jobVersion, joints: scope.joints };
      },
      { behavior: 'deferred' },
    ),
  ).finally(() => port.close());
}

/** The joints that a document is of. */
interface Scope {
  readonly only: JointRecord | undefined;
  readonly joints: readonly IssuedJoint[];
  /** From the first on, each time it is asked. */
  readonly each: () => AsyncGenerator<JointRecord>;
  readonly has: (id: string) => boolean;
}
async function scopeOf(db: Handle, { jobId, jointId, since }: DocumentTask): Promise<Scope> {
  const only = jointId === undefined ? undefined : await readableJoint(db, jointId);
  const changed = since === undefined ? null : new Set((await sinceIssue(db, jobId, since)).changed.map((j) => j.id));
  const has = (id: string): boolean => (only ? id === only.id : !changed || changed.has(id));
  if (changed?.size === 0) throw new DocumentError('since', `No joint changed since issue ${since}: there is nothing to issue.`);
  async function* each(): AsyncGenerator<JointRecord> {
    if (only) return yield only;
    for await (const joint of eachJoint(db, jobId)) if (has(joint.id)) yield joint;
  }
  const joints = only ? [only] : (await markedVersions(db, jobId)).filter((j) => has(j.id));
  return { only, joints: joints.map(({ id, mark, version }) => ({ id, mark, version })), each, has };
}

/** What a document is made of. */
interface Made {
  readonly job: JobDocument;
  readonly scope: Scope;
  readonly task: DocumentTask;
}

/** The calculation of one joint, or of those of the scope: as PDF, or in a format of the office. */
async function calculationFile(db: Handle, { job, scope, task }: Made, options: ReportOptions, out: Writable): Promise<void> {
  const { only } = scope;
  const { office, jobId, edition } = task;
  if (only) {
    const said = { ...documentOf(only), comments: await listComments(db, only.id) };
    const lettered = { ...options, revisions: { [only.mark]: revisionLetter(only.version) } };
    return office ? jointOffice(job, said, office, lettered, out) : jointPdf(job, said, lettered, out);
  }
  const { rows, revisions } = await registerRows(db, { jobId, job, edition, scope });
  // The calculations of the bench are of the job, not of a joint that changed.
  const printed = {
    job: task.since === undefined ? job : { ...job, calculations: [] },
    rows,
    joints: withComments(db, jobId, scope),
  };
  const all = { ...options, revisions };
  return office ? jobOffice(printed, office, all, out) : writeJobPdf(printed, all, out);
}

/** Files for the shop: of one joint, or of every joint of the scope. */
async function shopFiles(
  db: Handle,
  made: Made,
  { format, copy, ...drawn }: ShopOrder,
  options: ReportOptions,
  out: Writable,
): Promise<void> {
  const { job, scope, task } = made;
  const { only } = scope;
  const revisions = Object.fromEntries(scope.joints.map((j) => [j.mark, revisionLetter(j.version)]));
  const source = { job, joints: scope.each, total: scope.joints.length, ...(only ? { only: only.mark } : {}) };
  const model = format === 'json' ? placedModel(await getModel(db, task.jobId)) : {};
  const shop = { ...SHOP_DEFAULTS, ...options, ...model, ...drawn, copy, unit: drawnIn(job), revisions };
  if (format !== 'zip') return writeShop(source, format, shop, out);
  await writeZip(
    packageOf(source, shop, {
      // What is printed of a package is what governs, of one joint everything.
      calculation: () => bytesOf((bytes) => calculationFile(db, made, quiet(options), bytes)),
      jobFile: async () =>
        JSON.stringify(only ? jobFile({ ...job, joints: [documentOf(only)] }) : await jobDocument(db, task.jobId), null, 2),
    }),
    options.date,
    out,
  );
}
const quiet = ({ progress: _heard, level: _usual, ...options }: ReportOptions): ReportOptions => options;

/** The joints of a scope with what is said of them. */
async function* withComments(db: Handle, jobId: string, { each }: Scope): AsyncGenerator<JointRecord> {
  const said = await commentsOfJob(db, jobId);
  for await (const joint of each()) yield { ...joint, comments: said.get(joint.id) ?? [] };
}

/** The register as it is printed: kept verdicts where they are of now, and those that lack worked out. */
async function registerRows(
  db: Handle,
  {
    jobId,
    job,
    edition,
    scope,
  }: { readonly jobId: string; readonly job: JobDocument; readonly edition: string; readonly scope: Scope },
): Promise<{ rows: RegisterRow[]; revisions: Record<string, string> }> {
  const [rows, revisions]: [RegisterRow[], Record<string, string>] = [[], {}];
  const under = { edition, basis: basisKey(job), house: await houseStamp(db) };
  for (let after = -1; ;) {
    const found = await lightJoints(db, jobId, after, 50, (j) => verdictKey(under, j));
    const part = found.filter((j) => scope.has(j.id));
    const lacking = part.filter((j) => !j.kept).map((j) => j.id);
    const lack = await jointsById(db, lacking, details);
    const houses = await housesOf(db, lack);
    const judged = new Map(lack.map((j) => [j.id, judgedRow(j, job, houses)]));
    for (const j of part) {
      rows.push({ mark: j.mark, ...(j.kept ?? judged.get(j.id)!) });
      revisions[j.mark] = revisionLetter(j.version);
    }
    if (found.length < 50) return { rows, revisions };
    after = found.at(-1)!.position;
  }
}
