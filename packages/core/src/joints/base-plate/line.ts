import { LineError } from '../kind.ts';
import {
  fail,
  lengthsOf,
  lineBolt,
  LineLengths,
  lineNumber as num,
  parseSteel,
  printSteel,
  segmentsOf,
  type Token,
} from '../line-reader.ts';
import { ANCHOR_CLASS_NAMES, US_ANCHORS } from '../../catalogue/index.ts';
import { USUAL_KEY } from './fields.ts';
import { USUAL_OPTIONS, type BaseInput, type PatternInput, type ShearPath } from './input.ts';
import { SI, type Units } from '../../units/system.ts';

/*
 * CB | 35x380x540 S275 | 2x2xM27-8.8 @240/430 | washer 95x16 hef 450 | hole 30 welded | grout 30 G35 | block C30 1400x1700x900 | fw 8/5
 * plate thickness x along y x along z (25xD520 for a circle), steel, at y/z off the column | anchors along y x along z x bolt @ their spacings,
 * full for the full grid, at y/z off the plate; 6xM24-8.8 R205 from 30 on a circle; none | head or washer plate, straight, hook, bonded,
 * embedment | hole, washers welded | grout thickness and strength | concrete, block along y x along z x depth (- where there is no edge), at its
 * centre | fillet throats flange/web, or legs (fl), or bw. Optional: shear with its path; key.
 */

/** A number that is no length: a strength, an angle. */
const PLAIN = '(\\d+(?:\\.\\d+)?)';
const SIGNED = '(-?\\d+(?:\\.\\d+)?)';
const TYPES = { washer: 'washer', head: 'headed', straight: 'straight', hook: 'hooked', bonded: 'bonded' } as const;
const WORDS = ['none', ...Object.keys(TYPES), 'hole', 'grout', 'block', 'fw', 'fl', 'bw', 'shear', 'key'];
const PATHS: readonly ShearPath[] = ['friction', 'friction+anchors', 'anchors', 'friction+key', 'key'];

/** A leg as the throat that the input holds. */
const throat = (leg: number): number => leg / Math.SQRT2;
/** The leg of a throat that was given as one, in sixteenths; null where it was not. */
function legOf(l: LineLengths, a: number): number | null {
  if (!l.inches) return null;
  const leg = l.read(l.print(Math.round((a * Math.SQRT2 * 16) / 25.4) * (25.4 / 16)));
  return throat(leg) === a ? leg : null;
}
function printWeld(l: LineLengths, { a_f, a_w }: BaseInput['weld']): string {
  const [f, w] = [legOf(l, a_f), legOf(l, a_w)];
  return f === null || w === null ? `fw ${l.pair(a_f, a_w)}` : `fl ${l.pair(f, w)}`;
}
const at = (l: LineLengths, y: number, z: number): string => (y === 0 && z === 0 ? '' : ` at ${l.pair(y, z)}`);
/** Classes that a line may name; which of them there are, the standard says that the joint is checked to. */
const CLASSES = [...ANCHOR_CLASS_NAMES, ...US_ANCHORS];
const classOf = (a: BaseInput['anchors']): string =>
  a.f_ub === undefined ? (a.cls ?? '8.8') : `f${num(a.f_yb!)}/${num(a.f_ub)}`;

function printPattern(l: LineLengths, a: BaseInput['anchors']): string {
  const p = a.pattern;
  const bolt = lineBolt(a.d, classOf(a));
  if (p.type === 'none') return `none x${bolt}`;
  if (p.type === 'circle') return `${p.n}x${bolt} R${l.print(p.R)} from ${num(p.start)}${at(l, a.y, a.z)}`;
  return `${p.n_y}x${p.n_z}x${bolt} @${l.pair(p.s_y, p.s_z)}${p.full ? ' full' : ''}${at(l, a.y, a.z)}`;
}

