import data from './data/steels.json' with { type: 'json' };
import { Refusal } from '../refusal.ts';

export const STEEL_GRADES = ['S235', 'S275', 'S355', 'S460'] as const;
/** The same as choices of a field. */
export const GRADE_CHOICES = STEEL_GRADES.map((value) => ({ value, label: value as string }));

/** MPa; beta_w is the correlation factor of EN 1993-1-8, Table 4.1. */
export interface SteelStrength {
  readonly f_y: number;
  readonly f_u: number;
  readonly beta_w: number;
}

/** A steel by name with its own values, thickness not regarded. */
export interface CustomSteel extends SteelStrength {
  readonly name: string;
}

/** What a part is made of: a grade, or values of its own, or a grade with single values overridden. */
export interface SteelInput {
  readonly grade?: string | undefined;
  readonly f_y?: number | undefined;
  readonly f_u?: number | undefined;
  readonly beta_w?: number | undefined;
}

interface Grade {
  readonly f_y: readonly number[];
  readonly f_u: number;
  readonly beta_w: number;
}
interface SteelSet {
  readonly limits: readonly number[];
  readonly grades: Readonly<Record<string, Grade>>;
}

/** Strength of a part `t` mm thick. A custom factor set uses the product-standard strengths, as the UK set does. */
export function steelStrength(
  steel: SteelInput,
  t: number,
  set: string,
  field: string,
  custom: readonly CustomSteel[] = [],
): SteelStrength {
  const base = namedStrength(steel, t, set, field, custom);
  const f_y = steel.f_y ?? base?.f_y;
  const f_u = steel.f_u ?? base?.f_u;
  const beta_w = steel.beta_w ?? base?.beta_w;
  if (f_y === undefined || f_u === undefined || beta_w === undefined)
    throw new Refusal(
      field,
      `${field}: the steel is not known; give a grade (${STEEL_GRADES.join(', ')}) or f_y, f_u and beta_w.`,
    );
  if (f_u < f_y)
    throw new Refusal(field, `${field}: f_u = ${f_u} MPa is less than f_y = ${f_y} MPa; accepted is f_u of at least f_y.`);
  return { f_y, f_u, beta_w };
}

function namedStrength(
  steel: SteelInput,
  t: number,
  set: string,
  field: string,
  custom: readonly CustomSteel[],
): SteelStrength | undefined {
  if (steel.grade === undefined) return undefined;
  const own = custom.find((c) => c.name === steel.grade);
  if (own) return own;
  const table = (data.sets as Record<string, SteelSet>)[set === 'recommended' ? 'recommended' : 'UK']!;
  const grade = Object.hasOwn(table.grades, steel.grade) ? table.grades[steel.grade] : undefined;
  if (!grade)
    throw new Refusal(
      field,
      `${field}: there is no steel grade "${steel.grade}"; accepted are ${[...STEEL_GRADES, ...custom.map((c) => c.name)].join(', ')}.`,
    );
  const step = table.limits.findIndex((limit) => t <= limit);
  if (step < 0) {
    // Values of the user's own for everything make the table's limit irrelevant.
    if (steel.f_y !== undefined) return { f_y: steel.f_y, f_u: grade.f_u, beta_w: grade.beta_w };
    throw new Refusal(
      field,
      `${field}: ${steel.grade} is ${t} mm thick; the table of strengths stops at ${table.limits.at(-1)} mm, give f_y and f_u instead.`,
    );
  }
  return { f_y: grade.f_y[step]!, f_u: grade.f_u, beta_w: grade.beta_w };
}

/** Name of a steel for a callout. */
export const gradeName = (steel: SteelInput): string => steel.grade ?? `f_y ${steel.f_y}`;
