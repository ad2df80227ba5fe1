import {
  kindOf,
  versionMark,
  type CalculationDocument,
  type ChangeList,
  type ChangeMoment,
  type CommentRecord,
  type CalculationRecord,
  type DocumentState,
  type FieldRecord,
  type GivenJoint,
  type GivenRules,
  type HouseDetail,
  type HouseRecord,
  type HouseVersion,
  type JobDocument,
  type JobListEntry,
  type JobRecord,
  type JointContent,
  type JointThen,
  type OfficeRules,
  type Pin,
  type JointDocument,
  type JointPlan,
  type JointRecord,
  type PlanChoices,
  type RegisterPage,
  type RevisionRecord,
  type Sibling,
  type TakenTable,
  type IssueOfJoints,
  type IssueRecord,
  type ExchangeJoint,
  type JobLists,
  type ModelMember,
  type ModelRecord,
  type SinceIssue,
} from '@ample/core';

/** What the server said is wrong, in one sentence; `field` and `current` where it gave them. */
export class ApiProblem extends Error {
  override readonly name = 'ApiProblem';
  constructor(
    message: string,
    readonly status: number,
    readonly field?: string,
    readonly current?: unknown,
  ) {
    super(message);
  }
}

let who = '';
/** Name under which changes are kept. */
export const setWho = (name: string): void => {
  who = name;
};

/** Keys of requests whose answer has not come: asked again in the same words, the server knows them and does nothing twice. */
const unanswered = new Map<string, string>();

/** Keys of saves of a record that may have been done though no answer came: what they left is ours. */
const lost = new Map<string, readonly string[]>();

async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  const text = body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body);
  const asked = `${method} ${path}\n${text ?? ''}`;
  const key = method === 'POST' || method === 'PUT' ? (unanswered.get(asked) ?? crypto.randomUUID()) : undefined;
  if (key) unanswered.set(asked, key);
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers: {
        ...(text === undefined ? {} : { 'content-type': 'application/json' }),
        ...(who ? { 'x-ample-user': encodeURIComponent(who) } : {}),
        ...(key ? { 'idempotency-key': key } : {}),
        ...(method === 'PUT' && lost.has(path)
          ? {
              'x-ample-unanswered': lost
                .get(path)!
                .filter((k) => k !== key)
                .join(),
            }
          : {}),
      },
      ...(text === undefined ? {} : { body: text }),
      // A save goes on when its page is left or loaded anew; browsers take so much of that at a time.
      keepalive: method === 'PUT' && (text?.length ?? 0) < 30_000,
    });
  } catch {
    if (key && method === 'PUT') lost.set(path, [...new Set([...(lost.get(path) ?? []), key])].slice(-20));
    throw new ApiProblem('The server can not be reached; what you typed is still here and is saved when it answers again.', 0);
  }
  unanswered.delete(asked);
  lost.delete(path);
  if (response.status === 204) return undefined as T;
  const answer = (await response.json().catch(() => ({}))) as { detail?: string; field?: string; current?: unknown };
  if (!response.ok)
    throw new ApiProblem(
      answer.detail ?? `The server answered ${response.status}.`,
      response.status,
      answer.field,
      answer.current,
    );
  return answer as T;
}

