import { Foremost, Results, type Table } from '../../../checks/results.ts';

const about = (title: string, clause: string, part: string): Table<string>[string] => ({ title, clause, part });

/** Every check of a moment end plate, in the order in which they are worked. */
export const CHECKS = {
  'moment-resistance': about('Moment resistance', 'EN 1993-1-8, 6.2.7.2', 'joint'),
  'moment-axial': about('Moment with axial force', 'EN 1993-1-8, 6.2.7.1(3)', 'joint'),
  'axial-small': about('Moment with small axial force', 'EN 1993-1-8, 6.2.7.1(2)', 'joint'),
  'moments-known': about('Moments on both faces of the column', 'EN 1993-1-8, 5.3(9)', 'column'),
  'other-side': about('Joint on the other face', 'EN 1993-1-8, 5.3', 'column'),
  'column-forces': about("The column's own forces", 'EN 1993-1-8, 5.3(3)', 'column'),
  'column-stress': about("Stress along the column's web", 'EN 1993-1-8, 6.2.6.2(2)', 'column'),
  'prying-length': about('Bolts that must be short enough to pry', 'EN 1993-1-8, Table 6.2', 'bolts'),
  'plastic-rule': about('Plastic distribution', 'EN 1993-1-8, 6.2.7.2(9)', 'bolts'),
  'column-flange-bending': about('Column flange in bending', 'EN 1993-1-8, 6.2.6.4', 'column'),
  'column-web-tension': about('Column web in tension', 'EN 1993-1-8, 6.2.6.3', 'column'),
  'column-web-share': about('Column web beside a stiffener', 'EN 1993-1-8, 6.2.6.3', 'column'),
  'end-plate-bending': about('End plate in bending', 'EN 1993-1-8, 6.2.6.5', 'plate'),
  'beam-web-tension': about('Beam web in tension', 'EN 1993-1-8, 6.2.6.8', 'beam'),
  'beam-flange-compression': about('Beam flange in compression', 'EN 1993-1-8, 6.2.6.7', 'beam'),
  'column-web-compression': about('Column web in compression', 'EN 1993-1-8, 6.2.6.2', 'column'),
  'column-panel-shear': about('Column web panel in shear', 'EN 1993-1-8, 6.2.6.1', 'column'),
  'bolt-tension': about('Bolts in tension', 'EN 1993-1-8, Table 3.4', 'bolts'),
  'bolt-punching': about('Bolts punching', 'EN 1993-1-8, Table 3.4', 'bolts'),
  'bolt-tension-small': about('Bolts under small axial tension', 'EN 1993-1-8, Table 3.4', 'bolts'),
  'bolt-shear': about('Bolts in shear', 'EN 1993-1-8, 6.2.2(2)', 'bolts'),
  'bolt-bearing-plate': about('Plate in bearing', 'EN 1993-1-8, Table 3.4', 'plate'),
  'bolt-bearing-column': about('Column flange in bearing', 'EN 1993-1-8, Table 3.4', 'column'),
  'plate-shear-gross': about('Gross shear, plate', 'EN 1993-1-1, 6.2.6', 'plate'),
  'plate-shear-net': about('Net shear, plate', 'EN 1993-1-1, 6.2.6', 'plate'),
  'beam-shear': about('Beam in shear', 'EN 1993-1-1, 6.2.6', 'beam'),
  'weld-tension-flange': about('Weld of the tension flange', 'EN 1993-1-8, 4.5.3.2', 'weld'),
  'weld-web': about('Weld of the web', 'EN 1993-1-8, 4.5.3.2', 'weld'),
  'weld-compression-flange': about('Weld of the compression flange', 'EN 1993-1-8, 4.5.3.2', 'weld'),
  'weld-cover': about("Welds for the joint's resistance", 'EN 1993-1-8, 6.2.3(4)', 'weld'),
  'stiffener-tension': about('Stiffener in tension', 'EN 1993-1-8, 6.2.6.3', 'stiffener'),
  'stiffener-tension-weld': about('Weld of the tension stiffener', 'EN 1993-1-8, 4.5.3.2', 'stiffener'),
  'weld-haunch-web': about('Weld along the haunch', 'EN 1993-1-8, 4.5.3.2', 'weld'),
  'haunch-end-web': about("Beam web at the haunch's end", 'EN 1993-1-8, 6.2.6.7(4)', 'beam'),
  'code-edges': about('Steps of the code near by', 'EN 1993-1-8, 6.2', 'joint'),
  'initial-stiffness': about('Initial rotational stiffness', 'EN 1993-1-8, 6.3.1', 'joint'),
  'secant-stiffness': about('Rotational stiffness at this moment', 'EN 1993-1-8, 6.3.1(4)', 'joint'),
} as const satisfies Table<string>;
export type CheckId = keyof typeof CHECKS;

/** Collects what the checks of one combination of a moment end plate answer. */
export type Out = Results<CheckId>;
export const results = (): Out => new Results<CheckId>(CHECKS);
/** Keeps only what gives first; `curved` as `Foremost` has them. */
export const foremost = (curved: ReadonlySet<CheckId>): Foremost<CheckId> => new Foremost<CheckId>(CHECKS, curved);
