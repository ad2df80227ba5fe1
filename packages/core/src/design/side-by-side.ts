import type { Combination } from '../actions/combination.ts';
import type { Basis } from '../basis/basis.ts';
import { choiceOf, type Standard } from '../basis/standard.ts';
import { matchOf, type SteelInput } from '../catalogue/index.ts';
import type { CheckResult, StrengthResult } from '../checks/check.ts';
import { Run } from '../formula/index.ts';
import type { Joint } from '../joints/kind.ts';
import { kindOf } from '../joints/registry.ts';
import { buildJoint, reportOf, type JointReport } from '../joints/report.ts';
import { inNewtons } from '../actions/combination.ts';
import { Refusal } from '../refusal.ts';
import { basisUnder } from '../standards/job-basis.ts';
import { STANDARDS } from '../standards/registry.ts';
import { boltName } from '../units/system.ts';

/** A steel, a class or a size of the detail, and what stands for it under the other standard. */
export interface Match {
  /** Names it among the matches of one joint: `steel S355`. */
  readonly id: string;
  readonly what: string;
  readonly is: string;
  readonly options: readonly { readonly value: string; readonly label: string }[];
  readonly usual: string;
}

/** The same values taken over, where the other standard accepts them. */
const SAME = 'same';
type Part = { readonly kind: 'steel' | 'bolts' | 'anchors' | 'bolt size' | 'anchor size'; readonly value: string };
const WHAT: Readonly<Record<Part['kind'], string>> = {
  steel: 'Steel',
  bolts: 'Bolts',
  anchors: 'Anchors',
  'bolt size': 'Bolt size',
  'anchor size': 'Anchor size',
};
const idOf = ({ kind, value }: Part): string => `${kind} ${value}`;

/** An input with each named steel, class and size replaced by what `as` makes of it; left alone where that is undefined. */
function replaced(input: unknown, as: (part: Part) => unknown): unknown {
  if (Array.isArray(input)) return input.map((x) => replaced(x, as));
  if (typeof input !== 'object' || input === null) return input;
  const out: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(input)) {
    const group = value as Record<string, unknown> | null;
    if (key === 'steel' && group && typeof group['grade'] === 'string' && group['f_y'] === undefined)
      out[key] = as({ kind: 'steel', value: group['grade'] }) ?? value;
    else if ((key === 'bolts' || key === 'anchors') && group && !Array.isArray(group)) {
      const inner = replaced(group, as) as Record<string, unknown>;
      const size = key === 'bolts' ? 'bolt size' : 'anchor size';
      const { cls, d } = group;
      out[key] = {
        ...inner,
        ...(typeof cls === 'string' ? { cls: as({ kind: key, value: cls }) ?? cls } : {}),
        ...(typeof d === 'number' ? { d: as({ kind: size, value: String(d) }) ?? d } : {}),
      };
    } else out[key] = replaced(value, as);
  }
  return out;
}

/** Standards, other than that of the job, that a kind is checked to. */
export const otherStandards = (kindId: string, basis: Basis): readonly Standard[] =>
  STANDARDS.filter((s) => s.id !== basis.standard.id && kindOf(kindId).standards.includes(s.id));

/** What has to be matched before a joint is put beside itself under another standard; whoever compares confirms each. */
export function matchesOf(input: unknown, basis: Basis, other: Standard): Match[] {
  const found = new Map<string, Part>();
  replaced(input, (part) => void found.set(idOf(part), part));
  return [...found.values()].flatMap((part): Match[] => {
    const { kind, value } = part;
    const row = (is: string, options: Match['options']): Match[] =>
      options.length > 1 || options[0]?.value !== SAME
        ? [{ id: idOf(part), what: WHAT[kind], is, options, usual: options[0]!.value }]
        : [];
    if (kind === 'bolt size' || kind === 'anchor size') return row(boltName(Number(value)), sizesFor(Number(value), kind, other));
    const { materials } = other;
    const names = kind === 'steel' ? materials.grades : kind === 'bolts' ? materials.classes : materials.anchors.classes;
    const match = matchOf(kind, value, names);
    const keep = names.includes(value) ? `the same ${value}` : kind === 'steel' ? sameSteel(value, basis) : null;
    const rest = names.filter((n) => n !== match && n !== value).map((n) => ({ value: n, label: n }));
    return row(value, [
      ...(match ? [{ value: match, label: match }] : []),
      ...(keep ? [{ value: SAME, label: keep }] : []),
      ...rest,
    ]);
  });
}

