import { Run } from '../../../formula/index.ts';
import type { MomentPlateModel } from '../model.ts';
import { turned } from '../turned.ts';
import { axialStates, pressedResistance, pulledResistance, type AxialResistance } from './axial.ts';
import { workTurned } from './lay-out.ts';
import { resistanceOf, type Resistance } from './resistance.ts';
import { section, sheet } from './sheet.ts';
import { bearingOf, type Bearing } from './shear.ts';
import { stateOf, type State } from './stubs.ts';
import { stiffnessOf, type Stiffness } from './rotation.ts';

/** What of a joint no combination changes, kept by what it depends on; a traced run works everything again. */
export interface Resist {
  /** States of the rows under moment and under axial tension, by the sense. */
  state(sense: 1 | -1, r: Run): State;
  resistance(sense: 1 | -1, beta: number, V_Ed: number, r: Run): Resistance;
  /** The same as if the column's web stood at yield. */
  stressed(sense: 1 | -1, beta: number, V_Ed: number, r: Run): Resistance;
  stiffness(R: Resistance, V_Ed: number, r: Run): Stiffness | null;
  axial(sense: 1 | -1, beta: number, pull: boolean, r: Run): AxialResistance;
  bearing(r: Run): Bearing;
}

/** Kept results, dropped together when they grow many: moments of the other beam give each combination its own beta. */
const MOST = 256;
class Kept<T> {
  private readonly map = new Map<string, T>();
  get(key: string, r: Run, work: () => T): T {
    if (r.steps) return work();
    const found = this.map.get(key);
    if (found !== undefined) return found;
    if (this.map.size >= MOST) this.map.clear();
    const made = work();
    this.map.set(key, made);
    return made;
  }
}

export function resisting(m: MomentPlateModel, base: Float64Array, names: readonly string[]): Resist {
  const states = new Kept<State>();
  const resistances = new Kept<Resistance>();
  const stiffnesses = new Kept<Stiffness | null>();
  const axials = new Kept<AxialResistance>();
  const bearings = new Kept<Bearing>();
  const V_pl = base[section.shear.def.slot.index]!;
  const axialState = axialStates(m, quietRun(base));
  /** Shear counts over half of what the beam takes: under that every resistance is the same. */
  const shearKey = (V: number): number => (V > 0.5 * V_pl ? V : 0);
  const stand = (sense: 1 | -1, r: Run): ReturnType<typeof turned> => {
    const t = turned(m, sense);
    workTurned(t, r);
    return t;
  };
  const state = (sense: 1 | -1, r: Run): State => states.get(String(sense), r, () => stateOf(m, stand(sense, r), 'moment', r));
  const resistance =
    (stressed: boolean): Resist['resistance'] =>
    (sense, beta, V_Ed, r) =>
      resistances.get(`${sense}/${beta}/${shearKey(V_Ed)}/${stressed}`, r, () => {
        const s = state(sense, r);
        return resistanceOf(m, stand(sense, r), s, beta, V_Ed, r, stressed);
      });
  return {
    state,
    resistance: resistance(false),
    stressed: resistance(true),
    stiffness: (R, V_Ed, r) =>
      stiffnesses.get(`${R.state.turned.sense}/${R.beta}/${shearKey(V_Ed)}`, r, () => stiffnessOf(m, R, r)),
    axial: (sense, beta, pull, r) =>
      axials.get(`${sense}/${beta}/${pull}`, r, () => {
        const t = stand(sense, r);
        if (!pull) return pressedResistance(m, t, r);
        const own = r.steps ? axialStates(m, r) : axialState;
        return pulledResistance(m, own, beta, t, r);
      }),
    bearing: (r) => bearings.get('', r, () => bearingOf(m, r, names)),
  };
}

/** A run of the joint that records nothing. */
export function quietRun(base: Float64Array): Run {
  const r = new Run(sheet);
  r.v.set(base);
  return r;
}
