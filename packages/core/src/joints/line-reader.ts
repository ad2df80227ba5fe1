import {
  BOLT_CLASS_NAMES,
  BOLT_DIAMETERS,
  BOLT_GROUPS,
  HOLE_KINDS,
  KSI,
  type HoleKind,
  type SteelInput,
} from '../catalogue/index.ts';
import { boltName, SI, sixteenths, type Units } from '../units/system.ts';
import { LineError } from './kind.ts';
import { tidyPitch, type Pitch } from './pitches.ts';

/** Pieces that the detail lines of all kinds share: how numbers, steels and the optional segments are written and read. */

export const lineNumber = (x: number): string => String(Math.round(x * 1e6) / 1e6);

/** Read back to what was printed: no floating-point dust. */
export const tidy = (x: number): number => Math.round(x * 1e6) / 1e6;

/**
 * How a line writes lengths: in millimetres, or, with `in` after its code, in inches and their sixteenths (`3/8`, `4-1/2`), what is no whole
 * number of sixteenths in millimetres, `10mm`; decimals of an inch are read. Between two lengths stands a stroke, in inches a colon, so that fractions stay apart.
 */
export class LineLengths {
  private constructor(
    readonly inches: boolean,
    /** Stands after the code of the kind. */
    readonly mark: '' | ' in',
    readonly between: '/' | ':',
    /** Patterns of a length from 0 on, and of one with a sign; each one group. */
    readonly POS: string,
    readonly N: string,
  ) {}
  static readonly mm = new LineLengths(false, '', '/', '(\\d+(?:\\.\\d+)?)', '(-?\\d+(?:\\.\\d+)?)');
  static readonly in = new LineLengths(
    true,
    ' in',
    ':',
    '(\\d+-\\d+/\\d+|\\d+/\\d+|\\d+(?:\\.\\d+)?(?:mm)?)',
    '(-?(?:\\d+-\\d+/\\d+|\\d+/\\d+|\\d+(?:\\.\\d+)?(?:mm)?))',
  );
  static of = (units: Units): LineLengths => (units.id === 'SI' ? LineLengths.mm : LineLengths.in);

  print(mm: number): string {
    if (!this.inches) return lineNumber(mm);
    return sixteenths(mm / 25.4, '-')?.replace('\u2212', '-') ?? `${lineNumber(mm)}mm`;
  }
  /** A pitch, or unequal ones from the top: `70`, `60+80+80`. */
  pitch(p: Pitch): string {
    return typeof p === 'number' ? this.print(p) : p.map((x) => this.print(x)).join('+');
  }
  /** Two lengths: `40/50`, `1-1/2:2`. */
  pair(a: number, b: number): string {
    return `${this.print(a)}${this.between}${this.print(b)}`;
  }
  /** What one of the patterns found, in mm. */
  read(text: string): number {
    if (!this.inches) return Number(text);
    if (text.endsWith('mm')) return Number(text.slice(0, -2));
    const m = /^(-?)(?:(\d+)-)?(\d+)\/(\d+)$/.exec(text);
    const value = m ? (m[1] ? -1 : 1) * (Number(m[2] ?? 0) + Number(m[3]) / Number(m[4])) : Number(text);
    return tidy(value * 25.4);
  }
  /** Pattern of a strength: MPa, or in a line in inches ksi where it says so; one group. */
  get STRESS(): string {
    return this.inches ? '(\\d+(?:\\.\\d+)?(?:ksi)?)' : '(\\d+(?:\\.\\d+)?)';
  }
  /** A strength, MPa, in ksi where that is what was given. */
  stress(f: number): string {
    const ksi = lineNumber(f / KSI);
    return this.inches && Math.abs(Number(ksi) * KSI - f) <= 1e-6 && ksi.length <= 5 ? `${ksi}ksi` : lineNumber(f);
  }
  readStress(text: string): number {
    return text.endsWith('ksi') ? Number(text.slice(0, -3)) * KSI : Number(text);
  }
  /** An example of a line, in the lengths of this one. */
  example(text: string): string {
    if (!this.inches) return text;
    return text
      .replace(/(\d+)\/(\d+)/g, '$1:$2')
      .replace(/(?<![M\d.-])\d+(?![\d.x]*M)(?!\.\d)/g, (n) => this.print(Math.round((Number(n) / 25.4) * 4) * 6.35));
  }
}