/** The base as one line; the column and the choices of method are not in it. */
export function printLine(i: BaseInput, units: Units = SI): string {
  const l = LineLengths.of(units);
  const len = (x: number): string => l.print(x);
  const { plate: p, anchors: a, grout, concrete: c, weld, shear } = i;
  const word = Object.entries(TYPES).find(([, type]) => type === a.type)![0];
  const open = (x: number | undefined): string => (x === undefined ? '-' : len(x));
  const { key } = shear;
  return [
    `CB${l.mark}`,
    `${len(p.t)}x${p.shape === 'circle' ? `D${len(p.D!)}` : `${len(p.b!)}x${len(p.h!)}`} ${printSteel(p.steel)}${at(l, p.y, p.z)}`,
    printPattern(l, a),
    `${word}${a.head === undefined ? '' : ` ${len(a.head)}x${len(a.head_t ?? 0)}`} hef ${len(a.h_ef)}`,
    `hole ${len(a.hole)}${a.washers_welded ? ' welded' : ''}`,
    `grout ${len(grout.t)} G${l.stress(grout.f_ck)}`,
    `block C${l.stress(c.f_ck)} ${open(c.B_y)}x${open(c.B_z)}x${open(c.H)}${at(l, c.y, c.z)}`,
    weld.type === 'butt' ? 'bw' : printWeld(l, weld),
    ...(shear.path === 'friction+anchors' ? [] : [`shear ${shear.path}`]),
    ...(key && shear.path.endsWith('key')
      ? [
          `key ${key.type} ${key.type === 'I' ? `${len(key.h!)}x${len(key.b)}x${len(key.tw!)}x${len(key.tf!)}` : `${len(key.b)}x${len(key.t!)}`} d${len(key.depth)} ${key.along} ${legOf(l, key.a) === null ? `a${len(key.a)}` : `w${len(legOf(l, key.a)!)}`} ${printSteel(key.steel)}`,
        ]
      : []),
  ].join(' | ');
}

/** Reads the tokens of one segment one after the other; every error points at its token. */
class Reader {
  private i = 0;
  constructor(
    private readonly tokens: readonly Token[],
    private readonly l: LineLengths,
  ) {}
  private get end(): Token {
    const last = this.tokens[this.tokens.length - 1]!;
    return { text: '', start: last.end, end: last.end };
  }
  next(): Token {
    const t = this.tokens[this.i] ?? this.end;
    this.i += 1;
    return t;
  }
  peek(): string {
    return this.tokens[this.i]?.text ?? '';
  }
  match(pattern: string, expected: string): RegExpExecArray {
    const t = this.next();
    return new RegExp(`^${pattern}$`).exec(t.text) ?? fail(t, expected);
  }
  word(word: string): boolean {
    if (this.peek().toLowerCase() !== word) return false;
    this.i += 1;
    return true;
  }
  place(): { y: number; z: number } {
    if (!this.word('at')) return { y: 0, z: 0 };
    const { N, between } = this.l;
    const [, y, z] = this.match(`${N}${between}${N}`, this.l.example('a place along y and z, as in at 0/-140'));
    return { y: this.l.read(y!), z: this.l.read(z!) };
  }
  /** Steel up to the end, or up to `at`. */
  steel(): BaseInput['plate']['steel'] {
    const before = this.tokens[this.i - 1]!;
    const from = this.i;
    while (this.i < this.tokens.length && this.tokens[this.i]!.text.toLowerCase() !== 'at') this.i += 1;
    return parseSteel(this.tokens.slice(from, this.i), before);
  }
  done(after: string): void {
    if (this.i < this.tokens.length) fail(this.tokens[this.i]!, `| after ${after}`);
  }
}

const ANCHORS = new RegExp(`^(?:none|\\d+[x×].*(?:M|in-).*)$`);

