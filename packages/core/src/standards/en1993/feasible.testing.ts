import type { Bed, Load } from './contact-bed.ts';

/**
 * How deep a load lies in the cone of what a bed can balance: pressure anywhere on its region, tension in its anchors. By Caratheodory's theorem three
 * of the corners and anchors carry any load of the cone; the linear programme is small enough to try them all. Positive inside, negative outside, over
 * the size of the load.
 */
export function depthInCone(bed: Bed, load: Load): number {
  const { A, I_yy, I_zz } = bed.region.moments;
  const L = Math.sqrt((I_yy + I_zz) / A);
  const points = hull(
    bed.region.pieces.flatMap((p) =>
      Array.from({ length: p.length / 2 }, (_, i): [number, number] => [p[2 * i]!, p[2 * i + 1]!]),
    ),
  );
  const rays: [number, number, number][] = [
    ...points.map(([y, z]): [number, number, number] => [1, y / L, z / L]),
    ...bed.anchors.map((a): [number, number, number] => [-1, -a.y / L, -a.z / L]),
  ];
  const F: [number, number, number] = [-load.N, load.M_z / L, load.M_y / L];
  const size = Math.hypot(...F);
  const det = (a: number[], b: number[], c: number[]): number =>
    a[0]! * (b[1]! * c[2]! - b[2]! * c[1]!) - a[1]! * (b[0]! * c[2]! - b[2]! * c[0]!) + a[2]! * (b[0]! * c[1]! - b[1]! * c[0]!);
  // Faces of the cone: planes through two rays with all others on one side. The load's least distance to them, signed.
  let depth = Infinity;
  let faces = 0;
  for (let i = 0; i < rays.length; i += 1)
    for (let j = i + 1; j < rays.length; j += 1) {
      const [a, b] = [rays[i]!, rays[j]!];
      const n = [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
      const length = Math.hypot(...n);
      if (length < 1e-9) continue;
      let [up, down] = [0, 0];
      for (const c of rays) {
        const side = det(a, b, c) / length;
        if (side > 1e-9) up += 1;
        else if (side < -1e-9) down += 1;
      }
      if (up && down) continue;
      faces += 1;
      const side = (n[0]! * F[0] + n[1]! * F[1] + n[2]! * F[2]) / length / size;
      depth = Math.min(depth, up ? side : -side);
    }
  return faces ? depth : 1; // no face: the cone is all of space
}

function hull(points: readonly [number, number][]): [number, number][] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const half = (list: readonly [number, number][]): [number, number][] => {
    const out: [number, number][] = [];
    for (const p of list) {
      while (out.length > 1) {
        const [a, b] = [out[out.length - 2]!, out[out.length - 1]!];
        if ((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) > 1e-9) break;
        out.pop();
      }
      out.push(p);
    }
    return out.slice(0, -1);
  };
  return [...half(sorted), ...half([...sorted].reverse())];
}
