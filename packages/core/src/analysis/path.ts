import { factorOf } from './assembly.ts';
import type { Factor } from './factor.ts';
import type { Memory, System } from './system.ts';
import { product } from './vector.ts';

/** A state that is in balance. */
export interface State {
  readonly u: Float64Array;
  /** Load multiple. */
  readonly lam: number;
  readonly memory: Memory;
  /** f.u, which grows along the path. */
  readonly S: number;
}

export interface Step {
  readonly state: State;
  readonly iterations: number;
  /** Force residual over its scale, and moment residual over its. */
  readonly residual: number;
}
/** Why a step was not made. */
export type Failed =
  | { readonly failed: 'pivot'; readonly unknown: number }
  | { readonly failed: 'balance' }
  | { readonly failed: 'cancelled' }
  /** On its way it was far past what stops the path: the state is not in balance. */
  | { readonly failed: 'past'; readonly state: State; readonly ratio: number };

export interface Solver {
  readonly system: System;
  readonly factor: Factor;
  readonly tolerance: number;
  readonly cancelled: () => boolean;
}

export const solverOf = (system: System, cancelled: () => boolean = () => false): Solver => ({
  ...{ system, factor: factorOf(system.assembly), tolerance: 4e-4, cancelled },
});

/** How far forces at u are from balance with lam f, each kind over its scale. */
function residualOf(system: System, F: ReturnType<System['inner']>, lam: number): number {
  const { f, isForce, thickest } = system;
  let [force, moment, load, turning] = [0, 0, 0, 0];
  for (let i = 0; i < f.length; i += 1) {
    const r = (lam * f[i]! - F.F[i]!) ** 2;
    const l = (lam * f[i]!) ** 2;
    if (isForce[i]) {
      force += r;
      load += l;
    } else {
      moment += r;
      turning += l;
    }
  }
  // A load of moments alone has no other scale of forces.
  const forceScale = Math.max(Math.sqrt(load), F.linkForce, Math.max(F.moments, Math.sqrt(turning)) / (10 * thickest));
  // Where nothing bends, moments are rounding: a hundredth of the forces over the thickness is nothing to weigh them by.
  const momentScale = Math.max(F.moments, Math.sqrt(turning), (forceScale * thickest) / 100);
  return Math.max(Math.sqrt(force) / (forceScale || 1), momentScale > 0 ? Math.sqrt(moment) / momentScale : 0);
}

/** What a step goes to: a load multiple, or a value of f.u with the multiple unknown. */
export type Target = { readonly lam: number } | { readonly S: number };

const MOST = 40;

/** From which iteration on, and how near to balance, a step is looked at on its way; past how much of what stops the path it is given up. */
const LOOKED = { from: 3, residual: 0.1, past: 1.5 };

function solved(factor: Factor, right: Float64Array, sign: 1 | -1): Float64Array {
  const out = Float64Array.from(right, (v) => sign * v);
  factor.solve(out);
  return out;
}

/** How far a line search goes: to where the slope is under half of what it began with, between 0 and 1. */
function along(slopeAt: (alpha: number) => number, g0: number, g1: number): number {
  let [low, high, gl, gh] = [0, 1, g0, g1];
  let alpha = 1;
  for (let k = 0; k < 8; k += 1) {
    const x = low + ((high - low) * gl) / (gl - gh);
    alpha = Math.min(high - 0.05 * (high - low), Math.max(low + 0.05 * (high - low), x));
    const g = slopeAt(alpha);
    if (Math.abs(g) < 0.5 * g0) break;
    if (g > 0) [low, gl] = [alpha, g];
    else [high, gh] = [alpha, g];
  }
  return alpha;
}

/**
 * From a state in balance to the next: Newton with a line search; each step minimises a convex function, so that it always goes down. With
 * `stopRatio` a step that is far past what stops is given up on its way.
 */
