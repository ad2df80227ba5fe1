import { BOLT_CLASS_NAMES, BOLT_DIAMETERS, HOLE_KINDS, type HoleKind, type SteelInput } from '../catalogue/index.ts';
import { LineError } from './kind.ts';
import { tidyPitch, type Pitch } from './pitches.ts';

/** Pieces that the detail lines of all kinds share: how numbers, steels and the optional segments are written and read. */

export const lineNumber = (x: number): string => String(Math.round(x * 1e6) / 1e6);
/** A pitch, or unequal ones from the top: `70`, `60+80+80`. */
export const linePitch = (p: Pitch): string => (typeof p === 'number' ? lineNumber(p) : p.map(lineNumber).join('+'));

/** Read back to what was printed: no floating-point dust. */
export const tidy = (x: number): number => Math.round(x * 1e6) / 1e6;

export function printSteel(s: SteelInput): string {
  const own = (['f_y', 'f_u', 'beta_w'] as const).filter((k) => s[k] !== undefined).map((k) => `${k}=${lineNumber(s[k]!)}`);
  return [...(s.grade === undefined ? [] : [s.grade.replaceAll(' ', '_')]), ...own].join(' ');
}

export interface LineNotch {
  readonly type: 'none' | 'single' | 'double';
  readonly l_n?: number;
  readonly d_nt?: number;
  readonly d_nb?: number;
}

interface CommonBolts {
  readonly category: 'A' | 'B' | 'C';
  readonly friction: 'A' | 'B' | 'C' | 'D';
  readonly threads_in_plane: boolean;
  readonly packing: number;
}

/** Optional segments at the end of a line, left out at their defaults. */
export const printOptions = (holes: readonly HoleKind[], bolts: CommonBolts, notch: LineNotch): string[] => [
  ...(holes.some((h) => h !== 'normal') ? [`holes ${holes.join('/')}`] : []),
  ...(bolts.category !== 'A' || bolts.friction !== 'B' ? [`cat ${bolts.category}/${bolts.friction}`] : []),
  ...(bolts.threads_in_plane ? [] : ['shank']),
  ...(bolts.packing ? [`pack ${lineNumber(bolts.packing)}`] : []),
  ...(notch.type === 'none'
    ? []
    : [
        `notch ${lineNumber(notch.l_n!)}x${lineNumber(notch.d_nt!)}${notch.type === 'double' ? `/${lineNumber(notch.d_nb!)}` : ''}`,
      ]),
];

export interface Token {
  readonly text: string;
  readonly start: number;
  readonly end: number;
}

const N = '(\\d+(?:\\.\\d+)?)';
const PLATE = new RegExp(`^${N}[x×]${N}[x×]${N}$`);
const ANGLE = new RegExp(`^([12])[x×]${N}[x×]${N}[x×]${N}$`);
const BOLTS = new RegExp(`^(\\d+)[x×](?:(\\d+)[x×])?M(\\d+)-(\\d+\\.\\d+)$`);

export function fail(t: Token, expected: string): never {
  throw new LineError(t.start, t.end, `"${t.text}" can't be read here; expected ${expected}.`);
}

/** Reads a line into its segments and answers for each; every error points at its token and says what was expected. */
export class LineReader {
  private readonly seen = new Map<string, Token[]>();
  private readonly end: Token;

  /** `words` are the segments that may follow the plate and the bolts. */
  constructor(text: string, code: string, kindName: string, words: readonly string[]) {
    this.end = { text: '', start: text.length, end: text.length };
    const [head, ...rest] = segmentsOf(text);
    if (head![0]!.text.toUpperCase() !== code) fail(head![0]!, `${code}, the code of ${kindName}`);
    if (head!.length > 1) fail(head![1]!, `| after ${code}`);
    for (const tokens of rest) {
      const first = tokens[0]!;
      const key = PLATE.test(first.text)
        ? 'plate'
        : ANGLE.test(first.text)
          ? 'angle'
          : BOLTS.test(first.text)
            ? 'bolts'
            : first.text.toLowerCase();
      if (!['plate', 'angle', 'bolts'].includes(key) && !words.includes(key))
        fail(first, `a plate such as 10x110x290 S275, bolts such as 4xM20-8.8 @70, or one of ${words.join(', ')}`);
      if (this.seen.has(key)) throw new LineError(first.start, first.end, `"${first.text}" stands twice; expected one of each.`);
      this.seen.set(key, tokens);
    }
  }

