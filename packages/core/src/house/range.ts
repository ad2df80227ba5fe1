import Joi from 'joi';
import { depthOf, familyOf, findSection, SECTIONS, type Section } from '../catalogue/index.ts';
import type { Field, FieldValue } from '../joints/kind.ts';
import { kindOf } from '../joints/registry.ts';
import { givenFields, isGivenField } from '../joints/given.ts';
import { fieldWords } from '../joints/field-help.ts';
import { Refusal } from '../refusal.ts';
import { standardOf } from '../standards/registry.ts';
import { basisOf } from '../standards/job-basis.ts';
import type { JudgedBy } from '../job/actions.ts';
import { size } from '../validate/sizes.ts';
import type { HouseDetail, RangePart } from './types.ts';
import { once } from '../lazy.ts';

const SPAN = 1e6;
/** A value of a field. */
export const valueSchema = once(() => Joi.alternatives(Joi.number(), Joi.boolean(), Joi.string().max(60)));
const BETWEEN = once(() =>
  Joi.object({
    families: Joi.array().items(Joi.string().trim().min(1).max(20)).max(20),
    from: size(-SPAN, SPAN).required(),
    to: size(-SPAN, SPAN).required(),
  }),
);
const LIST = once(() => Joi.object({ of: Joi.array().items(valueSchema()).min(1).max(60).required() }));
export const rangeSchema = once(() =>
  Joi.object()
    .pattern(
      /^[\w.]{1,60}$/,
      Joi.alternatives().conditional(Joi.object({ of: Joi.exist() }).unknown(), { then: LIST(), otherwise: BETWEEN() }),
    )
    .max(40)
    .default({}),
);

type Detailed = Pick<HouseDetail, 'kind' | 'input'>;
type AnyField = Field<unknown>;

/** What may be ranged over on this joint: fields of what is given that mean something on it. */
export const rangeFields = ({ kind, input }: Detailed, standard: string): AnyField[] =>
  givenFields(kindOf(kind), input, standard).filter((f) => f.type !== 'list');

/** The part of a range that is what a house detail itself has, alone; undefined where it has nothing there. */
export function ownPart(field: AnyField, { input, sections }: Pick<HouseDetail, 'input' | 'sections'>): RangePart | undefined {
  const value = field.get(input);
  if (value === undefined || value === '') return undefined;
  if (field.type === 'number') return { from: Number(value), to: Number(value) };
  if (field.type !== 'section') return { of: [value] };
  const section = findSection(String(value), field.id, sections);
  return { families: [familyOf(section)], from: depthOf(section), to: depthOf(section) };
}

const fits = (s: Section, part: Extract<RangePart, { from: number }>): boolean =>
  (!part.families || part.families.includes(familyOf(s))) && depthOf(s) >= part.from - 1e-9 && depthOf(s) <= part.to + 1e-9;

/** Sections of the catalogue, and of the house detail's own, that a part of its range takes, by depth and mass. */
export function sectionsIn(
  field: Pick<AnyField, 'shapes'>,
  part: Extract<RangePart, { from: number }>,
  own: readonly Section[],
): Section[] {
  const shapes = field.shapes ?? ['I', 'C'];
  return [...own, ...SECTIONS]
    .filter((s) => shapes.includes(s.shape) && fits(s, part))
    .sort((a, b) => depthOf(a) - depthOf(b) || (a.mass ?? 0) - (b.mass ?? 0));
}

/** Values that a field takes within its part of a range: of a number its two ends. */
export function valuesIn(field: AnyField, part: RangePart, own: readonly Section[]): FieldValue[] {
  if ('of' in part) return [...part.of];
  return field.type === 'section' ? sectionsIn(field, part, own).map((s) => s.name) : [...new Set([part.from, part.to])];
}

