import fc from 'fast-check';
import { BOLT_CLASS_NAMES, BOLT_DIAMETERS, HOLE_KINDS, STEEL_GRADES } from '../../catalogue/index.ts';
import { anyRows, mm, preloaded } from '../any-joint.testing.ts';
import { groupHeight } from '../pitches.ts';
import type { CleatsInput, Fixing } from './input.ts';

const grade = fc.constantFrom(...STEEL_GRADES).map((g) => ({ grade: g }));
const opt = <T>(a: fc.Arbitrary<T>) => fc.option(a, { nil: undefined });
const hole = fc.constantFrom(...HOLE_KINDS);

/** Any joint that the schema accepts: many can be built, some are refused. */
export const anyCleats: fc.Arbitrary<CleatsInput> = fc
  .record({
    beam: fc.constantFrom('UB 406x140x39', 'UB 254x102x22', 'IPE 300', 'UB 610x229x101', 'UB 533x210x92', 'PFC 300x90x41'),
    beamSteel: grade,
    supportSteel: grade,
    cleatSteel: grade,
    notch: fc.oneof(
      { weight: 2, arbitrary: fc.constant({ type: 'none' as const }) },
      fc.record({ type: fc.constant('single' as const), l_n: mm(40, 300), d_nt: mm(20, 90) }),
      fc.record({ type: fc.constant('double' as const), l_n: mm(40, 300), d_nt: mm(20, 70), d_nb: mm(20, 70) }),
    ),
    type: fc.constantFrom('column_flange' as const, 'column_web' as const, 'beam_web' as const),
    support: fc.constantFrom('UC 254x254x89', 'HEA 300', 'UB 610x229x101'),
    other: opt(fc.record({ V_Ed: mm(0, 400) })),
    e_top: opt(mm(40, 300)),
    e_bottom: opt(mm(40, 300)),
    e_side: opt(mm(30, 150)),
    t: mm(6, 15),
    e1: mm(20, 70),
    e1_bot: mm(20, 70),
    e2: mm(20, 60),
    e2_s: mm(20, 60),
    r: mm(0, 14),
    top: mm(20, 120),
    gap: mm(5, 30),
    e2b: mm(25, 70),
    d: fc.constantFrom(...BOLT_DIAMETERS),
    cls: fc.constantFrom(...BOLT_CLASS_NAMES),
    rows: anyRows,
    supportRows: anyRows,
    e1_s: mm(20, 90),
    n2: fc.constantFrom(1, 2),
    p2: mm(35, 90),
    p3: mm(80, 170),
    threads: fc.boolean(),
    category: fc.constantFrom('A' as const, 'B' as const, 'C' as const),
    friction: fc.constantFrom('A' as const, 'B' as const, 'C' as const, 'D' as const),
    packing: mm(0, 12),
    s: mm(4, 12),
    arrangement: fc.constantFrom('double' as const, 'double' as const, 'single' as const),
    fixing: fc.constantFrom<Fixing>('bolted', 'bolted', 'welded_to_beam', 'welded_to_support'),
    holes: fc.record({ cleat: hole, web: hole, leg: hole, support: hole }),
  })
  .map((a) => ({
    beam: { section: a.beam, steel: a.beamSteel, notch: a.notch },
    support: {
      type: a.type,
      section: a.support,
      steel: a.supportSteel,
      ...(a.other ? { other_side: a.other } : {}),
      ...(a.e_top ? { e_top: a.e_top } : {}),
      ...(a.e_bottom ? { e_bottom: a.e_bottom } : {}),
      ...(a.e_side ? { e_side: a.e_side } : {}),
    },
    cleat: {
      t: a.t,
      h: a.e1 + groupHeight(a.rows) + a.e1_bot,
      e1: a.e1,
      leg_web: a.gap + a.e2b + (a.n2 - 1) * a.p2 + a.e2,
      leg_support: Math.max(50, a.p3 / 2 + a.e2_s),
      r: a.r,
      steel: a.cleatSteel,
    },
    web: { e2b: a.e2b, top_to_bolt: a.top + a.e1 },
    gap: a.gap,
    arrangement: a.arrangement,
    fixing: a.fixing,
    bolts: {
      d: a.d,
      cls: a.cls,
      ...a.rows,
      n2: a.n2,
      p2: a.n2 > 1 ? a.p2 : 0,
      p3: a.p3,
      threads_in_plane: a.threads,
      category: preloaded(a),
      friction: a.friction,
      packing: a.packing,
    },
    support_bolts: { ...a.supportRows, e1: a.e1_s },
    ...(a.fixing === 'bolted' ? {} : { weld: { s: a.s } }),
    holes: a.holes,
  }));
