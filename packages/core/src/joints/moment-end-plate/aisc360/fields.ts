import { inches as inch } from '../../../catalogue/index.ts';
import { aisc360 } from '../../../standards/aisc360/standard.ts';
import { legField, open, parts, size, steel } from '../field-parts.ts';
import type { Field } from '../../kind.ts';
import type { MomentPlateInput } from '../input.ts';

type I = MomentPlateInput;
const ribbed = (i: I): boolean => i.rib !== undefined;
const filleted = (i: I): boolean => i.welds.flanges !== 'butt';
const eighths = (from: number, to: number, part = 8): number[] =>
  Array.from({ length: (to - from) * part + 1 }, (_, k) => inch(from + k / part));

/** A rib as long as its rule asks on the present extension of the plate. */
const newRib = (i: I): NonNullable<I['rib']> => ({
  t: inch(0.5),
  l: inch(Math.ceil((Math.max(i.plate.top, i.plate.bottom) * Math.sqrt(3) * 4) / 25.4) / 4),
  steel: i.plate.steel,
});

/** What is asked of a moment end plate under AISC 360 alone. */
export const aiscMomentFields: readonly Field<I>[] = [
  parts('rib', 'Rib on the extended plate', 'rib', 'none', 'a rib', newRib),
  size('rib.t', 'Thickness of the rib', 't', eighths(0.375, 1.5), { applies: ribbed }),
  size('rib.l', 'Length of the rib along the flange', 'L', eighths(4, 20, 2), { applies: ribbed }),
  steel('rib.grade', 'rib.steel', 'Steel of the rib', { applies: ribbed }),
  legField('welds.top', 'welds.w_top', 'Fillet, top flange', { applies: filleted }),
  legField('welds.bottom', 'welds.w_bottom', 'Fillet, bottom flange', { applies: filleted }),
  legField('welds.web', 'welds.w_web', 'Fillet, web'),
  legField('welds.web_tension', 'welds.w_tension', 'Fillet, web near the bolts in tension', {
    set: (i, v) => open('welds.web_tension', '', '', []).set(i, Number(v) / Math.SQRT2),
  }),
  ...(['top', 'bottom'] as const).map((at) =>
    legField(`stiffeners.${at}.a`, `stiffeners.${at}.w`, `Stiffener at the ${at}: fillet`, {
      applies: (i) => i.stiffeners[at] !== undefined,
    }),
  ),
].map((f) => ({ ...f, under: [aisc360.id] }));
