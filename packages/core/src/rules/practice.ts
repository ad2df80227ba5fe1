import Joi from 'joi';
import type { Practice } from '../basis/practice.ts';
import type { Standard } from '../basis/standard.ts';
import { HOLE_KINDS, HOLE_WORDS } from '../catalogue/index.ts';
import { isShopSize } from '../units/system.ts';
import { size } from '../validate/sizes.ts';
import { RATES, type CostRates } from './rates.ts';
import { once } from '../lazy.ts';

/** What an office makes details of, where it says so; sizes in mm. */
export type GivenPractice = Omit<Partial<Practice>, 'said'>;

interface About {
  readonly id: keyof GivenPractice;
  readonly label: string;
  readonly about: string;
}
/** A list of sizes or names, one whole number or one size, each within limits; or one of some names. */
export type PracticeField = About &
  (
    | { readonly type: 'sizes' | 'names' | 'count' | 'size' | 'number'; readonly limits: readonly [number, number] }
    | { readonly type: 'choice'; readonly options: readonly (readonly [string, string])[] }
  );
export const PRACTICE_FIELDS: readonly PracticeField[] = [
  { id: 'bolts', label: 'Bolts', type: 'sizes', limits: [6, 80], about: 'Diameters that the office uses' },
  { id: 'classes', label: 'Classes', type: 'names', limits: [1, 12], about: 'Classes or groups of bolts that the office uses' },
  { id: 'pitches', label: 'Pitches', type: 'sizes', limits: [20, 300], about: 'Spacings of bolt rows at the end of a beam' },
  { id: 'plates', label: 'Plates', type: 'sizes', limits: [3, 150], about: 'Thicknesses of plates and angles that are on stock' },
  {
    id: 'steels',
    label: 'Steels of plates',
    type: 'names',
    limits: [1, 12],
    about: 'Grades of plates and angles that are on stock',
  },
  {
    id: 'base_plates',
    label: 'Base plates',
    type: 'sizes',
    limits: [8, 200],
    about: 'Thicknesses of the plates that columns stand on, where they are not among those of plates',
  },
  { id: 'anchors', label: 'Anchors', type: 'sizes', limits: [8, 100], about: 'Diameters of anchors that the office uses' },
  { id: 'legs', label: 'Legs of fillets', type: 'sizes', limits: [3, 40], about: 'Fillets that the shop makes' },
  {
    id: 'least_rows',
    label: 'Rows at least',
    type: 'count',
    limits: [1, 6],
    about: 'Bolt rows that the end of a beam has at least',
  },
  {
    id: 'most_lines',
    label: 'Lines at most',
    type: 'count',
    limits: [1, 4],
    about: 'Lines of bolts that stand side by side in a web at most',
  },
  {
    id: 'gap',
    label: 'Gap',
    type: 'size',
    limits: [0, 100],
    about: 'Between the end of a beam and its support, where the joint has a gap',
  },
  {
    id: 'least_multiple',
    label: 'Least multiple',
    type: 'number',
    limits: [1, 2],
    about: 'Details that are looked for hold at least so many times their forces',
  },
  {
    id: 'step',
    label: 'Steps of sizes',
    type: 'size',
    limits: [1, 25],
    about: 'Ends, edges, gauges and depths of plates go by multiples of it',
  },
  {
    id: 'holes',
    label: 'Holes',
    type: 'choice',
    options: HOLE_KINDS.map((k) => [k, HOLE_WORDS[k]] as const),
    about: 'Kind of all holes of a joint, where it may have several',
  },
];
export const RATE_TITLES: Readonly<Record<keyof CostRates, string>> = {
  plate_per_kg: 'plate, a kilogram',
  plate_per_kg_MPa: 'and for each MPa of its yield strength',
  plate_per_kg_mm: 'and for each mm of its thickness',
  cut_per_m: 'cutting, a metre',
  hole_each: 'hole',
  piece_each: 'handling of a piece',
  bolt_each: 'bolt or anchor with its assembly',
  bolt_per_kg: 'and a kilogram of it',
  preload_each: 'and where it is preloaded',
  weld_per_m: 'weld, a metre',
  weld_per_cm3: 'and a cubic centimetre of it',
  weld_upright: 'and of both so much more, as a share, where it runs upright',
  weld_overhead: 'and where it is laid from below',
  concrete_per_m3: 'concrete, a cubic metre',
  concrete_per_m3_MPa: 'and for each MPa of its strength',
};
const RATE_IDS = Object.keys(RATES) as (keyof CostRates)[];

