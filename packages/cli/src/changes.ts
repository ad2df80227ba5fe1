import {
  groupOf,
  guessNames,
  isGivenFor,
  kindOf,
  planJoint,
  standingOf,
  unitsOf,
  type JobComparison,
  type JobDocument,
  type JointDocument,
  type JointPlan,
  type PlanChoices,
  type Standing,
} from '@ample/core';
import {
  cutTo,
  givenTable,
  guessMapping,
  mappingFault,
  readTable,
  ROLES,
  type Mapping,
  type RowFault,
  type Sheet,
} from '@ample/exchange/table';
import { BadInput, named, readBytes, readJson } from './input.ts';

export interface Imported {
  readonly rows: number;
  readonly faults: readonly RowFault[];
  readonly joints: readonly ToldPlan[];
  /** Joints of the job that have actions and that the table does not name. */
  readonly gone: readonly string[];
}

async function sheetOf(path: string, name: string | undefined, range: string): Promise<Sheet> {
  const bytes = readBytes(path);
  return named(path, async () => {
    const sheets = await readTable(bytes);
    const sheet = name === undefined ? sheets[0] : sheets.find((s) => s.name === name);
    if (sheet) return cutTo(sheet, range);
    throw new BadInput(
      sheets.length
        ? `${path}: there is no sheet "${name}"; accepted are ${sheets.map((s) => s.name).join(', ')}.`
        : `${path}: the table is empty; accepted is a head and a row for each force.`,
    );
  });
}

/** The mapping of a file: the whole, or what of it differs from what the heads say. */
function mappingOf(path: string | undefined, guessed: Mapping): Mapping {
  if (path === undefined) return guessed;
  const raw = readJson(path, 'a mapping of columns') as Partial<Record<keyof Mapping, unknown>> | null;
  const roles = raw?.roles ?? {};
  const turned = raw?.turned ?? [];
  if (typeof roles !== 'object' || !Array.isArray(turned))
    throw new BadInput(`${path}: "roles" must be a group of heads with what each is, and "turned" a list of forces.`);
  for (const [head, role] of Object.entries(roles))
    if (!ROLES.some(([r]) => r === role))
      throw new BadInput(
        `${path}: roles: "${head}" can't be "${String(role).slice(0, 40)}"; accepted are ${ROLES.map(([r]) => r).join(', ')}.`,
      );
  return {
    roles: raw?.roles ? (roles as Mapping['roles']) : guessed.roles,
    force: typeof raw?.force === 'string' ? raw.force : guessed.force,
    moment: typeof raw?.moment === 'string' ? raw.moment : guessed.moment,
    turned: turned as Mapping['turned'],
  };
}

export type ToldPlan = Omit<JointPlan, 'content'> & { readonly group: string };
/** A plan as it is told. */
export function toldPlan(plan: JointPlan): ToldPlan {
  const { content: _stored, ...told } = plan;
  return { ...told, group: groupOf(plan) };
}

/** What is said of joints, taken into a job: the plan of each, the joints as they then are, and which of those that stood were said of. */
export function taken<T>(
  job: JobDocument,
  said: readonly T[],
  isFor: (joint: JointDocument, said: T) => boolean,
  plan: (said: T, joint: JointDocument | null) => JointPlan,
): { readonly plans: JointPlan[]; readonly joints: JointDocument[]; readonly touched: ReadonlySet<JointDocument> } {
  const joints = [...job.joints];
  const touched = new Set<JointDocument>();
  const plans = said.map((one): JointPlan => {
    const at = joints.findIndex((j) => isFor(j, one));
    const planned = plan(one, joints[at] ?? null);
    if (at >= 0 && at < job.joints.length) touched.add(job.joints[at]!);
    if (planned.content) {
      const { kind, input } = planned.content;
      const made = { ...joints[at], ...planned.content, line: kindOf(kind).line.print(input) } as JointDocument;
      if (at >= 0) joints[at] = made;
      else joints.push(made);
    }
    return planned;
  });
  return { plans, joints, touched };
}