/** A bolt as a line writes it: `M20-8.8`, `3/4in-120`. */
export const lineBolt = (d: number, cls: string): string => `${boltName(d).replace(' in', 'in')}-${cls}`;
/** The pattern of one: metric size, size in inches, class. */
const BOLT = '(?:M(\\d+(?:\\.\\d+)?)|(\\d+-\\d+/\\d+|\\d+/\\d+|\\d+)in)-([A-Za-z\\d.]+)';

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
export const printOptions = (l: LineLengths, holes: readonly HoleKind[], bolts: CommonBolts, notch: LineNotch): string[] => [
  ...(holes.some((h) => h !== 'normal') ? [`holes ${holes.join('/')}`] : []),
  ...(bolts.category !== 'A' || bolts.friction !== 'B' ? [`cat ${bolts.category}/${bolts.friction}`] : []),
  ...(bolts.threads_in_plane ? [] : ['shank']),
  ...(bolts.packing ? [`pack ${l.print(bolts.packing)}`] : []),
  ...(notch.type === 'none'
    ? []
    : [
        `notch ${l.print(notch.l_n!)}x${l.print(notch.d_nt!)}${notch.type === 'double' ? `${l.between}${l.print(notch.d_nb!)}` : ''}`,
      ]),
];

export interface Token {
  readonly text: string;
  readonly start: number;
  readonly end: number;
}

/** Patterns of the first word of a segment, in the lengths of a line. */
const heads = (l: LineLengths) => ({
  plate: new RegExp(`^${l.POS}[x×]${l.POS}[x×]${l.POS}$`),
  angle: new RegExp(`^([12])[x×]${l.POS}[x×]${l.POS}[x×]${l.POS}$`),
  bolts: new RegExp(`^(\\d+)[x×](?:(\\d+)[x×])?${BOLT}$`),
});

/** Size and class of a bolt, as `lineBolt` prints them. */
export function readBolt(token: Token, example: string): { readonly d: number; readonly cls: string } {
  const m = new RegExp(`^${BOLT}$`).exec(token.text) ?? fail(token, example);
  return { d: m[1] === undefined ? LineLengths.in.read(m[2]!) : Number(m[1]), cls: m[3]! };
}

export function fail(t: Token, expected: string): never {
  throw new LineError(t.start, t.end, `"${t.text}" can't be read here; expected ${expected}.`);
}

/** Reads a line into its segments and answers for each; every error points at its token and says what was expected. */
export class LineReader {
  private readonly seen = new Map<string, Token[]>();
  private readonly end: Token;
  readonly lengths: LineLengths;
  private readonly heads: ReturnType<typeof heads>;

