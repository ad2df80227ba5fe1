import type { Basis } from '../basis/basis.ts';
import { perimeter, plateMass, plateThickness, weldMetal, type PlatePart, type Solid } from '../detail/solid.ts';
import { weldPosition } from '../detail/weld-position.ts';
import { pieceIdOf } from '../shop/pieces.ts';
import type { Joint } from '../joints/kind.ts';
import { RATES, type CostRates } from '../rules/rates.ts';

/** One part of what a joint costs, with how much of it there is. */
export interface CostPart {
  readonly id: 'plate' | 'cut' | 'holes' | 'pieces' | 'bolts' | 'welds' | 'concrete';
  readonly title: string;
  readonly cost: number;
}
type Priced = Pick<Joint, 'solid' | 'quantities' | 'basis'>;

/**
 * What a joint costs by its parts, in units of the rates; only differences between details for the same members mean anything. Plates by mass, more for
 * a stronger steel and where it is thicker, by the length that is cut (an angle at its two ends), by their holes and by the piece; bolts or anchors with their assembly, more where they are preloaded; fillets by length and by
 * volume, which takes the leg squared, more where they run upright or are laid from below; the block of concrete that the joint needs.
 */
export function costParts({ solid, quantities: q, basis }: Priced, rates: CostRates = RATES): CostPart[] {
  let [cut, holes, strong, thick] = [0, 0, 0, 0];
  const pieces = new Set<string>();
  for (const p of solid.plates) {
    pieces.add(pieceIdOf(p));
    holes += p.holes.length;
    strong += plateMass(p) * yieldOf(p, basis);
    thick += plateMass(p) * plateThickness(p);
    cut += p.leg ? 2 * p.leg.width : p.round ? 2 * Math.PI * p.round.r : perimeter(p.outline);
  }
  const welded = solid.welds.reduce((s, w) => s + w.length, 0) + (solid.butts ?? []).reduce((s, b) => s + b.length, 0);
  const { concrete } = q;
  const parts: CostPart[] = [
    {
      id: 'plate',
      title: 'plate',
      cost: q.plateMass * rates.plate_per_kg + strong * rates.plate_per_kg_MPa + thick * rates.plate_per_kg_mm,
    },
    { id: 'cut', title: 'cutting', cost: (cut / 1e3) * rates.cut_per_m },
    { id: 'holes', title: 'holes', cost: holes * rates.hole_each },
    { id: 'pieces', title: 'handling', cost: pieces.size * rates.piece_each },
    {
      id: 'bolts',
      title: q.fastener ?? 'bolts',
      cost: q.bolts * rates.bolt_each + (q.preloaded ?? 0) * rates.preload_each + q.boltMass * rates.bolt_per_kg,
    },
    { id: 'welds', title: 'welds', cost: weldCost(welded, q.weldVolume, rates) + dearer(solid, rates) },
    {
      id: 'concrete',
      title: 'concrete',
      cost: concrete ? concrete.volume * (rates.concrete_per_m3 + rates.concrete_per_m3_MPa * concrete.f_ck) : 0,
    },
  ];
  return parts.filter((p) => p.cost > 0);
}

/** So much weld, mm and mm3, wherever it is. */
const weldCost = (length: number, volume: number, rates: CostRates): number =>
  (length / 1e3) * rates.weld_per_m + (volume / 1e3) * rates.weld_per_cm3;
/** What fillets cost more by their position, in a shop that does not turn its pieces until each lies level. */
function dearer(solid: Solid, rates: CostRates): number {
  const more = { level: 0, upright: rates.weld_upright, overhead: rates.weld_overhead };
  if (!more.upright && !more.overhead) return 0;
  return solid.welds.reduce((sum, w) => sum + more[weldPosition(w, solid)] * weldCost(w.length, weldMetal([w]), rates), 0);
}

/** Yield strength of a plate; 0 where the job does not know its steel. */
function yieldOf(p: PlatePart, { standard, set, steels }: Basis): number {
  const { grade } = p;
  const known = standard.materials.grades.includes(grade) || steels.some((s) => s.name === grade);
  return known ? standard.materials.steel({ grade }, plateThickness(p), set, 'steel', steels).f_y : 0;
}

/** All of them. */
export const sumOf = (parts: readonly CostPart[]): number => parts.reduce((sum, p) => sum + p.cost, 0);
export const costOf = (joint: Priced, rates: CostRates = RATES): number => sumOf(costParts(joint, rates));
