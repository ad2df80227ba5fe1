import { dimensionChain, filletSymbol, leader, prettyName, type DimensionSegment, type Item } from '../../drawing/index.ts';
import type { Point, Solid } from '../../detail/solid.ts';
import type { Basis } from '../../basis/basis.ts';
import type { SteelInput } from '../../catalogue/index.ts';
import type { Units } from '../../units/system.ts';
import type { SupportModel } from '../members.ts';
import type { Notches } from './solid-parts.ts';

interface Named {
  readonly basis: Basis;
  readonly support: SupportModel;
  readonly input: { readonly support: { readonly steel: SteelInput; readonly other_side?: { readonly V_Ed: number } } };
  /** The beam on the far face has bolts of its own. */
  readonly far?: object | null;
}

/** The support by its name, and what stands on its far face. */
export function supportCallout(m: Named, solid: Solid, { tip, shelf }: { tip: Point; shelf: Point }): Item[] {
  const u = m.basis.units;
  const part = solid.members.find((p) => p.id === 'support');
  const { steel, other_side } = m.input.support;
  const name = part ? `${part.label} ${part.grade}` : `support ${u.length(m.support.t)} thick ${steel.grade ?? ''}`;
  if (!other_side) return leader(tip, shelf, [prettyName(name)], 'support', true);
  const force = `its V ${u.quantity(other_side.V_Ed * 1e3, 'kN')}`;
  const lines = [prettyName(name), m.far ? 'far face: beam, own bolts' : 'far face: beam', force];
  return leader(tip, shelf, lines, 'support', true).map((i) => (i.k === 'text' && i.text === force ? { ...i, judged: true } : i));
}

export function beamCallout(solid: Solid, tip: Point, shelf: Point): Item[] {
  const beam = solid.members.find((p) => p.id === 'beam')!;
  return leader(tip, shelf, [`${prettyName(beam.label)} ${beam.grade}`], 'beam');
}

/** A fillet by its leg, in the symbols of the standard; on both sides where `sides` is left out. */
export const filletCallout = ({ standard, units }: Basis, tip: Point, at: Point, leg: number, sides?: 1 | 2): Item[] =>
  filletSymbol(tip, at, `${standard.legMark}${units.length(leg)}`, 'weld', standard.weldSymbols, sides);

/** Sizes of the notches of a beam that ends at x = `end`: along the beam at `along`, down at `down`, each a level and the foot of its lines. */
export function notchDimensions(
  u: Units,
  m: Notches & { readonly beam: { readonly h: number } },
  end: number,
  { X, Y }: { X(x: number): number; Y(z: number): number },
  { along, down }: { readonly along: readonly [number, number]; readonly down: readonly [number, number] },
): Item[] {
  const depth = (from: number, to: number, size: number, field: string): Item[] =>
    dimensionChain('y', ...down, [{ from: Y(from), to: Y(to), text: u.length(size), field }]);
  return [
    ...(m.notchTop
      ? [
          ...dimensionChain('x', ...along, [{ from: X(end), to: X(end + m.l_n), text: u.length(m.l_n), field: 'notch.l_n' }]),
          ...depth(0, -m.d_nt, m.d_nt, 'notch.d_nt'),
        ]
      : []),
    ...(m.notchBottom ? depth(-m.beam.h + m.d_nb, -m.beam.h, m.d_nb, 'notch.d_nb') : []),
  ];
}

/** End distance, spacings and end distance of rows between two ends, each with its field. */
export function rowChain(
  u: Units,
  Y: (z: number) => number,
  rows: readonly number[],
  [top, bottom]: readonly [number, number],
  ends: readonly [number, number],
  fields: readonly [string, string, string],
): DimensionSegment[] {
  return [
    { from: Y(top), to: Y(rows[0]!), text: u.length(ends[0]), field: fields[0] },
    ...rows.slice(1).map((z, i) => ({ from: Y(rows[i]!), to: Y(z), text: u.length(rows[i]! - z), field: fields[1] })),
    { from: Y(rows.at(-1)!), to: Y(bottom), text: u.length(ends[1]), field: fields[2] },
  ];
}
