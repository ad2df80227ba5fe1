import fc from 'fast-check';
import { BOLT_CLASS_NAMES, BOLT_DIAMETERS, HOLE_KINDS, STEEL_GRADES } from '../../catalogue/index.ts';
import { anyRows, mm, preloaded } from '../any-joint.testing.ts';
import { groupHeight } from '../pitches.ts';
import type { FinPlateInput } from './input.ts';

const grade = fc.constantFrom(...STEEL_GRADES).map((g) => ({ grade: g }));

/** Any joint that the schema accepts: most can be built, some are refused. */
export const anyFinPlate: fc.Arbitrary<FinPlateInput> = fc
  .record({
    beam: fc.constantFrom(
      'UB 406x140x39',
      'UB 254x102x22',
      'IPE 300',
      'IPE A 120',
      'HEB 200',
      'UB 914x305x201',
      'UB 610x229x101',
      'UB 533x210x92',
      'PFC 300x90x41',
    ),
    beamSteel: grade,
    supportSteel: grade,
    plateSteel: grade,
    notch: fc.oneof(
      { weight: 2, arbitrary: fc.constant({ type: 'none' as const }) },
      fc.record({ type: fc.constant('single' as const), l_n: mm(40, 300), d_nt: mm(15, 120) }),
      fc.record({ type: fc.constant('double' as const), l_n: mm(40, 300), d_nt: mm(15, 120), d_nb: mm(15, 120) }),
    ),
    type: fc.constantFrom('column_flange' as const, 'column_web' as const, 'beam_web' as const),
    support: fc.constantFrom('UC 203x203x60', 'HEA 300', 'UB 610x229x101'),
    hollow: fc.constantFrom('HSS8x4x3/8', 'HSS6x6x1/8', 'HSS6.000x0.250', 'SHS 200x200x10'),
    onHollow: fc.constantFrom(true, ...Array.from({ length: 7 }, () => false)),
    slab: fc.option(mm(2000, 12000), { nil: undefined }),
    other: fc.option(fc.record({ V_Ed: mm(0, 400), h_p: mm(100, 500) }), { nil: undefined }),
    t: mm(4, 30),
    e1: mm(20, 80),
    e1_bot: mm(20, 80),
    e2: mm(12, 80),
    e2b: mm(12, 80),
    top: mm(5, 150),
    gap: mm(0, 200),
    d: fc.constantFrom(...BOLT_DIAMETERS),
    cls: fc.constantFrom(...BOLT_CLASS_NAMES),
    rows: anyRows,
    n2: fc.constantFrom(1, 2),
    p2: mm(25, 110),
    threads: fc.boolean(),
    category: fc.constantFrom('A' as const, 'B' as const, 'C' as const),
    friction: fc.constantFrom('A' as const, 'B' as const, 'C' as const, 'D' as const),
    packing: mm(0, 20),
    side: fc.constantFrom('near' as const, 'far' as const),
    fixing: fc.constantFrom('bolted' as const, 'bolted' as const, 'welded' as const),
    s_b: mm(3, 12),
    s: mm(3, 20),
    holePlate: fc.constantFrom(...HOLE_KINDS),
    holeWeb: fc.constantFrom(...HOLE_KINDS),
  })
  .map((a) => ({
    beam: { section: a.beam, steel: a.beamSteel, notch: a.notch },
    support: a.onHollow
      ? { type: 'hss_face' as const, section: a.hollow, steel: a.supportSteel }
      : { type: a.type, section: a.support, steel: a.supportSteel, ...(a.other ? { other_side: a.other } : {}) },
    ...(a.slab ? { slab: { span: a.slab } } : {}),
    plate: { t: a.t, h: a.e1 + groupHeight(a.rows) + a.e1_bot, e1: a.e1, e2: a.e2, steel: a.plateSteel, side: a.side },
    fixing: a.fixing,
    ...(a.fixing === 'welded' ? { beam_weld: { s: a.s_b } } : {}),
    web: { e2b: a.e2b, top_to_bolt: a.top + a.e1 },
    gap: a.gap,
    bolts: {
      d: a.d,
      cls: a.cls,
      ...a.rows,
      n2: a.n2,
      p2: a.n2 > 1 ? a.p2 : 0,
      threads_in_plane: a.threads,
      category: preloaded(a),
      friction: a.friction,
      packing: a.packing,
    },
    weld: { s: a.s },
    holes: { plate: a.holePlate, web: a.holeWeb },
  }));
