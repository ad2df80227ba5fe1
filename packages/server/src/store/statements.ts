import { randomUUID } from 'node:crypto';
import type { InStatement, Transaction } from '@libsql/client';
import { and, asc, eq, getTableColumns, getTableName, isNull } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';
import { contentOf, type CalculationDocument, type CommentDocument, type JobDocument } from '@ample/core';
import { drawnRules } from '@ample/exchange/logo';
import type { Handle } from './database.ts';
import { NotFound } from './errors.ts';
import { calculations, comments, jobs, joints, revisions } from './schema.ts';

/** Statements that make one job whole, and its id. Made away from the thread that answers requests, and run there a few rows at a time. */
export interface NewJob {
  readonly id: string;
  readonly statements: readonly InStatement[];
}

/** Values bound in one statement: what runs in a few milliseconds. */
const MOST_BOUND = 6000;

/** Insert statements for rows of a table, several rows each; columns that no row gives are left to their defaults. */
export function inserts<T extends SQLiteTable>(table: T, rows: readonly T['$inferInsert'][]): InStatement[] {
  const columns = Object.entries(getTableColumns(table)).filter(([k]) =>
    rows.some((r) => (r as Record<string, unknown>)[k] !== undefined),
  );
  const per = Math.max(1, Math.floor(MOST_BOUND / Math.max(1, columns.length)));
  const names = columns.map(([, c]) => `"${c.name}"`).join(', ');
  const place = `(${columns.map(() => '?').join(', ')})`;
  const out: InStatement[] = [];
  for (let i = 0; i < rows.length; i += per) {
    const part = rows.slice(i, i + per);
    const args = part.flatMap((r) =>
      columns.map(([k, c]) => {
        const value = (r as Record<string, unknown>)[k];
        return value === undefined || value === null ? null : (c.mapToDriverValue(value) as string | number);
      }),
    );
    out.push({ sql: `INSERT INTO "${getTableName(table)}" (${names}) VALUES ${part.map(() => place).join(', ')}`, args });
  }
  return out;
}

/** Requests that wait have their turn. */
export const breathe = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

/** Runs statements one after the other and lets the requests that wait have their turn in between. */
export async function runAll(tx: Transaction, statements: readonly InStatement[]): Promise<void> {
  for (const s of statements) {
    await tx.execute(s);
    await breathe();
  }
}

const calculationRow = (jobId: string, c: CalculationDocument, who: string, at: string): typeof calculations.$inferInsert => ({
  id: randomUUID(),
  jobId,
  version: 1,
  title: c.title,
  tool: c.tool,
  input: c.input,
  who,
  createdAt: at,
  updatedAt: at,
});

const commentRow = (jobId: string, jointId: string, c: CommentDocument): typeof comments.$inferInsert => ({
  ...{ id: randomUUID(), jobId, jointId, number: c.number, who: c.who, at: c.at, text: c.text, version: c.version },
  ...{ pin: c.pin ?? null, replies: c.replies, resolvedBy: c.resolved?.who ?? null, resolvedAt: c.resolved?.at ?? null },
});

const jointRow = (
  jobId: string,
  jointId: string,
  position: number,
  j: JobDocument['joints'][number],
  at: string,
): typeof joints.$inferInsert => ({
  id: jointId,
  jobId,
  version: 1,
  position,
  mark: j.mark,
  kind: j.kind,
  note: j.note,
  input: j.input as unknown,
  inputVersion: j.input_version ?? 1,
  combinations: j.combinations,
  loads: j.loads ?? null,
  group: j.group ?? null,
  house: j.house ?? null,
  settings: j.settings ?? null,
  checkedBy: j.checked?.by ?? null,
  checkedAt: j.checked?.at ?? null,
  checkedFingerprint: j.checked?.fingerprint ?? null,
  checkedNote: j.checked?.note ?? null,
  createdAt: at,
  updatedAt: at,
});