/** Sizes of the other standard, the nearest first; the same where it takes any size. */
function sizesFor(d: number, kind: 'bolt size' | 'anchor size', { materials }: Standard): Match['options'] {
  const list = kind === 'bolt size' ? materials.diameters : materials.anchors.diameters;
  const sizes = [...list]
    .sort((a, b) => Math.abs(a - d) - Math.abs(b - d))
    .map((x) => ({ value: String(x), label: boltName(x) }));
  if (list.some((x) => Math.abs(x - d) < 1e-6)) return [{ value: SAME, label: `the same ${boltName(d)}` }];
  const taken = accepts(() => (kind === 'bolt size' ? materials.bolt(d) : materials.anchors.size(d, undefined)));
  return [...sizes.slice(0, 3), ...(taken ? [{ value: SAME, label: `the same ${boltName(d)}` }] : [])];
}
function accepts(look: () => unknown): boolean {
  try {
    return look() !== null;
  } catch (e) {
    if (e instanceof Refusal) return false;
    throw e;
  }
}

const OWN_T = 10;
const strengthOf = (grade: string, { standard, set, steels }: Basis) =>
  standard.materials.steel({ grade }, OWN_T, set, 'steel', steels);
function sameSteel(grade: string, basis: Basis): string {
  const { f_y, f_u } = strengthOf(grade, basis);
  return `the same values: ${basis.units.quantity(f_y, 'MPa')}, ${basis.units.quantity(f_u, 'MPa')}`;
}

/** The detail with its materials matched; `chosen` by the ids of the matches, the usual ones where it says nothing. */
export function matched(input: unknown, basis: Basis, other: Standard, chosen: Readonly<Record<string, string>> = {}): unknown {
  const matches = new Map(matchesOf(input, basis, other).map((m) => [m.id, chosen[m.id] ?? m.usual]));
  return replaced(input, (part) => {
    const as = matches.get(idOf(part));
    if (as === undefined) return undefined;
    if (part.kind === 'steel') {
      if (as !== SAME) return { grade: as };
      if (other.materials.grades.includes(part.value)) return undefined;
      const { f_y, f_u } = strengthOf(part.value, basis);
      // A correlation factor of a weld on it is not known: the greatest, on the safe side of all.
      return { f_y, f_u, beta_w: 1 } satisfies SteelInput;
    }
    if (as === SAME) return undefined;
    return part.kind === 'bolts' || part.kind === 'anchors' ? as : Number(as);
  });
}

/** One failure under both: the check of each that gives first, and what makes them differ. */
export interface Beside {
  readonly key: string;
  readonly title: string;
  readonly here: StrengthResult | null;
  readonly there: StrengthResult | null;
  /** Why one of them has no check of it. */
  readonly reason: string | null;
  /** Ratios of the other to this: the load on it, the model of its strength, the factor on that. Null where they can't be told apart. */
  readonly because: {
    readonly load: number;
    readonly model: number | null;
    readonly factor: number | null;
    readonly strength: number;
  } | null;
}

export interface SideBySide {
  readonly here: JointReport;
  readonly there: JointReport;
  readonly rows: readonly Beside[];
  /** Rules that one breaks and the other keeps or does not have. */
  readonly brokenHere: readonly string[];
  readonly brokenThere: readonly string[];
  /** What could not be checked there. */
  readonly missingThere: readonly string[];
}

/** Sets and formats of a standard whose actions are those of strength design, as those of EN 1990 are. */
export const comparableSets = ({ sets }: Standard) => sets.choices.filter((c) => !c.allowable && !c.own);

/** A joint beside itself under another standard. Throws a Refusal where it can't be judged there, in words. */
export function sideBySide(
  of: { readonly kind: string; readonly input: unknown; readonly combinations: readonly Combination[] },
  basis: Basis,
  to: { readonly standard: Standard; readonly set?: string; readonly chosen?: Readonly<Record<string, string>> },
): SideBySide {
  if (choiceOf(basis.standard, basis.set).allowable)
    throw new Refusal(
      basis.standard.sets.key,
      `${basis.standard.sets.key}: actions of ${basis.set} are not those of strength design, and say nothing beside them; accepted is ${comparableSets(basis.standard)[0]!.id} with its combinations.`,
    );
  const there = basisUnder(basis, to.standard, to.set);
  const other = matched(of.input, basis, to.standard, to.chosen);
  const [a, b] = [buildJoint(of, basis), buildJoint({ kind: of.kind, input: other }, there)];
  const reports = [reportOf(a, of.combinations), reportOf(b, of.combinations)] as const;
  const [mine, its] = [worstOf(a, reports[0]), worstOf(b, reports[1])];
  const factors = [factorsAt(of.kind, of.input, a, basis), factorsAt(of.kind, other, b, there)] as const;
  const keys = new Set([...mine.keys(), ...its.keys()]);
  const rows = [...keys].map((key): Beside => {
    const [x, y] = [mine.get(key), its.get(key)];
    return {
      key,
      title: (x ?? y)!.check.title,
      here: x?.check ?? null,
      there: y?.check ?? null,
      reason: x && y ? null : whyNot(x ? b : a, x ? reports[1] : reports[0], key),
      because: x && y ? because(x, y, of.combinations, factors) : null,
    };
  });
  const least = (r: Beside): number => Math.min(r.here?.multiple ?? Infinity, r.there?.multiple ?? Infinity);
  const broken = (r: JointReport): string[] => r.brokenRules.map((x) => x.title);
  return {
    here: reports[0],
    there: reports[1],
    rows: rows.sort((p, q) => least(p) - least(q)),
    brokenHere: broken(reports[0]),
    brokenThere: broken(reports[1]),
    missingThere: reports[1].missing.map((m) => `${m.title}: ${m.reason}`),
  };
}

