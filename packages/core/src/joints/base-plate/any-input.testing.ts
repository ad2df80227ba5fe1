import fc from 'fast-check';
import type { Combination } from '../../actions/combination.ts';
import { validate } from '../../validate/index.ts';
import { baseSchema, type BaseInput } from './input.ts';

const S = { grade: 'S355' };
const columns = fc.constantFrom<BaseInput['column']>(
  { section: 'UC 203x203x60', steel: S, L: 4000, braced: true },
  { section: 'UC 254x254x89', steel: S, L: 5200, braced: false },
  { shape: 'I', h: 280, b: 240, tw: 10, tf: 16, r: 14, steel: S, braced: false },
  { section: 'SHS 200x200x8', steel: S, braced: true },
  { shape: 'RHS', h: 250, b: 150, t: 8, steel: S, L: 3500, braced: false },
  { shape: 'CHS', d: 219.1, t: 8, steel: S, L: 4800, braced: false },
);
/** Any joint that the schema accepts: many can be built, some are refused. */
export const anyBase: fc.Arbitrary<BaseInput> = fc
  .record({
    column: columns,
    h: fc.integer({ min: 34, max: 64 }),
    b: fc.integer({ min: 30, max: 60 }),
    t: fc.constantFrom(12, 20, 30, 45),
    round: fc.boolean(),
    pattern: fc.constantFrom('rows', 'circle', 'none', 'grid'),
    n_y: fc.integer({ min: 1, max: 4 }),
    n_z: fc.integer({ min: 1, max: 4 }),
    n: fc.integer({ min: 3, max: 12 }),
    e: fc.integer({ min: 40, max: 70 }),
    start: fc.integer({ min: 0, max: 90 }),
    d: fc.constantFrom(16, 20, 24, 30),
    cls: fc.constantFrom('4.6', '8.8', '10.9'),
    type: fc.constantFrom('headed', 'washer', 'straight', 'hooked', 'bonded'),
    h_ef: fc.integer({ min: 15, max: 60 }),
    hole: fc.integer({ min: 0, max: 8 }),
    f_ck: fc.constantFrom(20, 30, 45, 60),
    block: fc.constantFrom('none', 'wide', 'narrow', 'thin'),
    cracked: fc.boolean(),
    bars: fc.boolean(),
    loops: fc.boolean(),
    split: fc.boolean(),
    grout: fc.constantFrom(0, 10, 30, 60),
    path: fc.constantFrom('friction', 'friction+anchors', 'anchors', 'friction+key', 'key'),
    keyPlate: fc.boolean(),
    butt: fc.boolean(),
    bearing: fc.boolean(),
    rule: fc.boolean(),
    off: fc.integer({ min: -3, max: 3 }),
    psi: fc.boolean(),
  })
  .map((r): BaseInput => {
    const round = r.round || r.column.shape === 'CHS';
    const [h, b] = [r.h * 10, r.b * 10];
    const head =
      r.type === 'headed' || r.type === 'washer' ? { head: r.type === 'headed' ? 2.2 * r.d : 3.5 * r.d, head_t: 0.6 * r.d } : {};
    const pattern =
      r.pattern === 'none'
        ? { type: 'none' as const }
        : r.pattern === 'circle' || round
          ? { type: 'circle' as const, n: r.n, R: Math.max(h, b) / 2 - r.e, start: r.start }
          : {
              type: 'rows' as const,
              n_y: r.n_y,
              n_z: r.n_z,
              s_y: r.n_y > 1 ? (b - 2 * r.e) / (r.n_y - 1) : 0,
              s_z: r.n_z > 1 ? (h - 2 * r.e) / (r.n_z - 1) : 0,
              full: r.pattern === 'grid',
            };
    const sides = {
      none: {},
      wide: { B_y: 2400, B_z: 2600, H: 1200 },
      narrow: { B_y: b + 200, B_z: 1500, H: 900 },
      thin: { B_y: b + 300, B_z: h + 300, H: 700 },
    }[r.block];
    return (
      validate<BaseInput>(baseSchema(), {
        column: r.column,
        plate: {
          shape: round ? 'circle' : 'rectangle',
          ...(round ? { D: Math.max(h, b) } : { h, b }),
          t: r.t,
          steel: { grade: 'S275' },
        },
        concrete: { f_ck: r.f_ck, ...sides, cracked: r.cracked, splitting_bars: r.split, z: 10 * r.off },
        grout: { t: r.grout, f_ck: 40 },
        anchors: {
          pattern,
          d: r.d,
          cls: r.cls,
          type: r.type,
          h_ef: 10 * r.h_ef,
          ...head,
          hole: r.d + r.hole,
          washers_welded: r.hole > 4,
          tension_rule: r.rule ? 'EN 1993-1-8' : 'EN 1992-4',
          shear_rule: r.rule ? 'EN 1993-1-8' : 'EN 1992-4',
          ...(r.type === 'bonded' ? { product: { tau_Rk: 7, tau_Rk_ucr: 12, gamma_inst: 1.2, alpha_sus: 0.7 } } : {}),
          ...(r.bars ? { bars: { n: 6, d: 12, l_1: 180 } } : {}),
          ...(r.loops ? { loops: { n: 6, d: 12, l_1: 150, e_s: 60 } } : {}),
        },
        shear: {
          path: r.path,
          ...(r.path.endsWith('key')
            ? {
                key: r.keyPlate
                  ? { type: 'plate', b: 150, t: 40, depth: 180, steel: { grade: 'S275' }, a: 8 }
                  : { type: 'I', h: 150, b: 150, tw: 10, tf: 15, depth: 180, steel: { grade: 'S275' }, a: 6 },
              }
            : {}),
        },
        weld: { type: r.butt ? 'butt' : 'fillet', a_f: 6, a_w: 5, bearing: r.bearing },
        options: { psi_M: r.psi },
      }) as { value: BaseInput }
    ).value;
  });
const signed = (most: number) => fc.oneof(fc.constant(0), fc.integer({ min: -most, max: most }));
export const anyBaseActions: fc.Arbitrary<Combination> = fc
  .record({
    N_Ed: fc.integer({ min: -1500, max: 250 }),
    M_y: signed(140),
    M_z: signed(70),
    V_z: signed(150),
    V_y: signed(80),
    T: fc.oneof({ weight: 4, arbitrary: fc.constant(0) }, { weight: 1, arbitrary: fc.integer({ min: -12, max: 12 }) }),
  })
  .map((a) => ({ name: 'C', V_Ed: 0, N_tie: 0, ...a }));
