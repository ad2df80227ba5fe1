import { BOLT_CLASS_NAMES, BOLT_DIAMETERS, HOLE_KINDS, type HoleKind, type SteelInput } from '../../catalogue/index.ts';
import { LineError } from '../kind.ts';
import { plateWidth, type FinPlateInput, type Notch } from './input.ts';

/*
 * FP | 10x110x290 S275 | 4xM20-8.8 @70 | e 40/50 | gap 10 | top 50 | fw 8
 * plate thickness x width x depth, steel | rows x bolt @ pitch (rows x lines x bolt @ pitch/gauge) | end distance e1 / edge distance e2 |
 * gap | beam top to plate top | fillet weld leg. Optional segments, left out at their defaults: holes plate/web, cat C/B, shank, pack 4,
 * notch 155x52 or notch 155x52/40.
 */

const num = (x: number): string => String(Math.round(x * 1e6) / 1e6);

function printSteel(s: SteelInput): string {
  const own = (['f_y', 'f_u', 'beta_w'] as const).filter((k) => s[k] !== undefined).map((k) => `${k}=${num(s[k]!)}`);
  return [...(s.grade === undefined ? [] : [s.grade.replaceAll(' ', '_')]), ...own].join(' ');
}

/** The joint as one line; members and actions are not in it. */
export function printLine(i: FinPlateInput): string {
  const { plate, bolts, web, weld, holes, gap } = i;
  const { notch } = i.beam;
  const two = bolts.n2 === 2;
  return [
    'FP',
    `${num(plate.t)}x${num(plateWidth(i))}x${num(plate.h)} ${printSteel(plate.steel)}`,
    `${bolts.n1}x${two ? '2x' : ''}M${bolts.d}-${bolts.cls}${bolts.n1 > 1 || two ? ` @${num(bolts.p1)}${two ? `/${num(bolts.p2)}` : ''}` : ''}`,
    `e ${num(plate.e1)}/${num(plate.e2)}`,
    `gap ${num(gap)}`,
    `top ${num(web.top_to_bolt - plate.e1)}`,
    `fw ${num(weld.s)}`,
    ...(holes.plate !== 'normal' || holes.web !== 'normal' ? [`holes ${holes.plate}/${holes.web}`] : []),
    ...(bolts.category !== 'A' || bolts.friction !== 'B' ? [`cat ${bolts.category}/${bolts.friction}`] : []),
    ...(bolts.threads_in_plane ? [] : ['shank']),
    ...(bolts.packing ? [`pack ${num(bolts.packing)}`] : []),
    ...(notch.type === 'none' ? [] : [`notch ${num(notch.l_n!)}x${num(notch.d_nt!)}${notch.type === 'double' ? `/${num(notch.d_nb!)}` : ''}`]),
  ].join(' | ');
}

interface Token {
  readonly text: string;
  readonly start: number;
  readonly end: number;
}

const N = '(\\d+(?:\\.\\d+)?)';
const PLATE = new RegExp(`^${N}[x×]${N}[x×]${N}$`);
const BOLTS = new RegExp(`^(\\d+)[x×](?:(\\d+)[x×])?M(\\d+)-(\\d+\\.\\d+)$`);

function split(text: string): Token[][] {
  const segments: Token[][] = [];
  let offset = 0;
  for (const part of text.split('|')) {
    const tokens: Token[] = [];
    for (const m of part.matchAll(/\S+/g)) tokens.push({ text: m[0], start: offset + m.index, end: offset + m.index + m[0].length });
    segments.push(tokens.length ? tokens : [{ text: '', start: offset, end: offset + part.length }]);
    offset += part.length + 1;
  }
  return segments;
}

const fail = (t: Token, expected: string): never => {
  throw new LineError(t.start, t.end, `"${t.text}" can't be read here; expected ${expected}.`);
};