/** Sends a file as it is. */
async function sendFile<T>(path: string, file: Blob, signal: AbortSignal): Promise<T> {
  const response = await fetch(`/api${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', 'idempotency-key': crypto.randomUUID() },
    body: file,
    signal,
  });
  const answer = (await response.json().catch(() => ({}))) as { detail?: string };
  if (!response.ok) throw new ApiProblem(answer.detail ?? `The server answered ${response.status}.`, response.status);
  return answer as T;
}

/** What a model file holds. */
export interface SentModel {
  readonly members: readonly ModelMember[];
  readonly joints: readonly ExchangeJoint[];
  readonly left: readonly { readonly name: string; readonly reason: string }[];
}

/** Joints of a register that are asked for at a time: a first screenful soon, then the rest. */
const ROWS = [60, 500] as const;
/** The same where they are judged anew: progress shows, and a cancel is heard between two of them. */
const FRESH_ROWS = [100, 100] as const;

/** The register of a job, part by part: each of the first size, then of the next. */
async function* registerParts(id: string, [first, next]: readonly [number, number], more = ''): AsyncGenerator<RegisterPage> {
  for (let [after, limit] = [-1, first]; ;) {
    const page = await call<RegisterPage>('GET', `/jobs/${id}/joints?after=${after}&limit=${limit}${more}`);
    yield page;
    if (page.next === null) return;
    [after, limit] = [page.next, next];
  }
}

/** A plan, with the joint that it is of and its version. */
export type PlannedJoint = JointPlan & { readonly id?: string; readonly version?: number };
export type NewJoint = Omit<JointDocument, 'line' | 'checked'>;

export const api = {
  jobs: () => call<JobListEntry[]>('GET', '/jobs'),
  createJob: (job: { number: string; name: string; client: string }) => call<JobRecord>('POST', '/jobs', job),
  importJob: (text: string) => call<JobRecord>('POST', '/jobs/import', text),
  demoJob: () => call<JobRecord>('POST', '/jobs/demo'),
  backupUrl: '/api/backup',
  copyJob: (id: string) => call<JobRecord>('POST', `/jobs/${id}/copy`),
  saveJob: (
    id: string,
    change: { version: number; loads?: JobRecord['loads'] | null; rules?: GivenRules | null } & Partial<
      Omit<JobRecord, 'id' | 'version' | 'updatedAt' | 'loads' | 'rules'>
    >,
  ) => call<JobRecord>('PUT', `/jobs/${id}`, change),
  exportUrl: (id: string) => `/api/jobs/${id}/export`,
  exportJob: (id: string) => call<JobDocument>('GET', `/jobs/${id}/export`),
  job: (id: string) => call<JobRecord>('GET', `/jobs/${id}`),
  registerParts: (id: string) => registerParts(id, ROWS),
  freshParts: (id: string) => registerParts(id, FRESH_ROWS, '&fresh=1'),
  marks: (id: string) => call<Sibling[]>('GET', `/jobs/${id}/marks`),
  createJoint: (jobId: string, joint: NewJoint) => call<JointRecord>('POST', `/jobs/${jobId}/joints`, joint),
  joint: (id: string) => call<JointRecord>('GET', `/joints/${id}`),
  saveJoint: (id: string, save: JointContent & { version: number; label: string }) =>
    // Pages of an older version say which version their input is of.
    call<JointRecord>('PUT', `/joints/${id}`, { ...save, ...versionMark(kindOf(save.kind)) }),
  listUrl: (id: string, list: string) => `/api/joints/${id}/lists/${list}`,
  templateUrl: (id: string) => `/api/joints/${id}/template`,
  copyJoint: (id: string, mark: string) => call<JointRecord>('POST', `/joints/${id}/copy`, { mark }),
  deleteJoint: (id: string) => call<void>('DELETE', `/joints/${id}`),
  restoreJoint: (id: string) => call<JointRecord>('POST', `/joints/${id}/restore`),
  sign: (id: string, version: number, by: string | null, note = '') =>
    call<JointRecord>('POST', `/joints/${id}/sign`, { version, by, note }),
  /** The newest changes, or those before one. */
  revisions: (id: string, before?: number) =>
    call<RevisionRecord[]>('GET', `/joints/${id}/revisions${before === undefined ? '' : `?before=${before}`}`),
  /** What a table would make of these joints. */
  planTable: (jobId: string, joints: readonly GivenJoint[], choices: PlanChoices) =>
    call<PlannedJoint[]>('POST', `/jobs/${jobId}/tables/plan`, { joints, choices }),
  takeTable: (jobId: string, table: { name: string; mapping: object; joints: readonly object[] }) =>
    call<TakenTable>('POST', `/jobs/${jobId}/tables`, table),
  tables: (jobId: string) => call<TakenTable[]>('GET', `/jobs/${jobId}/tables`),
  dropTable: (jobId: string, id: string) => call<TakenTable>('POST', `/jobs/${jobId}/tables/${id}/drop`),
  rawUrl: (id: string) => `/api/joints/${id}/raw`,
  calculations: (jobId: string) => call<CalculationRecord[]>('GET', `/jobs/${jobId}/calculations`),
  calculation: (id: string) => call<CalculationRecord>('GET', `/calculations/${id}`),
  attachCalculation: (jobId: string, c: CalculationDocument) => call<CalculationRecord>('POST', `/jobs/${jobId}/calculations`, c),
  saveCalculation: (id: string, c: CalculationDocument & { version: number }) =>
    call<CalculationRecord>('PUT', `/calculations/${id}`, c),
  deleteCalculation: (id: string) => call<void>('DELETE', `/calculations/${id}`),
  restoreCalculation: (id: string) => call<CalculationRecord>('POST', `/calculations/${id}/restore`),
  house: () => call<HouseRecord[]>('GET', '/house'),
  houseVersions: (id: string) => call<{ record: HouseRecord; versions: HouseVersion[] }>('GET', `/house/${id}`),
  createHouse: (detail: HouseDetail, label: string) => call<HouseRecord>('POST', '/house', { detail, label }),
  saveHouse: (id: string, version: number, detail: HouseDetail, label: string) =>
    call<HouseRecord>('PUT', `/house/${id}`, { version, detail, label }),
  retireHouse: (id: string, retired: boolean) => call<HouseRecord>('POST', `/house/${id}/retire`, { retired }),
  rules: () => call<OfficeRules>('GET', '/rules'),
  saveRules: (version: number, rules: GivenRules) => call<OfficeRules>('PUT', '/rules', { version, rules }),
  houseFileUrl: '/api/house-file',
  importHouse: (text: string) => call<HouseRecord[]>('POST', '/house-file', text),
  moments: (jobId: string) => call<ChangeMoment[]>('GET', `/jobs/${jobId}/moments`),
  changes: (jobId: string, { from, to }: { from: string; to: string }) =>
    call<ChangeList>('GET', `/jobs/${jobId}/changes?from=${encodeURIComponent(from)}&to=${encodeURIComponent(to)}`),
  jointsThen: (jobId: string, between: { from: string; to: string }, ids: readonly string[]) =>
    call<JointThen[]>('POST', `/jobs/${jobId}/changes`, { ...between, ids }),
  issues: (jobId: string) => call<IssueRecord[]>('GET', `/jobs/${jobId}/issues`),
  issueOf: (jobId: string, number: number) => call<IssueOfJoints>('GET', `/jobs/${jobId}/issues/${number}`),
  sinceIssue: (jobId: string, number: number) => call<SinceIssue>('GET', `/jobs/${jobId}/issues/${number}/since`),
  model: (jobId: string) => call<ModelRecord | null>('GET', `/jobs/${jobId}/model`),
  keepModel: (jobId: string, model: Omit<ModelRecord, 'who' | 'at'>) => call<ModelRecord>('PUT', `/jobs/${jobId}/model`, model),
  /** Members of a file, read by the server; the signal ends the reading. */
  readModel: (file: Blob, signal: AbortSignal) => sendFile<SentModel>('/model/read', file, signal),
  jobLists: (jobId: string) => call<JobLists>('GET', `/jobs/${jobId}/lists`),
  comments: (jointId: string) => call<CommentRecord[]>('GET', `/joints/${jointId}/comments`),
  addComment: (jointId: string, comment: { text: string; pin?: Pin }) =>
    call<CommentRecord>('POST', `/joints/${jointId}/comments`, comment),
  changeComment: (jointId: string, id: string, change: { reply?: string; resolved?: boolean }) =>
    call<CommentRecord>('POST', `/joints/${jointId}/comments/${id}`, change),
  fields: (jointId: string) => call<FieldRecord[]>('GET', `/joints/${jointId}/fields`),
  keepField: (jointId: string, kept: Pick<FieldRecord, 'fingerprint' | 'field'>) =>
    call<FieldRecord>('PUT', `/joints/${jointId}/fields`, kept),
  /** A joint, a calculation, the whole job, what changed in it, or a house detail. */
  issue: (part: {
    jobId?: string;
    houseId?: string;
    jointId?: string;
    calculationId?: string;
    changes?: { from: string; to: string };
    level?: string;
    format?: string;
    copy?: string;
    /** Kept as an issue of the job. */
    issue?: { reason: string };
    /** Only what changed since this issue. */
    since?: number;
  }) => call<DocumentState>('POST', '/documents', part),
  cancelDocument: (id: string) => call<DocumentState>('DELETE', `/documents/${id}`),
  documentUrl: (id: string) => `/api/documents/${id}/file`,
  documentEvents: (id: string) => new EventSource(`/api/documents/${id}/events`),
};
