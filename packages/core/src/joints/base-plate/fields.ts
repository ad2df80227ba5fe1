import { en1993 } from '../../standards/en1993/standard.ts';
import type { Edit, Field } from '../kind.ts';
import { aiscBaseFields } from './aisc360/fields.ts';
import { anchorFields } from './fields/anchors.ts';
import { reinforcementFields } from './fields/bars.ts';
import { blockFields } from './fields/block.ts';
import { columnFields } from './fields/column.ts';
import { jointFields } from './fields/joint.ts';
import { anyAnchor, circleOf, inRows, onCircle, pattern, plateB, plateH, spanOf, type I } from './fields/parts.ts';

export { COLUMN_SHAPES } from './fields/column.ts';
export { edgeOf, USUAL_KEY } from './fields/parts.ts';
export { headFor, washerFor } from './fields/types.ts';

const all = [...columnFields, ...anchorFields, ...reinforcementFields, ...blockFields, ...jointFields];

/** Choices of EN 1993-1-8, EN 1992-1-1 and EN 1992-4 alone. */
const TO_EN = new Set([
  'anchors.type',
  'anchors.ribbed',
  'anchors.bond',
  'anchors.L_b',
  'anchors.tension',
  'anchors.shear',
  'anchors.cut',
  'concrete.split',
  'concrete.mesh',
  'grout.source',
  'shear.path',
  'shear.N_from',
  'key.type',
  'key.along',
  'key.h',
  'key.tw',
  'key.tf',
  'key.a',
  'weld.a_f',
  'weld.a_w',
  'weld.method',
]);
const toEn = (id: string): boolean => TO_EN.has(id) || /^(options|product|bars|loops)\./.test(id);
const allFields = [...all.map((f) => (toEn(f.id) ? { ...f, under: [en1993.id] } : f)), ...aiscBaseFields];
/** What a base without anchors has no use for is not asked. */
export const baseFields: readonly Field<I>[] = allFields.map((f) =>
  f.id.startsWith('anchors.') ? { ...f, applies: (i: I) => anyAnchor(i) && (f.applies?.(i) ?? true) } : f,
);

const moreRows =
  (by: 1 | -1, along: 'n_y' | 'n_z') =>
  (i: I): I | null => {
    if (!inRows(i)) return null;
    const p = i.anchors.pattern;
    const n = p[along] + by;
    if (n < 1) return null;
    const s = along === 'n_y' ? 's_y' : 's_z';
    // The outer rows stay where they are, and the others share the room between them.
    const span = spanOf(p, along === 'n_y' ? 'y' : 'z') || (along === 'n_y' ? plateB(i) : plateH(i)) - 5 * i.anchors.d;
    return pattern(i, { [along]: n, [s]: n > 1 ? Math.round((span / (n - 1)) * 10) / 10 : 0 });
  };
export const baseEdits: readonly Edit<I>[] = [
  { id: 'row.add', label: 'Add an anchor row', apply: moreRows(1, 'n_z') },
  { id: 'row.remove', label: 'Remove an anchor row', apply: moreRows(-1, 'n_z') },
  { id: 'line.add', label: 'Add an anchor to each row', apply: moreRows(1, 'n_y') },
  { id: 'line.remove', label: 'Remove an anchor from each row', apply: moreRows(-1, 'n_y') },
  {
    id: 'ring.add',
    label: 'Add an anchor to the circle',
    apply: (i) => (onCircle(i) ? pattern(i, { n: circleOf(i).n + 1 }) : null),
  },
  {
    id: 'ring.remove',
    label: 'Remove an anchor from the circle',
    apply: (i) => (onCircle(i) && circleOf(i).n > 3 ? pattern(i, { n: circleOf(i).n - 1 }) : null),
  },
];

export const baseField = (id: string): Field<I> => baseFields.find((f) => f.id === id)!;
