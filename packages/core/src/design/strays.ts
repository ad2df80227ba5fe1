import { plateThickness } from '../detail/solid.ts';
import type { Joint, JointKind } from '../joints/kind.ts';
import { notHoused } from './housed.ts';
import type { GivenPractice } from '../rules/index.ts';
import { boltName } from '../units/system.ts';

const isOneOf = (list: readonly number[], x: number): boolean => list.some((y) => Math.abs(x - y) < 1e-6);

/** What of a detail is not among what the office makes details of, in words, each once: what the office says nothing of is none of it. */
export function straysOf(
  kind: Pick<JointKind, 'fields'>,
  { solid, basis, input }: Pick<Joint, 'solid' | 'basis' | 'input'>,
  details: GivenPractice,
): string[] {
  const { bolts, anchors, classes, plates, base_plates, steels, legs, least_rows } = details;
  const { units } = basis;
  const out = new Set<string>();
  // What stands on a base plate may have a plate of the other list too.
  const onBase = base_plates && kind.fields.some((f) => f.follows === 'base_plates');
  const stock = onBase ? [...base_plates, ...(plates ?? [])] : plates;
  const anchor = kind.fields.find((f) => f.id === 'anchors.d')?.get(input);
  if (anchors && anchor !== undefined && !isOneOf(anchors, Number(anchor))) out.add(`anchors ${boltName(Number(anchor))}`);
  for (const b of solid.bolts) {
    if (bolts && !isOneOf(bolts, b.d)) out.add(`bolts ${boltName(b.d)}`);
    if (classes && !classes.includes(b.cls)) out.add(`class ${b.cls}`);
  }
  for (const p of solid.plates) {
    const t = plateThickness(p);
    if (stock && !isOneOf(stock, t)) out.add(`plate ${units.size(t)}`);
    if (steels && !steels.includes(p.grade)) out.add(`steel ${p.grade}`);
  }
  // A fillet may be given by its throat.
  for (const w of solid.welds)
    if (legs && !isOneOf(legs, w.leg) && !isOneOf(legs, w.leg / Math.SQRT2)) out.add(`fillet ${units.size(w.leg)}`);
  const rows = new Set(solid.bolts.map((b) => b.row)).size;
  if (least_rows !== undefined && rows > 0 && rows < least_rows) out.add(`${rows} rows of bolts`);
  for (const words of notHoused(kind, input, details, units)) out.add(words);
  return [...out];
}
