import { LineError } from '../kind.ts';
import { lineBolt, LineLengths, LineReader, printOptions, printSteel, tidy } from '../line-reader.ts';
import { plateWidth, type FinPlateInput } from './input.ts';
import { SI, type Units } from '../../units/system.ts';

/*
 * FP | 10x110x290 S275 | 4xM20-8.8 @70 | e 40/50 | gap 10 | top 50 | fw 8
 * plate thickness x width x depth, steel | rows x bolt @ pitch (rows x lines x bolt @ pitch/gauge) | end distance e1 / edge distance e2 |
 * gap | beam top to plate top | fillet weld leg. Optional segments, left out at their defaults: far (side of the web), welded 6 (to the beam, leg;
 * weld 6 keeps the leg of a plate that is bolted), holes plate/web, cat C/B, shank, pack 4,
 * notch 155x52 or notch 155x52/40.
 */

/** The joint as one line; members and actions are not in it. */
export function printLine(i: FinPlateInput, units: Units = SI): string {
  const l = LineLengths.of(units);
  const num = (x: number): string => l.print(x);
  const { plate, bolts, web, weld, holes, gap } = i;
  const two = bolts.n2 === 2;
  return [
    `FP${l.mark}`,
    `${num(plate.t)}x${num(plateWidth(i))}x${num(plate.h)} ${printSteel(plate.steel)}`,
    `${bolts.n1}x${two ? '2x' : ''}${lineBolt(bolts.d, bolts.cls)}${bolts.n1 > 1 || two ? ` @${l.pitch(bolts.p1)}${two ? `${l.between}${num(bolts.p2)}` : ''}` : ''}`,
    `e ${num(plate.e1)}${l.between}${num(plate.e2)}`,
    `gap ${num(gap)}`,
    `top ${num(web.top_to_bolt - plate.e1)}`,
    `fw ${num(weld.s)}`,
    ...(i.plate.side === 'far' ? ['far'] : []),
    ...(i.beam_weld ? [`${i.fixing === 'welded' ? 'welded' : 'weld'} ${num(i.beam_weld.s)}`] : []),
    ...printOptions(l, [holes.plate, holes.web], bolts, i.beam.notch),
  ].join(' | ');
}

/** Exact inverse of `printLine` on the detail of `base`; members are kept from `base`. */
export function parseLine(text: string, base: FinPlateInput, units: Units = SI): FinPlateInput {
  const line = new LineReader(
    text,
    'FP',
    'a fin plate',
    ['e', 'gap', 'top', 'fw', 'far', 'welded', 'weld', 'holes', 'cat', 'shank', 'pack', 'notch'],
    units,
  );
  const { t, b, h, steel, token } = line.plate();
  const {
    n1,
    n2,
    d,
    cls,
    distances: [p1, p2],
  } = line.bolts(
    (lines) => lines - 1,
    (lines) => (lines === 2 ? '4x2xM20-8.8 @70/60' : '4xM20-8.8 @70'),
  );
  const [e1, e2] = line.pair('e', 'e 40/50');
  const gap = line.length('gap', 'gap 10');
  const top = line.length('top', 'top 50');
  const s = line.length('fw', 'fw 8');
  const B2 = (n2 - 1) * p2;
  const e2b = tidy(b - gap - B2 - e2);
  if (e2b <= 0)
    throw new LineError(
      token.start,
      token.end,
      `the width ${line.lengths.print(b)} leaves nothing between beam end and bolts; expected more than gap + gauge + e2 = ${line.lengths.print(gap + B2 + e2)}.`,
    );
  const [plateHoles, webHoles] = line.holes(['plate', 'web']);
  const { beam_weld: _beamWeld, ...rest } = base;
  return {
    ...rest,
    beam: { ...base.beam, notch: line.notch() },
    plate: { t, h, e1, e2, steel, side: line.flag('far') ? 'far' : 'near' },
    fixing: line.has('welded') ? 'welded' : 'bolted',
    ...(line.has('welded') || line.has('weld')
      ? { beam_weld: { s: line.length(line.has('welded') ? 'welded' : 'weld', 'welded 6') } }
      : {}),
    web: { e2b, top_to_bolt: tidy(top + e1) },
    gap,
    bolts: { n1, n2, d, cls, p1, p2, ...line.commonBolts() },
    weld: { s },
    holes: { plate: plateHoles!, web: webHoles! },
  };
}
