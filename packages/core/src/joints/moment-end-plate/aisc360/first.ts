import type { Combination } from '../../../actions/combination.ts';
import type { Basis } from '../../../basis/basis.ts';
import { INCH, inches as inch, KSI } from '../../../catalogue/index.ts';
import { Refusal } from '../../../refusal.ts';
import { leastEdge, leastFillet } from '../../../standards/aisc360/rules.ts';
import { acrossFillet, developingLeg } from '../../../standards/aisc360/fillets.ts';
import { ELASTICITY } from '../../../standards/aisc360/standard.ts';
import { boltName } from '../../../units/system.ts';
import { upTo } from '../../beam-end/aisc360/first.ts';
import { wrenchRoom } from '../../beam-end/aisc360/rules.ts';
import type { FirstDetail, SearchFrom, Start } from '../../kind.ts';
import { boltAxis, lengthAxis, wordAxis, type Practice, type SearchSpace } from '../../search.ts';
import { memberDimensions, strength, type MemberDimensions } from '../../members.ts';
import { askedOf, USUAL_OPTIONS, type Asked } from '../asked.ts';
import type { MomentPlateInput, RibInput, StiffenerInput, WebPlateInput } from '../input.ts';
import { roomFor, type Form } from './form.ts';

type I = MomentPlateInput;
const GRADE = { grade: 'A572-50' };
/** Thicknesses that shops have, in. */
const PLATES = [0.5, 0.625, 0.75, 0.875, 1, 1.125, 1.25, 1.375, 1.5, 1.75, 2, 2.25, 2.5].map(inch);
/** Bolts of a form: the largest alone where no form holds with less. */
const BOLTS: Readonly<Record<Form, readonly number[]>> = {
  '4E': [0.75, 0.875, 1, 1.125, 1.25].map(inch),
  '4ES': [0.75, 0.875, 1, 1.125, 1.25].map(inch),
  '8ES': [0.75, 0.875, 1, 1.125, 1.25, 1.375, 1.5].map(inch),
};
const GAUGES = [5.5, 5, 4.5, 4, 3.5].map(inch);
/** The largest fillet of a flange that is still worth its passes. */
const LARGEST_FILLET = inch(0.5);
const throat = (leg: number): number => leg / Math.SQRT2;

/** Members of a first detail with what follows from them alone. */
interface Members {
  readonly asked: Asked;
  readonly beam: MemberDimensions;
  readonly column: MemberDimensions;
  readonly F_y: number;
  readonly basis: Basis;
}

/** Flange to the nearest row, in quarters. */
export const clearOf = (d: number): number => upTo(roomFor(d), 1 / 4);
const endOf = (d: number): number => upTo(leastEdge(d), 1 / 4);

/** The largest usual gauge that flanges and fillets leave room for; null where there is none. */
function gaugeFor(d: number, { beam, column }: Members): number | null {
  const width = widthOf(beam);
  const fits = (g: number): boolean =>
    g <= beam.b &&
    (Math.min(width, column.b) - g) / 2 >= leastEdge(d) &&
    g / 2 >= column.tw / 2 + column.r + d &&
    (g - Math.max(beam.tw, column.tw)) / 2 >= wrenchRoom(d);
  return GAUGES.find(fits) ?? null;
}
/** An inch over the flange, in quarters. */
const widthOf = ({ b }: MemberDimensions): number => inch(Math.floor((b / INCH + 1) * 4 + 1e-9) / 4);

/** Rows of a form for bolts `d`, and how far the plate passes the top and the bottom flange. */
export function rowsOf(
  form: Form,
  d: number,
  { h, tf }: Pick<MemberDimensions, 'h' | 'tf'>,
): { rows: I['rows']; top: number; bottom: number } {
  const [p_f, p_b] = [clearOf(d), form === '8ES' ? upTo(3 * d, 1 / 8) : 0];
  // In sixteenths from the top of the beam, and no nearer to a flange than that.
  const inside = [upTo(tf + p_f, 1 / 16), -upTo(-(h - tf - p_f), 1 / 16)] as const;
  const ys = [p_f, -inside[0], -inside[1], -upTo(h + p_f, 1 / 16)].flatMap((y, k) => {
    if (p_b === 0) return [y];
    return k % 2 === 0 ? [y + p_b, y] : [y, y - p_b];
  });
  const end = p_b + endOf(d);
  return {
    rows: ys.map((y) => ({ y: Number(y.toPrecision(12)), role: 'auto' })),
    top: p_f + end,
    bottom: upTo(upTo(h + p_f, 1 / 16) - h + end, 1 / 16),
  };
}

