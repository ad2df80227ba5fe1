import type { Combination } from '../actions/combination.ts';
import type { MemberPart, Solid } from '../detail/solid.ts';
import { netArea, type Sheets } from './sheet.ts';
import type { Vec } from './vector.ts';

/** What acts on a joint beside the beam, as parts of its model. */
export interface Beside {
  /** Names of the actions that it takes. */
  readonly taken: readonly string[];
  /** Sheets that are kept elastic: what loads them is not in the model itself. */
  readonly elastic: readonly string[];
  readonly lines: readonly object[];
  readonly pressures: readonly object[];
  readonly loads: readonly object[];
  /** Ends that may move in some ways, with those in which they are held. */
  readonly guided: readonly { readonly name: string; readonly held: readonly string[] }[];
}

const NOTHING: Beside = { taken: [], elastic: [], lines: [], pressures: [], loads: [], guided: [] };

/**
 * The end of a column over the joint neither turns nor leaves its axis, but follows it sideways: so moments of beams go up and down the column, and no
 * shear of a short stub takes them off its panel; of a force along the beam it takes half. The forces of the column come in there. One that ends at the
 * joint is free there, and all goes the other way. The moment of a beam on its other face is a pair of forces along its far flange, at the heights of
 * this beam's flanges: that flange stays elastic, since the other joint is not in the model. The reaction of a beam on the far face of a web lies spread
 * over its plate.
 */
export function besideOf(solid: Solid, made: Sheets, c: Combination): Beside {
  return [columnTop(solid, made, c), otherMoment(solid, made, c), farReaction(solid, made, c)].reduce(
    (a, b) => ({
      taken: [...a.taken, ...b.taken],
      elastic: [...a.elastic, ...b.elastic],
      lines: [...a.lines, ...b.lines],
      pressures: [...a.pressures, ...b.pressures],
      loads: [...a.loads, ...b.loads],
      guided: [...a.guided, ...b.guided],
    }),
    NOTHING,
  );
}

const endsHere = ({ over, under }: NonNullable<MemberPart['place']>): boolean => over !== undefined || under !== undefined;

const beamAndColumn = (members: Solid['members']) => (['beam', 'support'] as const).map((id) => members.find((m) => m.id === id));

/** Forces of the column: they come in over the joint, and where it ends there they come of the beam. */
const OWN = ['N_col', 'V_col', 'M_col'] as const;

/**
 * N_col is positive in tension; V_col acts against the shear of the panel, whichever way that goes. M_col, the greater of the moments over and under the
 * beam, is that on the side where the beam presses, where it adds to that pressure; the rest of what the beams bring goes the other way. Less than half
 * of that it can't be, and the end is held as without it.
 */
function columnTop({ members }: Solid, { ends }: Sheets, c: Combination): Beside {
  const top = ends.find((e) => e.loaded === null && e.upper);
  if (!top) return { ...NOTHING, taken: members.some((m) => m.place && endsHere(m.place)) ? OWN : [] };
  const { N_col = 0, V_col = 0, M_Ed = 0, M_other = 0 } = c;
  const way = M_Ed < M_other ? -1 : 1;
  const along = -(c.N_Ed + c.N_tie) / 2 - way * V_col;
  const M = momentOver(members, top.point, c, way, along);
  const held = ['y', ...(N_col ? [] : ['z']), 'rx', ...(M === null ? ['ry'] : []), 'rz'];
  const loads =
    along || N_col || M !== null ? [{ section: top.name, F: [1e3 * along || 0, 0, 1e3 * N_col], M: [0, 1e6 * (M ?? 0), 0] }] : [];
  return { ...NOTHING, taken: OWN, guided: [{ name: top.name, held }], loads };
}

/** Moment, kNm, at the end of a column over the joint, with which it has M_col where the beam presses it; null where no M_col says so. `way`: 1 where the beams pull at the top. */
function momentOver(members: Solid['members'], top: Vec, c: Combination, way: 1 | -1, along: number): number | null {
  const { M_col = 0, M_Ed = 0, M_other = 0 } = c;
  const [beam, column] = beamAndColumn(members);
  if (!beam || column?.place?.type !== 'column_flange') return null;
  // About the axis of the column, at that of the beam.
  const brought = M_Ed - M_other + (c.V_Ed * column.h) / 2e3;
  if (Math.abs(M_col) <= Math.abs(brought) / 2) return null;
  // Over the beam the end alone bends it; under the beam all that comes in above, its force from its axis too.
  if (way < 0) return Math.abs(M_col) - (along * top[2]) / 1e3;
  return Math.abs(M_col) - brought - (along * (top[2] + beam.h)) / 1e3 - ((c.N_Ed + c.N_tie) * beam.h) / 2e3;
}

function otherMoment(solid: Solid, { sheets }: Sheets, { M_other }: Combination): Beside {
  const [beam, column] = beamAndColumn(solid.members);
  const far = sheets.find((s) => s.part === 'support' && s.far);
  if (!beam || !far || column?.place?.type !== 'column_flange') return NOTHING;
  const taken = ['M_other'];
  if (!M_other) return { ...NOTHING, taken };
  // Tension at the top pulls the far flange away at the height of the upper flange.
  const q = (1e6 * M_other) / (beam.h - beam.tf) / beam.b;
  const line = (z: number, s: number): object => {
    const [p0, p1] = [-1, 1].map((y): Vec => [far.origin[0], (y * beam.b) / 2, z]);
    return { plate: far.name, p0, p1, q: [s * q, 0, 0] };
  };
  return { ...NOTHING, taken, elastic: [far.name], lines: [line(-beam.tf / 2, -1), line(-beam.h + beam.tf / 2, 1)] };
}

function farReaction({ other }: Solid, { sheets }: Sheets, { V_far, N_tie }: Combination): Beside {
  if (!other) return NOTHING;
  const taken = ['V_far'];
  // Tying acts alone.
  const V = N_tie ? 0 : 1e3 * (V_far ?? other.V_Ed);
  if (!V) return { ...NOTHING, taken };
  const plates = sheets.filter((s) => s.beyond);
  const A = plates.reduce((sum, s) => sum + netArea(s), 0);
  return { ...NOTHING, taken, pressures: plates.map((s) => ({ plate: s.name, q: [0, 0, -V / A] })) };
}
