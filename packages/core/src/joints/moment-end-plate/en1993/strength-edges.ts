import type { SteelInput } from '../../../catalogue/index.ts';
import { strength } from '../../members.ts';
import type { MomentPlateModel } from '../model.ts';

/** How near an edge of the code is told. */
export const NEAR = 0.05;

/** A named steel is weaker over a thickness. */
export function strengthEdges(m: MomentPlateModel): string[] {
  const { input, basis } = m;
  const thick = (d: { readonly tf: number; readonly tw: number }): number => Math.max(d.tf, d.tw);
  const parts: (readonly [string, SteelInput, number])[] = [
    ['end plate', input.plate.steel, input.plate.t],
    ['beam', input.beam.steel, thick(m.beam.dims)],
    ...(m.column ? [['column', input.column!.steel, thick(m.column.dims)] as const] : []),
  ];
  return parts.flatMap(([part, steel, t]) => {
    const at = (x: number): number | null => {
      try {
        return strength(steel, x, basis, part).f_y;
      } catch {
        // The table ends there.
        return null;
      }
    };
    const [thin, thicker] = [at(t * (1 - NEAR)), at(t * (1 + NEAR))];
    if (thin === null || thicker === null || thin === thicker) return [];
    const u = basis.units;
    return [
      `a step of strength beside the ${u.length(t)} ${u.name('mm')} of the ${part}: f_y is ${u.quantity(thin, 'MPa')} under it, ${u.quantity(thicker, 'MPa')} over it`,
    ];
  });
}