/** A rib as thin and as short as its rules let it be, for a plate `past` the flange. */
export function ribFor(past: number, F_web: number, F_y: number): RibInput {
  const t = Math.max(F_web / F_y, past / (0.56 * Math.sqrt(ELASTICITY / F_y)));
  return { t: Math.max(inch(0.375), upTo(t, 1 / 8)), l: upTo(past / Math.tan(Math.PI / 6), 1 / 4), steel: GRADE };
}

/** Stiffeners as wide as the flange of the beam, and no wider than the column. */
export function stiffenerFor(t: number, beam: MemberDimensions, column: MemberDimensions): StiffenerInput {
  const widest = Math.floor(((column.b - column.tw) / 2 / INCH) * 8) / 8;
  const b = Math.min(inch(widest), upTo((beam.b - column.tw) / 2, 1 / 4));
  const thick = Math.max(t, upTo(Math.max(beam.tf / 2, b / 16), 1 / 8));
  const leg = Math.max(leastFillet(Math.min(thick, column.tw)), upTo(0.5 * thick, 1 / 16));
  return { b, t: thick, a: throat(leg), depth: 'full', fitted: true, steel: GRADE };
}
export const doublerFor = (t: number, column: MemberDimensions): WebPlateInput => ({
  t,
  b: inch(Math.floor(((column.h - 2 * (column.tf + column.r)) / INCH) * 16) / 16),
  sides: 1,
  weld: 'fillet',
  steel: GRADE,
});

/** Legs of the web, and of its part near the bolts in tension that they develop. */
function webLegs(x: Members, thin: boolean): { web: number; tension: number } {
  const tension = Math.max(leastFillet(x.beam.tw), upTo(developingLeg(x.basis, x.F_y, x.beam.tw), 1 / 16));
  return { tension, web: thin ? Math.min(tension, leastFillet(x.beam.tw)) : tension };
}

/** Leg that carries the largest force of a flange; none where complete penetration is the cheaper. */
function flangeLeg(x: Members, t: number, combinations: readonly Combination[]): number | null {
  const z = (x.beam.h - x.beam.tf) / 1e3;
  const F = 1e3 * Math.max(0, ...combinations.map((c) => Math.abs(c.M_Ed ?? 0) / z + Math.abs(c.N_Ed) / 2));
  const each = acrossFillet(x.basis) * (2 * x.beam.b - x.beam.tw);
  const leg = Math.max(leastFillet(Math.min(x.beam.tf, t)), upTo(F / each, 1 / 16));
  return leg <= LARGEST_FILLET + 1e-6 ? leg : null;
}

interface Choice {
  readonly form: Form;
  readonly d: number;
  readonly g: number;
  readonly t: number;
  readonly thinWeb: boolean;
  readonly stiffener: number | null;
  readonly doubler: number | null;
  readonly cls?: string;
}

