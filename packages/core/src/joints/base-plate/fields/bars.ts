import { range } from '../../field-makers.ts';
import type { Field } from '../../kind.ts';
import type { LoopsInput } from '../input.ts';
import { anchors, drop, mm, number, open, without, yesNo, type I } from './parts.ts';

const BARS = { n: 4, d: 12, l_1: 150, hooked: true, good_bond: true, f_yk: 500 };
const reinforcement = { bars: BARS, loops: { ...BARS, e_s: 60, enclosing: true } } as const;

type Bars = LoopsInput | NonNullable<I['anchors']['bars']>;
/** Fields of the bars across the cone, and of the loops across the body of an edge. */
// eslint-disable-next-line max-lines-per-function -- a table of fields
function barFields(of: 'bars' | 'loops', any: string, body: string): Field<I>[] {
  const given = (i: I): Bars | undefined => i.anchors[of];
  const set = (i: I, c: Partial<LoopsInput>): I => anchors(i, { [of]: drop({ ...reinforcement[of], ...given(i), ...c }) });
  const each: Field<I>[] = [
    number(
      `${of}.n`,
      'Number of bars',
      range(2, 24, 2),
      (i) => given(i)?.n ?? 0,
      (i, v) => set(i, { n: v }),
    ),
    mm(
      `${of}.d`,
      'Bar diameter',
      '',
      [8, 10, 12, 14, 16],
      (i) => given(i)?.d ?? 0,
      (i, v) => set(i, { d: v }),
    ),
    mm(
      `${of}.l_1`,
      `Length in the ${body}`,
      'l_1',
      range(50, 600, 10),
      (i) => given(i)?.l_1 ?? 0,
      (i, v) => set(i, { l_1: v }),
    ),
    open(
      `${of}.l_2`,
      `Anchorage beyond the ${body} (0: not given)`,
      range(100, 1500, 10),
      (i) => given(i)?.l_2,
      (i, v) => set(i, { l_2: v }),
    ),
    open(
      `${of}.distance`,
      'Distance from the anchors (0: not given)',
      range(10, 400, 5),
      (i) => given(i)?.distance,
      (i, v) => set(i, { distance: v }),
    ),
    ...(of === 'loops'
      ? [
          mm(
            'loops.e_s',
            'Shear line down to the bars',
            'e_s',
            range(0, 200, 5),
            (i) => i.anchors.loops?.e_s ?? 0,
            (i, v) => set(i, { e_s: v }),
          ),
          yesNo(
            'loops.enclosing',
            'Loops',
            ['touch or enclose the anchors', 'stand beside them'],
            (i) => i.anchors.loops?.enclosing ?? true,
            (i, v) => set(i, { enclosing: v }),
          ),
        ]
      : []),
  ];
  return [
    yesNo(
      `${of}.any`,
      any,
      ['yes', 'none'],
      (i) => given(i) !== undefined,
      (i, v) => (v ? set(i, {}) : { ...i, anchors: without(i.anchors, of) as I['anchors'] }),
    ),
    ...each.map((f) => ({ ...f, applies: (i: I) => given(i) !== undefined })),
  ];
}

/** Bars across the cone and loops across the body of an edge. */
export const reinforcementFields: readonly Field<I>[] = [
  ...barFields('bars', 'Hanger bars across the cone', 'cone'),
  ...barFields('loops', 'Loops across the body of an edge', 'edge body'),
];