export function step(
  solver: Solver,
  from: State,
  target: Target,
  guess?: Float64Array,
  most = MOST,
  stopRatio?: PathOptions['stopRatio'],
): Step | Failed {
  const { system, factor, tolerance, cancelled } = solver;
  const { f, n } = system;
  const u = Float64Array.from(guess ?? from.u);
  const trial = copied(from.memory);
  let [current, spare] = [system.assembly.matrix(), system.assembly.matrix()];
  let at = system.inner(u, from.memory, trial, current);
  let lam = from.lam;
  for (let iteration = 1; iteration <= most; iteration += 1) {
    if (cancelled()) return { failed: 'cancelled' };
    const bad = factor.factor(current);
    if (bad >= 0) return { failed: 'pivot', unknown: bad };
    const a = solved(factor, at.F, -1);
    const b = solved(factor, f, 1);
    const off = 'S' in target ? target.S - product(f, u) : 0;
    lam = 'S' in target ? (off - product(f, a)) / product(f, b) : target.lam;
    const du = new Float64Array(n);
    for (let i = 0; i < n; i += 1) du[i] = a[i]! + lam * b[i]!;
    const slope = (F: Float64Array): number => {
      let s = 0;
      for (let i = 0; i < n; i += 1) s += du[i]! * (lam * f[i]! - F[i]!);
      return s;
    };
    const g0 = slope(at.F);
    const next = new Float64Array(n);
    const tryAt = (alpha: number, matrix: Float64Array | null): typeof at => {
      for (let i = 0; i < n; i += 1) next[i] = u[i]! + alpha * du[i]!;
      return system.inner(next, from.memory, trial, matrix);
    };
    let [found, alpha] = [tryAt(1, spare), 1];
    const g1 = slope(found.F);
    // With f.du = 0 the search does not involve the multiple.
    const free = 'lam' in target || Math.abs(off) < 1e-9 * Math.max(Math.abs((target as { S: number }).S), 1e-30);
    if (free && g0 > 0 && g1 < 0 && -g1 > 0.8 * g0) {
      alpha = along((x) => slope(tryAt(x, null).F), g0, g1);
      found = tryAt(alpha, spare);
    }
    u.set(next);
    at = found;
    [current, spare] = [spare, current];
    const residual = residualOf(system, at, lam);
    if (!Number.isFinite(residual)) return { failed: 'balance' };
    const here = (): State => ({ u, lam, memory: trial, S: product(f, u) });
    if (residual <= tolerance && alpha > 0.3) return { state: here(), iterations: iteration, residual };
    if (stopRatio && iteration >= LOOKED.from && residual < LOOKED.residual) {
      const state = here();
      const ratio = stopRatio(state);
      if (ratio > LOOKED.past) return { failed: 'past', state, ratio };
    }
  }
  return { failed: 'balance' };
}

const copied = (m: Memory): Memory => ({ layers: m.layers.slice(), links: m.links.slice(), yielded: m.yielded.slice() });

/** The model without load. */
export const unloaded = (system: System): State => ({ u: new Float64Array(system.n), lam: 0, memory: system.fresh(), S: 0 });

export interface PathOptions {
  /** To the design load alone, or on to what stops it. */
  readonly until: 'design' | 'limit';
  /** Share of the limits that stop, of a state; and what is told of it. */
  readonly stopRatio: (state: State) => number;
  readonly accepted: (step: Step, before: State) => void;
}
export type PathEnd =
  | { readonly end: 'design' | 'limit-load' | 'stopped' | 'steps' | 'lost' | 'cancelled' }
  | { readonly end: 'not-held'; readonly unknown: number };

const STEPS = 45;
/** First steps that are tried, each smaller, until one is below what stops it. */
const FIRST = 6;
const CUTS = 8;
const FLAT = 0.003;
/** Share of what stops at which a path ends. */
export const NEAR_LIMIT = 0.97;

/** Iterations of a step straight to the design load before it goes the longer way. */
const STRAIGHT = 12;

/** A step that meets the design load exactly where it would pass it: straight, where the way from the last state leads there, else by way of where the step ends. */
function towardsDesign(solver: Solver, now: State, last: State, dS: number, guess: Float64Array): Step | Failed {
  const toOne = (lam: number, u: Float64Array, most?: number): Step | Failed => {
    const part = (1 - now.lam) / (lam - now.lam);
    return step(
      solver,
      now,
      { lam: 1 },
      Float64Array.from(now.u, (v, i) => v + part * (u[i]! - v)),
      most,
    );
  };
  const reached = now.lam + (dS * (now.lam - last.lam)) / (now.S - last.S);
  if (reached > 1) {
    const straight = toOne(reached, guess, STRAIGHT);
    if (!('failed' in straight) || straight.failed === 'cancelled') return straight;
  }
  const tried = step(solver, now, { S: now.S + dS }, guess);
  return 'failed' in tried || tried.state.lam <= 1 ? tried : toOne(tried.state.lam, tried.state.u);
}

/** How far on the way to a state that is past what stops it the limit is to be expected. */
const shareTo = (before: number, after: number): number => Math.max(0.2, Math.min(0.95, (1 - before) / (after - before)));
/** Where a step is looked for first: as far on as the one before it went, or on the way to a state that is known. */
const ahead = (last: State, now: State, share: number): Float64Array =>
  Float64Array.from(now.u, (v, i) => v + share * (v - last.u[i]!));
