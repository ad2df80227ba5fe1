import { Refusal } from '../refusal.ts';
import type { FieldModel } from './model.ts';

const calledOf = (p: FieldModel['plates'][number]): string => p.called ?? p.name;

/** Parts that can be left out: all but the walls of members that bring the load in or hold it. */
export function partsToSpare({ sections, plates, bolts, welds }: FieldModel): ReadonlySet<string> {
  const cut = new Set(sections.flatMap((s) => s.plates));
  return new Set([
    ...plates.filter((p) => !cut.has(p.name)).map(calledOf),
    ...bolts.map((b) => b.name),
    ...welds.map((w) => w.name),
  ]);
}

/**
 * The model with some of its plates, bolts and welds left out, and what hangs on them: how much a joint owes to a part. Throws a Refusal that names what
 * can be left out.
 */
export function withoutParts(model: FieldModel, names: readonly string[]): FieldModel {
  if (!names.length) return model;
  const known = partsToSpare(model);
  for (const name of names)
    if (!known.has(name))
      throw new Refusal(
        'without',
        `without: "${name}" can not be left out; accepted are ${[...known].slice(0, 40).join(', ') || 'no parts of this joint'}.`,
      );
  const gone = new Set(names);
  const kept = model.plates.filter((p) => !gone.has(calledOf(p)));
  const there = new Set(kept.map((p) => p.name));
  // A bolt holds what is left of its plies, from two on.
  const bolts = model.bolts.flatMap((b) => {
    if (gone.has(b.name)) return [];
    const left = b.plies.flatMap((p, i) => (there.has(p) ? [i] : []));
    if (left.length < (b.ground ? 1 : 2)) return [];
    const of = <T>(list: readonly T[] | undefined): { readonly list?: readonly T[] } =>
      list ? { list: left.map((i) => list[i]!) } : {};
    const [k_b, F_b_Rd] = [of(b.k_b).list, of(b.F_b_Rd).list];
    return [{ ...b, plies: left.map((i) => b.plies[i]!), ...(k_b ? { k_b } : {}), ...(F_b_Rd ? { F_b_Rd } : {}) }];
  });
  return {
    ...model,
    plates: kept,
    bolts,
    welds: model.welds.filter((w) => !gone.has(w.name) && there.has(w.a) && there.has(w.b)),
    beds: model.beds.filter((b) => there.has(b.plate)),
    lines: model.lines.filter((l) => there.has(l.plate)),
    pressures: model.pressures.filter((p) => there.has(p.plate)),
  };
}
