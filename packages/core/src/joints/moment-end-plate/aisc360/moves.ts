import { inches as inch, KSI } from '../../../catalogue/index.ts';
import { boltName } from '../../../units/system.ts';
import { largerBolt, strongerClass, strongerGrade } from '../../practical.ts';
import { stepMove } from '../../field-makers.ts';
import type { Move } from '../../kind.ts';
import { written } from '../field-parts.ts';
import { momentPlateFields } from '../fields.ts';
import type { MomentPlateInput } from '../input.ts';
import type { MomentPlateModel } from '../model.ts';
import { doublerFor, ribFor, rowsOf, stiffenerFor } from './first.ts';
import { endOf, type Form } from './form.ts';

type I = MomentPlateInput;
const STEPS = [
  ['plate.t', 'plate', 1, -1, 2],
  ['plate.b', 'plate width', 1],
  ['bolts.w', 'gauge', 1, -1],
  ['welds.w_top', 'fillet, top flange', 1],
  ['welds.w_bottom', 'fillet, bottom flange', 1],
  ['welds.w_web', 'fillet, web', 1],
  ['welds.w_tension', 'fillet, web near the bolts in tension', 1],
  ['rib.t', 'rib', 1],
  ['rib.l', 'length of the rib', 1],
  ['stiffeners.top.t', 'top stiffener', 1],
  ['stiffeners.bottom.t', 'bottom stiffener', 1],
  ['stiffeners.top.w', 'fillet, top stiffener', 1],
  ['stiffeners.bottom.w', 'fillet, bottom stiffener', 1],
  ['web_plate.t', 'doubler', 1, 2],
] as const;

/** The same joint in another form or with other bolts, its rows and plate as practice has them. */
function reformed(i: I, m: MomentPlateModel, form: Form, d: number): I {
  const { rows, top, bottom } = rowsOf(form, d, m.beam.dims);
  const { rib: _rib, ...rest } = i;
  const F_y = i.rib ? m.ribSteel!.f_y : 50 * KSI;
  const ribbed =
    form === '4E'
      ? {}
      : {
          rib: {
            ...ribFor(Math.max(top, bottom), m.beam.dims.tw * m.beam.steel.f_y, F_y),
            ...(i.rib ? { steel: i.rib.steel } : {}),
          },
        };
  return { ...rest, ...ribbed, rows, plate: { ...i.plate, top, bottom }, bolts: { ...i.bolts, d } };
}

/** Small moves of a moment end plate to AISC 360. */
export function momentPlateMovesToAisc360(i: I, m: MomentPlateModel): Move<I>[] {
  const { materials } = m.basis.standard;
  const column = m.column!.dims;
  const moves: Move<I>[] = STEPS.flatMap(([id, label, ...steps]) => {
    const field = momentPlateFields.find((f) => f.id === id)!;
    if (field.applies && !field.applies(i)) return [];
    return (steps as readonly number[]).flatMap((by) => stepMove(m.basis, momentPlateFields, i, id, label, by));
  });
  const form = (endOf(m, 'top').form ?? endOf(m, 'bottom').form)!;
  const next = form === '4E' ? '4ES' : form === '4ES' ? '8ES' : null;
  if (next)
    moves.push({
      label: next === '4ES' ? 'ribs on the extensions of the plate' : 'eight bolts at each flange, in pairs of rows',
      input: reformed(i, m, next, i.bolts.d),
    });
  const bigger = largerBolt(m.basis, i.bolts.d, materials.diameters);
  if (bigger) moves.push({ label: `bolts ${boltName(i.bolts.d)} → ${boltName(bigger)}`, input: reformed(i, m, form, bigger) });
  const cls = strongerClass(m.basis, i.bolts.cls);
  if (cls) moves.push({ label: `class ${i.bolts.cls} → ${cls}`, input: written(i, 'bolts.cls', cls) });
  const grade = strongerGrade(m.basis, i.plate.steel.grade);
  if (grade) moves.push({ label: `plate ${i.plate.steel.grade} → ${grade}`, input: written(i, 'plate.steel', { grade }) });
  if (i.welds.flanges !== 'butt')
    moves.push({ label: 'complete penetration at the flanges', input: written(i, 'welds.flanges', 'butt') });
  const pair = stiffenerFor(inch(0.5), m.beam.dims, column);
  if (!i.stiffeners.top || !i.stiffeners.bottom)
    moves.push({
      label: 'column stiffeners at both flanges',
      input: { ...i, stiffeners: { top: pair, bottom: pair, ...i.stiffeners } },
    });
  for (const at of ['top', 'bottom'] as const)
    if (!i.stiffeners[at])
      moves.push({
        label: `column stiffeners at the ${at} flange`,
        input: { ...i, stiffeners: { ...i.stiffeners, [at]: pair } },
      });
  if (!i.web_plate)
    moves.push({ label: 'a doubler on the web of the column', input: { ...i, web_plate: doublerFor(inch(0.5), column) } });
  return moves;
}
