import type { JointKind } from '../joints/kind.ts';
import type { Met, MetMember } from '../joints/met.ts';
import { KINDS } from '../joints/registry.ts';
import type { Standard } from '../basis/standard.ts';
import type { GivenJoint } from '../job/plan.ts';
import { basisOf } from '../standards/job-basis.ts';
import type { JudgedBy } from '../job/actions.ts';
import { runsOf, type Run } from './chains.ts';
import { findModelSection, isLong, type End, type FoundSection, type ModelMember } from './member.ts';
import { crossings, Look, type Found } from './look.ts';
import { endOf, heightOf, Near, standing, tipsOf, type Meeting, type Standing, type Tip } from './meet.ts';
import { degrees, dot, type Vec } from './space.ts';

/** How joints are proposed. */
export interface ProposeChoices {
  /** Kinds that are taken before others, the first that joins the members. */
  readonly prefer?: readonly string[];
  /** Sections of the catalogue or the job, by the names that the model has. */
  readonly sections?: Readonly<Record<string, string>>;
  /** What the lines of beams run through: the middle of their sections, or their tops. */
  readonly lines?: 'middle' | 'top';
  /** Gap or play between an end and the face that it comes to, mm. */
  readonly reach?: number;
}
export const REACH = 80;

/** A joint that a model is likely to have. */
export interface Proposal {
  /** Lasting name: the member and its end. */
  readonly key: string;
  readonly given: GivenJoint & { readonly members: Readonly<Record<string, string>> };
  readonly at: Vec;
  /** Ids of the members that meet, the one whose end it is first. */
  readonly members: readonly string[];
  /** How they lie to each other, a few words each. */
  readonly says: readonly string[];
}
/** A place where members meet and no joint is proposed. */
export interface NotProposed {
  readonly key: string;
  readonly at: Vec;
  readonly members: readonly string[];
  readonly reason: string;
}
/** What a section of a model is taken for. */
export interface ModelSection extends FoundSection {
  /** As the model names it; empty where it has dimensions alone. */
  readonly name: string;
  readonly count: number;
}
export interface Proposed {
  readonly sections: readonly ModelSection[];
  readonly joints: readonly Proposal[];
  readonly left: readonly NotProposed[];
}

/** Joints where members of a model meet, and what of it is not one. */
export function proposeJoints(members: readonly ModelMember[], job: JudgedBy, choices: ProposeChoices = {}): Proposed {
  const { standard } = basisOf(job);
  const sections = sectionsOf(members, job, choices);
  const found = (m: ModelMember) => sections.get(sectionName(m))!.section;
  const known = members.filter((m) => isLong(m) && found(m));
  const stand = (run: Run): Standing => standing(run, found(run.pieces[0]!.member)!);
  const reach = choices.reach ?? REACH;

  const upright = (m: ModelMember): boolean => stand(alone(m)).stands === 'column';
  const columns = runsOf(known.filter(upright), () => false).map(stand);
  const others = known.filter((m) => !upright(m));
  const crossed = crossings(
    columns,
    others.map((m) => stand(alone(m))),
    reach,
  );
  const list = [...columns, ...runsOf(others, crossed).map(stand)];
  const look = new Look(list, new Near(list), reach);

  const maker = new Maker(standard, choices, repeated(members));
  for (const s of list) for (const tip of tipsOf(s)) maker.take(look.meets(tip), tip);
  const short = members.filter((m) => !isLong(m)).map((m): NotProposed => ({ ...told(m), reason: 'It has no length.' }));
  const asked = members
    .filter((m) => isLong(m) && !found(m))
    .map((m): NotProposed => ({
      ...told(m),
      reason: `Its section${m.section ? ` "${m.section}"` : ''} is not known: choose the one that it is.`,
    }));
  return { sections: [...sections.values()], joints: maker.joints, left: [...maker.left, ...asked, ...short] };
}
/** Names that several members have: they name none of them. */
function repeated(members: readonly ModelMember[]): ReadonlySet<string> {
  const [once, more] = [new Set<string>(), new Set<string>()];
  for (const { name } of members)
    if (once.has(name)) more.add(name);
    else once.add(name);
  return more;
}
const told = (m: ModelMember) => ({ key: m.id, at: m.from, members: [m.id] });
const alone = (member: ModelMember): Run => ({ pieces: [{ member, turned: false }], from: member.from, to: member.to });