  /** `words` are the segments that may follow the plate and the bolts. */
  constructor(text: string, code: string, kindName: string, words: readonly string[], units: Units = SI) {
    this.end = { text: '', start: text.length, end: text.length };
    const [head, ...rest] = segmentsOf(text);
    this.lengths = lengthsOf(head!, code, kindName, units);
    this.heads = heads(this.lengths);
    const { plate, angle, bolts } = this.heads;
    for (const tokens of rest) {
      const first = tokens[0]!;
      const key = plate.test(first.text)
        ? 'plate'
        : angle.test(first.text)
          ? 'angle'
          : bolts.test(first.text)
            ? 'bolts'
            : first.text.toLowerCase();
      if (!['plate', 'angle', 'bolts'].includes(key) && !words.includes(key))
        fail(
          first,
          `a plate such as ${this.lengths.example('10x110x290')} S275, bolts such as ${this.lengths.example('4xM20-8.8 @70')}, or one of ${words.join(', ')}`,
        );
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
    return new RegExp(`^${this.lengths.N}$`).test(token.text)
      ? this.lengths.read(token.text)
      : fail(token, `a length in ${this.lengths.inches ? 'inches' : 'mm'}, as in ${this.lengths.example(example)}`);
  }

  /** Two lengths, as in "e 40/50". */
  pair(key: string, example: string): [number, number] {
    const token = this.second(key, example);
    const { POS, between } = this.lengths;
    const m =
      new RegExp(`^${POS}${between}${POS}$`).exec(token.text) ?? fail(token, this.lengths.example(example).slice(key.length + 1));
    return [this.lengths.read(m[1]!), this.lengths.read(m[2]!)];
  }

  /** A word alone, such as "shank". */
  flag(key: string): boolean {
    const tokens = this.seen.get(key);
    if (tokens?.[1]) fail(tokens[1], `| after ${key}`);
    return tokens !== undefined;
  }

  plate(): { t: number; b: number; h: number; steel: SteelInput; token: Token } {
    const tokens = this.need('plate', '10x110x290 S275');
    const [t, b, h] = this.heads.plate
      .exec(tokens[0]!.text)!
      .slice(1)
      .map((x) => this.lengths.read(x)) as [number, number, number];
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
    const [, many, ...sizes] = this.heads.angle.exec(head.text)!;
    const [leg_web, leg_support, t] = sizes.map((x) => this.lengths.read(x)) as [number, number, number];
    const after = (at: Token | undefined, letter: string, words: string): number => {
      const token = at ?? { ...head, start: head.end, text: '' };
      return this.lengths.read((new RegExp(`^${letter}${this.lengths.POS}$`).exec(token.text) ?? fail(token, words))[1]!);
    };
    return {
      count: Number(many),
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
    const [, rows, lines = '1', metric, inch, cls] =
      this.heads.bolts.exec(token.text) ?? fail(token, `bolts such as ${this.lengths.example(example(1))}`);
    const [n1, n2] = [Number(rows), Number(lines)];
    const d = metric === undefined ? LineLengths.in.read(inch!) : Number(metric);
    if (n2 < 1 || n2 > 2) fail(token, 'one or two bolt lines, as in 4x2xM20-8.8 @70/60');
    if (n1 < 1) fail(token, 'at least one row');
    if (metric !== undefined && !BOLT_DIAMETERS.includes(d)) fail(token, `a bolt of M${BOLT_DIAMETERS.join(', M')}`);
    const classes = [...BOLT_CLASS_NAMES, ...BOLT_GROUPS];
    if (!classes.includes(cls!)) fail(token, `a class of ${classes.join(', ')}`);
    const found = { n1, n2, d, cls: cls!, token };
    const { POS, between } = this.lengths;
    const after = more(n2);
    if (n1 === 1 && n2 === 1 && !after) {
      if (tokens[1]) fail(tokens[1], '| after a single bolt, which has no pitch');
      return { ...found, distances: [0, 0, 0] };
    }
    const at = tokens[1] ?? { ...token, start: token.end, text: '' };
    const one = POS.replace(/^\(/, '(?:');
    const list = `(${one}(?:\\+${one})*)`;
    const m =
      new RegExp(`^@${list}${`${between}${POS}`.repeat(after)}$`).exec(at.text) ??
      fail(
        at,
        `${['a pitch', 'pitch and gauge', 'pitch, gauge and pitch across'][after]!}, as in ${this.lengths.example(example(n2)).slice(this.lengths.example(example(n2)).indexOf('@'))}`,
      );
    if (tokens[2]) fail(tokens[2], '| after the bolts');
    const spacings = m[1]!.split('+').map((x) => this.lengths.read(x));
    if (spacings.length > 1 && spacings.length !== n1 - 1)
      fail(at, `one pitch, or ${n1 - 1} between ${n1} rows, as in @60+80+80`);
    return {
      ...found,
      distances: [
        spacings.length > 1 ? tidyPitch(spacings) : spacings[0]!,
        this.lengths.read(m[2] ?? '0'),
        this.lengths.read(m[3] ?? '0'),
      ],
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
    const { POS, between } = this.lengths;
    const [, l_n, d_nt, d_nb] =
      new RegExp(`^${POS}[x×]${POS}(?:${between}${POS})?$`).exec(token.text) ?? fail(token, this.lengths.example('155x52'));
    const sizes = { l_n: this.lengths.read(l_n!), d_nt: this.lengths.read(d_nt!) };
    return d_nb === undefined ? { type: 'single', ...sizes } : { type: 'double', ...sizes, d_nb: this.lengths.read(d_nb) };
  }
}

/** The lengths that a line is in: what stands after its code, else those of the job. Refuses another code. */
export function lengthsOf(head: readonly Token[], code: string, kindName: string, units: Units): LineLengths {
  if (head[0]!.text.toUpperCase() !== code) fail(head[0]!, `${code}, the code of ${kindName}`);
  const said = head[1]?.text.toLowerCase();
  if (head.length > 2 || (said !== undefined && said !== 'in' && said !== 'mm'))
    fail(head[head.length > 2 ? 2 : 1]!, `| after ${code}`);
  return said === 'in' ? LineLengths.in : said === 'mm' ? LineLengths.mm : LineLengths.of(units);
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
