import fc from 'fast-check';
import type { Combination } from '../../actions/combination.ts';
import { mm } from '../any-joint.testing.ts';
import type { MomentPlateInput, StiffenerInput } from './input.ts';

// Joints as they may be typed: most can be built, some are refused.
const steel = fc.constantFrom('S235', 'S275', 'S355', 'S460').map((grade) => ({ grade }));
const BEAMS = [
  'UB 305x165x40',
  'UB 356x171x51',
  'UB 406x178x60',
  'UB 457x191x67',
  'UB 533x210x92',
  'UB 610x229x113',
  'IPE 300',
  'IPE 450',
];
const COLUMNS = ['UC 203x203x60', 'UC 254x254x107', 'UC 305x305x118', 'UB 457x191x82', 'HEA 240', 'HEB 280'];
const beam = fc.oneof(
  { weight: 3, arbitrary: fc.record({ section: fc.constantFrom(...BEAMS), steel }) },
  {
    weight: 1,
    arbitrary: fc
      .record({ h: mm(280, 700), b: mm(150, 280), tw: mm(7, 14), tf: mm(10, 24), steel })
      .map((s) => ({ ...s, r: 0, a: 5 })),
  },
);
const stiffener: fc.Arbitrary<StiffenerInput> = fc.record({
  b: mm(60, 120),
  t: mm(8, 20),
  a: mm(4, 8),
  depth: fc.constantFrom('full' as const, 'full' as const, 'half' as const),
  fitted: fc.boolean(),
  steel,
});
const maybe = <T>(some: fc.Arbitrary<T>): fc.Arbitrary<T | undefined> => fc.oneof(fc.constant(undefined), some);
const column = fc
  .record({
    section: fc.constantFrom(...COLUMNS),
    steel,
    end_above: maybe(mm(40, 300)),
    end_below: maybe(mm(60, 300)),
    sigma_com: maybe(mm(0, 200)),
    sides: fc.constantFrom(1 as const, 1 as const, 2 as const),
    beta: maybe(fc.constantFrom(0, 0.4, 1, 1.6)),
    other_checked: fc.boolean(),
  })
  .map((c) => c);
const depthOf = (section: string | undefined, h: number | undefined): number => h ?? Number(/(\d{3})/.exec(section!)![1]);

const without = <T extends object>(o: T): T => Object.fromEntries(Object.entries(o).filter(([, v]) => v !== undefined)) as T;

export const anyMomentPlate: fc.Arbitrary<MomentPlateInput> = fc
  .record({
    form: fc.constantFrom('column' as const, 'column' as const, 'splice' as const),
    beam,
    column,
    haunched: fc.integer({ min: 0, max: 4 }).map((x) => x === 0),
    slope: mm(2, 5),
    plate: fc.record({ b: mm(180, 260), t: mm(10, 40), top: mm(12, 110), bottom: mm(12, 110), steel }),
    d: fc.constantFrom(16, 20, 24, 30),
    cls: fc.constantFrom('8.8', '10.9', '4.6'),
    w: mm(90, 150),
    threads_in_plane: fc.boolean(),
    washers: fc.constantFrom(0 as const, 1 as const, 2 as const),
    above: fc.boolean(),
    below: fc.boolean(),
    first: mm(45, 80),
    pitch: mm(60, 110),
    inside: fc.integer({ min: 1, max: 4 }),
    last: mm(45, 90),
    lastRole: fc.constantFrom('auto' as const, 'auto' as const, 'shear' as const),
    welds: fc.record({
      top: mm(5, 12),
      bottom: mm(5, 12),
      web: mm(4, 8),
      flanges: fc.constantFrom(undefined, undefined, undefined, 'butt' as const),
    }),
    design: fc.constantFrom('resistance' as const, 'resistance' as const, 'force' as const, 'full' as const),
    sawn: fc.boolean(),
    top: maybe(stiffener),
    bottom: maybe(stiffener),
    webPlate: maybe(
      fc.record({
        t: mm(6, 15),
        b: mm(150, 400),
        sides: fc.constantFrom(1 as const, 2 as const),
        weld: fc.constantFrom('butt' as const, 'fillet' as const),
        l: maybe(mm(400, 1500)),
        steel,
      }),
    ),
    options: fc.record({
      prying: fc.constantFrom('assume' as const, 'check' as const),
      mode1: fc.constantFrom('method1' as const, 'method2' as const),
      plastic: fc.constantFrom('en' as const, 'en' as const, 'uk' as const, 'off' as const),
      shear_rows: fc.constantFrom('required' as const, 'all' as const),
      small_axial: fc.boolean(),
    }),
    frame: maybe(fc.record({ L_b: mm(4000, 12000), braced: fc.boolean() })),
  })
  .map((x): MomentPlateInput => {
    const h = depthOf('section' in x.beam ? x.beam.section : undefined, 'h' in x.beam ? x.beam.h : undefined);
    const haunch = x.haunched
      ? { h: Math.round(h * 0.8), l: Math.round(h * 0.8 * x.slope), b: 180, tf: 16, tw: 10, steel: x.beam.steel, tip: x.above }
      : undefined;
    const H = h + (haunch?.h ?? 0);
    const rows = [
      ...(x.above ? [Math.min(50, x.plate.top - 30)] : []),
      ...Array.from({ length: x.inside }, (_, k) => -20 - x.first - k * x.pitch),
      -H + 20 + x.last,
      ...(x.below ? [-H - Math.min(50, x.plate.bottom - 30)] : []),
    ];
    const onColumn = x.form === 'column';
    return without({
      form: x.form,
      beam: x.beam,
      column: onColumn ? without(x.column) : undefined,
      haunch,
      plate: x.plate,
      bolts: { d: x.d, cls: x.cls, w: x.w, threads_in_plane: x.threads_in_plane, washers: x.washers },
      rows: [...new Set(rows)]
        .sort((a, b) => b - a)
        .map((y, i, all) => ({ y, role: i === all.length - 1 && all.length > 1 ? x.lastRole : ('auto' as const) })),
      welds: { ...without(x.welds), ...(haunch ? { haunch: 5 } : {}), design: x.design, sawn: x.sawn },
      stiffeners: onColumn ? without({ top: x.top, bottom: x.bottom }) : {},
      web_plate: onColumn && x.webPlate ? without(x.webPlate) : undefined,
      options: x.options,
      frame: x.frame,
    }) as MomentPlateInput;
  });

export const anyMoments: fc.Arbitrary<Combination> = fc
  .record({
    M_Ed: fc.oneof({ weight: 5, arbitrary: mm(-500, 500) }, { weight: 1, arbitrary: fc.constant(0) }),
    V_Ed: fc.oneof({ weight: 4, arbitrary: mm(-300, 300) }, { weight: 1, arbitrary: fc.constant(0) }),
    N_Ed: fc.oneof(fc.constant(0), mm(-60, 60), mm(-500, 500)),
    M_other: maybe(mm(-300, 300)),
    N_col: fc.oneof({ weight: 5, arbitrary: fc.constant(undefined) }, { weight: 1, arbitrary: mm(-2000, 500) }),
    M_col: fc.oneof({ weight: 7, arbitrary: fc.constant(undefined) }, { weight: 1, arbitrary: mm(-80, 80) }),
    V_col: fc.oneof({ weight: 12, arbitrary: fc.constant(undefined) }, { weight: 1, arbitrary: mm(-60, 60) }),
  })
  .map((c) => ({ name: 'C', N_tie: 0, ...without(c) }) as Combination);
