import { sql } from 'drizzle-orm';
import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { json } from './json.ts';
import type {
  ChangedJob,
  Combination,
  CustomSection,
  CustomSteel,
  FieldResultKept,
  GivenRules,
  HouseDetail,
  HouseMark,
  IssuedJoint,
  IssueWhat,
  JobBasis,
  JobLoads,
  JointContent,
  JointLoads,
  JudgedRow,
  ModelMember,
  ModelPlace,
  Pin,
  Reply,
  Settings,
} from '@ample/core';

export const jobs = sqliteTable('jobs', {
  id: text('id').primaryKey(),
  version: integer('version').notNull(),
  number: text('number').notNull(),
  name: text('name').notNull(),
  client: text('client').notNull(),
  basis: json<JobBasis>('basis').notNull(),
  sections: json<CustomSection[]>('sections').notNull(),
  steels: json<CustomSteel[]>('steels').notNull(),
  /** Load cases, and how they are combined. */
  loads: json<JobLoads>('loads'),
  /** What of the house rules is its own. */
  rules: json<GivenRules>('rules'),
  archived: integer('archived', { mode: 'boolean' }).notNull(),
  createdAt: text('created_at').notNull(),
  updatedAt: text('updated_at').notNull(),
});

export const joints = sqliteTable(
  'joints',
  {
    id: text('id').primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    version: integer('version').notNull(),
    position: integer('position').notNull(),
    mark: text('mark').notNull(),
    kind: text('kind').notNull(),
    note: text('note').notNull(),
    input: json<unknown>('input').notNull(),
    /** Version of the input, as its kind counts. */
    inputVersion: integer('input_version').notNull().default(1),
    /** Its actions, all of them: they are read and written with it. */
    combinations: json<readonly Combination[]>('combinations').notNull().default([]),
    /** What load cases do at it. */
    loads: json<JointLoads>('loads'),
    /** The group of joints that share its detail. */
    group: text('group_name'),
    /** The house detail that it is meant to have. */
    house: json<HouseMark>('house'),
    settings: json<Partial<Settings>>('settings'),
    checkedBy: text('checked_by'),
    checkedAt: text('checked_at'),
    checkedFingerprint: text('checked_fingerprint'),
    checkedNote: text('checked_note'),
    deletedAt: text('deleted_at'),
    createdAt: text('created_at').notNull(),
    updatedAt: text('updated_at').notNull(),
  },
  (t) => [
    index('joints_by_job').on(t.jobId, t.position),
    index('joints_by_group').on(t.jobId, t.group),
    // A deleted joint keeps its mark for undo without blocking a new one.
    uniqueIndex('joint_marks')
      .on(t.jobId, t.mark)
      .where(sql`deleted_at is null`),
  ],
);

export const calculations = sqliteTable(
  'calculations',
  {
    id: text('id').primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    version: integer('version').notNull(),
    title: text('title').notNull(),
    tool: text('tool').notNull(),
    input: json<unknown>('input').notNull(),
    who: text('who').notNull(),
    deletedAt: text('deleted_at'),
    createdAt: text('created_at').notNull(),
    updatedAt: text('updated_at').notNull(),
  },
  (t) => [index('calculations_by_job').on(t.jobId, t.createdAt)],
);

export const revisions = sqliteTable(
  'revisions',
  {
    id: integer('id').primaryKey({ autoIncrement: true }),
    jobId: text('job_id').notNull(),
    jointId: text('joint_id'),
    version: integer('version').notNull(),
    who: text('who').notNull(),
    at: text('at').notNull(),
    label: text('label').notNull(),
    before: json<JointContent>('before'),
    after: json<JointContent>('after'),
    /** The table that it came with, where one changed many joints at once. */
    batch: text('batch'),
  },
  (t) => [
    index('revisions_by_joint').on(t.jointId, t.id),
    index('revisions_by_batch').on(t.batch),
    index('revisions_by_job').on(t.jobId, t.at),
  ],
);

/** What a job was before each change of it: its basis, load cases, own sections and steels. */
export const jobRevisions = sqliteTable(
  'job_revisions',
  {
    id: integer('id').primaryKey({ autoIncrement: true }),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    version: integer('version').notNull(),
    who: text('who').notNull(),
    /** When it was changed: until then it stood. */
    at: text('at').notNull(),
    before: json<ChangedJob>('before').notNull(),
  },
  (t) => [index('job_revisions_by_job').on(t.jobId, t.at)],
);

