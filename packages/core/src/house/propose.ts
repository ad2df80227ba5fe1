import { depthOf, findSection } from '../catalogue/index.ts';
import type { Field } from '../joints/kind.ts';
import type { HouseDetail, HouseRange, RangePart } from './types.ts';
import { ownPart, rangeFields, sectionsIn } from './range.ts';
import { planResistances } from './table.ts';

const ANY = { from: 0, to: 1e5 };

/**
 * The range that a detail is fit for, to begin with: sections of the family of its first member, about its own, that the checks let have it;
 * else what it stands on, as it is.
 */
export function proposedRange(house: Omit<HouseDetail, 'range'>): HouseRange {
  const fields = rangeFields(house, house.basis.standard);
  const range: Record<string, RangePart> = {};
  const main = fields.find((f) => f.type === 'section');
  for (const f of fields) {
    const own = ['section', 'grade', 'choice'].includes(f.type) ? ownPart(f, house) : undefined;
    if (own) range[f.id] = f === main && 'from' in own ? { ...own, ...fitDepths(house, f, own.families ?? []) } : own;
  }
  return range;
}

/** Depths about that of a section whose sections can have the detail without a broken rule. */
function fitDepths(
  house: Omit<HouseDetail, 'range'>,
  field: Field<unknown>,
  families: readonly string[],
): { readonly from: number; readonly to: number } {
  const list = sectionsIn(field, { families, ...ANY }, house.sections);
  const at = list.indexOf(findSection(String(field.get(house.input)), field.id, house.sections));
  const plan = planResistances({ ...house, range: { [field.id]: { families, ...ANY } } });
  const has = (i: number): boolean => {
    const row = plan.rows.findIndex((r) => r[field.id] === list[i]!.name);
    return plan.row(row).cells.some((c) => c.value !== null);
  };
  let [from, to] = [at, at];
  while (from > 0 && has(from - 1)) from -= 1;
  while (to < list.length - 1 && has(to + 1)) to += 1;
  return { from: depthOf(list[from]!), to: depthOf(list[to]!) };
}
