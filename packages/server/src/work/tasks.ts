import {
  contentOf,
  isExchangeFor,
  placesOf,
  planExchange,
  withProposals,
  proposeJoints,
  readExchange,
  Refusal,
  settleMarks,
  revisionLetter,
  DocumentError,
  isGivenFor,
  lineOf,
  listsOfJob,
  once,
  planJoint,
  plainSearch,
  searched,
  summaryOf,
  readJob,
  readJoint,
  type ChangeList,
  type GivenJoint,
  type JobLists,
  type JointContent,
  type JointPlan,
  type JointThen,
  type JudgedBy,
  type JudgedRow,
  type ExchangeJoint,
  type ModelMember,
  type ModelPlace,
  type ModelSection,
  type NotProposed,
  type PlanChoices,
  type ProposeChoices,
  type SinceIssue,
} from '@ample/core';
import { changeList, jointsThen, type Between } from '../store/changes.ts';
import { demoFiles } from '../demo-files.ts';
import { copyInto, type Handle } from '../store/database.ts';
import { houseStamp } from '../store/house.ts';
import { sinceIssue } from '../store/issues.ts';
import { getModel, placedModel } from '../store/models.ts';
import { basisKey, getJob, jobDocument, jobHead, ruledJob } from '../store/jobs.ts';
import { documentOf, eachJoint, jointsById, jointsNamed, readableJoint } from '../store/joints.ts';
import { countJoints, endsOf, keptStandings, markedVersions } from '../store/joint-rows.ts';
import { jobStatements, type NewJob } from '../store/statements.ts';
import { answer, details, housesOf, judgedRow, reader, type Answer } from './answer.ts';
import type { DocumentTask } from './document.ts';

// Runs in the worker pool: the same core and the same store as everywhere, away from the thread that answers requests. What writes and reads files
// is loaded by the thread that does: most only judge.

/** Writes a document. */
export const pdf = async (task: DocumentTask) => (await import('./document.ts')).pdf(task);

const demoJoints = once(async () => (await demoFiles()).flatMap((job) => job.joints.map((joint) => ({ job, joint }))));
/** Judges joints of the demo jobs, `count` of them from a place in their endless row, and keeps nothing. */
export const warm = ({ from, count }: { from: number; count: number }): Promise<Answer<null>> =>
  answer(async () => {
    const row = await demoJoints();
    for (let i = from; i < from + count; i += 1) {
      const { job, joint } = row[i % row.length]!;
      lineOf(joint, job);
      summaryOf(joint, job);
    }
    return null;
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
    const found = await jointsById(db, ids, details);
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
    const job = await ruledJob(db, jobId);
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

/** What a job is made of: its lists, and the joints that have none with their reasons. */
export const listJob = ({ file, jobId }: { file: string; jobId: string }): Promise<Answer<JobLists>> =>
  answer(async () => {
    const { db } = reader(file);
    return listsOfJob(eachJoint(db, jobId), await getJob(db, jobId));
  });

/** What is another since an issue of a job. */
export const listSince = ({
  file,
  jobId,
  number,
}: {
  file: string;
  jobId: string;
  number: number;
}): Promise<Answer<SinceIssue>> => answer(() => sinceIssue(reader(file).db, jobId, number));

/** A model as it was read: members, joints where the file tells any, and what could not be read. */
export interface SentModel {
  readonly members: readonly ModelMember[];
  readonly joints: readonly ExchangeJoint[];
  readonly left: readonly { readonly name: string; readonly reason: string }[];
}
export interface PlannedModel {
  readonly members: readonly ModelMember[];
  readonly plans: readonly PlannedJoint[];
  readonly places: readonly ModelPlace[];
  readonly left: readonly NotProposed[];
  readonly sections: readonly ModelSection[];
}

/** A model as it was sent: an IFC file, or the exchange form. */
export const readModel = ({ bytes }: { bytes: Uint8Array }): Promise<Answer<SentModel>> =>
  answer(async () => {
    const { isIfc, readIfc } = await import('@ample/exchange/ifc-in');
    if (isIfc(bytes)) return { ...(await readIfc(bytes)), joints: [] };
    return { ...readExchange(parsed(bytes)), left: [] };
  });
const parsed = (bytes: Uint8Array): unknown => {
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes));
  } catch {
    throw new Refusal(
      'file',
      'file: it is no JSON in UTF-8, and does not begin as an IFC file; accepted is an IFC file, or the exchange form.',
    );
  }
};

