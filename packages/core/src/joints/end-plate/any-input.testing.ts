import fc from 'fast-check';
import { BOLT_CLASS_NAMES, BOLT_DIAMETERS, HOLE_KINDS, STEEL_GRADES } from '../../catalogue/index.ts';
import { anyRows, mm, preloaded } from '../any-joint.testing.ts';
import { groupHeight } from '../pitches.ts';
import type { EndPlateInput } from './input.ts';

const grade = fc.constantFrom(...STEEL_GRADES).map((g) => ({ grade: g }));
const opt = <T>(a: fc.Arbitrary<T>) => fc.option(a, { nil: undefined });

/** Any joint that the schema accepts: many can be built, some are refused. */
export const anyEndPlate: fc.Arbitrary<EndPlateInput> = fc
  .record({
    beam: fc.constantFrom('UB 406x140x39', 'UB 254x102x22', 'IPE 300', 'UB 610x229x101', 'UB 533x210x92', 'PFC 300x90x41'),
    beamSteel: grade,
    supportSteel: grade,
    plateSteel: grade,
    notch: fc.oneof(
      { weight: 2, arbitrary: fc.constant({ type: 'none' as const }) },
      fc.record({ type: fc.constant('single' as const), l_n: mm(40, 300), d_nt: mm(20, 90) }),
      fc.record({ type: fc.constant('double' as const), l_n: mm(40, 300), d_nt: mm(20, 70), d_nb: mm(20, 70) }),
    ),
    type: fc.constantFrom('column_flange' as const, 'column_web' as const, 'beam_web' as const),
    support: fc.constantFrom('UC 254x254x89', 'HEA 300', 'UB 610x229x101'),
    other: opt(
      fc
        .record({
          V_Ed: mm(0, 400),
          bolts: opt(fc.record({ rows: anyRows, p3: mm(80, 180), drop: mm(-100, 200) })).map(
            (b) => b && { ...b.rows, p3: b.p3, drop: b.drop },
          ),
        })
        .map(({ V_Ed, bolts }) => ({ V_Ed, ...(bolts ? { bolts } : {}) })),
    ),
    e_top: opt(mm(40, 300)),
    e_bottom: opt(mm(40, 300)),
    e_side: opt(mm(30, 150)),
    t: mm(4, 25),
    e1: mm(20, 70),
    e1_bot: mm(20, 70),
    e2: mm(20, 70),
    top: mm(5, 120),
    full: fc.constantFrom(false, false, false, true),
    d: fc.constantFrom(...BOLT_DIAMETERS),
    cls: fc.constantFrom(...BOLT_CLASS_NAMES),
    rows: anyRows,
    p3: mm(80, 180),
    p2: opt(mm(45, 90)),
    threads: fc.boolean(),
    category: fc.constantFrom('A' as const, 'B' as const, 'C' as const),
    friction: fc.constantFrom('A' as const, 'B' as const, 'C' as const, 'D' as const),
    packing: mm(0, 12),
    s: mm(4, 14),
    holePlate: fc.constantFrom(...HOLE_KINDS),
    holeSupport: fc.constantFrom(...HOLE_KINDS),
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
    plate: {
      t: a.t,
      h: a.full ? 650 : a.e1 + groupHeight(a.rows) + a.e1_bot,
      b: a.p3 + 2 * (a.p2 ?? 0) + 2 * a.e2,
      e1: a.e1,
      top: a.full ? -10 : a.top,
      full_depth: a.full,
      steel: a.plateSteel,
    },
    bolts: {
      d: a.d,
      cls: a.cls,
      ...a.rows,
      ...(a.p2 ? { n2: 2, p2: a.p2 } : {}),
      p3: a.p3,
      threads_in_plane: a.threads,
      category: preloaded(a),
      friction: a.friction,
      packing: a.packing,
    },
    weld: { s: a.s },
    holes: { plate: a.holePlate, support: a.holeSupport },
  }));
