import {
  isExchangeFor,
  KINDS,
  planExchange,
  proposeJoints,
  readExchange,
  settleMarks,
  withProposals,
  type Exchange,
  type JobDocument,
  type ModelSection,
  type NotProposed,
  type ProposeChoices,
} from '@ample/core';
import { isIfc, readIfc } from '@ample/exchange/ifc-in';
import { planLines, taken, toldPlan, type ToldPlan } from './changes.ts';
import { BadInput, named, readBytes, readJson } from './input.ts';

export interface ModelOptions {
  readonly prefer?: string;
  readonly lines?: 'middle' | 'top';
  readonly reach?: string;
  readonly section?: readonly string[];
}
/** What a model makes of a job. */
export interface Modelled {
  readonly members: number;
  readonly sections: readonly ModelSection[];
  readonly joints: readonly ToldPlan[];
  /** Places where members meet and no joint is proposed. */
  readonly left: readonly NotProposed[];
  /** Members that could not be read. */
  readonly unread: readonly { readonly name: string; readonly reason: string }[];
}

/** Reads a model: an IFC file, or the exchange form. */
async function modelOf(path: string): Promise<Exchange & Pick<Modelled, 'unread'>> {
  const bytes = readBytes(path);
  return named(path, async () => {
    if (!isIfc(bytes)) return { ...readExchange(readJson(path, 'members and joints')), unread: [] };
    const { members, left } = await readIfc(bytes);
    return { members, joints: [], unread: left };
  });
}

function choicesOf({ prefer, lines, reach, section = [] }: ModelOptions): ProposeChoices {
  const kinds = (prefer ?? '').split(',').filter(Boolean);
  for (const k of kinds)
    if (!KINDS.some((kind) => kind.id === k))
      throw new BadInput(`prefer: "${k}" is no kind of joint; accepted are ${KINDS.map((kind) => kind.id).join(', ')}.`);
  const off = reach === undefined ? undefined : Number(reach);
  if (off !== undefined && !(off >= 0 && off <= 500))
    throw new BadInput(`reach: "${reach}" can't be used; accepted is a length in mm from 0 to 500.`);
  const sections = section.map((pair) => {
    const [name, is, more] = pair.split('=');
    if (!name || !is || more !== undefined)
      throw new BadInput(
        `section: "${pair}" can't be read; accepted is a name of the model and the section that it is, as "B450=UB 457x191x67".`,
      );
    return [name, is] as const;
  });
  return {
    prefer: kinds,
    sections: Object.fromEntries(sections),
    ...(lines ? { lines } : {}),
    ...(off === undefined ? {} : { reach: off }),
  };
}

/** Takes a model into a job: joints that the file tells, and those that are proposed where its members meet. */
export async function importModel(
  job: JobDocument,
  path: string,
  options: ModelOptions,
): Promise<{ readonly report: Modelled; readonly job: JobDocument }> {
  const { members, joints: told, unread } = await modelOf(path);
  const { joints: proposed, left, sections } = proposeJoints(members, job, choicesOf(options));
  // A joint that was taken from this end of a member before is that joint.
  const byEnd = new Map(job.joints.flatMap((j) => (j.loads?.end ? [[j.loads.end, j.mark] as const] : [])));
  const settled = settleMarks(
    proposed,
    (p) => byEnd.get(p.given.end ?? ''),
    job.joints.map((j) => j.mark),
  );
  const { plans, joints } = taken(job, withProposals(told, settled), isExchangeFor, (said, joint) =>
    planExchange(said, joint, job, { others: 'keep', names: 'either' }),
  );
  return { report: { members: members.length, sections, joints: plans.map(toldPlan), left, unread }, job: { ...job, joints } };
}

const how = ({ section, by }: ModelSection): string => (section ? `${section.name} (by ${by})` : 'not known');
export function printModelled({ members, sections, joints, left, unread }: Modelled): string {
  return [
    `${members} members, ${joints.length} joints, ${left.length} places without one, ${unread.length} members not read`,
    ...sections.map((s) => `  ${s.count} of "${s.name}": ${how(s)}`),
    ...planLines(joints),
    ...left.map((l) => `  ${l.key}: ${l.reason}`),
    ...unread.map((u) => `  ${u.name}: ${u.reason}`),
    '',
  ].join('\n');
}
