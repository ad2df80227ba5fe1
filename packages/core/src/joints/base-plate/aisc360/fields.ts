import { inches as inch } from '../../../catalogue/index.ts';
import { fieldMakers } from '../../field-makers.ts';
import type { Field } from '../../kind.ts';
import { aisc360 } from '../../../standards/aisc360/standard.ts';
import type { BaseInput, KeyInput } from '../input.ts';
import { headOf } from './heads.ts';

type I = BaseInput;
const { mm, choice } = fieldMakers<I>();
const LEGS = [3, 4, 5, 6, 7, 8, 10, 12, 14, 16].map((x) => inch(x / 16));
/** A leg as the throat that the input holds, and back. */
const throat = (leg: number): number => leg / Math.SQRT2;
const legOf = (a: number): number => Number((a * Math.SQRT2).toPrecision(12));

/** A plate lug of usual size that reaches 3 in into the concrete. */
const usualLug = (i: I): KeyInput => ({
  type: 'plate',
  along: 'z',
  depth: i.grout.t + inch(3),
  b: inch(8),
  t: inch(1.5),
  steel: { grade: 'A36' },
  a: throat(inch(5 / 16)),
});
const isLug = (key: KeyInput | undefined): boolean => key?.type === 'plate' && key.along === 'z';
const byKey = (i: I): boolean => i.shear.path.endsWith('key');

const fields: readonly Field<I>[] = [
  choice(
    'anchors.cast',
    'Anchor, cast in',
    [
      ['headed', 'headed'],
      ['washer', 'with an end plate'],
    ],
    (i) => i.anchors.type,
    (i, v) => {
      const { A_brg: _, ...a } = i.anchors;
      const side = inch(Math.ceil((3 * a.d) / 25.4));
      return {
        ...i,
        anchors: {
          ...a,
          type: v as 'headed',
          ...(v === 'headed' ? headOf(a.d) : { head: side, head_t: inch(Math.ceil((8 * 0.5 * a.d) / 25.4) / 8) }),
        },
      };
    },
  ),
  choice(
    'anchors.brittle',
    'Steel of the anchors',
    [
      [false, 'ductile'],
      [true, 'brittle'],
    ],
    (i) => i.anchors.brittle,
    (i, v) => ({ ...i, anchors: { ...i.anchors, brittle: v === true } }),
  ),
  choice(
    'concrete.supplementary',
    'Reinforcement across the cone',
    [
      [true, 'yes'],
      [false, 'none'],
    ],
    (i) => i.concrete.supplementary,
    (i, v) => ({ ...i, concrete: { ...i.concrete, supplementary: v === true } }),
  ),
  choice(
    'shear.by',
    'Shear goes by',
    [
      ['anchors', 'the anchors'],
      ['friction', 'friction'],
      ['key', 'a shear lug'],
    ],
    (i) => (byKey(i) ? 'key' : i.shear.path.endsWith('anchors') ? 'anchors' : 'friction'),
    (i, v) => ({
      ...i,
      shear: { ...i.shear, path: v as 'key', ...(v === 'key' && !isLug(i.shear.key) ? { key: usualLug(i) } : {}) },
    }),
  ),
  {
    ...mm(
      'weld.w_f',
      'Fillet of flanges or walls',
      'w',
      LEGS,
      (i) => legOf(i.weld.a_f),
      (i, v) => ({ ...i, weld: { ...i.weld, a_f: throat(v) } }),
    ),
    applies: (i) => i.weld.type === 'fillet',
  },
  {
    ...mm(
      'weld.w_w',
      'Fillet of the web',
      'w',
      LEGS,
      (i) => legOf(i.weld.a_w),
      (i, v) => ({ ...i, weld: { ...i.weld, a_w: throat(v) } }),
    ),
    applies: (i) => i.weld.type === 'fillet',
  },
  {
    ...mm(
      'key.w',
      'Fillet of the lug',
      'w',
      LEGS,
      (i) => legOf(i.shear.key?.a ?? 0),
      (i, v) => (i.shear.key ? { ...i, shear: { ...i.shear, key: { ...i.shear.key, a: throat(v) } } } : i),
    ),
    applies: byKey,
  },
];
/** What is asked of a column base under AISC 360 alone. */
export const aiscBaseFields: readonly Field<I>[] = fields.map((f) => ({ ...f, under: [aisc360.id] }));
