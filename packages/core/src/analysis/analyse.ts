import { Refusal } from '../refusal.ts';
import { loadsOf, NO_WRENCH, pulls, together, type Wrench } from './balance.ts';
import { forcesOf } from './forces.ts';
import { gaugesOf, measureKey, measuresOf, pressOf, type Measure } from './measures.ts';
import { meshOf, placeAt } from './mesh.ts';
import { readFieldModel, type FieldModel } from './model.ts';
import { factorOf, type Assembly } from './assembly.ts';
import type { Factor } from './factor.ts';
import { bucklingOf, type BucklingMode } from './buckling.ts';
import { pictureOf, type FieldPicture } from './picture.ts';
import { prying } from './prying.ts';
import { follow, NEAR_LIMIT, solverOf, step, type PathEnd, type Solver, type State, type Step } from './path.ts';
import { System } from './system.ts';
import { nameOf } from './parts.ts';
import { tied } from './ties.ts';
import { length, plus, scattered, type Vec } from './vector.ts';

/** How large a model is; `solved` are the unknowns of one half where joint and load are alike on both sides of a plane, else all. */
export interface FieldSize {
  readonly plates: number;
  readonly cells: number;
  readonly links: number;
  readonly unknowns: number;
  readonly solved: number;
}
/** Something that happened on the way up, with the load multiple at which it did. */
export interface FieldEvent extends Pick<Measure, 'kind' | 'part' | 'place' | 'stops' | 'ply'> {
  readonly at: number;
}
/** How much of each part is used in a state. */
export interface FieldState {
  readonly lam: number;
  readonly uses: readonly Measure[];
  readonly bolts: readonly BoltUse[];
  readonly balance: Balance;
  /** Displacement of each probe, mm. */
  readonly probes: Readonly<Record<string, Vec>>;
  /** Where it was asked for. */
  readonly picture?: FieldPicture;
}
export interface BoltUse {
  readonly name: string;
  /** Force along the axis, N, tension positive. */
  readonly F_t: number;
  /** What of it is pried: pressed on the plates nearer to it than to any other bolt. */
  readonly pried: number;
  /** Force of each shear plane, N, and of the bearing of its two plies. */
  readonly planes: readonly { readonly F_v: number; readonly bearing: readonly { readonly ply: string; readonly F: number }[] }[];
}
/** Reactions against loads: the largest difference over the largest force, and over the largest moment. */
export interface Balance {
  readonly force: number;
  readonly moment: number;
  /** The same of the plate that is worst. */
  readonly plate: number;
}

export interface FieldResult {
  /** Load multiple at the stop; where nothing stopped it before the design load and no more was asked for, 1. */
  readonly multiple: number;
  readonly end: PathEnd['end'];
  /** What stopped it, where something watched did. */
  readonly stop: FieldEvent | null;
  /** In one sentence. */
  readonly words: string;
  readonly events: readonly FieldEvent[];
  readonly design: FieldState | null;
  readonly limit: FieldState | null;
  /** First ways in which it buckles, elastic; empty where that was not asked for, or nothing does. */
  readonly buckling: readonly BucklingMode[];
  readonly size: FieldSize;
  /** Whether the compiled factor ran: false where the plain one stood in for it. */
  readonly compiled: boolean;
  readonly steps: number;
  readonly iterations: number;
}

export interface FieldOptions {
  readonly until?: 'design' | 'limit';
  /** With the first ways in which it buckles. */
  readonly buckling?: boolean;
  /** States with what is drawn of them. */
  readonly pictures?: boolean;
  readonly cancelled?: () => boolean;
  /** Told after each step: the multiple that is reached. */
  readonly progress?: (lam: number, states: { readonly design: State | null; readonly last: State }) => void;
  /** Told once, where the design load is carried and the path goes on: the result as if it ended there. */
  readonly reached?: (atDesign: FieldResult) => void;
}

const IN_BALANCE = 0.002;
/** How much closer a state is solved that is not in balance, each time. */
const CLOSER = 40;
export const MOST_UNKNOWNS = 60_000;

