import type { FieldState } from './analyse.ts';
import type { Measure, MeasureKind } from './measures.ts';

/** How much of one part is used, and by what. */
export interface PartUse {
  readonly part: string;
  readonly kind: 'plate' | 'bolt' | 'weld' | 'bed';
  /** 1: all of it. */
  readonly share: number;
  /** What that is a share of. */
  readonly of: string;
  readonly place: Measure['place'];
}
const KIND: Readonly<Record<MeasureKind, PartUse['kind']>> = {
  ...{ yield: 'plate', strain: 'plate', weld: 'weld', 'weld-slip': 'weld' },
  ...{ 'bolt-tension': 'bolt', 'bolt-shear': 'bolt', 'bolt-combined': 'bolt', 'bolt-elongation': 'bolt', 'bolt-slip': 'bolt' },
  ...{ bearing: 'bolt', 'bearing-crush': 'bolt', concrete: 'bolt', bed: 'bed', loose: 'bed' },
};
export const MEASURE_KINDS = Object.keys(KIND) as MeasureKind[];
const OF: Readonly<Record<MeasureKind, string>> = {
  yield: 'yield stress on a face',
  strain: 'plastic strain of 5 %, where it yields',
  weld: 'resistance of the weld',
  'weld-slip': 'slip of 0.05 of the leg',
  'bolt-tension': 'tension resistance',
  'bolt-shear': 'shear resistance',
  'bolt-combined': 'shear with tension',
  'bolt-elongation': 'elongation of 0.02 of its length',
  'bolt-slip': 'shear slip of 1 mm',
  concrete: 'its share of the concrete',
  bed: 'strength of the bed where it presses most',
  loose: 'lifting off that nothing holds',
  bearing: 'bearing resistance',
  'bearing-crush': 'hole pushed by a sixth of the bolt',
};
/** Resistances are told at their own value, not where an event counts it as reached. */
const SCALE: Readonly<Partial<Record<MeasureKind, number>>> = {
  ...{ 'bolt-tension': 0.999, 'bolt-shear': 0.999, 'bolt-combined': 0.999, bearing: 0.95, bed: 0.999 },
};

/** How much of its limit a measure is. */
export const shareOf = (m: Measure): number => m.value * (SCALE[m.kind] ?? 1);

/** Use of every part in a state, the most used first: of a plate that yielded its strain, of others their stress or resistance. */
export function partUses({ uses }: FieldState): PartUse[] {
  const byPart = new Map<string, Measure[]>();
  // A trace hangs on what is open in every state: it is told where it is more than one.
  for (const m of uses.filter((u) => u.kind !== 'loose' || u.value >= 1)) byPart.set(m.part, [...(byPart.get(m.part) ?? []), m]);
  return [...byPart]
    .map(([part, list]): PartUse => {
      const kind = KIND[list[0]!.kind];
      const stress = list.find((m) => m.kind === 'yield');
      // A plate under yield is used by its stress; over it all of that is, and what is left is strain.
      const worst =
        stress && stress.value < 1
          ? stress
          : list.filter((m) => m.kind !== 'yield' || list.length === 1).reduce((a, b) => (shareOf(b) > shareOf(a) ? b : a));
      const ply = worst.ply ? ` in ${worst.ply}` : '';
      return { part, kind, share: shareOf(worst), of: `${OF[worst.kind]}${ply}`, place: worst.place };
    })
    .sort((a, b) => b.share - a.share);
}