/** The segments of a line, each read by its own Reader; which is which its first word says. */
class Segments {
  /** How a plate begins. */
  readonly plate: string;
  private readonly seen = new Map<string, Token[]>();
  constructor(
    private readonly text: string,
    readonly l: LineLengths,
    segments: readonly (readonly Token[])[],
  ) {
    const { POS } = l;
    this.plate = `${POS}[x×](?:D${POS}|${POS}[x×]${POS})`;
    for (const tokens of segments) {
      const first = tokens[0]!;
      const id = this.idOf(first);
      if (!['plate', 'anchors', 'type', ...WORDS].includes(id))
        fail(first, `a plate such as 35x380x540 S275, anchors such as 2x2xM27-8.8 @240/430, or one of ${WORDS.join(', ')}`);
      if (this.seen.has(id)) throw new LineError(first.start, first.end, `"${first.text}" stands twice; expected one of each.`);
      this.seen.set(id, [...tokens]);
    }
  }
  private idOf({ text }: Token): string {
    const lower = text.toLowerCase();
    if (new RegExp(`^${this.plate}$`).test(text)) return 'plate';
    if (ANCHORS.test(text) || lower === 'none') return 'anchors';
    return lower in TYPES ? 'type' : lower;
  }
  has(id: string): boolean {
    return this.seen.has(id);
  }
  first(id: string): Token {
    return this.seen.get(id)![0]!;
  }
  need(id: string, example: string): Reader {
    const end = { text: '', start: this.text.length, end: this.text.length };
    return new Reader(this.seen.get(id) ?? fail(end, `${example} before the end of the line`), this.l);
  }
  read(x: string | undefined): number {
    return this.l.read(x!);
  }
}

function readPlate(s: Segments): BaseInput['plate'] {
  const p = s.need('plate', '35x380x540 S275');
  const [, t, D, b, h] = p.match(s.plate, 'a plate such as 35x380x540 S275');
  const steel = p.steel();
  const at = p.place();
  p.done('the plate');
  return {
    shape: D ? 'circle' : 'rectangle',
    ...(D ? { D: s.read(D) } : { h: s.read(h), b: s.read(b) }),
    t: s.read(t),
    steel,
    ...at,
  };
}

/** A bolt in a line: its size, its strengths or its class. */
const BOLT = `(M[\\d.]+|[\\d/-]+in)-(?:f${PLAIN}/${PLAIN}|([A-Za-z\\d.]+(?:-\\d+)?))`;

type PatternAndBolt = Pick<BaseInput['anchors'], 'pattern' | 'y' | 'z' | 'd' | 'cls' | 'f_yb' | 'f_ub'>;
function readPattern(s: Segments): PatternAndBolt {
  const a = s.need('anchors', '2x2xM27-8.8 @240/430');
  const { POS, between } = s.l;
  let pattern: PatternInput;
  let bolt: readonly (string | undefined)[];
  if (a.word('none')) {
    bolt = a.match(`x${BOLT}`, 'the size that stands for later, as in none xM24-8.8').slice(1);
    pattern = { type: 'none' };
  } else {
    const token = a.peek();
    const m = a.match(`(\\d+)[x×](?:(\\d+)[x×])?${BOLT}`, 'anchors such as 2x2xM27-8.8 @240/430 or 6xM24-8.8 R205 from 0');
    bolt = m.slice(3);
    if (m[2] === undefined) {
      const [, R] = a.match(`R${POS}`, `a radius after ${token}, as in R205, or two counts, as in 2x2xM24-8.8`);
      const start = a.word('from') ? Number(a.match(SIGNED, 'an angle in degrees, as in from 30')[1]) : 0;
      pattern = { type: 'circle', n: Number(m[1]), R: s.read(R), start };
    } else {
      const [, s_y, s_z] = a.match(`@${POS}${between}${POS}`, s.l.example('spacings along y and z, as in @240/430'));
      pattern = { type: 'rows', n_y: Number(m[1]), n_z: Number(m[2]), s_y: s.read(s_y), s_z: s.read(s_z), full: a.word('full') };
    }
  }
  const at = a.place();
  a.done('the anchors');
  const [size, f_yb, f_ub, cls] = bolt;
  if (cls !== undefined && !CLASSES.includes(cls)) fail(s.first('anchors'), `a class of ${CLASSES.join(', ')}`);
  return {
    pattern,
    ...at,
    d: size!.startsWith('M') ? Number(size!.slice(1)) : LineLengths.in.read(size!.slice(0, -2)),
    ...(cls === undefined ? { f_yb: Number(f_yb), f_ub: Number(f_ub) } : { cls }),
  };
}