/** The equations of a model. Throws a Refusal where it can't be made. */
export function systemOf(model: FieldModel, options: { readonly whole?: boolean } = {}): System {
  const mesh = meshOf(model);
  const n = 5 * mesh.plateOf.length;
  if (n > MOST_UNKNOWNS)
    throw new Refusal('h', `h: the cells give ${n} unknowns; accepted are ${MOST_UNKNOWNS} or fewer: make the cells larger.`);
  return new System(model, mesh, tied(model, mesh), options);
}

/** Loads a model until something stops it. Throws a Refusal of a model that can't be analysed. */
export function analyse(raw: unknown, options: FieldOptions = {}): FieldResult {
  const model = readFieldModel(raw);
  const system = systemOf(model);
  return analyseSystem(system, options);
}

export function analyseSystem(system: System, options: FieldOptions): FieldResult {
  const { until = 'limit', cancelled, progress, reached: early } = options;
  const gauges = gaugesOf(system);
  const solver = solverOf(system, cancelled);
  requireHeld(solver);
  const known = new Map<State, Measure[]>();
  const measured = (state: State): Measure[] => {
    let found = known.get(state);
    if (!found) known.set(state, (found = measuresOf(system, state, gauges)));
    return found;
  };
  const ratio = (state: State): number => Math.max(0, ...measured(state).flatMap((m) => (m.stops ? [m.value] : [])));
  const way: Way = { events: [], design: null, last: null, steps: 0, iterations: 0 };
  const accepted = (made: Step, before: State): void => {
    way.steps += 1;
    way.iterations += made.iterations;
    way.last = { state: made.state, before };
    const meets = Math.abs(made.state.lam - 1) < 1e-12;
    if (meets) way.design = way.last;
    happened(way.events, before, before.lam === 0 ? [] : measured(before), made.state, measured(made.state));
    known.delete(before);
    progress?.(made.state.lam, { design: way.design?.state ?? null, last: made.state });
    // What stops it there is told at the end.
    if (meets && early && until === 'limit' && ratio(made.state) < NEAR_LIMIT)
      early(resultOf(solver, way, { end: 'design' }, measured, { ...options, buckling: false }));
  };
  const ended = follow(solver, { until, stopRatio: ratio, accepted });
  if (ended.end === 'not-held') throw notHeld(system, ended.unknown);
  return resultOf(solver, way, ended, measured, options);
}

/** What is known of a path: what happened on it, and with the state that each came from, that at the design load and the last; no more of it is kept. */
interface Way {
  readonly events: FieldEvent[];
  design: Reached | null;
  last: Reached | null;
  steps: number;
  iterations: number;
}

/** Adds what passed its limit on a step to what happened before. */
function happened(events: FieldEvent[], before: State, was: readonly Measure[], after: State, now: readonly Measure[]): void {
  const values = new Map(was.map((m) => [measureKey(m), m.value]));
  for (const m of now) {
    const v0 = values.get(measureKey(m)) ?? 0;
    if (m.value < 1 || v0 >= 1) continue;
    const share = (1 - v0) / (m.value - v0);
    const at = before.lam + share * (after.lam - before.lam);
    if (!events.some((e) => measureKey(e) === measureKey(m)))
      events.push({ kind: m.kind, part: m.part, place: m.place, stops: m.stops, at, ...(m.ply ? { ply: m.ply } : {}) });
  }
}

function resultOf(
  solver: Solver,
  { events: happening, design, last, steps, iterations }: Way,
  ended: PathEnd,
  measured: (state: State) => Measure[],
  { pictures = false, buckling = false }: FieldOptions,
): FieldResult {
  const { system } = solver;
  const events = [...happening].sort((a, b) => a.at - b.at);
  const told = (state: State): FieldState => ({
    ...stateOf(system, state, measured(state)),
    ...(pictures ? { picture: pictureOf(system, state) } : {}),
  });
  const reached = last && inBalance(solver, last);
  const met = design === last ? reached : design && inBalance(solver, design);
  const end = reached ? told(reached) : null;
  const stop = ended.end === 'stopped' && reached ? stopOf(measured(reached), reached, events) : null;
  const multiple = ended.end === 'design' ? 1 : stop ? stop.at : (reached?.lam ?? 0);
  return {
    multiple,
    end: ended.end,
    stop,
    words: wordsOf(ended, stop, multiple),
    events,
    design: met === reached ? end : met && told(met),
    limit: ended.end === 'design' ? null : end,
    buckling: buckling && reached ? bucklingOf(system, met ?? reached, solver.factor, { shapes: pictures }) : [],
    size: {
      plates: system.mesh.plates.length,
      cells: system.mesh.cellPlate.length,
      links: system.ties.links.links.length,
      unknowns: system.n,
      solved: system.assembly.pattern.unknowns,
    },
    compiled: solver.factor.compiled,
    steps,
    iterations,
  };
}