/** Takes a table of forces, members and joints into a job: what it would make of each joint, and the job as it then is. */
export async function importTable(
  job: JobDocument,
  path: string,
  options: { map?: string; sheet?: string; range?: string; others: PlanChoices['others']; names?: PlanChoices['names'] },
): Promise<{ readonly report: Imported; readonly job: JobDocument }> {
  const units = unitsOf(job.basis);
  const { rows } = await sheetOf(path, options.sheet, options.range ?? '');
  const mapping = mappingOf(options.map, guessMapping(rows[0] ?? [], units));
  const fault = mappingFault(mapping, units);
  if (fault) throw new BadInput(`${path}: ${fault}`);
  const table = givenTable(rows, mapping, units);
  const names =
    options.names ??
    guessNames(
      table.joints.flatMap((j) => j.rows.map((r) => r.name)),
      job,
    );
  const faulty = new Set(table.faults.map((f) => f.of ?? ''));
  const { plans, touched, joints } = taken(job, table.joints, isGivenFor, (given, joint) =>
    planJoint(given, joint, job, { others: options.others, names }),
  );
  return {
    report: {
      rows: table.rows,
      faults: table.faults,
      joints: plans.map(toldPlan),
      gone: job.joints
        .filter(
          (j) =>
            !touched.has(j) &&
            !faulty.has(j.mark) &&
            !faulty.has(j.loads?.end ?? '') &&
            (j.combinations.length || j.loads?.forces),
        )
        .map((j) => j.mark),
    },
    job: { ...job, joints },
  };
}

const words = (s: Standing | null): string => (s ? `${s.state}: ${s.verdict}` : '–');
const GROUPS: Readonly<Record<string, string>> = {
  new: 'new',
  same: 'unaffected',
  holds: 'changed, hold as before',
  state: 'changed state',
  refused: 'refused',
};

export function printImported({ joints, faults, rows, gone }: Imported): string {
  const lines = [`${rows} rows, ${joints.length} joints, ${faults.length} rows not read`, ...faults.map((f) => `  ${f.message}`)];
  lines.push(...planLines(joints));
  if (gone.length) lines.push(`not in the table: ${gone.length}`, `  ${gone.join(', ')}`);
  return `${lines.join('\n')}\n`;
}

/** Plans as lines, by what they are to a user who has to decide. */
export function planLines(joints: readonly ToldPlan[]): string[] {
  const lines: string[] = [];
  for (const [group, title] of Object.entries(GROUPS)) {
    const list = joints.filter((j) => j.group === group);
    if (!list.length) continue;
    lines.push(`${title}: ${list.length}`);
    for (const j of list)
      if (group === 'refused') lines.push(`  ${j.mark}: ${j.message}`);
      else if (group !== 'same')
        lines.push(
          `  ${j.mark}: ${j.before ? `${words(j.before)} -> ` : ''}${words(j.after)}${j.kept.length ? ` (kept besides: ${j.kept.join(', ')})` : ''}`,
        );
  }
  return lines;
}

/** How every joint of a job stands, and how many of each state. */
export function recheck(job: JobDocument): {
  readonly states: Readonly<Record<string, number>>;
  readonly joints: readonly ({ mark: string } & Standing)[];
} {
  const joints = job.joints.map((j) => ({ mark: j.mark, ...standingOf(j, job) }));
  const states: Record<string, number> = {};
  for (const j of joints) states[j.state] = (states[j.state] ?? 0) + 1;
  return { states, joints };
}

export const printRecheck = ({ states, joints }: ReturnType<typeof recheck>): string =>
  [
    ...joints.map((j) => `${j.mark}  ${words(j)}`),
    `${joints.length} joints: ${Object.entries(states)
      .map(([s, n]) => `${n} ${s}`)
      .join(', ')}`,
    '',
  ].join('\n');

export function printCompared({ job, joints }: JobComparison): string {
  const lines = [...job];
  for (const j of joints) {
    if (j.change === 'same') continue;
    lines.push(`${j.mark}  ${j.change}  ${words(j.before)} -> ${words(j.after)}`);
    for (const d of j.differences) lines.push(`  ${d.what}: ${d.before || 'none'} -> ${d.after || 'none'}`);
  }
  const same = joints.filter((j) => j.change === 'same').length;
  return `${[...lines, `${joints.length - same} of ${joints.length} joints differ`].join('\n')}\n`;
}
