import { Results, type Table } from '../../../checks/results.ts';

const about = (title: string, clause: string, part: string): Table<string>[string] => ({ title, clause, part });

/** Every check of a column base, in the order in which they are worked. */
export const CHECKS = {
  'contact-pressure': about('Contact pressure under the plate', 'EN 1993-1-8, 6.2.5', 'concrete'),
  'concrete-bearing': about('Concrete in bearing', 'EN 1993-1-8, 6.2.8.2', 'concrete'),
  'plate-compression-bending': about('Plate in bending, compression side', 'EN 1993-1-8, 6.2.5(4)', 'plate'),
  'plate-tstub-tension': about('Plate in bending, tension side', 'EN 1993-1-8, 6.2.6.11', 'plate'),
  'plate-anchor-local': about('Plate in bending round an anchor', 'EN 1993-1-8, 6.2.6.11 and Table 6.6', 'plate'),
  'column-web-tension': about('Column web in tension', 'EN 1993-1-8, 6.2.6.8', 'column'),
  'concrete-bearing-side': about('Concrete in bearing under a flange', 'EN 1993-1-8, 6.2.6.9', 'concrete'),
  'column-flange-compression': about('Column flange or wall in compression', 'EN 1993-1-8, 6.2.6.7', 'column'),
  'base-moment-resistance': about('Moment resistance of the base', 'EN 1993-1-8, 6.2.8.3', 'base'),
  'base-moment-biaxial-linear': about('Moments about both axes, straight line', 'stated method', 'base'),
  'base-stiffness': about('Rotational stiffness', 'EN 1993-1-8, 6.3.4', 'base'),
  'plate-line-bending': about('Plate in bending along a straight line', 'stated method', 'plate'),
  'anchor-tension': about('Anchors in tension', 'EN 1992-4, 7.2.1', 'anchors'),
  'anchor-steel-tension': about('Anchor steel in tension', 'EN 1992-4, 7.2.1.3', 'anchors'),
  'anchor-cone': about('Concrete cone', 'EN 1992-4, 7.2.1.4', 'concrete'),
  'anchor-reinforcement': about('Hanger bars across the cone', 'EN 1992-4, 7.2.1.9 and 7.2.1.10', 'reinforcement'),
  'anchor-pullout': about('Pull-out', 'EN 1992-4, 7.2.1.5', 'concrete'),
  'anchor-bond': about('Bond of the anchor', 'EN 1993-1-8, 6.2.6.12', 'anchors'),
  'hook-yield': about('Yield strength for a hook', 'EN 1993-1-8, 6.2.6.12(5)', 'anchors'),
  'anchor-blowout': about('Blow-out at the side', 'EN 1992-4, 7.2.1.8', 'concrete'),
  'anchor-splitting': about('Splitting', 'EN 1992-4, 7.2.1.7', 'concrete'),
  'base-shear': about('Shear', 'EN 1993-1-8, 6.2.2', 'base'),
  'base-friction': about('Friction under the plate', 'EN 1993-1-8, 6.2.2(6)', 'base'),
  'base-twist': about('Twist without a path', 'stated method', 'base'),
  'anchor-shear': about('Anchors in shear', 'EN 1992-4, 7.2.2', 'anchors'),
  'anchor-hole-for-shear': about('Holes that let anchors take shear', 'EN 1992-4, Table 6.1', 'plate'),
  'anchor-steel-shear': about('Anchor steel in shear', 'EN 1992-4, 7.2.2.3.1', 'anchors'),
  'anchor-shear-lever-arm': about('Anchor steel in shear with lever arm', 'EN 1992-4, 7.2.2.3.2', 'anchors'),
  'anchor-plate-bearing': about('Plate in bearing at an anchor', 'EN 1993-1-8, Table 3.4', 'plate'),
  'anchor-pryout': about('Pry-out', 'EN 1992-4, 7.2.2.4', 'concrete'),
  'concrete-edge': about('Concrete edge in shear', 'EN 1992-4, 7.2.2.5', 'concrete'),
  'edge-reinforcement': about('Loops across the edge body', 'EN 1992-4, 7.2.2.6', 'reinforcement'),
  'interaction-steel': about('Tension with shear, anchor steel', 'EN 1992-4, 7.2.3', 'anchors'),
  'interaction-concrete': about('Tension with shear, concrete', 'EN 1992-4, 7.2.3', 'concrete'),
  'shear-key-bearing': about('Concrete in bearing at the shear key', 'EN 1992-1-1, 3.1.6', 'key'),
  'shear-key-steel': about('Shear key in bending and shear', 'EN 1993-1-1, 6.2.8', 'key'),
  'shear-key-weld': about('Weld of the shear key', 'EN 1993-1-8, 4.5.3.2', 'key'),
  'shear-key-edge': about('Concrete edge before the shear key', 'stated method', 'concrete'),
  'column-weld': about('Weld of the column to the plate', 'EN 1993-1-8, 4.5.3', 'weld'),
} as const satisfies Table<string>;
export type CheckId = keyof typeof CHECKS;

/** Collects what the checks of one combination of a base answer. */
export type BaseResults = Results<CheckId>;
export const baseResults = (suffix = ''): BaseResults => new Results(CHECKS, suffix);