/** A state of the path, and the one that it came from. */
interface Reached {
  readonly state: State;
  readonly before: State;
}
/** A number is told of a state in balance alone: one that is not yet is solved closer. Throws a Refusal where that does not help. */
function inBalance(solver: Solver, { state, before }: Reached): State {
  const offOf = (s: State): number => worstOf(balanceOf(solver.system, s));
  const target = state.lam === 1 ? { lam: 1 } : { S: state.S };
  let [best, most] = [state, offOf(state)];
  for (let closer = CLOSER; closer <= CLOSER ** 3 && most > IN_BALANCE / 4; closer *= CLOSER) {
    const next = step({ ...solver, tolerance: solver.tolerance / closer }, before, target, best.u);
    if ('failed' in next) break;
    const off = offOf(next.state);
    if (off > most) break;
    [best, most] = [next.state, off];
  }
  if (most <= IN_BALANCE) return best;
  throw new Refusal(
    'model',
    `model: reactions and loads differ by ${(100 * most).toFixed(2)} %, more than ${100 * IN_BALANCE} %; there is no result.`,
  );
}

/** What stops: the measure that is nearest to or over its limit; under it the multiple is that of the state. */
function stopOf(all: readonly Measure[], state: State, events: readonly FieldEvent[]): FieldEvent {
  const worst = all.filter((m) => m.stops).reduce((a, b) => (b.value > a.value ? b : a));
  const event = events.find((e) => measureKey(e) === measureKey(worst));
  const { kind, part, place, ply } = worst;
  return event ?? { kind, part, place, stops: true, at: state.lam, ...(ply ? { ply } : {}) };
}

/** How large a model is and how it was followed, in words. */
export const sizeWords = ({
  size,
  steps,
  iterations,
  compiled,
}: Pick<FieldResult, 'size' | 'steps' | 'iterations' | 'compiled'>): string => {
  const half = size.solved < size.unknowns ? ` (${size.solved} solved: both sides are alike, joint and load)` : '';
  return `${size.plates} plates in ${size.cells} cells, ${size.links} links, ${size.unknowns} unknowns${half}; ${steps} steps, ${iterations} iterations, by the ${compiled ? 'compiled' : 'plain'} factor`;
};

const WHAT: Readonly<Record<Measure['kind'], string>> = {
  yield: 'first yield of',
  strain: 'plastic strain in plate',
  'bolt-tension': 'tension of',
  'bolt-shear': 'shear of',
  'bolt-combined': 'shear with tension of',
  'bolt-elongation': 'elongation of',
  'bolt-slip': 'shear slip of',
  concrete: 'concrete of',
  bed: 'strength of the',
  loose: 'lifting off that nothing holds:',
  bearing: 'bearing of',
  'bearing-crush': 'hole crushed by',
  weld: 'resistance of',
  'weld-slip': 'slip of',
};
/** An event in words. */
export const eventWords = (e: Pick<FieldEvent, 'kind' | 'part' | 'ply'>): string =>
  `${WHAT[e.kind]} ${e.part}${e.ply ? ` in plate ${e.ply}` : ''}`;

function wordsOf(ended: PathEnd, stop: FieldEvent | null, multiple: number): string {
  const times = multiple.toFixed(3);
  switch (ended.end) {
    case 'design':
      return 'Carries the design load.';
    case 'stopped':
      return `Stops at ${times} of the load: ${eventWords(stop!)}.`;
    case 'limit-load':
      return `Stops at ${times} of the load: it can take no more.`;
    case 'steps':
      return `Followed to ${times} of the load, still rising.`;
    case 'cancelled':
      return `Cancelled at ${times} of the load.`;
    default:
      return multiple >= 1
        ? `Followed to ${times} of the load; the next step found no balance.`
        : `Could be followed to ${times} of the load only; treat it as a multiple of that.`;
  }
}