/** Exact inverse of `printLine` on the detail of `base`; members are kept from `base`. */
export function parseLine(text: string, base: FinPlateInput): FinPlateInput {
  const segments = split(text);
  const end: Token = { text: '', start: text.length, end: text.length };
  const [head, ...rest] = segments;
  if (head![0]!.text.toUpperCase() !== 'FP') fail(head![0]!, 'FP, the code of a fin plate');
  if (head!.length > 1) fail(head![1]!, '| after FP');

  const seen = new Map<string, Token[]>();
  for (const tokens of rest) {
    const first = tokens[0]!;
    const key = PLATE.test(first.text) ? 'plate' : BOLTS.test(first.text) ? 'bolts' : first.text.toLowerCase();
    if (!['plate', 'bolts', 'e', 'gap', 'top', 'fw', 'holes', 'cat', 'shank', 'pack', 'notch'].includes(key))
      fail(first, 'a plate such as 10x110x290 S275, bolts such as 4xM20-8.8 @70, or one of e, gap, top, fw, holes, cat, shank, pack, notch');
    if (seen.has(key)) throw new LineError(first.start, first.end, `"${first.text}" stands twice; expected one of each.`);
    seen.set(key, tokens);
  }
  const need = (key: string, example: string): Token[] => seen.get(key) ?? fail(end, `${example} before the end of the line`);
  const only = (tokens: Token[], count: number, example: string): void => {
    if (tokens.length > count) fail(tokens[count]!, `| after ${example}`);
  };
  const one = (key: string, example: string): number => {
    const tokens = need(key, example);
    only(tokens, 2, example);
    const token = tokens[1] ?? { ...tokens[0]!, start: tokens[0]!.end, text: '' };
    return /^-?\d+(\.\d+)?$/.test(token.text) ? Number(token.text) : fail(token, `a length in mm, as in ${example}`);
  };
  const pair = (key: string, pattern: RegExp, example: string): RegExpExecArray => {
    const tokens = need(key, example);
    only(tokens, 2, example);
    const token = tokens[1] ?? { ...tokens[0]!, start: tokens[0]!.end, text: '' };
    return pattern.exec(token.text) ?? fail(token, example.slice(key.length + 1));
  };

  const plateTokens = need('plate', '10x110x290 S275');
  const [, t, b, h] = PLATE.exec(plateTokens[0]!.text)!.map(Number) as [number, number, number, number];
  const steel = parseSteel(plateTokens.slice(1), plateTokens[0]!);
  const bolts = parseBolts(need('bolts', '4xM20-8.8 @70'));
  const e = pair('e', new RegExp(`^${N}/${N}$`), 'e 40/50');
  const [e1, e2] = [Number(e[1]), Number(e[2])];
  const gap = one('gap', 'gap 10');
  const top = one('top', 'top 50');
  const s = one('fw', 'fw 8');
  const B2 = (bolts.n2 - 1) * bolts.p2;
  const e2b = Math.round((b - gap - B2 - e2) * 1e6) / 1e6;
  if (e2b <= 0) throw new LineError(plateTokens[0]!.start, plateTokens[0]!.end, `the width ${num(b)} leaves nothing between beam end and bolts; expected more than gap + gauge + e2 = ${num(gap + B2 + e2)}.`);

  const holes = seen.has('holes') ? parseHoles(seen.get('holes')!) : { plate: 'normal' as const, web: 'normal' as const };
  const cat = seen.has('cat') ? pair('cat', /^([ABC])\/([ABCD])$/, 'cat C/B') : null;
  const shank = seen.get('shank');
  if (shank) only(shank, 1, 'shank');
  const packing = seen.has('pack') ? one('pack', 'pack 4') : 0;
  const notch = seen.has('notch') ? parseNotch(pair('notch', new RegExp(`^${N}[x×]${N}(?:/${N})?$`), 'notch 155x52')) : ({ type: 'none' } as const);

  return {
    ...base,
    beam: { ...base.beam, notch },
    plate: { t, h, e1, e2, steel },
    web: { e2b, top_to_bolt: Math.round((top + e1) * 1e6) / 1e6 },
    gap,
    bolts: { ...bolts, threads_in_plane: !shank, category: (cat?.[1] ?? 'A') as 'A', friction: (cat?.[2] ?? 'B') as 'B', packing },
    weld: { s },
    holes,
  };
}

function parseSteel(tokens: Token[], after: Token): SteelInput {
  const steel: { grade?: string; f_y?: number; f_u?: number; beta_w?: number } = {};
  for (const token of tokens) {
    const own = /^(f_y|f_u|beta_w)=(\d+(?:\.\d+)?)$/.exec(token.text);
    if (own) steel[own[1] as 'f_y'] = Number(own[2]);
    else if (steel.grade === undefined && /^[A-Za-z][\w.+-]*$/.test(token.text)) steel.grade = token.text.replaceAll('_', ' ');
    else fail(token, 'a steel such as S275, or f_y=… f_u=… beta_w=…');
  }
  if (steel.grade === undefined && steel.f_y === undefined) fail({ ...after, start: after.end }, 'a steel such as S275 after the plate');
  return steel;
}

function parseBolts(tokens: Token[]): { n1: number; n2: number; d: number; cls: string; p1: number; p2: number } {
  const [, rows, lines = '1', d, cls] = BOLTS.exec(tokens[0]!.text)!;
  const [n1, n2] = [Number(rows), Number(lines)];
  if (n2 < 1 || n2 > 2) fail(tokens[0]!, 'one or two bolt lines, as in 4x2xM20-8.8 @70/60');
  if (n1 < 1) fail(tokens[0]!, 'at least one row');
  if (!BOLT_DIAMETERS.includes(Number(d))) fail(tokens[0]!, `a bolt of M${BOLT_DIAMETERS.join(', M')}`);
  if (!BOLT_CLASS_NAMES.includes(cls!)) fail(tokens[0]!, `a class of ${BOLT_CLASS_NAMES.join(', ')}`);
  const found = { n1, n2, d: Number(d), cls: cls! };
  if (n1 === 1 && n2 === 1) {
    if (tokens[1]) fail(tokens[1], '| after a single bolt, which has no pitch');
    return { ...found, p1: 0, p2: 0 };
  }
  const token = tokens[1] ?? { ...tokens[0]!, start: tokens[0]!.end, text: '' };
  const m = (n2 === 2 ? new RegExp(`^@${N}/${N}$`) : new RegExp(`^@${N}$`)).exec(token.text) ?? fail(token, n2 === 2 ? 'pitch and gauge, as in @70/60' : 'a pitch, as in @70');
  if (tokens[2]) fail(tokens[2], '| after the bolts');
  return { ...found, p1: Number(m[1]), p2: n2 === 2 ? Number(m[2]) : 0 };
}

function parseHoles(tokens: Token[]): { plate: HoleKind; web: HoleKind } {
  const token = tokens[1] ?? { ...tokens[0]!, start: tokens[0]!.end, text: '' };
  const [plate, web, ...more] = token.text.split('/') as HoleKind[];
  if (more.length || !HOLE_KINDS.includes(plate!) || !HOLE_KINDS.includes(web!)) fail(token, `plate/web of ${HOLE_KINDS.join(', ')}`);
  if (tokens[2]) fail(tokens[2], '| after the holes');
  return { plate: plate!, web: web! };
}

const parseNotch = (m: RegExpExecArray): Notch => (m[3] === undefined ? { type: 'single', l_n: Number(m[1]), d_nt: Number(m[2]) } : { type: 'double', l_n: Number(m[1]), d_nt: Number(m[2]), d_nb: Number(m[3]) });