  /** Points at a token that can be read but does not belong here. */
  refuse(token: { text: string; start: number; end: number }, expected: string): never {
    return fail(token, expected);
  }

  has(key: string): boolean {
    return this.seen.has(key);
  }

  need(key: string, example: string): Token[] {
    return this.seen.get(key) ?? fail(this.end, `${example} before the end of the line`);
  }

  /** The token after the word of a segment, with nothing behind it. */
  private second(key: string, example: string): Token {
    const tokens = this.need(key, example);
    if (tokens[2]) fail(tokens[2], `| after ${example}`);
    return tokens[1] ?? { ...tokens[0]!, start: tokens[0]!.end, text: '' };
  }

  /** A length, as in "gap 10". */
  length(key: string, example: string): number {
    const token = this.second(key, example);
    return /^-?\d+(\.\d+)?$/.test(token.text) ? Number(token.text) : fail(token, `a length in mm, as in ${example}`);
  }

  /** Two lengths, as in "e 40/50". */
  pair(key: string, example: string): [number, number] {
    const token = this.second(key, example);
    const m = new RegExp(`^${N}/${N}$`).exec(token.text) ?? fail(token, example.slice(key.length + 1));
    return [Number(m[1]), Number(m[2])];
  }

  /** A word alone, such as "shank". */
  flag(key: string): boolean {
    const tokens = this.seen.get(key);
    if (tokens?.[1]) fail(tokens[1], `| after ${key}`);
    return tokens !== undefined;
  }

  plate(): { t: number; b: number; h: number; steel: SteelInput; token: Token } {
    const tokens = this.need('plate', '10x110x290 S275');
    const [, t, b, h] = PLATE.exec(tokens[0]!.text)!.map(Number) as [number, number, number, number];
    return { t, b, h, steel: parseSteel(tokens.slice(1), tokens[0]!), token: tokens[0]! };
  }

  /** Angles: number, legs and thickness, then root radius, length and steel. */
  angle(example: string): {
    count: number;
    leg_web: number;
    leg_support: number;
    t: number;
    r: number;
    h: number;
    steel: SteelInput;
  } {
    const [head, r, h, ...steel] = this.need('angle', example) as [Token, Token?, Token?, ...Token[]];
    const [, count, leg_web, leg_support, t] = ANGLE.exec(head.text)!.map(Number) as [number, number, number, number, number];
    const after = (at: Token | undefined, letter: string, words: string): number => {
      const token = at ?? { ...head, start: head.end, text: '' };
      return Number((new RegExp(`^${letter}${N}$`).exec(token.text) ?? fail(token, words))[1]);
    };
    return {
      count,
      leg_web,
      leg_support,
      t,
      r: after(r, 'r', 'a root radius, as in r12'),
      h: after(h, 'L', 'a length, as in L280'),
      steel: parseSteel(steel, h ?? head),
    };
  }

  /** One of a few words after a key; null when the segment is not there. */
  word(key: string, words: readonly string[], example: string): string | null {
    if (!this.has(key)) return null;
    const token = this.second(key, example);
    return words.includes(token.text) ? token.text : fail(token, words.join(' or '));
  }

