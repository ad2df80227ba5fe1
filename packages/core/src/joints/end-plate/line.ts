import { lineNumber as num, linePitch, LineReader, printOptions, printSteel, tidy } from '../line-reader.ts';
import type { EndPlateInput } from './input.ts';

/*
 * EP | 10x196x286 S275 | 4xM20-8.8 @70/106 | e1 38 | top 54 | fw 8
 * plate thickness x width x depth, steel | rows x bolt @ pitch/gauge (@0/106 with one row) | end distance e1 | beam top to plate top | fillet
 * weld leg. Optional: full (depth), holes plate/support, cat C/B, shank, pack 4, notch 155x52 or notch 155x52/40.
 */

/** The joint as one line; members and actions are not in it. */
export function printLine(i: EndPlateInput): string {
  const { plate, bolts, weld, holes } = i;
  return [
    'EP',
    `${num(plate.t)}x${num(plate.b)}x${num(plate.h)} ${printSteel(plate.steel)}`,
    `${bolts.n1}xM${bolts.d}-${bolts.cls} @${linePitch(bolts.p1)}/${num(bolts.p3)}`,
    `e1 ${num(plate.e1)}`,
    `top ${num(plate.top)}`,
    `fw ${num(weld.s)}`,
    ...(plate.full_depth ? ['full'] : []),
    ...printOptions([holes.plate, holes.support], bolts, i.beam.notch),
  ].join(' | ');
}

/** Exact inverse of `printLine` on the detail of `base`; members are kept from `base`. */
export function parseLine(text: string, base: EndPlateInput): EndPlateInput {
  const line = new LineReader(text, 'EP', 'an end plate', ['e1', 'top', 'fw', 'full', 'holes', 'cat', 'shank', 'pack', 'notch']);
  const { t, b, h, steel } = line.plate();
  const { n1, n2, d, cls, distances: [p1, p3], token } = line.bolts(() => true, () => '4xM20-8.8 @70/106');
  if (n2 !== 1) line.refuse(token, 'rows and bolt, as in 4xM20-8.8 @70/106: the two lines of an end plate go without saying');
  const [plateHoles, supportHoles] = line.holes(['plate', 'support']);
  return {
    ...base,
    beam: { ...base.beam, notch: line.notch() },
    plate: { t, b, h, e1: line.length('e1', 'e1 38'), top: tidy(line.length('top', 'top 54')), full_depth: line.flag('full'), steel },
    bolts: { n1, d, cls, p1, p3, ...line.commonBolts() },
    weld: { s: line.length('fw', 'fw 8') },
    holes: { plate: plateHoles!, support: supportHoles! },
  };
}
