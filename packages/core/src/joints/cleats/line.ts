import { lineBolt, LineLengths, LineReader, printOptions, printSteel, tidy } from '../line-reader.ts';
import { boltedToBeam, boltedToSupport, type CleatsInput } from './input.ts';
import { SI, type Units } from '../../units/system.ts';

/*
 * AC | 2x150x90x10 r12 L280 S275 | 4xM20-8.8 @70 | e 40/47 | support 4xM20-8.8 @70/140 | es 40 | gap 10 | top 50
 * number x web leg x support leg x thickness, root radius, length, steel | web bolts @ pitch or pitch/gauge of two lines | end distance / beam end to
 * bolts | support bolts @ pitch/gauge across | their end distance | gap | beam top to cleats. Welded to the beam: "beam fw 8" instead of
 * web bolts; welded to the support: "support fw 8". Optional: holes web leg/beam web/support leg/support, cat C/B, shank, pack 4, notch 155x52.
 */

const EXAMPLE = '2x150x90x10 r12 L280 S275';

/** The joint as one line; members and actions are not in it. */
export function printLine(i: CleatsInput, units: Units = SI): string {
  const l = LineLengths.of(units);
  const num = (x: number): string => l.print(x);
  const { cleat, bolts, support_bolts, web, gap, holes, weld } = i;
  const bolt = lineBolt(bolts.d, bolts.cls);
  const two = bolts.n2 === 2;
  const fillet = weld ? `fw ${num(weld.s)}` : '';
  // The bolts of a welded side stay in the joint, so that bolting it again brings them back; the line says that they are not used.
  return [
    `AC${l.mark}`,
    `${i.arrangement === 'single' ? 1 : 2}x${num(cleat.leg_web)}x${num(cleat.leg_support)}x${num(cleat.t)} r${num(cleat.r)} L${num(cleat.h)} ${printSteel(cleat.steel)}`,
    `${bolts.n1}x${two ? '2x' : ''}${bolt}${bolts.n1 > 1 || two ? ` @${l.pitch(bolts.p1)}${two ? `${l.between}${num(bolts.p2)}` : ''}` : ''}`,
    `e ${num(cleat.e1)}${l.between}${num(web.e2b)}`,
    `support ${support_bolts.n1}x${bolt} @${l.pitch(support_bolts.p1)}${l.between}${num(bolts.p3)}`,
    `es ${num(support_bolts.e1)}`,
    `gap ${num(gap)}`,
    `top ${num(web.top_to_bolt - cleat.e1)}`,
    ...(boltedToBeam(i) && boltedToSupport(i)
      ? weld
        ? [fillet]
        : []
      : [`weld ${boltedToBeam(i) ? 'support' : 'beam'}`, fillet]),
    ...printOptions(l, [holes.cleat, holes.web, holes.leg, holes.support], bolts, i.beam.notch),
  ].join(' | ');
}

/** Exact inverse of `printLine` on the detail of `base`; members are kept from `base`. */
export function parseLine(text: string, base: CleatsInput, units: Units = SI): CleatsInput {
  const line = new LineReader(
    text,
    'AC',
    'angle cleats',
    ['support', 'e', 'es', 'gap', 'top', 'weld', 'fw', 'holes', 'cat', 'shank', 'pack', 'notch'],
    units,
  );
  const angle = line.angle(EXAMPLE);
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
  const support = line.bolts(
    () => 1,
    () => '4xM20-8.8 @70/140',
    'support',
  );
  if (support.d !== d || support.cls !== cls)
    line.refuse(support.token, `the bolts of the web, ${lineBolt(d, cls)}: both sides take the same`);
  if (support.n2 !== 1)
    line.refuse(support.token, 'rows and bolt, as in 4xM20-8.8 @70/140: one line in each support leg goes without saying');
  const [e1, e2b] = line.pair('e', 'e 40/47');
  const top = line.length('top', 'top 50');
  const welded = line.word('weld', ['beam', 'support'], 'weld beam');
  const fixing = welded === 'beam' ? 'welded_to_beam' : welded === 'support' ? 'welded_to_support' : 'bolted';
  const s = line.has('fw') || fixing !== 'bolted' ? line.length('fw', 'fw 8') : undefined;
  const [cleat, web, leg, onto] = line.holes(['web leg', 'beam web', 'support leg', 'support']);
  const { weld: _weld, ...rest } = base;
  return {
    ...rest,
    beam: { ...base.beam, notch: line.notch() },
    cleat: { t: angle.t, h: angle.h, e1, leg_web: angle.leg_web, leg_support: angle.leg_support, r: angle.r, steel: angle.steel },
    web: { e2b, top_to_bolt: tidy(top + e1) },
    gap: line.length('gap', 'gap 10'),
    arrangement: angle.count === 1 ? 'single' : 'double',
    fixing,
    bolts: { n1, n2, d, cls, p1, p2, p3: support.distances[1], ...line.commonBolts() },
    support_bolts: { n1: support.n1, p1: support.distances[0], e1: line.length('es', 'es 40') },
    ...(s === undefined ? {} : { weld: { s } }),
    holes: { cleat: cleat!, web: web!, leg: leg!, support: onto! },
  };
}
