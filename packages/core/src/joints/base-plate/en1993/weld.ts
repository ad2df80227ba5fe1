import { type Run, at } from '../../../formula/index.ts';
import type { BaseModel } from '../model.ts';
import type { BaseResults } from './results.ts';
import { sheet } from './sheet.ts';
import { settingsOf } from '../../../standards/en1993/standard.ts';

const s = sheet.section('column-weld');
const w = {
  y: s.found('y_w', 'mm', 'place of the worst point, y', 'all ends and middles of the weld lines'),
  z: s.found('z_w', 'mm', 'place of the worst point, z', 'all ends and middles of the weld lines'),
  A: s.found('A_w', 'mm2', 'area of all throats', 'sum of a l'),
  I_y: s.found('I_w_y', 'cm4', 'second moment of the throats about y', 'sum of a l (z^2 + dz^2/12)'),
  I_z: s.found('I_w_z', 'cm4', 'second moment of the throats about z', 'sum of a l (y^2 + dy^2/12)'),
  M_y: s.found('M_w_y', 'kNm', 'moment about y, without the part of a shear key', 'from the actions'),
  M_z: s.found('M_w_z', 'kNm', 'moment about z, without the part of a shear key', 'from the actions'),
  sigma: s.f(
    'sigma_v',
    'MPa',
    'N_Ed/A_w-M_w_y*z_w/I_w_y-M_w_z*y_w/I_w_z',
    'stress on the throat, tension positive',
    'EN 1993-1-8, 4.5.3',
  ),
  borne: s.f('sigma_w', 'MPa', 'max(0[MPa], sigma_v)', 'compression goes through by contact', 'EN 1993-1-8, 6.2.8'),
  carried: s.f('sigma_w', 'MPa', 'abs(sigma_v)', 'the weld carries compression too', 'EN 1993-1-8, 4.5.3'),
  V: s.found(
    'V_w',
    'kN',
    'shear that runs along this line',
    'V_z for the web or sides, V_y for flanges or faces; along the ring for a tube',
  ),
  A_v: s.found('A_w_V', 'mm2', 'throats that share this shear', 'sum of a l of the lines along it; half of the ring'),
  tau: s.f('tau_par', 'MPa', 'V_w/A_w_V', 'stress along the weld', 'EN 1993-1-8, 4.5.3'),
  f_simple: s.f(
    'f_vw_d',
    'MPa',
    'f_u_w/(sqrt(3)*beta_w*gamma_M2)',
    'strength of the weld, simplified method',
    'EN 1993-1-8, 4.5.3.3',
  ),
  simple: s.f('sigma_c', 'MPa', 'sqrt(sigma_w^2+tau_par^2)', 'resultant on the throat', 'EN 1993-1-8, 4.5.3.3'),
  f_dir: s.f('f_w', 'MPa', 'f_u_w/(beta_w*gamma_M2)', 'strength of the weld', 'EN 1993-1-8, 4.5.3.2(6)'),
  dir: s.f(
    'sigma_c',
    'MPa',
    'sqrt((sigma_w/sqrt(2))^2+3*((sigma_w/sqrt(2))^2+tau_par^2))',
    'comparison stress',
    'EN 1993-1-8, 4.5.3.2(6)',
  ),
  perp: s.f('sigma_perp', 'MPa', 'sigma_w/sqrt(2)', 'stress across the throat', 'EN 1993-1-8, 4.5.3.2(6)'),
  perp_lim: s.f(
    'sigma_perp_lim',
    'MPa',
    '0.9*f_u_w/gamma_M2',
    'limit of the stress across the throat',
    'EN 1993-1-8, 4.5.3.2(6)',
  ),
};

interface WeldPoint {
  readonly name: string;
  readonly y: number;
  readonly z: number;
  /** Direction of the line; the shear along it is V.t. */
  readonly along: 'y' | 'z' | readonly [number, number];
}

export interface WeldLines {
  readonly points: readonly WeldPoint[];
  readonly lines: readonly {
    readonly name: string;
    readonly a: number;
    readonly y1: number;
    readonly z1: number;
    readonly y2: number;
    readonly z2: number;
  }[];
  readonly A: number;
  readonly I_y: number;
  readonly I_z: number;
  /** Throats along z and along y. */
  readonly A_z: number;
  readonly A_y: number;
}

