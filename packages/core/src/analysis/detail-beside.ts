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
 * shear of a short stub takes them off its panel; of a force along the beam it takes half. One that ends at the joint is free there, and all goes the other way. The axial force of the column comes in there. The moment of a beam on its other face is a pair of forces along
 * its far flange, at the heights of this beam's flanges: that flange stays elastic, since the other joint is not in the model. The reaction of a beam on
 * the far face of a web lies spread over its plate.
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

/** N_col is positive in tension. */
function columnTop({ members }: Solid, { ends }: Sheets, { N_col = 0, N_Ed, N_tie }: Combination): Beside {
  const top = ends.find((e) => e.loaded === null && e.upper);
  // Where it ends at the joint, what it carries comes of the beam.
  if (!top) return { ...NOTHING, taken: members.some((m) => m.place && endsHere(m.place)) ? ['N_col'] : [] };
  const along = -(N_Ed + N_tie) / 2;
  const held = ['y', ...(N_col ? [] : ['z']), 'rx', 'ry', 'rz'];
  const loads = along || N_col ? [{ section: top.name, F: [1e3 * along, 0, 1e3 * N_col], M: [0, 0, 0] }] : [];
  return { ...NOTHING, taken: ['N_col'], guided: [{ name: top.name, held }], loads };
}

function otherMoment(solid: Solid, { sheets }: Sheets, { M_other }: Combination): Beside {
  const [beam, column] = (['beam', 'support'] as const).map((id) => solid.members.find((m) => m.id === id));
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
