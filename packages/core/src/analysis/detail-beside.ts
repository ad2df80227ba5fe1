import type { Combination } from '../actions/combination.ts';
import type { Solid } from '../detail/solid.ts';
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
  /** Ends that slide along their member, and are held in all other ways. */
  readonly sliding: readonly string[];
}

const NOTHING: Beside = { taken: [], elastic: [], lines: [], pressures: [], loads: [], sliding: [] };

/**
 * The axial force of a column comes in over the joint, at an end that slides along it. The moment of a beam on its other face is a pair of forces along
 * its far flange, at the heights of this beam's flanges: that flange stays elastic, since the other joint is not in the model. The reaction of a beam on
 * the far face of a web lies spread over its plate.
 */
export function besideOf(solid: Solid, made: Sheets, c: Combination): Beside {
  const parts = [columnForce(made, c), otherMoment(solid, made, c), farReaction(solid, made, c)];
  const all = <K extends keyof Beside>(k: K): Beside[K] => parts.flatMap((p) => p[k] as never[]) as unknown as Beside[K];
  return {
    taken: all('taken'),
    elastic: all('elastic'),
    lines: all('lines'),
    pressures: all('pressures'),
    loads: all('loads'),
    sliding: all('sliding'),
  };
}

/** Tension positive, over the joint; the end below it holds. */
function columnForce({ ends }: Sheets, { N_col }: Combination): Beside {
  const top = ends.find((e) => e.loaded === null && e.upper);
  if (!top) return NOTHING;
  const taken = ['N_col'];
  if (!N_col) return { ...NOTHING, taken };
  return { ...NOTHING, taken, sliding: [top.name], loads: [{ section: top.name, F: [0, 0, 1e3 * N_col], M: [0, 0, 0] }] };
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