/** Movement under a force of one, times the modulus of elasticity, MPa mm/N: ten thousand times that of a slender strip; what only rounding holds moves a hundred times as far. */
const LOOSE = 1e10;

/** Refuses what nothing holds: pushed a little everywhere, with each unknown its own way, it goes without end. Movements that no load here makes count too. */
function requireHeld({ system, factor }: Solver): void {
  const against = system.against();
  const nothing = new Float64Array(system.n);
  const E = Math.min(...system.mesh.plates.map((p) => p.E));
  const held = (assembly: Assembly, solver: Factor): void => {
    const bad = solver.factor(system.elasticMatrix(nothing, system.fresh(), assembly));
    if (bad >= 0) throw notHeld(system, bad);
    const u = scattered(system.n, 5);
    solver.solve(u);
    const far = u.reduce((at, x, i) => (Math.abs(x) > Math.abs(u[at]!) ? i : at), 0);
    if (!(Math.abs(u[far]!) * E < LOOSE)) throw notHeld(system, far);
  };
  held(system.assembly, factor);
  if (against) held(against, factorOf(against));
}

/** Names the plate that nothing holds. */
function notHeld(system: System, unknown: number): Refusal {
  const { numbering, mesh } = system;
  for (let v = 0; v < mesh.plateOf.length; v += 1) {
    const k = unknown - numbering.first[v]!;
    if (k < 0 || k >= numbering.sizes[v]!) continue;
    const p = mesh.plates[mesh.plateOf[v]!]!;
    const how = k < 2 ? 'moves in its plane' : k === 2 ? 'lifts' : 'turns';
    return new Refusal('plates', `plates: plate ${p.name} is not held: it ${how}.`);
  }
  return new Refusal('sections', 'sections: a section or a bolt is not held by any plate.');
}

function stateOf(system: System, state: State, uses: readonly Measure[]): FieldState {
  const pried = prying(system, state);
  const bolts = system.ties.parts.flatMap((p): BoltUse[] => {
    if (p.kind !== 'bolt') return [];
    return [
      {
        name: nameOf(p),
        F_t: forcesOf(system, state, p.axis)[0]!,
        pried: pried.get(p) ?? 0,
        planes: p.planes.map(({ link, bearing }) => {
          const F = forcesOf(system, state, link);
          return {
            F_v: link.law.type === 'bolt' ? Math.hypot(F[1]!, F[2]!) : Math.hypot(F[0]!, F[1]!),
            bearing: bearing.map((b) => ({ ply: b.ply, F: Math.hypot(...pressOf(system, state, b)) })),
          };
        }),
      },
    ];
  });
  const probes = Object.fromEntries(system.model.probes.map((p) => [p.name, system.moveOf(state.u, nearest(system, p))]));
  return { lam: state.lam, uses, bolts, balance: balanceOf(system, state), probes };
}

function nearest({ mesh }: System, { plate, point }: FieldModel['probes'][number]): number {
  const far = (n: number): number => length(plus(placeAt(mesh, n), point, -1));
  return mesh.plates.find((p) => p.name === plate)!.nodes.reduce((a, b) => (far(b) < far(a) ? b : a));
}

/** Reactions against loads, of all and of every plate by itself. */
function balanceOf(system: System, state: State): Balance {
  const { ties } = system;
  const { plates, all, size, reach } = loadsOf(system, state.lam);
  const scale = Math.max(size, 1e-9);
  // Links pull the plates by what they resist: the reaction is against it.
  const off = (load: Wrench, held: Wrench): readonly [number, number] => {
    const { F, M } = together(load, held, -1);
    return [length(F) / scale, length(M) / (scale * reach)];
  };
  const [force, moment] = off(
    all,
    pulls(system, state, ties.grounded).reduce((a, b) => together(a, b), NO_WRENCH),
  );
  const held = pulls(system, state, ties.links.links);
  return { force, moment, plate: Math.max(...plates.map((load, p) => Math.max(...off(load, held[p]!)))) };
}

/** The largest of what does not agree. */
export const worstOf = ({ force, moment, plate }: Balance): number => Math.max(force, moment, plate);
