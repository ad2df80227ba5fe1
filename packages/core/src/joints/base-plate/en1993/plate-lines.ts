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
  const { shape, h, b } = m.column;
  const { weld, plate: p } = m.input;
  const a = weld.type === 'butt' ? 0 : weld.a_f;
  const offset = (shape === 'CHS' ? h / 2 : (Math.abs(cos) * b) / 2 + (Math.abs(sin) * h) / 2) + 0.8 * Math.SQRT2 * a;
  if (p.shape === 'circle') {
    const d = offset - (p.y * cos + p.z * sin);
    return { theta, offset, length: 2 * Math.sqrt(Math.max(0, (p.D! / 2) ** 2 - d * d)) };
  }
  // Straight line against the box: the interval of its parameter inside.
  const { y1, y2, z1, z2 } = m.plateBox;
  let low = -Infinity,
    high = Infinity;
  const within = (at: number, d: number, from: number, to: number): void => {
    if (Math.abs(d) < 1e-12) {
      if (at < from || at > to) high = -Infinity;
      return;
    }
    const t1 = (from - at) / d,
      t2 = (to - at) / d;
    low = Math.max(low, Math.min(t1, t2));
    high = Math.min(high, Math.max(t1, t2));
  };
  within(offset * cos, -sin, y1, y2);
  within(offset * sin, cos, z1, z2);
  return { theta, offset, length: Math.max(0, high - low) };
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

/** All directions, every half degree; for each anchor the lines that it lies beyond, with its arm over their length. */
export interface LineScan {
  readonly lines: readonly LineDirection[];
  readonly arms: readonly { readonly at: Int16Array; readonly ratio: Float64Array }[];
}

export function scanLines(m: BaseModel): LineScan {
  const lines = Array.from({ length: 720 }, (_, i) => lineAt(m, (i * Math.PI) / 360));
  const cos = Float64Array.from(lines, (d) => Math.cos(d.theta));
  const sin = Float64Array.from(lines, (d) => Math.sin(d.theta));
  const arms = m.anchors.map((q) => {
    const at = new Int16Array(720);
    const ratio = new Float64Array(720);
    let n = 0;
    for (let i = 0; i < 720; i += 1) {
      const { offset, length } = lines[i]!;
      const arm = q.y * cos[i]! + q.z * sin[i]! - offset;
      if (arm <= 0 || length <= 0) continue;
      at[n] = i;
      ratio[n] = arm / length;
      n += 1;
    }
    return { at: at.subarray(0, n), ratio: ratio.subarray(0, n) };
  });
  return { lines, arms };
}

const SUMS = new Float64Array(720);

const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** The worst of all straight lines that touch the column, under the anchor forces F (without prying); null where no anchor is beyond any. */
export function worstLine(m: BaseModel, scan: LineScan, F: readonly number[]): LineDirection | null {
  const n = scan.lines.length;
  SUMS.fill(0);
  for (let i = 0; i < F.length; i += 1) {
    const f = F[i]!;
    if (f <= 0) continue;
    const { at, ratio } = scan.arms[i]!;
    for (let k = 0; k < ratio.length; k += 1) SUMS[at[k]!]! += f * ratio[k]!;
  }
  let best = -1;
  let most = 0;
  for (let i = 0; i < n; i += 1) if (SUMS[i]! > most * (1 + 1e-12)) [best, most] = [i, SUMS[i]!];
  if (best < 0) return null;
  const centre = scan.lines[best]!;
  const ratio = (theta: number): number => {
    const d = lineAt(m, theta);
    return d.length > 0 ? moment(m, d, F) / d.length : 0;
  };
  // A maximum with a corner at the scanned direction (a straight row) stays there; else the golden section closes in on it.
  const step = (2 * Math.PI) / n;
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