function compose(x: Members, c: Choice, combinations: readonly Combination[]): I {
  const { beam, column, asked } = x;
  const { rows, top, bottom } = rowsOf(c.form, c.d, beam);
  const leg = flangeLeg(x, c.t, combinations);
  const legs = webLegs(x, c.thinWeb);
  const flange = throat(leg ?? LARGEST_FILLET);
  const stiff = c.stiffener === null ? null : stiffenerFor(c.stiffener, beam, column);
  return {
    form: 'column',
    beam: asked.beam,
    column: asked.column!,
    plate: { b: widthOf(beam), t: c.t, top, bottom, steel: GRADE },
    ...(c.form === '4E' ? {} : { rib: ribFor(Math.max(top, bottom), beam.tw * x.F_y, 50 * KSI) }),
    bolts: { d: c.d, cls: c.cls ?? '150', w: c.g, threads_in_plane: true, washers: 2 },
    rows,
    welds: {
      top: flange,
      bottom: flange,
      web: throat(legs.web),
      ...(legs.tension > legs.web ? { web_tension: throat(legs.tension) } : {}),
      ...(leg === null ? { flanges: 'butt' as const } : {}),
      design: 'resistance',
      sawn: true,
    },
    stiffeners: stiff ? { top: stiff, bottom: stiff } : {},
    ...(c.doubler === null ? {} : { web_plate: doublerFor(c.doubler, column) }),
    options: USUAL_OPTIONS,
  };
}

/** What strengthens the column, in order of its cost: nothing, stiffeners, a doubler, both. */
const STRENGTHENED: readonly (readonly [stiffener: number | null, doubler: number | null])[] = [
  [null, null],
  ...[0.375, 0.5, 0.75, 1].map((t) => [inch(t), null] as const),
  ...[0.375, 0.5, 0.75].map((t) => [null, inch(t)] as const),
  ...[0.5, 0.75, 1].flatMap((t) => [0.375, 0.5, 0.75].map((w) => [inch(t), inch(w)] as const)),
];
const FORMS: readonly Form[] = ['4E', '4ES', '8ES'];
const FORM_WORDS: Readonly<Record<Form, string>> = {
  '4E': 'Four bolts at each flange, on a plate extended at both ends',
  '4ES': 'Four bolts at each flange with a rib on either extension',
  '8ES': 'Eight bolts at each flange with a rib on either extension',
};

const reasons = (c: Choice, i: I, x: Members): string[] => [
  `${FORM_WORDS[c.form]}, ${boltName(c.d)} group 150 at a gauge of ${x.basis.units.size(c.g)}: the smallest of the usual bolts that hold.`,
  ...about(i, x),
];
/** What is so of a detail whose parts are no more than they need be. */
function about(i: I, { basis }: Members): string[] {
  const u = basis.units;
  const { web_plate: doubler } = i;
  return [
    `Plate ${u.size(i.plate.t)} ${GRADE.grade}, near the diameter of the bolts and thick enough that they do not pry.`,
    i.welds.flanges === 'butt'
      ? 'Complete penetration at the flanges: fillets would be larger than 1/2 in.'
      : `Fillets of ${u.size(i.welds.top * Math.SQRT2)} carry the forces of the flanges.`,
    ...(!i.stiffeners.top ? [] : ['Stiffeners at both flanges: the flange or the web of the column alone would give.']),
    ...(!doubler ? [] : [`A doubler ${u.size(doubler.t)} on the web of the column: its panel alone would give.`]),
  ];
}

/** The members of a start; throws a Refusal of a splice. */
function membersOf(start: Start, basis: Basis): Members {
  const asked = askedOf(start);
  if (!asked.column)
    throw new Refusal(
      'form',
      'form: a beam splice has no form in AISC 360’s procedure of moment end plates; accepted is a beam to column flange.',
    );
  const beam = memberDimensions(asked.beam, basis, 'beam')!;
  const column = memberDimensions(asked.column, basis, 'column')!;
  return { asked, beam, column, F_y: strength(asked.beam.steel, beam.tf, basis, 'beam.steel').f_y, basis };
}

const formOf = ({ rib, rows }: I): Form => (!rib ? '4E' : rows.length > 4 ? '8ES' : '4ES');
const strengthenedAs = ({ stiffeners, web_plate }: I): number =>
  Math.max(
    0,
    STRENGTHENED.findIndex(([s, w]) => (s === null) === !stiffeners.top && (w === null) === !web_plate),
  );

