import type { Run } from '../../../formula/index.ts';
import { type BaseModel } from '../model.ts';
import { sheet } from './sheet.ts';

const line = sheet.section('plate-line-bending');

const lb = {
  theta: line.found(
    'theta',
    'deg',
    'direction of the line that governs, from +y towards +z',
    'all directions, every half degree, then refined',
  ),
  offset: line.found('o_l', 'mm', 'distance of the line from the column axis', 'reach of the column that way + 0.8 sqrt(2) a'),
  length: line.found('l_l', 'mm', 'length of the line inside the plate', 'measured'),
  M_Ed: line.found('M_Ed_l', 'kNm', 'moment of the anchors beyond the line', 'sum of F (r u - offset) over the anchors beyond'),
  M_Rd: line.f('M_Rd_l', 'kNm', 'm_pl*l_l', 'plastic moment of the plate along the line', 'stated method'),
};

/** A straight line that touches the column (moved out by the weld): its direction, distance from the column axis, and length in the plate. */
export interface LineDirection {
  readonly theta: number;
  readonly offset: number;
  readonly length: number;
}

/** The tangent line of the column in one direction. */
export function lineAt(m: BaseModel, theta: number): LineDirection {
  const [cos, sin] = [Math.cos(theta), Math.sin(theta)];
  const offset = offsetOf(m, cos, sin);
  return { theta, offset, length: lengthOf(m, offset, cos, sin) };
}

function offsetOf({ column: { shape, h, b }, input: { weld } }: BaseModel, cos: number, sin: number): number {
  const a = weld.type === 'butt' ? 0 : weld.a_f;
  return (shape === 'CHS' ? h / 2 : (Math.abs(cos) * b) / 2 + (Math.abs(sin) * h) / 2) + 0.8 * Math.SQRT2 * a;
}

function lengthOf(m: BaseModel, offset: number, cos: number, sin: number): number {
  const { plate: p } = m.input;
  if (p.shape === 'circle') {
    const d = offset - (p.y * cos + p.z * sin);
    return 2 * Math.sqrt(Math.max(0, (p.D! / 2) ** 2 - d * d));
  }
  // Straight line against the box: the interval of its parameter inside, as both pairs of sides leave it.
  const { y1, y2, z1, z2 } = m.plateBox;
  let [low, high] = [-Infinity, Infinity];
  for (let pair = 0; pair < 2; pair += 1) {
    const [at, d] = pair === 0 ? [offset * cos, -sin] : [offset * sin, cos];
    const [from, to] = pair === 0 ? [y1, y2] : [z1, z2];
    if (Math.abs(d) < 1e-12) {
      if (at < from || at > to) high = -Infinity;
      continue;
    }
    const [t1, t2] = [(from - at) / d, (to - at) / d];
    low = Math.max(low, Math.min(t1, t2));
    high = Math.min(high, Math.max(t1, t2));
  }
  return Math.max(0, high - low);
}

/** Moment of the anchor forces beyond a line, N mm. */
function moment(m: BaseModel, d: LineDirection, F: readonly number[]): number {
  const cos = Math.cos(d.theta),
    sin = Math.sin(d.theta);
  let sum = 0;
  for (let i = 0; i < F.length; i += 1) {
    if (F[i]! <= 0) continue;
    const q = m.anchors[i]!;
    const arm = q.y * cos + q.z * sin - d.offset;
    if (arm > 0) sum += F[i]! * arm;
  }
  return sum;
}

/** Directions that are scanned: every half degree. */
const DIRECTIONS = 720;
const thetaOf = (i: number): number => (i * Math.PI) / 360;
const COS = Float64Array.from({ length: DIRECTIONS }, (_, i) => Math.cos(thetaOf(i)));
const SIN = Float64Array.from({ length: DIRECTIONS }, (_, i) => Math.sin(thetaOf(i)));