interface Worst {
  readonly check: StrengthResult;
  readonly at: number;
}
/** What a check is called in the comparison: by the failure, of which it may count several. */
const keysOf = ({ prepared: p }: Joint, id: string): readonly string[] => [p.counterparts?.[id] ?? id, ...(p.covers?.[id] ?? [])];

/** The check that gives first of each failure, over all combinations. */
function worstOf(joint: Joint, report: JointReport): Map<string, Worst> {
  const out = new Map<string, Worst>();
  report.combinations.forEach((c, at) => {
    for (const check of c.checks) {
      if (check.type !== 'strength' || check.info) continue;
      for (const key of keysOf(joint, check.id)) {
        const known = out.get(key);
        if (!known || check.multiple < known.check.multiple) out.set(key, { check, at });
      }
    }
  });
  return out;
}

function whyNot(joint: Joint, report: JointReport, key: string): string {
  const skips = report.combinations.flatMap((c) =>
    c.checks.filter((x): x is CheckResult & { type: 'skip' } => x.type === 'skip'),
  );
  return (
    skips.find((x) => keysOf(joint, x.id).includes(key))?.reason ?? `${joint.basis.standard.id} has no check of its own for it.`
  );
}

type FactorAt = (check: StrengthResult, combination: Combination) => number | null;
/** Design strength over nominal strength of a check: by working the joint again without partial factors, or as the workings have the factor. */
function factorsAt(kind: string, input: unknown, joint: Joint, basis: Basis): FactorAt {
  const partial = basis.standard.factors.filter((f) => f.partial).map((f) => f.id);
  if (!partial.length) return statedFactors(joint);
  const ones = Object.fromEntries(partial.map((k) => [k, 1]));
  const plain = buildJoint({ kind, input }, { ...basis, factors: { ...basis.factors, ...ones } }).prepared;
  const nominal = byCombination((c) => plain.check(inNewtons(c), new Run(plain.sheet)).results);
  return (check, combination) => {
    const same = nominal(combination).find((x) => x.type === 'strength' && x.id === check.id && x.where === check.where);
    return same?.type === 'strength' && same.resistance > 0 ? check.resistance / same.resistance : null;
  };
}

function statedFactors({ prepared }: Joint): FactorAt {
  const stated = byCombination((c) => {
    const run = new Run(prepared.sheet);
    run.startTrace();
    prepared.check(inNewtons(c), run);
    return new Map(
      run.steps!.flatMap(({ def: { slot }, value }) =>
        slot.symbol === 'phi' ? [[slot.section, value]] : slot.symbol === 'Omega' ? [[slot.section, 1 / value]] : [],
      ) as [string, number][],
    );
  });
  return (check, combination) => stated(combination).get(check.id) ?? null;
}

/** Works a combination once. */
function byCombination<T>(work: (c: Combination) => T): (c: Combination) => T {
  const known = new Map<Combination, T>();
  return (c) => {
    if (!known.has(c)) known.set(c, work(c));
    return known.get(c)!;
  };
}

function because(
  x: Worst,
  y: Worst,
  combinations: readonly Combination[],
  factors: readonly [FactorAt, FactorAt],
): Beside['because'] {
  const [a, b] = [x.check, y.check];
  if (x.at !== y.at || a.unit !== b.unit || a.unit === '-' || !(a.resistance > 0) || !(b.resistance > 0)) return null;
  const c = combinations[x.at]!;
  const [f, g] = [factors[0](a, c), factors[1](b, c)];
  const factor = f && g ? g / f : null;
  const strength = b.resistance / a.resistance;
  return { load: b.demand / a.demand, strength, factor, model: factor ? strength / factor : null };
}

/** A ratio as it is said: `× 1.07`. */
export const ratioWords = (x: number): string => `× ${x.toFixed(2)}`;