/** Every choice of form, bolts, plate and what strengthens the column. */
export function momentPlateSearchToAisc360(
  { start, present, combinations }: SearchFrom<I>,
  basis: Basis,
  practice: Practice,
): SearchSpace<I> {
  const x = membersOf(start, basis);
  const { units } = basis;
  const plates = [...new Set([...practice.plates, ...PLATES])].filter((t) => t >= inch(0.5)).sort((a, b) => a - b);
  const words = STRENGTHENED.map(([s, w]) =>
    [s === null ? '' : `stiffeners ${units.size(s)}`, w === null ? '' : `doubler ${units.size(w)}`].filter(Boolean).join(', '),
  ).map((w) => w || 'nothing');
  return {
    axes: [
      wordAxis('form', 'form', FORMS),
      boltAxis([...new Set([...practice.bolts, ...BOLTS['8ES']])].sort((a, b) => a - b)),
      wordAxis('class', 'class', [...new Set([...practice.classes, '150'])]),
      lengthAxis('plate', 'plate', plates, units),
      wordAxis('column', 'column', words),
      wordAxis('web', 'web fillets', ['develop the web', 'least away from the tension bolts']),
    ],
    make: (choice) => {
      const [form, d, cls, t, column, web] = choice as [Form, number, string, number, string, string];
      const g = BOLTS[form].some((b) => Math.abs(b - d) < 1e-6) ? gaugeFor(d, x) : null;
      // Thinner plates pry, thicker ones do nothing for bolts of this size.
      if (g === null || t < d - inch(0.126) || t > 2 * d) return null;
      const [stiffener, doubler] = STRENGTHENED[words.indexOf(column)]!;
      const made = compose(x, { form, d, g, t, cls, stiffener, doubler, thinWeb: web !== 'develop the web' }, combinations);
      return present ? { ...made, options: present.options } : made;
    },
    of: (i) => [
      ...[formOf(i), i.bolts.d, i.bolts.cls, i.plate.t, words[strengthenedAs(i)]!],
      i.welds.web_tension === undefined ? 'develop the web' : 'least away from the tension bolts',
    ],
    why: (i) => [`${FORM_WORDS[formOf(i)]}.`, ...about(i, x)],
    fixed:
      'Gauge, ends and rows are those of practice for each form and bolt; fillets of the flanges carry their forces, or they are welded through.',
  };
}

/** A first detail for members and forces: the form with the fewest parts, its smallest bolts and its thinnest plate that hold. */
export function momentPlateFirstToAisc360(
  start: Start,
  combinations: readonly Combination[],
  basis: Basis,
  judge: (input: I) => number,
): FirstDetail<I> {
  const x = membersOf(start, basis);
  const { beam, column } = x;
  let best: { input: I; multiple: number; why: string[] } | null = null;
  const holds = (c: Choice): boolean => {
    const input = compose(x, c, combinations);
    const multiple = judge(input);
    if (!best || multiple > best.multiple) best = { input, multiple, why: reasons(c, input, x) };
    return multiple >= 1;
  };
  for (const form of FORMS)
    for (const d of BOLTS[form]) {
      const g = gaugeFor(d, x);
      if (g === null) continue;
      const usual = PLATES.filter((t) => t >= d - inch(0.126) && t <= d + inch(0.76));
      // The strongest of this form and bolt first: where it gives, so do the others.
      const strongest: Choice = { form, d, g, t: usual.at(-1)!, thinWeb: false, stiffener: inch(1), doubler: inch(0.75) };
      if (!holds(strongest)) continue;
      best = null;
      const t = usual.find((thick) => holds({ ...strongest, t: thick })) ?? usual.at(-1)!;
      for (const [stiffener, doubler] of STRENGTHENED)
        for (const thinWeb of [true, false]) {
          const c = { ...strongest, t, stiffener, doubler, thinWeb };
          best = null;
          if (holds(c)) return best!;
        }
      holds({ ...strongest, t });
      return best!;
    }
  if (!best)
    throw new Refusal(
      'column.section',
      `column.section: ${column.name} and ${beam.name} leave no room for two bolt lines of a usual gauge; accepted are wider flanges.`,
    );
  const found = best as { input: I; why: string[] };
  return {
    input: found.input,
    why: [...found.why, 'No detail of the usual range holds these forces; this is the strongest of them.'],
  };
}