/** A new job with all joints of its document. */
export function jobStatements(doc: JobDocument, who: string, label = 'imported'): NewJob {
  const id = randomUUID();
  const at = new Date().toISOString();
  const { number, name, client, basis, sections, steels, loads, rules } = doc;
  const ids = doc.joints.map(() => randomUUID());
  return {
    id,
    statements: [
      ...inserts(jobs, [
        {
          id,
          version: 1,
          number,
          name,
          client,
          basis,
          sections: [...sections],
          steels: [...steels],
          loads: loads ?? null,
          rules: rules ? drawnRules(rules) : null,
          archived: false,
          createdAt: at,
          updatedAt: at,
        },
      ]),
      ...inserts(
        joints,
        doc.joints.map((j, i) => jointRow(id, ids[i]!, i + 1, j, at)),
      ),
      ...inserts(
        revisions,
        doc.joints.map((j, i) => ({
          jobId: id,
          jointId: ids[i]!,
          version: 1,
          who,
          at,
          label,
          before: null,
          after: contentOf(j),
        })),
      ),
      ...inserts(
        comments,
        doc.joints.flatMap((j, i) => (j.comments ?? []).map((c) => commentRow(id, ids[i]!, c))),
      ),
      ...inserts(
        calculations,
        doc.calculations.map((c) => calculationRow(id, c, who, at)),
      ),
    ],
  };
}

const columnsOf = (table: SQLiteTable, except: readonly string[]): string =>
  Object.values(getTableColumns(table))
    .map((c) => c.name)
    .filter((n) => !except.includes(n))
    .map((n) => `"${n}"`)
    .join(', ');
/** Joints whose rows are copied in one statement. */
const COPIED = 200;

/** A copy of a job with all that it holds, row by row as it is stored: what can't be read is copied too. The rows never leave the store. */
export async function copyStatements(db: Handle, jobId: string, who: string): Promise<NewJob> {
  const [job] = await db.select().from(jobs).where(eq(jobs.id, jobId));
  if (!job) throw new NotFound('This job is not in the store.');
  const id = randomUUID();
  const at = new Date().toISOString();
  const rows = await db
    .select({ id: joints.id })
    .from(joints)
    .where(and(eq(joints.jobId, jobId), isNull(joints.deletedAt)))
    .orderBy(asc(joints.position));
  const pairs = rows.map((r) => [r.id, randomUUID()]);
  const kept = columnsOf(joints, ['id', 'job_id', 'version', 'created_at', 'updated_at']);
  const statements = inserts(jobs, [
    { ...job, id, version: 1, name: `${job.name}, copy`.slice(0, 120), archived: false, createdAt: at, updatedAt: at },
  ]);
  for (let i = 0; i < pairs.length; i += COPIED) {
    const part = JSON.stringify(pairs.slice(i, i + COPIED));
    statements.push(
      {
        sql: `INSERT INTO joints (id, job_id, version, created_at, updated_at, ${kept}) SELECT m.value ->> 1, ?, 1, ?, ?, ${kept} FROM json_each(?) m JOIN joints j ON j.id = m.value ->> 0`,
        args: [id, at, at, part],
      },
      // What the last change of a joint left is what it holds.
      {
        sql: "INSERT INTO revisions (job_id, joint_id, version, who, at, label, after) SELECT ?, m.value ->> 1, 1, ?, ?, 'copied', (SELECT after FROM revisions r WHERE r.joint_id = m.value ->> 0 AND after IS NOT NULL ORDER BY r.id DESC LIMIT 1) FROM json_each(?) m",
        args: [id, who, at, part],
      },
    );
  }
  const said = columnsOf(comments, ['id', 'job_id', 'joint_id']);
  for (let i = 0; i < pairs.length; i += COPIED)
    statements.push({
      sql: `INSERT INTO comments (id, job_id, joint_id, ${said}) SELECT lower(hex(randomblob(16))), ?, m.value ->> 1, ${said} FROM json_each(?) m JOIN comments c ON c.joint_id = m.value ->> 0`,
      args: [id, JSON.stringify(pairs.slice(i, i + COPIED))],
    });
  const list = await db
    .select()
    .from(calculations)
    .where(and(eq(calculations.jobId, jobId), isNull(calculations.deletedAt)))
    .orderBy(asc(calculations.createdAt));
  return {
    id,
    statements: [
      ...statements,
      ...inserts(
        calculations,
        list.map((c) => calculationRow(id, c, who, at)),
      ),
    ],
  };
}
