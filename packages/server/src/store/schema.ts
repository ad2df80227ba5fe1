import { sql } from 'drizzle-orm';
import { index, integer, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { CustomSection, CustomSteel, JobBasis, JointContent, Settings } from '@ample/core';

export const jobs = sqliteTable('jobs', {
  id: text('id').primaryKey(),
  version: integer('version').notNull(),
  number: text('number').notNull(),
  name: text('name').notNull(),
  client: text('client').notNull(),
  basis: text('basis', { mode: 'json' }).$type<JobBasis>().notNull(),
  sections: text('sections', { mode: 'json' }).$type<CustomSection[]>().notNull(),
  steels: text('steels', { mode: 'json' }).$type<CustomSteel[]>().notNull(),
  archived: integer('archived', { mode: 'boolean' }).notNull(),
  createdAt: text('created_at').notNull(),
  updatedAt: text('updated_at').notNull(),
});

export const joints = sqliteTable('joints', {
  id: text('id').primaryKey(),
  jobId: text('job_id').notNull().references(() => jobs.id),
  version: integer('version').notNull(),
  position: integer('position').notNull(),
  mark: text('mark').notNull(),
  kind: text('kind').notNull(),
  note: text('note').notNull(),
  input: text('input', { mode: 'json' }).$type<unknown>().notNull(),
  settings: text('settings', { mode: 'json' }).$type<Partial<Settings>>(),
  checkedBy: text('checked_by'),
  checkedAt: text('checked_at'),
  checkedFingerprint: text('checked_fingerprint'),
  deletedAt: text('deleted_at'),
  createdAt: text('created_at').notNull(),
  updatedAt: text('updated_at').notNull(),
}, (t) => [
  index('joints_by_job').on(t.jobId, t.position),
  // A deleted joint keeps its mark for undo without blocking a new one.
  uniqueIndex('joint_marks').on(t.jobId, t.mark).where(sql`deleted_at is null`),
]);

export const combinations = sqliteTable('combinations', {
  id: integer('id').primaryKey({ autoIncrement: true }),
  jointId: text('joint_id').notNull().references(() => joints.id),
  position: integer('position').notNull(),
  name: text('name').notNull(),
  note: text('note').notNull(),
  V_Ed: real('v_ed').notNull(),
  N_Ed: real('n_ed').notNull(),
  N_tie: real('n_tie').notNull(),
  V_ser: real('v_ser'),
  M_y: real('m_y'),
  M_z: real('m_z'),
  V_y: real('v_y'),
  V_z: real('v_z'),
  T: real('t'),
  from: text('came_from'),
}, (t) => [index('combinations_by_joint').on(t.jointId, t.position)]);

export const calculations = sqliteTable('calculations', {
  id: text('id').primaryKey(),
  jobId: text('job_id').notNull().references(() => jobs.id),
  version: integer('version').notNull(),
  title: text('title').notNull(),
  tool: text('tool').notNull(),
  input: text('input', { mode: 'json' }).$type<unknown>().notNull(),
  who: text('who').notNull(),
  deletedAt: text('deleted_at'),
  createdAt: text('created_at').notNull(),
  updatedAt: text('updated_at').notNull(),
}, (t) => [index('calculations_by_job').on(t.jobId, t.createdAt)]);

export const revisions = sqliteTable('revisions', {
  id: integer('id').primaryKey({ autoIncrement: true }),
  jobId: text('job_id').notNull(),
  jointId: text('joint_id'),
  version: integer('version').notNull(),
  who: text('who').notNull(),
  at: text('at').notNull(),
  label: text('label').notNull(),
  before: text('before', { mode: 'json' }).$type<JointContent>(),
  after: text('after', { mode: 'json' }).$type<JointContent>(),
}, (t) => [index('revisions_by_joint').on(t.jointId, t.id)]);
