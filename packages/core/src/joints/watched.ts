import type { MeasureKind } from '../analysis/measures.ts';

/** What a plate analysis watches of what a check judges. */
export interface Watched {
  readonly kind: MeasureKind;
  /** Each must begin the name of a sheet that the part is at: a ply of a bolt, one of the two plates of a weld. */
  readonly at: readonly string[];
  /** Why both differ where they do, in a sentence without its stop. */
  readonly differ: keyof typeof DIFFER;
}

export const DIFFER = {
  bolts: 'bolts share by their stiffness and by what bends between them, and prying is in the tension',
  bearing: 'the analysis lets each bolt bear its own way, the check takes the least of all for each',
  weld: 'the analysis tells the worst place of the weld under the forces that come there, the check a design force over its length',
  rows: 'the check fills the rows from the tension flange on, the analysis lets them share by their stiffness',
  bed: 'the analysis presses where the column stands, the check spreads the pressure over an area',
  anchors: 'a plate that bends pries its anchors and shifts the pressure towards them',
} as const;

const bolts = (kind: MeasureKind, ...at: string[]): Watched => ({ kind, at, differ: 'bolts' });
const bears = (...at: string[]): Watched => ({ kind: 'bearing', at, differ: 'bearing' });
const weld = (...at: string[]): Watched => ({ kind: 'weld', at, differ: 'weld' });
const anchors = (kind: MeasureKind): Watched => ({ kind, at: ['plate'], differ: 'anchors' });
const bed: Watched = { kind: 'bed', at: ['plate'], differ: 'bed' };

/**
 * Counterparts of checks in a plate analysis, by the ids of the checks: what both judge by a force over a resistance. A check of yield of a section, of
 * block tearing or of concrete bodies has none.
 */
export const WATCHED: Readonly<Record<string, Watched>> = {
  // To EN 1993-1-8.
  'bolt-group-shear': bolts('bolt-shear', ''),
  'plate-bearing': bears('plate'),
  'beam-web-bearing': bears('beam web'),
  'support-bearing': bears('support'),
  'support-bolt-shear': bolts('bolt-shear', 'support'),
  'combined-shear-tension': bolts('bolt-combined', 'support'),
  'weld-strength': weld('plate'),
  'weld-beam': weld('beam web'),
  'weld-support': weld('support'),
  'bolt-tension': bolts('bolt-tension', 'plate'),
  'bolt-shear': bolts('bolt-shear', 'plate'),
  'bolt-bearing-plate': bears('plate'),
  'bolt-bearing-column': bears('support flange'),
  'weld-tension-flange': weld('beam top flange', 'plate'),
  'weld-compression-flange': weld('beam bottom flange', 'plate'),
  'weld-web': weld('beam web', 'plate'),
  'contact-pressure': bed,
  'concrete-bearing': bed,
  'anchor-tension': anchors('bolt-tension'),
  'anchor-steel-tension': anchors('bolt-tension'),
  'anchor-steel-shear': anchors('bolt-shear'),
  'interaction-concrete': anchors('concrete'),
  'column-weld': weld('column', 'plate'),
  // To AISC 360.
  'sp-bolt-shear': bolts('bolt-shear', 'beam web'),
  'sp-weld': weld('plate', 'support'),
  'ep-bolt-shear': bolts('bolt-shear', 'plate'),
  'ep-bolt-combined': bolts('bolt-combined', 'plate'),
  'ep-weld': weld('beam web', 'plate'),
  'da-web-bolt-shear': bolts('bolt-shear', 'beam web'),
  'da-osl-bolt-shear': bolts('bolt-shear', 'support'),
  'da-osl-bolt-combined': bolts('bolt-combined', 'support'),
  'da-osl-weld': weld('support'),
  'da-web-weld': weld('beam web'),
  'sa-web-bolt-shear': bolts('bolt-shear', 'beam web'),
  'sa-osl-bolt-shear': bolts('bolt-shear', 'support'),
  'mep-bolt-shear': bolts('bolt-shear', 'plate'),
  'mep-flange-weld': weld('beam', 'plate'),
  'bp-bearing': bed,
  'bp-rod-tension': anchors('bolt-tension'),
  'bp-rod-shear': anchors('bolt-shear'),
  'an-interaction': anchors('concrete'),
  'bp-weld-web': weld('column web', 'plate'),
  'bp-weld-perimeter': weld('column', 'plate'),
};