type Embedded = Pick<BaseInput['anchors'], 'type' | 'h_ef' | 'head' | 'head_t' | 'hole' | 'washers_welded'>;
function readEmbedment(s: Segments): Embedded {
  const { POS } = s.l;
  const unit = s.l.inches ? 'inches' : 'mm';
  const e = s.need('type', 'washer 95x16 hef 450');
  const word = e.next().text.toLowerCase() as keyof typeof TYPES;
  const type = TYPES[word];
  const size =
    type === 'washer' || type === 'headed' ? e.match(`${POS}[x×]${POS}`, `its size and thickness, as in ${word} 95x16`) : null;
  if (!e.word('hef')) fail(e.next(), 'hef and the embedment, as in hef 450');
  const h_ef = s.read(e.match(POS, `an embedment in ${unit}, as in ${s.l.example('hef 450')}`)[1]);
  e.done('the embedment');

  const o = s.need('hole', 'hole 30');
  o.next();
  const hole = s.read(o.match(POS, `a hole in ${unit}, as in ${s.l.example('hole 30')}`)[1]);
  const washers_welded = o.word('welded');
  o.done('the hole');
  return { type, h_ef, ...(size ? { head: s.read(size[1]), head_t: s.read(size[2]) } : {}), hole, washers_welded };
}

function readGrout(s: Segments, known: Partial<BaseInput['grout']> | undefined): BaseInput['grout'] {
  const { POS, STRESS, inches } = s.l;
  const g = s.need('grout', 'grout 30 G35');
  g.next();
  const t = s.read(g.match(POS, `a thickness in ${inches ? 'inches' : 'mm'}, as in ${s.l.example('grout 30')}`)[1]);
  const f_ck = s.l.readStress(g.match(`G${STRESS}`, inches ? 'a strength, as in G8ksi' : 'a strength, as in G35')[1]!);
  g.done('the grout');
  return { ...known, t, f_ck };
}

function readBlock(s: Segments, known: Partial<BaseInput['concrete']> | undefined): BaseInput['concrete'] {
  const { POS, STRESS, inches } = s.l;
  const c = s.need('block', 'block C30 1400x1700x900');
  c.next();
  const f_ck = s.l.readStress(c.match(`C${STRESS}`, `a concrete strength, as in ${inches ? 'C4ksi' : 'C30'}`)[1]!);
  const size = c.match(
    `(-|${POS})[x×](-|${POS})[x×](-|${POS})`,
    'a block along y, z and its depth, as in 1400x1700x900, with - where there is no edge',
  );
  const at = c.place();
  c.done('the block');
  const usual = { cracked: true, splitting_bars: true, edge_bars: 'none' as const, wide_mesh: false, supplementary: false };
  const { B_y: _y, B_z: _z, H: _H, ...kept } = { ...usual, ...known };
  return {
    ...kept,
    f_ck,
    ...(size[2] ? { B_y: s.read(size[2]) } : {}),
    ...(size[4] ? { B_z: s.read(size[4]) } : {}),
    ...(size[6] ? { H: s.read(size[6]) } : {}),
    ...at,
  };
}

function readWeld(s: Segments, known: Partial<BaseInput['weld']> | undefined): BaseInput['weld'] {
  const { POS, between } = s.l;
  const usual = { method: 'job' as const, bearing: true, a_f: 6, a_w: 6, ...known };
  if (s.has('bw')) {
    const w = s.need('bw', 'bw');
    w.next();
    w.done('bw');
    return { ...usual, type: 'butt' };
  }
  const legs = s.has('fl');
  const [word, words, example] = legs
    ? ['fl', 'legs', 'legs of flange and web, as in fl 8/6']
    : ['fw', 'throats', 'throats of flange and web, as in fw 8/5'];
  const w = s.need(word!, legs ? 'fl 8/6' : 'fw 8/5');
  w.next();
  const [f, q] = w
    .match(`${POS}${between}${POS}`, s.l.example(example!))
    .slice(1)
    .map((x) => (legs ? throat(s.read(x)) : s.read(x)));
  w.done(`the ${words}`);
  return { ...usual, type: 'fillet', a_f: f!, a_w: q! };
}