/** Name of a section in a model: its own, or its dimensions. */
const sectionName = (m: ModelMember): string => m.section || JSON.stringify(m.size ?? null);
function sectionsOf(members: readonly ModelMember[], job: JudgedBy, { sections }: ProposeChoices): Map<string, ModelSection> {
  const list = new Map<string, ModelSection>();
  for (const m of members) {
    const key = sectionName(m);
    const known = list.get(key);
    list.set(
      key,
      known
        ? { ...known, count: known.count + 1 }
        : { name: m.section, count: 1, ...findModelSection(m, job.sections, sections) },
    );
  }
  return list;
}

/** Makes proposals of what was found, with marks that are each given once. */
class Maker {
  readonly joints: Proposal[] = [];
  readonly left: NotProposed[] = [];
  private readonly marks = new Set<string>();
  private readonly done = new Set<string>();
  private readonly kinds: readonly JointKind[];
  constructor(
    private readonly standard: Standard,
    private readonly choices: ProposeChoices,
    private readonly repeated: ReadonlySet<string>,
  ) {
    const { prefer = [] } = choices;
    const order = (k: JointKind): number => (prefer.includes(k.id) ? prefer.indexOf(k.id) : prefer.length);
    this.kinds = KINDS.filter((k) => k.standards.includes(standard.id)).sort((a, b) => order(a) - order(b));
  }

  take(found: Found | null, tip: Tip): void {
    const { member, end } = endOf(tip);
    const key = `${member.id}/${end}`;
    if (!found || this.done.has(key)) return;
    this.done.add(key);
    if (found.to === 'none')
      return void this.left.push({
        key,
        at: tip.at,
        members: [member.id, ...found.beside.map((s) => s.first.id)],
        reason: found.reason,
      });
    const { met, beside, says } = this.met(found, tip);
    if (found.to === 'end') this.done.add(`${endOf(found.other).member.id}/${endOf(found.other).end}`);
    const members = [member.id, ...beside.map((s) => s.first.id)];
    for (const kind of this.kinds) {
      const seed = kind.meets?.(met, this.standard);
      if (!seed) continue;
      const { drop, slope, skew, ...values } = seed;
      const place = Object.fromEntries(
        Object.entries({ drop, slope, skew }).flatMap(([k, x]) => (x === undefined ? [] : [[k, Number(x)] as const])),
      );
      const given = {
        ...{ mark: this.mark(member, end, found.to === 'ground'), end: this.endName(member, end), rows: [] },
        members: { kind: kind.id, ...values },
        ...(Object.keys(place).length ? { place } : {}),
        ...(says.length ? { note: `From the model: ${says.join('; ')}.` } : {}),
      };
      return void this.joints.push({ key, given, at: tip.at, members, says });
    }
    this.left.push({ key, at: tip.at, members, reason: `No kind of joint to ${this.standard.id} joins these: ${words(met)}.` });
  }

  private met(found: Exclude<Found, { to: 'none' }>, tip: Tip): { met: Met; beside: readonly Standing[]; says: string[] } {
    const member = this.member(tip.of);
    const moment = endOf(tip).member.fixed?.includes(endOf(tip).end) ?? false;
    const usual = { member, moment, both: false };
    if (found.to === 'ground') return { met: { ...usual, at: 'ground' }, beside: [], says: [] };
    if (found.to === 'end')
      return { met: { ...usual, at: 'end', support: this.member(found.other.of) }, beside: [found.other.of], says: [] };
    const { support, across, rise } = found.meeting;
    const upright = support.stands === 'column';
    const slope = degrees(Math.sqrt(Math.max(0, 1 - tip.into[2] ** 2)));
    const skew = this.skew(found.meeting);
    const tops = this.choices.lines === 'top' ? 0 : (heightOf(support.section) - heightOf(tip.of.section)) / 2;
    const drop = tops - rise;
    const says = [
      ...(across > 2 ? [`its line is ${Math.round(across)} mm beside that of the ${upright ? 'column' : 'other beam'}`] : []),
      ...(upright && found.meeting.past > 2
        ? [`its middle is ${Math.round(found.meeting.past)} mm past the end of the column`]
        : []),
      ...(found.both ? ['a like beam comes to the other side'] : []),
    ];
    const met: Met = {
      ...{ at: upright ? 'column' : 'beam', member, support: this.member(support), moment, both: found.both },
      ...(upright ? { face: faceOf(found.meeting) } : { drop: Math.round(drop * 10) / 10 }),
      ...(slope >= SQUARE ? { slope: Math.round((tip.into[2] < 0 ? -slope : slope) * 10) / 10 } : {}),
      ...(skew >= SQUARE ? { skew: Math.round(skew * 10) / 10 } : {}),
    };
    return { met, beside: [support], says };
  }

