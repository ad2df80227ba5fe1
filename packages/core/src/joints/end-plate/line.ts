import { lineBolt, LineLengths, LineReader, printOptions, printSteel, tidy } from '../line-reader.ts';
import { columns, type EndPlateInput } from './input.ts';
import { SI, type Units } from '../../units/system.ts';

/*
 * EP | 10x196x286 S275 | 4xM20-8.8 @70/106 | e1 38 | top 54 | fw 8
 * plate thickness x width x depth, steel | rows x bolt @ pitch/gauge (@0/106 with one row), or rows x columns a side x bolt @ pitch/gauge/pitch across | end distance e1 | beam top to plate top | fillet
 * weld leg. Optional: full (depth), holes plate/support, cat C/B, shank, pack 4, notch 155x52 or notch 155x52/40.
 */

/** The joint as one line; members and actions are not in it. */
export function printLine(i: EndPlateInput, units: Units = SI): string {
  const l = LineLengths.of(units);
  const num = (x: number): string => l.print(x);
  const { plate, bolts, weld, holes } = i;
  const two = columns(i) > 1;
  return [
    `EP${l.mark}`,
    `${num(plate.t)}x${num(plate.b)}x${num(plate.h)} ${printSteel(plate.steel)}`,
    `${bolts.n1}x${two ? '2x' : ''}${lineBolt(bolts.d, bolts.cls)} @${l.pitch(bolts.p1)}${l.between}${num(bolts.p3)}${two ? `${l.between}${num(bolts.p2!)}` : ''}`,
    `e1 ${num(plate.e1)}`,
    `top ${num(plate.top)}`,
    `fw ${num(weld.s)}`,
    ...(plate.full_depth ? ['full'] : []),
    ...printOptions(l, [holes.plate, holes.support], bolts, i.beam.notch),
  ].join(' | ');
}

/** Exact inverse of `printLine` on the detail of `base`; members are kept from `base`. */
export function parseLine(text: string, base: EndPlateInput, units: Units = SI): EndPlateInput {
  const line = new LineReader(
    text,
    'EP',
    'an end plate',
    ['e1', 'top', 'fw', 'full', 'holes', 'cat', 'shank', 'pack', 'notch'],
    units,
  );
  const { t, b, h, steel } = line.plate();
  const {
    n1,
    n2,
    d,
    cls,
    distances: [p1, p3, p2],
  } = line.bolts(
    (columns) => columns,
    (columns) => (columns === 2 ? '4x2xM20-8.8 @70/106/60' : '4xM20-8.8 @70/106'),
  );
  const [plateHoles, supportHoles] = line.holes(['plate', 'support']);
  return {
    ...base,
    beam: { ...base.beam, notch: line.notch() },
    plate: {
      t,
      b,
      h,
      e1: line.length('e1', 'e1 38'),
      top: tidy(line.length('top', 'top 54')),
      full_depth: line.flag('full'),
      steel,
    },
    bolts: { n1, d, cls, p1, p3, ...(n2 > 1 ? { n2, p2 } : {}), ...line.commonBolts() },
    weld: { s: line.length('fw', 'fw 8') },
    holes: { plate: plateHoles!, support: supportHoles! },
  };
}