const between = (now: State, past: State, dS: number): Float64Array => ahead(past, now, -dS / (past.S - now.S));

/** Where a path stands. */
interface Way {
  now: State;
  last: State;
  /** How far the next step goes. */
  dS: number;
  /** Share of what stops it. */
  ratio: number;
  /** A state that went past what stops it, and by how much: the way ends before it. Of one that is not in balance, how far it was when it was seen. */
  past: { readonly state: State; readonly ratio: number; readonly gap?: number } | null;
}

/** The first step, small enough to stay below what stops the path. */
function firstStep(solver: Solver, before: State, stopRatio: PathOptions['stopRatio']): Step | PathEnd {
  let first: Step | Failed | undefined;
  for (let lam = 0.1, k = 0; k < FIRST; k += 1, lam /= 2.5) {
    first = step(solver, before, { lam });
    if ('failed' in first) {
      if (first.failed === 'pivot') return { end: 'not-held', unknown: first.unknown };
      if (first.failed === 'cancelled') return { end: 'cancelled' };
    } else if (stopRatio(first.state) <= 1.04) break;
  }
  return !first || 'failed' in first ? { end: 'lost' } : first;
}

/** The next step of a path, cut until it is made; the way keeps what was learnt. */
function nextStep(solver: Solver, way: Way, stopRatio: PathOptions['stopRatio']): Step | PathEnd {
  const { now, last, ratio } = way;
  const lastS = now.S - last.S;
  if (way.past && now.S + way.dS > way.past.state.S) way.dS = (way.past.state.S - now.S) * shareTo(ratio, way.past.ratio);
  for (let cut = 0; cut <= CUTS; cut += 1) {
    const { past, dS } = way;
    const guess = past ? between(now, past.state, dS) : ahead(last, now, Math.min(2, dS / lastS));
    const tried =
      now.lam < 1
        ? towardsDesign(solver, now, last, dS, guess)
        : step(solver, now, { S: now.S + dS }, guess, MOST, ratio < NEAR_LIMIT && cut < CUTS ? stopRatio : undefined);
    if ('failed' in tried) {
      if (tried.failed === 'cancelled') return { end: 'cancelled' };
      if (tried.failed === 'past') {
        way.past = { state: tried.state, ratio: tried.ratio, gap: tried.state.S - now.S };
        way.dS = Math.min(dS, tried.state.S - now.S) * shareTo(ratio, tried.ratio);
      } else way.dS *= 0.4;
      continue;
    }
    const after = stopRatio(tried.state);
    if (after <= 1.04 || ratio >= NEAR_LIMIT || cut === CUTS) {
      way.ratio = after;
      return tried;
    }
    way.past = { state: tried.state, ratio: after };
    // A step that met the design load may have gone much further than it was to go.
    way.dS = Math.min(dS, tried.state.S - now.S) * shareTo(ratio, after);
  }
  return { end: 'lost' };
}

/** The path of loads from none to a limit, or to the design load. */
export function follow(solver: Solver, { until, stopRatio, accepted }: PathOptions): PathEnd {
  const before = unloaded(solver.system);
  const first = firstStep(solver, before, stopRatio);
  if ('end' in first) return first;
  accepted(first, before);
  const { S, lam } = first.state;
  const way: Way = { now: first.state, last: before, dS: S, ratio: stopRatio(first.state), past: null };
  if (way.ratio >= 1) return { end: 'stopped' };
  for (let n = 0; n < STEPS; n += 1) {
    const made = nextStep(solver, way, stopRatio);
    if ('end' in made) return made;
    const { now, past } = way;
    accepted(made, now);
    const { state, iterations } = made;
    const slope = (state.lam - now.lam) / (state.S - now.S);
    // What was seen out of balance bounds nothing once the path has come near it.
    if (past?.gap !== undefined && past.state.S - state.S < 0.2 * past.gap) way.past = null;
    [way.last, way.now] = [now, state];
    if (way.ratio >= NEAR_LIMIT) return { end: 'stopped' };
    if (until === 'design' && state.lam >= 1) return { end: 'design' };
    if (slope < FLAT * (lam / S)) return { end: 'limit-load' };
    way.dS = Math.max(way.dS, 1e-12);
    if (iterations <= 7) way.dS *= 1.5;
    else if (iterations > 15) way.dS *= 0.6;
  }
  return { end: 'steps' };
}
