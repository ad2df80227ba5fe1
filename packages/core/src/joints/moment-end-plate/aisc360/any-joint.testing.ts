import fc from 'fast-check';
import type { Combination } from '../../../actions/combination.ts';
import { inches as inch, ksi } from '../../aisc360.testing.ts';
import { USUAL_OPTIONS } from '../asked.ts';
import type { MomentPlateInput, StiffenerInput, WebPlateInput } from '../input.ts';
import { fillet, load, rowsAt } from './cases.testing.ts';

/** A value of a range, in, in hundredths. */
const at = (from: number, to: number): fc.Arbitrary<number> =>
  fc.integer({ min: Math.round(from * 100), max: Math.round(to * 100) }).map((x) => x / 100);
const maybe = <T>(some: fc.Arbitrary<T>): fc.Arbitrary<T | undefined> => fc.oneof(fc.constant(undefined), some);
const steel = fc.constantFrom([36, 58], [50, 65], [55, 70]).map(([y, u]) => ({ f_y: ksi(y!), f_u: ksi(u!) }));
const without = <T extends object>(o: T): T => Object.fromEntries(Object.entries(o).filter(([, v]) => v !== undefined)) as T;

const stiffener: fc.Arbitrary<StiffenerInput> = fc
  .record({ b: at(3, 5), t: at(0.375, 1), c: at(0.3, 1.2), leg: at(0.18, 0.5), steel, fitted: fc.boolean(), full: fc.boolean() })
  .map(({ b, t, c, leg, full, ...x }) => ({
    ...x,
    b: inch(b),
    t: inch(t),
    c: inch(c),
    a: fillet(leg),
    depth: full ? 'full' : 'half',
  }));
const doubler: fc.Arbitrary<WebPlateInput> = fc
  .record({ t: at(0.25, 0.75), b: at(8, 12), sides: fc.constantFrom(1 as const, 2 as const), steel })
  .map(({ t, b, ...x }) => ({ ...x, t: inch(t), b: inch(b), weld: 'fillet' as const }));

/** Joints of the three forms, built as they may be typed: most of them, not all, keep their rules. */
export const anyFormed: fc.Arbitrary<MomentPlateInput> = fc
  .record({
    form: fc.constantFrom('4E', '4ES', '8ES'),
    beam: fc.record({ d: at(14, 33), b: at(6.5, 12), tw: at(0.25, 0.7), tf: at(0.4, 1.1), r: at(0.3, 0.8), steel }),
    column: fc.record({ d: at(10, 18), b: at(8, 16), tw: at(0.35, 1.1), tf: at(0.5, 1.8), r: at(0.4, 0.9), steel }),
    above: maybe(at(3, 25)),
    below: maybe(at(3, 25)),
    sides: fc.constantFrom(1 as const, 1 as const, 2 as const),
    d: fc.constantFrom(0.75, 0.875, 1, 1.125, 1.25),
    cls: fc.constantFrom('120', '150', '144', 'A307', '8.8'),
    threads: fc.boolean(),
    g: at(3.5, 6),
    pfi: at(1.2, 3),
    pfo: at(1.2, 3),
    pb: at(2, 4),
    de: at(1, 4.5),
    plate: fc.record({ t: at(0.375, 2), b: at(7, 13), steel }),
    rib: fc.record({ t: at(0.25, 0.75), l: at(4, 14), steel }),
    legs: fc.record({ top: at(0.18, 0.75), bottom: at(0.18, 0.75), web: at(0.18, 0.4), more: at(0, 0.2) }),
    butt: fc.boolean(),
    top: maybe(stiffener),
    bottom: maybe(stiffener),
    doubler: maybe(doubler),
  })
  .map((x) => {
    const pairs = x.form === '8ES' ? [0, x.pb] : [0];
    const past = x.pfo + pairs.at(-1)! + x.de;
    const member = (s: typeof x.beam) => ({
      h: inch(s.d),
      b: inch(s.b),
      tw: inch(s.tw),
      tf: inch(s.tf),
      r: inch(s.r),
      steel: s.steel,
    });
    return without({
      form: 'column' as const,
      beam: member(x.beam),
      column: without({
        ...member(x.column),
        end_above: x.above === undefined ? undefined : inch(past + x.above),
        end_below: x.below === undefined ? undefined : inch(past + x.below),
        sides: x.sides,
        other_checked: true,
      }),
      plate: { b: inch(x.plate.b), t: inch(x.plate.t), top: inch(past), bottom: inch(past), steel: x.plate.steel },
      rib: x.form === '4E' ? undefined : { t: inch(x.rib.t), l: inch(x.rib.l), steel: x.rib.steel },
      bolts: { d: inch(x.d), cls: x.cls, w: inch(x.g), threads_in_plane: x.threads, washers: 2 as const },
      rows: rowsAt(
        x.beam.d,
        x.beam.tf,
        pairs.map((p) => x.pfo + p),
        pairs.map((p) => x.pfi + p),
      ),
      welds: without({
        top: fillet(x.legs.top),
        bottom: fillet(x.legs.bottom),
        web: fillet(x.legs.web),
        web_tension: fillet(x.legs.web + x.legs.more),
        flanges: x.butt ? ('butt' as const) : undefined,
        design: 'resistance' as const,
        sawn: true,
      }),
      stiffeners: without({ top: x.top, bottom: x.bottom }),
      web_plate: x.doubler,
      options: USUAL_OPTIONS,
    }) as MomentPlateInput;
  });

export const anyLoad: fc.Arbitrary<Combination> = fc
  .record({
    M: fc.oneof({ weight: 6, arbitrary: at(-9000, 9000) }, { weight: 1, arbitrary: fc.constant(0) }),
    V: fc.oneof({ weight: 4, arbitrary: at(-150, 150) }, { weight: 1, arbitrary: fc.constant(0) }),
    N: fc.oneof(fc.constant(0), at(-100, 100)),
    far: at(-5000, 5000),
    col: maybe(at(-1500, 300)),
    V_col: maybe(at(-40, 60)),
  })
  .map(({ M, V, N, far, col, V_col }) =>
    load(M, V, N, without({ M_other: far, N_col: col, V_col }) as { M_other: number; N_col?: number; V_col?: number }),
  );

/** One-sided joints have no moment of another beam. */
export const suited = (input: MomentPlateInput, c: Combination): Combination => {
  if (input.column!.sides === 2) return c;
  const { M_other: _far, ...rest } = c;
  return rest as Combination;
};
