import type { SectionShape } from './sections.ts';

/** Density of steel, kg/mm3, and its modulus of elasticity, MPa (EN 1993-1-1, 3.2.6). */
export const STEEL_DENSITY = 7850e-9;
export const STEEL_E = 210_000;

export interface SectionProperties {
  /** Area, mm2. */ readonly A: number;
  /** Second moments, mm4. */ readonly I_y: number;
  readonly I_z: number;
  /** Elastic and plastic moduli, mm3. */ readonly W_el_y: number;
  readonly W_el_z: number;
  readonly W_pl_y: number;
  readonly W_pl_z: number;
  /** Shear area for load along the web or the deeper wall, EN 1993-1-1, 6.2.6(3), eta = 1; mm2. */ readonly A_v: number;
  /** St Venant torsion constant, mm4. */ readonly I_t: number;
  /** kg/m. */ readonly mass: number;
}

/**
 * Properties from nominal dimensions, root fillets counted. y is the major axis (parallel to the flanges).
 * Torsion: I and H by the usual sum of rectangles with the fillet junctions; channels and tees by rectangles alone (up to 10 % low);
 * hollow sections by Bredt with the corner radii of EN 10210-2.
 */
export function properties(s: SectionShape): SectionProperties {
  const p =
    s.shape === 'CHS'
      ? circular(s.d, s.t)
      : s.shape === 'RHS'
        ? rectangular(s.h, s.b, s.t)
        : s.shape === 'I'
          ? rolledI(bare(s))
          : s.shape === 'T'
            ? tee(s)
            : channel(bare(s));
  return { ...p, mass: p.A * STEEL_DENSITY * 1000 };
}

type Open = { readonly h: number; readonly b: number; readonly tw: number; readonly tf: number; readonly r: number };
type Bare = Omit<SectionProperties, 'mass'>;

/** An open section without its fillets where its flanges taper; the slope of their inner faces, 1 in 6. */
const bare = (s: Open & { readonly tapered?: true }): Open & { readonly slope: number } =>
  s.tapered ? { ...s, r: 0, slope: 1 / 6 } : { ...s, slope: 0 };

/** A root fillet: area, its centroid's distance from the tangent corner, and its own second moment (r in mm). */
const fillet = (r: number) => ({ A: (1 - Math.PI / 4) * r * r, c: 0.2234 * r, I: 0.00755 * r ** 4 });

function rolledI({ h, b, tw, tf, r, slope }: ReturnType<typeof bare>): Bare {
  const hw = h - 2 * tf;
  const k = fillet(r);
  const A = 2 * b * tf + hw * tw + 4 * k.A;
  const zf = h / 2 - tf - k.c; // fillet centroid above mid-depth
  const yf = tw / 2 + k.c;
  const I_y = (b * h ** 3 - (b - tw) * hw ** 3) / 12 + 4 * (k.I + k.A * zf ** 2);
  // A taper takes from the tips of the flanges what it gives at the web: per half flange a^3/12 of its slope, about its own middle.
  const a = (b - tw) / 2;
  const I_z = (2 * tf * b ** 3 + hw * tw ** 3) / 12 + 4 * (k.I + k.A * yf ** 2) - (slope * (b + tw) * a ** 3) / 6;
  const W_pl_y = b * tf * (h - tf) + (tw * hw ** 2) / 4 + 4 * k.A * zf;
  const W_pl_z = (tf * b ** 2) / 2 + (hw * tw ** 2) / 4 + 4 * k.A * yf - (slope * a ** 3) / 3;
  const A_v = Math.max(A - 2 * b * tf + (tw + 2 * r) * tf, hw * tw);
  // El Darwish and Johnston's junction term.
  const alpha = -0.042 + 0.2204 * (tw / tf) + 0.1355 * (r / tf) - 0.0865 * ((r * tw) / tf ** 2) - 0.0725 * (tw / tf) ** 2;
  const D = ((tf + r) ** 2 + (r + tw / 4) * tw) / (2 * r + tf);
  const I_t = (2 / 3) * b * tf ** 3 + (hw * tw ** 3) / 3 + 2 * alpha * D ** 4 - 0.42 * tf ** 4;
  return { A, I_y, I_z, W_el_y: I_y / (h / 2), W_el_z: I_z / (b / 2), W_pl_y, W_pl_z, A_v, I_t };
}

function channel({ h, b, tw, tf, r, slope }: ReturnType<typeof bare>): Bare {
  const hw = h - 2 * tf;
  const k = fillet(r);
  const A = 2 * b * tf + hw * tw + 2 * k.A;
  const yf = tw + k.c;
  const zf = h / 2 - tf - k.c;
  const a = b - tw;
  const taper = (slope * a ** 3) / 6;
  const c_y = (b * b * tf + (hw * tw * tw) / 2 + 2 * k.A * yf - taper) / A; // from the back of the web
  const I_y = (b * h ** 3 - (b - tw) * hw ** 3) / 12 + 2 * (k.I + k.A * zf ** 2);
  const I_z = (2 * tf * b ** 3 + hw * tw ** 3) / 3 + 2 * (k.I + k.A * yf ** 2) - taper * (b + tw) - A * c_y ** 2;
  const W_pl_y = b * tf * (h - tf) + (tw * hw ** 2) / 4 + 2 * k.A * zf;
  const A_v = A - 2 * b * tf + (tw + r) * tf;
  const I_t = (2 * b * tf ** 3 + hw * tw ** 3) / 3;
  // The axis that halves the area falls in the web of every rolled channel with a deep web, else in the flanges.
  const W_pl_z = channelPlasticMinor(h, b, tw, tf, k, A) - taper;
  return { A, I_y, I_z, W_el_y: I_y / (h / 2), W_el_z: I_z / (b - c_y), W_pl_y, W_pl_z, A_v, I_t };
}