/** The line of each direction; for each anchor the lines that it lies beyond, with its arm over their length. */
export interface LineScan {
  readonly offset: Float64Array;
  readonly length: Float64Array;
  readonly arms: readonly { readonly at: Int16Array; readonly ratio: Float64Array }[];
}

/** The scanned line in direction number `i`. */
export const lineOf = ({ offset, length }: LineScan, i: number): LineDirection => ({
  theta: thetaOf(i),
  offset: offset[i]!,
  length: length[i]!,
});

export function scanLines(m: BaseModel): LineScan {
  const offset = new Float64Array(DIRECTIONS);
  const length = new Float64Array(DIRECTIONS);
  for (let i = 0; i < DIRECTIONS; i += 1) {
    offset[i] = offsetOf(m, COS[i]!, SIN[i]!);
    length[i] = lengthOf(m, offset[i]!, COS[i]!, SIN[i]!);
  }
  const arms = m.anchors.map((q) => {
    const at = new Int16Array(DIRECTIONS);
    const ratio = new Float64Array(DIRECTIONS);
    let n = 0;
    for (let i = 0; i < DIRECTIONS; i += 1) {
      const arm = q.y * COS[i]! + q.z * SIN[i]! - offset[i]!;
      if (arm <= 0 || length[i]! <= 0) continue;
      at[n] = i;
      ratio[n] = arm / length[i]!;
      n += 1;
    }
    return { at: at.subarray(0, n), ratio: ratio.subarray(0, n) };
  });
  return { offset, length, arms };
}

const SUMS = new Float64Array(DIRECTIONS);

const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** The worst of all straight lines that touch the column, under the anchor forces F (without prying); null where no anchor is beyond any. */
export function worstLine(m: BaseModel, scan: LineScan, F: readonly number[]): LineDirection | null {
  SUMS.fill(0);
  for (let i = 0; i < F.length; i += 1) {
    const f = F[i]!;
    if (f <= 0) continue;
    const { at, ratio } = scan.arms[i]!;
    for (let k = 0; k < ratio.length; k += 1) SUMS[at[k]!]! += f * ratio[k]!;
  }
  let best = -1;
  let most = 0;
  for (let i = 0; i < DIRECTIONS; i += 1) if (SUMS[i]! > most * (1 + 1e-12)) [best, most] = [i, SUMS[i]!];
  if (best < 0) return null;
  const centre = lineOf(scan, best);
  const ratio = (theta: number): number => {
    const d = lineAt(m, theta);
    return d.length > 0 ? moment(m, d, F) / d.length : 0;
  };
  // A maximum with a corner at the scanned direction (a straight row) stays there; else the golden section closes in on it.
  const step = (2 * Math.PI) / DIRECTIONS;
  let a = centre.theta - step,
    b = centre.theta + step;
  let x1 = b - GOLDEN * (b - a),
    x2 = a + GOLDEN * (b - a);
  let f1 = ratio(x1),
    f2 = ratio(x2);
  for (let i = 0; i < 14; i += 1) {
    if (f1 < f2) {
      a = x1;
      x1 = x2;
      f1 = f2;
      x2 = a + GOLDEN * (b - a);
      f2 = ratio(x2);
    } else {
      b = x2;
      x2 = x1;
      f2 = f1;
      x1 = b - GOLDEN * (b - a);
      f1 = ratio(x1);
    }
  }
  const refined = lineAt(m, (a + b) / 2);
  return ratio(refined.theta) > most * (1 + 1e-9) ? refined : centre;
}

/** Demand and resistance of a line, N mm. */
export function lineBending(
  r: Run,
  m: BaseModel,
  d: LineDirection,
  F: readonly number[],
): { demand: number; resistance: number } {
  lb.theta(r, ((((d.theta * 180) / Math.PI) % 360) + 360) % 360);
  lb.offset(r, d.offset);
  lb.length(r, d.length);
  return { demand: lb.M_Ed(r, moment(m, d, F)), resistance: lb.M_Rd(r) };
}
