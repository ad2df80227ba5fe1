import type { Run } from '../../../formula/index.ts';
import { once } from '../../../lazy.ts';
import type { MomentPlateModel } from '../model.ts';
import { turned } from '../turned.ts';
import { pressedResistance, pulledResistance, type AxialResistance } from './axial.ts';
import { strengthEdges } from './strength-edges.ts';
import { stressOf, workTurned } from './lay-out.ts';
import { resistanceOf, type Resistance } from './resistance.ts';
import { section } from './sheet.ts';
import { bearingOf, type Bearing } from './shear.ts';
import { stateOf, type State } from './stubs.ts';
import { stiffnessOf, type Stiffness } from './rotation.ts';

/** What of a joint no combination changes, kept by what it depends on; a traced run works everything again. */
export interface Resist {
  resistance(sense: 1 | -1, beta: number, V_Ed: number, r: Run): Resistance;
  /** The same as if the column's web stood at yield. */
  stressed(sense: 1 | -1, beta: number, V_Ed: number, r: Run): Resistance;
  stiffness(R: Resistance, V_Ed: number, r: Run): Stiffness | null;
  axial(sense: 1 | -1, beta: number, pull: boolean, r: Run): AxialResistance;
  bearing(r: Run): Bearing;
  /** Steps of strength by thickness beside its parts, in words. */
  steps(): readonly string[];
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
  /** Shear counts over half of what the beam takes: under that every resistance is the same. */
  const shearKey = (V: number): number => (V > 0.5 * V_pl ? V : 0);
  /** Stress along the column counts over 0.7 of its yield strength. */
  const stressKey = (r: Run): number => (m.column && stressOf(r) > 0.7 * m.column.steel.f_y ? stressOf(r) : 0);
  const stand = (sense: 1 | -1, r: Run): ReturnType<typeof turned> => {
    const t = turned(m, sense);
    workTurned(t, r);
    return t;
  };
  /** Rows with their T-stubs, under moment or under axial tension. */
  const state = (kind: 'moment' | 'axial', sense: 1 | -1, r: Run): State =>
    states.get(`${kind}/${sense}`, r, () => stateOf(m, stand(sense, r), kind, r));
  const resistance =
    (stressed: boolean): Resist['resistance'] =>
    (sense, beta, V_Ed, r) =>
      resistances.get(`${sense}/${beta}/${shearKey(V_Ed)}/${stressed || stressKey(r)}`, r, () => {
        const s = state('moment', sense, r);
        return resistanceOf(m, stand(sense, r), s, beta, V_Ed, r, stressed);
      });
  return {
    resistance: resistance(false),
    stressed: resistance(true),
    stiffness: (R, V_Ed, r) =>
      stiffnesses.get(`${R.state.turned.sense}/${R.beta}/${shearKey(V_Ed)}`, r, () => stiffnessOf(m, R, r)),
    axial: (sense, beta, pull, r) =>
      axials.get(`${sense}/${beta}/${pull}/${stressKey(r)}`, r, () => {
        const t = stand(sense, r);
        if (!pull) return pressedResistance(m, t, r);
        return pulledResistance(m, (other) => state('axial', other, r), beta, t, r);
      }),
    steps: once(() => strengthEdges(m)),
    bearing: (r) => bearings.get('', r, () => bearingOf(m, r, names)),
  };
}