/** Half of an I; y parallel to its flange. The moduli of the major axis are those of its stem's tip and of the halves of its area. */
function tee({ h, b, tw, tf, r }: Open): Bare {
  const k = fillet(r);
  const hw = h - tf;
  const A = b * tf + hw * tw + 2 * k.A;
  // From the face of the flange down.
  const c = ((b * tf * tf) / 2 + hw * tw * (tf + hw / 2) + 2 * k.A * (tf + k.c)) / A;
  const I_y =
    (b * tf ** 3 + tw * hw ** 3) / 12 +
    b * tf * (c - tf / 2) ** 2 +
    hw * tw * (tf + hw / 2 - c) ** 2 +
    2 * (k.I + k.A * (tf + k.c - c) ** 2);
  const I_z = (tf * b ** 3 + hw * tw ** 3) / 12 + 2 * (k.I + k.A * (tw / 2 + k.c) ** 2);
  // The axis of equal areas falls in the flange, or in the stem below the fillets; within the fillets as if they stood above it.
  const p = A / 2 <= b * tf ? A / 2 / b : h - A / 2 / tw;
  const moment = (width: number, from: number, to: number): number => {
    const at = Math.min(Math.max(p, from), to);
    return width * ((at - from) * Math.abs(p - (at + from) / 2) + (to - at) * Math.abs((to + at) / 2 - p));
  };
  const W_pl_y = moment(b, 0, tf) + moment(tw, tf, h) + 2 * k.A * Math.abs(tf + k.c - p);
  return {
    A,
    I_y,
    I_z,
    W_el_y: I_y / (h - c),
    W_el_z: I_z / (b / 2),
    W_pl_y,
    W_pl_z: (tf * b ** 2) / 4 + (hw * tw ** 2) / 4 + 2 * k.A * (tw / 2 + k.c),
    A_v: A - b * tf + ((tw + 2 * r) * tf) / 2,
    I_t: (b * tf ** 3 + hw * tw ** 3) / 3,
  };
}

function channelPlasticMinor(h: number, b: number, tw: number, tf: number, k: ReturnType<typeof fillet>, A: number): number {
  const hw = h - 2 * tf;
  const y = A / 2 <= h * tw ? A / 2 / h : b - A / 2 / (2 * tf);
  const rectangle = (width: number, from: number, to: number): number => {
    const at = Math.min(Math.max(y, from), to);
    return width * ((at - from) * Math.abs(y - (at + from) / 2) + (to - at) * Math.abs((to + at) / 2 - y));
  };
  return rectangle(2 * tf, 0, b) + rectangle(hw, 0, tw) + 2 * k.A * Math.abs(tw + k.c - y);
}

function rectangular(h: number, b: number, t: number): Bare {
  const ro = 1.5 * t;
  const ri = t;
  const corner = (r: number) => ({ A: (1 - Math.PI / 4) * r * r, c: 0.2234 * r, I: 0.00755 * r ** 4 }); // missing corner area
  const o = corner(ro);
  const i = corner(ri);
  const A = b * h - (b - 2 * t) * (h - 2 * t) - 4 * (o.A - i.A);
  const second = (d: number, w: number): number =>
    (w * d ** 3 - (w - 2 * t) * (d - 2 * t) ** 3) / 12 -
    4 * (o.I + o.A * (d / 2 - o.c) ** 2) +
    4 * (i.I + i.A * (d / 2 - t - i.c) ** 2);
  const plastic = (d: number, w: number): number =>
    (w * d ** 2 - (w - 2 * t) * (d - 2 * t) ** 2) / 4 - 4 * o.A * (d / 2 - o.c) + 4 * i.A * (d / 2 - t - i.c);
  const rc = (ro + ri) / 2;
  const p = 2 * (b - t + (h - t)) - 2 * rc * (4 - Math.PI);
  const Am = (b - t) * (h - t) - rc * rc * (4 - Math.PI);
  const I_y = second(h, b);
  const I_z = second(b, h);
  return {
    A,
    I_y,
    I_z,
    W_el_y: I_y / (h / 2),
    W_el_z: I_z / (b / 2),
    W_pl_y: plastic(h, b),
    W_pl_z: plastic(b, h),
    A_v: (A * h) / (b + h),
    I_t: (t ** 3 * p) / 3 + (4 * Am ** 2 * t) / p,
  };
}

function circular(d: number, t: number): Bare {
  const di = d - 2 * t;
  const A = (Math.PI * (d ** 2 - di ** 2)) / 4;
  const I = (Math.PI * (d ** 4 - di ** 4)) / 64;
  const W = I / (d / 2);
  const W_pl = (d ** 3 - di ** 3) / 6;
  return { A, I_y: I, I_z: I, W_el_y: W, W_el_z: W, W_pl_y: W_pl, W_pl_z: W_pl, A_v: (2 * A) / Math.PI, I_t: 2 * I };
}
