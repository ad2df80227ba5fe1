import type { Checked, Prepared } from '../../checks/check.ts';
import { fasten } from '../../analysis/fasten.ts';
import type { Basis } from '../../basis/basis.ts';
import { addedName, addedPart, type AddedPlate } from '../../detail/added.ts';
import { plateMass, weldMetal, type Quantities, type Solid } from '../../detail/solid.ts';
import { once } from '../../lazy.ts';
import { orNone, Refusal } from '../../refusal.ts';
import { shopItems } from '../../shop/items.ts';
import { shopLists } from '../../shop/lists.ts';
import type { Edit, Joint, JointKind } from '../kind.ts';
import { addedField } from './fields.ts';
import { printAdded, readAdded } from './line.ts';
import { nextAdded } from './proposals.ts';
import { addedSchema, MOST_ADDED, type WithAdded } from './schema.ts';
import { drawAdded } from './views.ts';

/**
 * A kind whose joints can have plates besides those that it makes: ribs, stiffeners, doublers. They are parts of the solid, of the drawing, the lists and the
 * analysis; the checks of the standard do not count them, and say so.
 */
export function withAdded<I extends object>(kind: JointKind<I>): JointKind<I & WithAdded> {
  type J = I & WithAdded;
  const whole = kind as unknown as JointKind<J>;
  return {
    ...whole,
    schema: once(() => kind.schema().append({ added: addedSchema() })),
    placeField: (id) => (addedField(id) as ReturnType<NonNullable<typeof whole.placeField>>) ?? whole.placeField?.(id),
    edits: [...whole.edits, ...addedEdits<J>(whole)],
    build: (input, basis) => joined(whole, input, basis),
    line: {
      print: (input, units) => `${whole.line.print(input, units)}${printAdded(input.added ?? [], units)}`,
      parse: (text, base, units) => {
        const { own, added } = readAdded(text, kind, units);
        const { added: _before, ...rest } = base;
        const read = whole.line.parse(own, rest as unknown as J, units);
        return added.length ? { ...read, added } : read;
      },
    },
  };
}

function addedEdits<J extends WithAdded>(kind: JointKind<J>): Edit<J>[] {
  const put = ({ added: _before, ...rest }: J, added: readonly AddedPlate[]): J =>
    (added.length ? { ...rest, added } : rest) as unknown as J;
  return [
    {
      id: 'added.add',
      label: 'Add a rib or a stiffener',
      apply: (i, basis) => {
        const { added = [] } = i;
        const { solid } = kind.build(i, basis);
        const fits = (p: AddedPlate): boolean => orNone(() => solidWith(solid, [...added, p], basis)) !== null;
        const next = nextAdded(solid, added, basis.standard.materials.grades, fits);
        if (next) return put(i, [...added, next]);
        throw new Refusal(
          'added',
          'No rib or stiffener of the usual ones is left here: one of your own is typed at the end of the detail line, as in add xz@0 130:280 35:185 t10 S275 fw6.',
        );
      },
    },
    ...Array.from({ length: MOST_ADDED }, (_, n): Edit<J> => ({
      id: `added.remove.${n}`,
      label: `Take plate ${addedName(n)} away`,
      apply: (i) =>
        i.added?.[n]
          ? put(
              i,
              i.added.filter((_p, k) => k !== n),
            )
          : null,
    })),
  ];
}

function joined<J extends WithAdded>(kind: JointKind<J>, input: J, basis: Basis): Joint<J> {
  const own = kind.build(input, basis);
  const { added = [] } = input;
  if (!added.length) {
    const draw = own.drawing;
    // Most joints have none, and a search builds them by the thousand: nothing is made over.
    const drawing: typeof own.drawing = (...of) => drawAdded(draw.apply(own, of), [], basis.units);
    return Object.assign(own, { drawing });
  }
  added.forEach((p, i) => within(p, i));
  const solid = solidWith(own.solid, added, basis);
  const parts = solid.plates.slice(own.solid.plates.length);
  const welds = solid.welds.slice(own.solid.welds.length);
  const shop = once(() => shopItems(solid));
  const lists = once(() => [...own.ownLists, ...shopLists(shop(), { units: basis.units, fillets: basis.standard.fillets })]);
  const made: Quantities = {
    ...own.quantities,
    plateMass: own.quantities.plateMass + parts.reduce((sum, p) => sum + plateMass(p), 0),
    weldVolume: own.quantities.weldVolume + weldMetal(welds),
  };
  return over(own, {
    solid,
    quantities: made,
    get prepared() {
      return noting(own.prepared, added.length);
    },
    get shop() {
      return shop();
    },
    get lists() {
      return lists();
    },
    drawing: (title, c) => drawAdded(own.drawing(title, c), added, basis.units),
    moves: () => own.moves().map((m) => ({ ...m, input: { ...m.input, added } })),
  });
}

/** A joint with some of it made otherwise; what is made when it is asked for stays so. */
const over = <J>(joint: Joint<J>, otherwise: Partial<Joint<J>>): Joint<J> =>
  Object.create(joint, Object.getOwnPropertyDescriptors(otherwise)) as Joint<J>;

function solidWith(own: Solid, added: readonly AddedPlate[], basis: Basis): Solid {
  const comers = added.map((p, i) => ({
    ...{ part: addedPart(p, i, basis.units), leg: p.leg, field: `added.${i}`, name: addedName(i) },
  }));
  // Refuses a steel that the standard does not know.
  for (const p of added) basis.standard.materials.steel(p.steel, p.t, basis.set, 'added', basis.steels);
  return { ...own, plates: [...own.plates, ...comers.map((c) => c.part)], welds: [...own.welds, ...fasten(own, comers)] };
}

function within({ u1, u2, v1, v2, cut_u = 0, cut_v = 0, corner }: AddedPlate, i: number): void {
  const least = 10;
  for (const [from, to, axis, cut] of [
    [u1, u2, 'u', cut_u],
    [v1, v2, 'v', cut_v],
  ] as const) {
    const where = `added.${i}.${axis}2`;
    if (to - from < least)
      throw new Refusal(
        where,
        `${where}: plate ${addedName(i)} ends at ${to}; accepted is at least ${least} mm more than ${from}.`,
      );
    if (corner !== 'none' && cut > to - from)
      throw new Refusal(
        `added.${i}.cut_${axis}`,
        `added.${i}.cut_${axis}: plate ${addedName(i)} is ${to - from} mm there; accepted is a cut of no more.`,
      );
  }
}

/** The checks of a joint, with what they leave out in words. */
function noting(prepared: Prepared, count: number): Prepared {
  const note =
    count === 1
      ? 'The added plate is not counted by the checks: what it does is seen under Field'
      : `The ${count} added plates are not counted by the checks: what they do is seen under Field`;
  const check = (...of: Parameters<Prepared['check']>): Checked => {
    const made = prepared.check(...of);
    return { ...made, notes: [...made.notes, note] };
  };
  return Object.create(prepared, { check: { value: check } }) as Prepared;
}