const DEPTH = { quantity: 'length', type: 'number' } as const;
/** A part of a range in words: "UB, 400 to 540 mm deep", "S275 or S355". */
export function partWords(field: AnyField, part: RangePart, job: JudgedBy): string {
  const basis = basisOf(job);
  if ('of' in part) return part.of.map((v) => fieldWords(field, v, basis)).join(' or ');
  const shown = field.type === 'section' ? DEPTH : field;
  const [from, to] = [part.from, part.to].map((x) => fieldWords(shown, x, basis));
  if (field.type !== 'section') return from === to ? from! : `${from} to ${to}`;
  return `${part.families ? `${part.families.join(', ')}, ` : ''}${from === to ? from : `${from} to ${to}`} deep`;
}

/** What a house detail is meant for, a line for each member and place: what it is called, and its range in words. */
export function rangeWords(
  house: Pick<HouseDetail, 'kind' | 'range'> & JudgedBy,
): { readonly label: string; readonly words: string }[] {
  const { fields } = kindOf(house.kind);
  return Object.entries(house.range).map(([id, part]) => {
    const field = fields.find((f) => f.id === id)!;
    return { label: field.label, words: partWords(field, part, house) };
  });
}

/** In what a joint stands outside the range of a house detail, one sentence each; none where it is within. */
export function outsideOf(joint: Detailed, house: HouseDetail, job: JudgedBy): string[] {
  if (job.basis.standard !== house.basis.standard)
    return [`it is made to ${standardOf(house.basis.standard).title}, and the job is not`];
  const { fields } = kindOf(house.kind);
  return Object.entries(house.range).flatMap(([id, part]): string[] => {
    const field = fields.find((f) => f.id === id) as AnyField | undefined;
    if (!field) return [];
    if (field.applies && !field.applies(joint.input))
      return [`${field.label}: it has none, and the range is ${partWords(field, part, house)}`];
    const value = field.get(joint.input);
    return isWithin(field, part, value, job)
      ? []
      : [`${field.label}: ${fieldWords(field, value, basisOf(job))} is outside ${partWords(field, part, job)}`];
  });
}

function isWithin(field: AnyField, part: RangePart, value: FieldValue | undefined, job: JudgedBy): boolean {
  if ('of' in part) return part.of.some((v) => v === value);
  if (field.type !== 'section') return typeof value === 'number' && value >= part.from - 1e-9 && value <= part.to + 1e-9;
  if (typeof value !== 'string') return false;
  try {
    return fits(findSection(value, field.id, job.sections), part);
  } catch (e) {
    if (e instanceof Refusal) return false;
    throw e;
  }
}

/** Refuses a range or an open field that says nothing of this kind of joint. */
export function refuseRange(house: HouseDetail, where: string): void {
  const kind = kindOf(house.kind);
  const refuse = (id: string, why: string): never => {
    throw new Refusal(id, `${where}: ${id}: ${why}`);
  };
  const ranged = rangeFields(house, house.basis.standard);
  for (const [id, part] of Object.entries(house.range)) {
    const field = ranged.find((f) => f.id === id);
    if (!field) return refuse(id, `it is no member or place of this joint; accepted are ${ranged.map((f) => f.id).join(', ')}.`);
    if ('of' in part) {
      if (field.type === 'section' || field.type === 'number')
        refuse(id, 'a list of values is not accepted here; accepted are "from" and "to".');
    } else if (field.type !== 'section' && field.type !== 'number')
      refuse(id, '"from" and "to" are not accepted here; accepted is a list of values, "of".');
    else if (part.from > part.to) refuse(id, `from ${part.from} to ${part.to} is no range; accepted is a range that rises.`);
    else if (field.type === 'section' && sectionsIn(field, part, house.sections).length === 0)
      refuse(id, `no section is ${partWords(field, part, house)}; accepted is a range with a section in it.`);
  }
  for (const id of Object.keys(house.open)) {
    const field = kind.fields.find((f) => f.id === id);
    if (!field || isGivenField(kind, field)) refuse(id, 'it is no field of the detail; accepted are fields of the detail.');
  }
}