function readPath(s: Segments): ShearPath {
  if (!s.has('shear')) return 'friction+anchors';
  const r = s.need('shear', 'shear key');
  r.next();
  const token = r.next();
  const path = PATHS.find((p) => p === token.text) ?? fail(token, PATHS.join(', '));
  r.done('the path');
  return path;
}

function readKey(s: Segments): NonNullable<BaseInput['shear']['key']> {
  const { POS } = s.l;
  const k = s.need('key', 'key I 120x120x8x12 d120 z a6 S275');
  k.next();
  const type = k.match('(I|plate)', 'I or plate')[1] as 'I' | 'plate';
  const sizes =
    type === 'I'
      ? k.match(`${POS}[x×]${POS}[x×]${POS}[x×]${POS}`, 'depth x width x web x flange, as in 120x120x8x12')
      : k.match(`${POS}[x×]${POS}`, 'width x thickness, as in 150x40');
  const depth = s.read(k.match(`d${POS}`, 'a depth below the plate, as in d120')[1]);
  const along = k.match('([yz])', 'y or z, the direction that the key works in')[1] as 'y' | 'z';
  const [, sort, size] = k.match(`([aw])${POS}`, 'a throat, as in a6, or a leg, as in w8');
  const a = sort === 'w' ? throat(s.read(size)) : s.read(size);
  const steel = k.steel();
  return {
    ...(type === 'I'
      ? { h: s.read(sizes[1]), b: s.read(sizes[2]), tw: s.read(sizes[3]), tf: s.read(sizes[4]) }
      : { b: s.read(sizes[1]), t: s.read(sizes[2]) }),
    type,
    depth,
    along,
    a,
    steel,
  };
}

/** Choices that a line does not hold, where there is no base to take them from. */
const USUAL_ANCHORS = {
  washer_t: 5,
  ribbed: true,
  good_bond: true,
  cut_threads: false,
  brittle: false,
  clamped: false,
  free_rotation: false,
  tension_rule: 'EN 1992-4',
  shear_rule: 'EN 1992-4',
  product: { gamma_inst: 1, alpha_sus: 0, psi_sus_0: 0.6 },
} as const;

function anchorsOf(line: PatternAndBolt & Embedded, known: Partial<BaseInput['anchors']> | undefined): BaseInput['anchors'] {
  const { head: _h, head_t: _t, cls: _c, f_yb: _fy, f_ub: _fu, A_s, ...kept }: Partial<BaseInput['anchors']> = known ?? {};
  // An own stress area stays with its diameter.
  return { ...USUAL_ANCHORS, ...kept, ...(A_s !== undefined && known?.d === line.d ? { A_s } : {}), ...line };
}

/** Exact inverse of `printLine` on the detail of `base`; the column and what the line does not hold are kept from `base`. */
export function parseLine(text: string, base: BaseInput, units: Units = SI): BaseInput {
  // A line alone, without a base to change, starts from the usual choices.
  const known = base as { readonly [K in keyof BaseInput]?: Partial<BaseInput[K]> };
  const [head, ...rest] = segmentsOf(text);
  const s = new Segments(text, lengthsOf(head!, 'CB', 'a column base', units), rest);
  const plate = readPlate(s);
  const anchors = anchorsOf({ ...readPattern(s), ...readEmbedment(s) }, known.anchors);
  const grout = readGrout(s, known.grout);
  const concrete = readBlock(s, known.concrete);
  const weld = readWeld(s, known.weld);
  const path = readPath(s);
  const key = s.has('key') ? readKey(s) : (known.shear?.key ?? (path.endsWith('key') ? USUAL_KEY : undefined));
  return {
    ...base,
    plate,
    concrete,
    grout,
    weld,
    anchors,
    shear: { N_from: 'column', ...known.shear, path, ...(key ? { key } : {}) },
    options: { ...USUAL_OPTIONS, ...known.options },
  };
}