/** Lines of the fillets round the column at the surface of the steel, and the points that are looked at. */
export function weldLines(m: BaseModel): WeldLines {
  const { shape, h, b, t_w, t_f, r } = m.column;
  const { a_f, a_w } = m.input.weld;
  if (shape === 'CHS') {
    const R = h / 2;
    const A = 2 * Math.PI * R * a_f;
    const I = Math.PI * R ** 3 * a_f;
    const points = Array.from({ length: 72 }, (_, i): WeldPoint => {
      const t = (i * 5 * Math.PI) / 180;
      return { name: 'ring', y: R * Math.cos(t), z: R * Math.sin(t), along: [-Math.sin(t), Math.cos(t)] };
    });
    return { points, lines: [], A, I_y: I, I_z: I, A_z: A / 2, A_y: A / 2 };
  }
  const lines: WeldLines['lines'][number][] = [];
  const both = (make: (s: number) => void): void => {
    make(-1);
    make(1);
  };
  if (shape === 'RHS') {
    both((s) => lines.push({ name: 'face', a: a_f, y1: -b / 2, z1: (s * h) / 2, y2: b / 2, z2: (s * h) / 2 }));
    both((s) => lines.push({ name: 'side', a: a_f, y1: (s * b) / 2, z1: -h / 2, y2: (s * b) / 2, z2: h / 2 }));
  } else {
    both((s) => lines.push({ name: 'flange', a: a_f, y1: -b / 2, z1: (s * h) / 2, y2: b / 2, z2: (s * h) / 2 }));
    both((s) =>
      both((t) =>
        lines.push({
          name: 'flange',
          a: a_f,
          y1: t * (t_w / 2 + r),
          z1: s * (h / 2 - t_f),
          y2: (t * b) / 2,
          z2: s * (h / 2 - t_f),
        }),
      ),
    );
    const d = h / 2 - t_f - r;
    both((s) => lines.push({ name: 'web', a: a_w, y1: (s * t_w) / 2, z1: -d, y2: (s * t_w) / 2, z2: d }));
  }
  let [A, I_y, I_z, A_z, A_y] = [0, 0, 0, 0, 0];
  const points: WeldPoint[] = [];
  for (const { name, a, y1, z1, y2, z2 } of lines) {
    const [dy, dz] = [Math.abs(y2 - y1), Math.abs(z2 - z1)];
    const l = dy + dz;
    A += a * l;
    I_y += a * l * (((z1 + z2) / 2) ** 2 + dz ** 2 / 12);
    I_z += a * l * (((y1 + y2) / 2) ** 2 + dy ** 2 / 12);
    if (dz > 0) A_z += a * l;
    else A_y += a * l;
    for (const t of [0, 0.5, 1]) points.push({ name, y: y1 + t * (y2 - y1), z: z1 + t * (z2 - z1), along: dz > 0 ? 'z' : 'y' });
  }
  return { points, lines, A, I_y, I_z, A_z, A_y };
}

/** The weld of the column under the actions; N and N mm (basis 14). */
export function columnWeld(
  r: Run,
  m: BaseModel,
  lines: WeldLines,
  out: BaseResults,
  load: { readonly N: number; readonly M_y: number; readonly M_z: number; readonly V_y: number; readonly V_z: number },
): void {
  const { weld } = m.input;
  if (weld.type === 'butt') return out.skip('column-weld', 'full penetration butt weld: strength of the connected part');
  const method = weld.method === 'job' ? settingsOf(m.basis).weld_method : weld.method;
  const shear = (p: WeldPoint): number =>
    Math.abs(p.along === 'z' ? load.V_z : p.along === 'y' ? load.V_y : load.V_y * p.along[0] + load.V_z * p.along[1]);
  const area = (p: WeldPoint): number => (p.along === 'y' ? lines.A_y : lines.A_z);
  let worst = lines.points[0]!;
  let most = -1;
  for (const p of lines.points) {
    const v = load.N / lines.A - (load.M_y * p.z) / lines.I_y - (load.M_z * p.y) / lines.I_z;
    const sigma = weld.bearing ? Math.max(0, v) : Math.abs(v);
    const tau = shear(p) / area(p);
    const c = method === 'simplified' ? sigma * sigma + tau * tau : 2 * sigma * sigma + 3 * tau * tau;
    if (c > most * (1 + 1e-9)) [worst, most] = [p, c];
  }
  at(r, worst.name, () => {
    w.y(r, worst.y);
    w.z(r, worst.z);
    w.A(r, lines.A);
    w.I_y(r, lines.I_y);
    w.I_z(r, lines.I_z);
    w.M_y(r, load.M_y);
    w.M_z(r, load.M_z);
    w.sigma(r);
    (weld.bearing ? w.borne : w.carried)(r);
    w.V(r, shear(worst));
    w.A_v(r, area(worst));
    w.tau(r);
    if (method === 'simplified') {
      const f = w.f_simple(r);
      out.strength('column-weld', w.simple(r), f, 'MPa', { where: worst.name });
      return;
    }
    const f = w.f_dir(r);
    const c = w.dir(r);

    const perp = w.perp(r) / w.perp_lim(r);
    out.strength('column-weld', c, f, 'MPa', { where: worst.name, utilisation: Math.max(c / f, perp) });
  });
}