/** What is accepted of a field, in a sentence. */
export function practiceAccepts(f: PracticeField): string {
  if (f.type === 'choice') return `Accepted: ${f.options.map(([, words]) => words).join('; ')}.`;
  const [low, high] = f.limits;
  switch (f.type) {
    case 'count':
    case 'number':
      return `Accepted: ${low} to ${high}.`;
    case 'size':
      return `Accepted: ${low} to ${high} mm.`;
    case 'names':
      return 'Accepted: names with spaces between them; what a standard does not know is left out under it.';
    case 'sizes':
      return `Accepted: sizes with spaces between them, ${low} to ${high} mm.`;
  }
}

const MOST = 40;
const listOf = (of: Joi.Schema): Joi.Schema => Joi.array().items(of).min(1).max(MOST).unique();
function schemaOf(f: PracticeField): Joi.Schema {
  if (f.type === 'choice') return Joi.string().valid(...f.options.map(([id]) => id));
  const [low, high] = f.limits;
  switch (f.type) {
    case 'count':
      return Joi.number().integer().min(low).max(high);
    case 'number':
      return Joi.number().min(low).max(high);
    case 'size':
      return size(low, high);
    case 'names':
      return listOf(Joi.string().trim().min(low).max(high));
    case 'sizes':
      return listOf(size(low, high));
  }
}
export const practiceSchema = once(() => Joi.object(Object.fromEntries(PRACTICE_FIELDS.map((f) => [f.id, schemaOf(f)]))));
export const ratesSchema = once(() => Joi.object(Object.fromEntries(RATE_IDS.map((id) => [id, Joi.number().min(0).max(1e6)]))));

/** What a detail is made of under a standard: what the office says of it as far as the standard knows it, else what is usual there. */
export function practiceOf({ details }: { readonly details: GivenPractice }, { materials: m, units }: Standard): Practice {
  const usual = m.practice;
  const known = <T>(given: readonly T[] | undefined, at: readonly T[], usually: readonly T[]): readonly T[] => {
    const kept = given?.filter((x) => at.includes(x)) ?? [];
    return kept.length ? kept : usually;
  };
  // An office may have sizes of both systems in one list.
  const isSize = (x: number): boolean => isShopSize(units, x);
  const own = (given: readonly number[] | undefined, of: (x: number) => boolean = isSize): readonly number[] | undefined => {
    const kept = given?.filter(of) ?? [];
    return kept.length ? kept.sort((a, b) => a - b) : undefined;
  };
  const said = Object.fromEntries(
    Object.entries({
      plates: own(details.plates),
      legs: own(details.legs),
      anchors: own(details.anchors, (x) => m.anchors.diameters.includes(x)),
      base_plates: own(details.base_plates),
      step: details.step !== undefined && isSize(details.step) ? details.step : undefined,
    }).filter(([, v]) => v !== undefined),
  ) as Practice['said'];
  return {
    bolts: known(details.bolts, m.diameters, usual.bolts),
    classes: known(details.classes, m.classes, usual.classes),
    steels: known(details.steels, m.grades, usual.steels),
    pitches: own(details.pitches) ?? usual.pitches,
    plates: usual.plates,
    legs: usual.legs,
    ...said,
    said,
    least_rows: details.least_rows ?? usual.least_rows,
    most_lines: details.most_lines ?? usual.most_lines,
    ...(details.gap === undefined ? {} : { gap: details.gap }),
    ...(details.least_multiple === undefined ? {} : { least_multiple: details.least_multiple }),
    ...(details.holes === undefined ? {} : { holes: details.holes }),
  };
}

/** What things cost: as the office says, else as is usual. */
export const ratesOf = ({ rates }: { readonly rates: Partial<CostRates> }): CostRates => ({ ...RATES, ...rates });