  /** Rows, lines, size and class, with what stands behind the @: `more` says how many distances belong there after the pitch. */
  bolts(
    more: (lines: number) => number,
    example: (lines: number) => string,
    key = 'bolts',
  ): { n1: number; n2: number; d: number; cls: string; distances: [Pitch, number, number]; token: Token } {
    const tokens = this.need(key, key === 'bolts' ? example(1) : `${key} ${example(1)}`).slice(key === 'bolts' ? 0 : 1);
    const token = tokens[0] ?? this.end;
    const [, rows, lines = '1', d, cls] = BOLTS.exec(token.text) ?? fail(token, `bolts such as ${example(1)}`);
    const [n1, n2] = [Number(rows), Number(lines)];
    if (n2 < 1 || n2 > 2) fail(token, 'one or two bolt lines, as in 4x2xM20-8.8 @70/60');
    if (n1 < 1) fail(token, 'at least one row');
    if (!BOLT_DIAMETERS.includes(Number(d))) fail(token, `a bolt of M${BOLT_DIAMETERS.join(', M')}`);
    if (!BOLT_CLASS_NAMES.includes(cls!)) fail(token, `a class of ${BOLT_CLASS_NAMES.join(', ')}`);
    const found = { n1, n2, d: Number(d), cls: cls!, token };
    const after = more(n2);
    if (n1 === 1 && n2 === 1 && !after) {
      if (tokens[1]) fail(tokens[1], '| after a single bolt, which has no pitch');
      return { ...found, distances: [0, 0, 0] };
    }
    const at = tokens[1] ?? { ...token, start: token.end, text: '' };
    const list = '(\\d+(?:\\.\\d+)?(?:\\+\\d+(?:\\.\\d+)?)*)';
    const m =
      new RegExp(`^@${list}${`/${N}`.repeat(after)}$`).exec(at.text) ??
      fail(
        at,
        `${['a pitch', 'pitch and gauge', 'pitch, gauge and pitch across'][after]!}, as in ${example(n2).slice(example(n2).indexOf('@'))}`,
      );
    if (tokens[2]) fail(tokens[2], '| after the bolts');
    const spacings = m[1]!.split('+').map(Number);
    if (spacings.length > 1 && spacings.length !== n1 - 1)
      fail(at, `one pitch, or ${n1 - 1} between ${n1} rows, as in @60+80+80`);
    return {
      ...found,
      distances: [spacings.length > 1 ? tidyPitch(spacings) : spacings[0]!, Number(m[2] ?? 0), Number(m[3] ?? 0)],
    };
  }

  holes(names: readonly string[]): HoleKind[] {
    if (!this.has('holes')) return names.map(() => 'normal');
    const token = this.second('holes', `holes ${names.join('/')}`);
    const found = token.text.split('/') as HoleKind[];
    if (found.length !== names.length || found.some((h) => !HOLE_KINDS.includes(h)))
      fail(token, `${names.join('/')} of ${HOLE_KINDS.join(', ')}`);
    return found;
  }

  commonBolts(): CommonBolts {
    let category: CommonBolts['category'] = 'A';
    let friction: CommonBolts['friction'] = 'B';
    if (this.has('cat')) {
      const token = this.second('cat', 'cat C/B');
      const m = /^([ABC])\/([ABCD])$/.exec(token.text) ?? fail(token, 'C/B');
      category = m[1] as 'A';
      friction = m[2] as 'A';
    }
    return {
      category,
      friction,
      threads_in_plane: !this.flag('shank'),
      packing: this.has('pack') ? this.length('pack', 'pack 4') : 0,
    };
  }

  notch(): LineNotch {
    if (!this.has('notch')) return { type: 'none' };
    const token = this.second('notch', 'notch 155x52');
    const m = new RegExp(`^${N}[x×]${N}(?:/${N})?$`).exec(token.text) ?? fail(token, '155x52');
    return m[3] === undefined
      ? { type: 'single', l_n: Number(m[1]), d_nt: Number(m[2]) }
      : { type: 'double', l_n: Number(m[1]), d_nt: Number(m[2]), d_nb: Number(m[3]) };
  }
}

export function segmentsOf(text: string): Token[][] {
  const segments: Token[][] = [];
  let offset = 0;
  for (const part of text.split('|')) {
    const tokens: Token[] = [];
    for (const m of part.matchAll(/\S+/g))
      tokens.push({ text: m[0], start: offset + m.index, end: offset + m.index + m[0].length });
    segments.push(tokens.length ? tokens : [{ text: '', start: offset, end: offset + part.length }]);
    offset += part.length + 1;
  }
  return segments;
}

export function parseSteel(tokens: readonly Token[], after: Token): SteelInput {
  const steel: { grade?: string; f_y?: number; f_u?: number; beta_w?: number } = {};
  for (const token of tokens) {
    const own = /^(f_y|f_u|beta_w)=(\d+(?:\.\d+)?)$/.exec(token.text);
    if (own) steel[own[1] as 'f_y'] = Number(own[2]);
    else if (steel.grade === undefined && /^[A-Za-z][\w.+-]*$/.test(token.text)) steel.grade = token.text.replaceAll('_', ' ');
    else fail(token, 'a steel such as S275, or f_y=… f_u=… beta_w=…');
  }
  if (steel.grade === undefined && steel.f_y === undefined)
    fail({ ...after, start: after.end }, 'a steel such as S275 after the plate');
  return steel;
}