/** What was sent out of a job: its number, when, by whom and why, and the fingerprint of the file. */
export const issues = sqliteTable(
  'issues',
  {
    id: text('id').primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    number: integer('number').notNull(),
    who: text('who').notNull(),
    reason: text('reason').notNull(),
    /** Of the file. */
    name: text('name').notNull(),
    /** What it is, as it was asked for. */
    what: json<IssueWhat>('what').notNull(),
    /** The moment that it shows the job at; null until the file is written. */
    at: text('at'),
    jobVersion: integer('job_version'),
    joints: json<readonly IssuedJoint[]>('joints').notNull().default([]),
    size: integer('size'),
    sha256: text('sha256'),
  },
  (t) => [uniqueIndex('issues_by_job').on(t.jobId, t.number)],
);

/** The model that joints of a job come from: one, the last that was taken. */
export const models = sqliteTable('models', {
  jobId: text('job_id')
    .primaryKey()
    .references(() => jobs.id),
  /** Of the file. */
  name: text('name').notNull(),
  who: text('who').notNull(),
  at: text('at').notNull(),
  members: json<readonly ModelMember[]>('members').notNull(),
  places: json<readonly ModelPlace[]>('places').notNull(),
});

/** Remarks on joints. */
export const comments = sqliteTable(
  'comments',
  {
    id: text('id').primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    jointId: text('joint_id')
      .notNull()
      .references(() => joints.id),
    number: integer('number').notNull(),
    who: text('who').notNull(),
    at: text('at').notNull(),
    text: text('text').notNull(),
    pin: json<Pin>('pin'),
    /** Version of the joint that it was made to. */
    version: integer('version').notNull(),
    replies: json<readonly Reply[]>('replies').notNull().default([]),
    resolvedBy: text('resolved_by'),
    resolvedAt: text('resolved_at'),
  },
  (t) => [uniqueIndex('comments_by_joint').on(t.jointId, t.number)],
);

/** Tables that were taken into a job, each of which can be dropped again whole. */
export const tables = sqliteTable(
  'tables',
  {
    id: text('id').primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    /** Of the file, or what it was. */
    name: text('name').notNull(),
    /** How it was read, for the next one. */
    mapping: json<unknown>('mapping').notNull(),
    joints: integer('joints').notNull(),
    who: text('who').notNull(),
    at: text('at').notNull(),
    droppedAt: text('dropped_at'),
  },
  (t) => [index('tables_by_job').on(t.jobId, t.at)],
);

/** House details of the office: of no job, each with all its versions. */
export const houseDetails = sqliteTable(
  'house_details',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    /** The newest one. */
    version: integer('version').notNull(),
    /** Kept for the joints that follow it; offered no more. */
    retiredAt: text('retired_at'),
    createdAt: text('created_at').notNull(),
    updatedAt: text('updated_at').notNull(),
  },
  (t) => [uniqueIndex('house_names').on(t.name)],
);

/** A version of a house detail; it never changes. */
export const houseVersions = sqliteTable(
  'house_versions',
  {
    houseId: text('house_id')
      .notNull()
      .references(() => houseDetails.id),
    version: integer('version').notNull(),
    content: json<HouseDetail>('content').notNull(),
    who: text('who').notNull(),
    at: text('at').notNull(),
    /** What changed, in the words of who changed it. */
    label: text('label').notNull(),
  },
  (t) => [primaryKey({ columns: [t.houseId, t.version] })],
);

/** House rules of the office: one row. */
export const officeRules = sqliteTable('office_rules', {
  id: integer('id').primaryKey(),
  version: integer('version').notNull(),
  rules: json<GivenRules>('rules').notNull(),
  who: text('who').notNull(),
  at: text('at').notNull(),
});

/** Plate analyses of joints, each of the joint as it was: by what its result depends on, and the combination. */
export const fields = sqliteTable(
  'fields',
  {
    jointId: text('joint_id')
      .notNull()
      .references(() => joints.id),
    fingerprint: text('fingerprint').notNull(),
    combination: text('combination').notNull(),
    version: integer('version').notNull(),
    /** Of the calculation that made it. */
    edition: text('edition').notNull(),
    who: text('who').notNull(),
    at: text('at').notNull(),
    field: json<FieldResultKept>('field').notNull(),
  },
  (t) => [primaryKey({ columns: [t.jointId, t.fingerprint, t.combination] })],
);

/** What the check of a joint said, kept until the joint, its job or the method changes. */
export const verdicts = sqliteTable('verdicts', {
  jointId: text('joint_id').primaryKey(),
  key: text('key').notNull(),
  row: json<JudgedRow>('row').notNull(),
});

/** Requests that were answered, by the client's key: asked again they are not done again. */
export const requests = sqliteTable('requests', {
  key: text('key').primaryKey(),
  /** Fingerprint of what was asked. */
  asked: text('asked').notNull(),
  /** Id of the record that came of it. */
  made: text('made').notNull(),
  at: text('at').notNull(),
});
