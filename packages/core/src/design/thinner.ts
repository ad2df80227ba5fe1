import type { Basis } from '../basis/basis.ts';
import { plateThickness } from '../detail/solid.ts';
import { stepMove } from '../joints/field-makers.ts';
import { fieldApplies, type Move } from '../joints/kind.ts';
import { kindOf } from '../joints/registry.ts';
import { tryBuild } from './judge.ts';

/**
 * For each plate of a joint, by its id, the step that makes it thinner: the field that stands for its thickness is the one that, a practical step
 * lower, gives the same plates with this one thinner. Plates of one field are made thinner together; one that is as thin as it goes has none.
 */
export function thinnerPlates(kindId: string, input: unknown, basis: Basis): ReadonlyMap<string, Move<unknown>> {
  const kind = kindOf(kindId);
  const found = new Map<string, Move<unknown>>();
  const plates = tryBuild(kindId, input, [], basis)?.built.solid.plates ?? [];
  for (const field of kind.fields) {
    if (field.quantity !== 'length' || field.type !== 'number' || !fieldApplies(field, input, basis.standard)) continue;
    const now = field.get(input);
    if (!plates.some((p) => plateThickness(p) === now)) continue;
    const [move] = stepMove(basis, kind.fields, input, field.id, field.label, -1);
    const then = move && tryBuild(kindId, move.input, [], basis)?.built.solid.plates;
    if (!then || then.length !== plates.length) continue;
    for (const [i, p] of plates.entries())
      if (then[i]!.id === p.id && plateThickness(then[i]!) < plateThickness(p)) found.set(p.id, move);
  }
  return found;
}