/** What another program's members and joints would make of a job; with `propose`, joints where its members meet and none stands. */
export const planModel = ({
  file,
  jobId,
  text,
  choices,
  propose,
}: {
  file: string;
  jobId: string;
  text: string;
  choices: PlanChoices;
  propose: ProposeChoices | null;
}): Promise<Answer<PlannedModel>> =>
  answer(async () => {
    const { db } = reader(file);
    const { members, joints } = readExchange(parsed(Buffer.from(text)));
    const job = await ruledJob(db, jobId);
    const proposed = propose ? proposeJoints(members, job, propose) : null;
    // A joint that was taken from this place, or this end of a member, before is that joint.
    const places = new Map((await getModel(db, jobId))?.places.map((p) => [p.key, p.mark]));
    const ends = await endsOf(db, jobId);
    const settled = settleMarks(
      proposed?.joints ?? [],
      (p) => places.get(p.key) ?? ends.get(p.given.end ?? ''),
      (await markedVersions(db, jobId)).map((j) => j.mark),
    );
    const said = withProposals(joints, settled);
    const standing = await jointsNamed(
      db,
      jobId,
      said.flatMap((j) => (j.mark ? [j.mark] : [])),
      said.flatMap((j) => (!j.mark && 'end' in j && j.end ? [j.end] : [])),
    );
    const plans = said.map((j): PlannedJoint => {
      const joint = standing.find((s) => isExchangeFor(s, j));
      // What the model proposes for a joint that stands is there already.
      const plan = planExchange(j, joint ? documentOf(joint) : null, job, choices);
      return { ...plan, ...(joint ? { id: joint.id, version: joint.version } : {}) };
    });
    return { members, plans, places: placesOf(said, settled), left: proposed?.left ?? [], sections: proposed?.sections ?? [] };
  });

/** Every detail that the house rules allow for a joint: what was gone through, and the cheapest that hold. */
export const searchJoint = ({
  file,
  id,
  top,
  kinds,
}: {
  file: string;
  id: string;
  top: number;
  kinds?: readonly string[];
}): Promise<Answer<ReturnType<typeof plainSearch>>> =>
  answer(async () => {
    const { db } = reader(file);
    const joint = await readableJoint(db, id);
    return plainSearch(searched(joint, await ruledJob(db, joint.jobId), { top, kinds }));
  });

/** A job in the exchange form. */
export const exchangeJob = ({ file, jobId }: { file: string; jobId: string }): Promise<Answer<string>> =>
  answer(async () => {
    const { bytesOf, SHOP_DEFAULTS, writeOut } = await import('@ample/exchange/shop');
    const { db } = reader(file);
    const job = await jobHead(db, jobId);
    const source = { job, joints: () => documentsOf(db, jobId), total: await countJoints(db, jobId) };
    const revisions = Object.fromEntries((await markedVersions(db, jobId)).map((j) => [j.mark, revisionLetter(j.version)]));
    const date = new Date().toISOString().slice(0, 10);
    const options = { ...SHOP_DEFAULTS, unit: 'mm', date, revisions, ...placedModel(await getModel(db, jobId)) } as const;
    return Buffer.from(await bytesOf((out) => writeOut(source, 'json', options, out))).toString('utf8');
  });
async function* documentsOf(db: Handle, jobId: string) {
  for await (const joint of eachJoint(db, jobId))
    yield { ...documentOf(joint), ...(joint.unreadable === undefined ? {} : { unreadable: joint.unreadable }) };
}
