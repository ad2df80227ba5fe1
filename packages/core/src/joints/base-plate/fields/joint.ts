import { range } from '../../field-makers.ts';
import type { Field } from '../../kind.ts';
import { choice, key, keyField, mm, options, USUAL_KEY, weld, withKey, without, yesNo, type I, type Key } from './parts.ts';

/** Shear, key, welds and the choices of the method. */
export const jointFields: readonly Field<I>[] = [
  choice(
    'shear.path',
    'Shear goes by',
    [
      ['friction+anchors', 'friction, rest by anchors'],
      ['friction', 'friction alone'],
      ['anchors', 'anchors alone'],
      ['friction+key', 'friction, rest by a key'],
      ['key', 'a key alone'],
    ],
    (i) => i.shear.path,
    (i, v) => ({
      ...i,
      shear: {
        ...i.shear,
        path: v as I['shear']['path'],
        ...(String(v).endsWith('key') && !i.shear.key ? { key: { ...USUAL_KEY, depth: Math.max(150, i.grout.t + 100) } } : {}),
      },
    }),
  ),
  choice(
    'shear.N_from',
    'Friction counts on',
    [
      ['column', 'the compression of the column'],
      ['contact', 'the force of the contact'],
    ],
    (i) => i.shear.N_from,
    (i, v) => ({ ...i, shear: { ...i.shear, N_from: v as 'column' } }),
  ),
  {
    ...choice(
      'key.type',
      'Shear key',
      [
        ['I', 'I stub'],
        ['plate', 'plate'],
      ],
      (i) => i.shear.key?.type ?? 'I',
      (i, v) => ({
        ...i,
        shear: {
          ...i.shear,
          key: {
            ...without(i.shear.key ?? USUAL_KEY, 'h', 'tw', 'tf', 't'),
            type: v as Key['type'],
            ...(v === 'plate' ? { t: 30 } : { h: 120, tw: 8, tf: 12 }),
          } as Key,
        },
      }),
    ),
    applies: withKey,
  },
  {
    ...choice(
      'key.along',
      'Key works along',
      [
        ['z', 'z'],
        ['y', 'y'],
      ],
      (i) => i.shear.key?.along ?? 'z',
      (i, v) => key(i, { along: v as 'z' }),
    ),
    applies: withKey,
  },
  keyField('depth', 'Key depth below the plate', range(60, 400, 10)),
  keyField('b', 'Key width across the shear', range(60, 400, 10)),
  keyField('h', 'Key section depth', range(60, 400, 10), 'I'),
  keyField('tw', 'Key web', [6, 8, 10, 12, 15], 'I'),
  keyField('tf', 'Key flange', [8, 10, 12, 15, 20, 25], 'I'),
  keyField('t', 'Key thickness', [15, 20, 25, 30, 40, 50, 60], 'plate'),
  keyField('a', 'Key weld throat', [4, 5, 6, 8, 10]),
  choice(
    'weld.type',
    'Column weld',
    [
      ['fillet', 'fillet'],
      ['butt', 'full penetration butt'],
    ],
    (i) => i.weld.type,
    (i, v) => weld(i, { type: v as 'fillet' }),
  ),
  {
    ...mm(
      'weld.a_f',
      'Throat, flanges or walls',
      'a',
      [3, 4, 5, 6, 7, 8, 10, 12, 15],
      (i) => i.weld.a_f,
      (i, v) => weld(i, { a_f: v }),
    ),
    applies: (i) => i.weld.type === 'fillet',
  },
  {
    ...mm(
      'weld.a_w',
      'Throat, web',
      'a',
      [3, 4, 5, 6, 7, 8, 10, 12],
      (i) => i.weld.a_w,
      (i, v) => weld(i, { a_w: v }),
    ),
    applies: (i) => i.weld.type === 'fillet',
  },
  {
    ...choice(
      'weld.method',
      'Weld method',
      [
        ['job', 'as the job'],
        ['directional', 'directional'],
        ['simplified', 'simplified'],
      ],
      (i) => i.weld.method,
      (i, v) => weld(i, { method: v as 'job' }),
    ),
    applies: (i) => i.weld.type === 'fillet',
  },
  {
    ...yesNo(
      'weld.bearing',
      'Column end',
      ['machined, bears on the plate', 'compression by the welds'],
      (i) => i.weld.bearing,
      (i, v) => weld(i, { bearing: v }),
    ),
    applies: (i) => i.weld.type === 'fillet',
  },
  choice(
    'options.method',
    'Method',
    [
      ['auto', 'as fits'],
      ['lever-arm', 'lever arm'],
      ['section', 'general section'],
    ],
    (i) => i.options.method,
    (i, v) => options(i, { method: v as 'auto' }),
  ),
  choice(
    'options.law',
    'Concrete',
    [
      ['winkler', 'elastic'],
      ['parabola', 'parabola'],
      ['uniform', 'uniform block'],
    ],
    (i) => i.options.law,
    (i, v) => options(i, { law: v as 'winkler' }),
  ),
  choice(
    'options.contact',
    'Contact',
    [
      ['effective', 'effective area'],
      ['full', 'whole plate'],
    ],
    (i) => i.options.contact,
    (i, v) => options(i, { contact: v as 'full' }),
  ),
  choice(
    'options.prying',
    'Prying',
    [
      ['strict', 'strict, 6.2.6.11(2)'],
      ['table-6.2', 'Table 6.2'],
    ],
    (i) => i.options.prying,
    (i, v) => options(i, { prying: v as 'strict' }),
  ),
  choice(
    'options.loaded',
    'Loaded area of alpha',
    [
      ['plate', 'the plate'],
      ['effective', 'the effective area'],
    ],
    (i) => i.options.loaded_area,
    (i, v) => options(i, { loaded_area: v as 'plate' }),
  ),
  choice(
    'options.shape',
    'Spread of alpha',
    [
      ['equal', 'the same shape'],
      ['separate', 'each way for itself'],
    ],
    (i) => i.options.alpha_shape,
    (i, v) => options(i, { alpha_shape: v as 'equal' }),
  ),
  yesNo(
    'options.psi_M',
    'Compression helps the cone',
    ['counted', 'not counted'],
    (i) => i.options.psi_M,
    (i, v) => options(i, { psi_M: v }),
  ),
];