  /** Degrees in plan off the normal of the face that it comes to. */
  private skew({ support, tip }: Meeting): number {
    const out: Vec = [tip.into[0], tip.into[1], 0];
    const l = Math.hypot(out[0], out[1]);
    if (support.stands !== 'column') return 90 - degrees(dot(out, support.axis) / l);
    if (support.section.shape === 'CHS') return 0;
    const angle = degrees(dot(out, support.depth) / l);
    return Math.min(angle, 90 - angle);
  }

  private member({ section, first }: Standing): MetMember {
    const grade = gradeOf(first.grade ?? '', this.standard.materials.grades);
    return { section: section.name, shape: section.shape, ...(grade === undefined ? {} : { grade }) };
  }

  /** Name of the end of a member that an analysis gives forces at: its mark, or its id where it has none of its own, and 1 or 2. */
  private endName({ name, id }: ModelMember, end: End): string {
    return `${(name && !this.repeated.has(name) ? name : id).slice(0, 58)} ${end === 'from' ? 1 : 2}`;
  }

  /** A mark of the member's name and its end; one that is taken gets a figure behind. */
  private mark({ name }: ModelMember, end: End, ground: boolean): string {
    const plain = name
      .replace(/[^\p{L}\p{N} ._/+-]+/gu, '-')
      .replace(/^[^\p{L}\p{N}]+/u, '')
      .trim()
      .slice(0, 16);
    const wanted = plain ? `${plain}${ground ? '-B' : end === 'from' ? '-1' : '-2'}` : 'J1';
    let mark = wanted;
    for (let n = 2; this.marks.has(mark); n += 1) mark = plain ? `${wanted}.${n}` : `J${n}`;
    this.marks.add(mark);
    return mark;
  }
}
/** Less than this off square is square. */
const SQUARE = 0.5;

/** A mark that is but a number, of a member without a name. */
const NUMBERED = /^J(\d+)$/;
/**
 * Proposals with the marks that their joints have in a job: `known` gives that of one that stands already. A number that another joint has is
 * counted on; a mark of a name is taken for the joint that has it.
 */
export function settleMarks(
  proposals: readonly Proposal[],
  known: (p: Proposal) => string | undefined,
  standing: Iterable<string>,
): Proposal[] {
  const settled = new Map(
    proposals.flatMap((p) => {
      const mark = known(p);
      return mark === undefined ? [] : [[p, mark] as const];
    }),
  );
  const taken = new Set([...standing, ...settled.values(), ...proposals.map((p) => p.given.mark)]);
  const others = new Set(standing);
  let next = 1;
  const free = (): string => {
    while (taken.has(`J${next}`)) next += 1;
    taken.add(`J${next}`);
    return `J${next}`;
  };
  return proposals.map((p) => {
    const own = p.given.mark;
    const mark = settled.get(p) ?? (NUMBERED.test(own) && others.has(own) ? free() : own);
    return mark === own ? p : { ...p, given: { ...p.given, mark } };
  });
}

/** The side of a column that a beam comes to, by the way that it goes out. */
function faceOf({ support, tip }: Meeting): 'flange' | 'web' | 'hollow' {
  if (support.section.shape === 'RHS' || support.section.shape === 'CHS') return 'hollow';
  return Math.abs(dot(tip.into, support.depth)) >= Math.SQRT1_2 ? 'flange' : 'web';
}

/** The grade that a name of steel begins with, as S355J2+N; undefined for none of these. */
export function gradeOf(name: string, grades: readonly string[]): string | undefined {
  const plain = (text: string): string => text.toUpperCase().replace(/[^A-Z0-9]/g, '');
  const wanted = plain(name);
  return [...grades].sort((a, b) => b.length - a.length).find((g) => wanted.startsWith(plain(g)) || wanted.includes(plain(g)));
}

const words = ({ at, member, support, face, moment }: Met): string =>
  [
    `${moment ? 'a moment of ' : ''}${member.section}`,
    at === 'ground'
      ? 'on the ground'
      : at === 'end'
        ? `end to end with ${support!.section}`
        : `at the ${face ?? 'side'} of ${support!.section}`,
  ].join(' ');
