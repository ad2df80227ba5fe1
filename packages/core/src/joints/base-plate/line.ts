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
import type { BaseInput, PatternInput, ShearPath } from './input.ts';
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

/** Exact inverse of `printLine` on the detail of `base`; the column and what the line does not hold are kept from `base`. */
export function parseLine(text: string, base: BaseInput, units: Units = SI): BaseInput {
  // A line alone, without a base to change, starts from the usual choices.
  const known = base as { readonly [K in keyof BaseInput]?: Partial<BaseInput[K]> };
  const [head, ...rest] = segmentsOf(text);
  const l = lengthsOf(head!, 'CB', 'a column base', units);
  const { POS, between } = l;
  const read = (x: string | undefined): number => l.read(x!);
  const PLATE = new RegExp(`^${POS}[x×](?:D${POS}|${POS}[x×]${POS})$`);
  const seen = new Map<string, Token[]>();
  for (const tokens of rest) {
    const first = tokens[0]!;
    const lower = first.text.toLowerCase();
    const id = PLATE.test(first.text)
      ? 'plate'
      : lower !== 'none' && ANCHORS.test(first.text)
        ? 'anchors'
        : lower === 'none'
          ? 'anchors'
          : lower in TYPES
            ? 'type'
            : lower;
    if (!['plate', 'anchors', 'type', ...WORDS].includes(id))
      fail(first, `a plate such as 35x380x540 S275, anchors such as 2x2xM27-8.8 @240/430, or one of ${WORDS.join(', ')}`);
    if (seen.has(id)) throw new LineError(first.start, first.end, `"${first.text}" stands twice; expected one of each.`);
    seen.set(id, tokens);
  }
  const need = (id: string, example: string): Reader =>
    new Reader(
      seen.get(id) ?? fail({ text: '', start: text.length, end: text.length }, `${example} before the end of the line`),
      l,
    );

  const p = need('plate', '35x380x540 S275');
  const [, t, D, b, h] = p.match(PLATE.source.slice(1, -1), 'a plate such as 35x380x540 S275');
  const steel = p.steel();
  const plateAt = p.place();
  p.done('the plate');
  const plate: BaseInput['plate'] = {
    shape: D ? 'circle' : 'rectangle',
    ...(D ? { D: read(D) } : { h: read(h), b: read(b) }),
    t: read(t),
    steel,
    ...plateAt,
  };

  const a = need('anchors', '2x2xM27-8.8 @240/430');
  const bolt = `(M[\\d.]+|[\\d/-]+in)-(?:f${PLAIN}/${PLAIN}|([A-Za-z\\d.]+(?:-\\d+)?))`;
  let pattern: PatternInput;
  let m: RegExpExecArray;
  if (a.word('none')) {
    m = a.match(`x${bolt}`, 'the size that stands for later, as in none xM24-8.8');
    m = [m[0], '', '', ...m.slice(1)] as unknown as RegExpExecArray;
    pattern = { type: 'none' };
  } else {
    const token = a.peek();
    m = a.match(`(\\d+)[x×](?:(\\d+)[x×])?${bolt}`, 'anchors such as 2x2xM27-8.8 @240/430 or 6xM24-8.8 R205 from 0');
    if (m[2] === undefined) {
      const [, R] = a.match(`R${POS}`, `a radius after ${token}, as in R205, or two counts, as in 2x2xM24-8.8`);
      const start = a.word('from') ? Number(a.match(SIGNED, 'an angle in degrees, as in from 30')[1]) : 0;
      pattern = { type: 'circle', n: Number(m[1]), R: read(R), start };
    } else {
      const [, s_y, s_z] = a.match(`@${POS}${between}${POS}`, l.example('spacings along y and z, as in @240/430'));
      pattern = { type: 'rows', n_y: Number(m[1]), n_z: Number(m[2]), s_y: read(s_y), s_z: read(s_z), full: a.word('full') };
    }
  }
  const anchorsAt = a.place();
  a.done('the anchors');
  const cls = m[6];
  if (cls !== undefined && !CLASSES.includes(cls)) fail(seen.get('anchors')![0]!, `a class of ${CLASSES.join(', ')}`);

  const e = need('type', 'washer 95x16 hef 450');
  const word = e.next().text.toLowerCase() as keyof typeof TYPES;
  const type = TYPES[word];
  const size =
    type === 'washer' || type === 'headed' ? e.match(`${POS}[x×]${POS}`, `its size and thickness, as in ${word} 95x16`) : null;
  if (!e.word('hef')) fail(e.next(), 'hef and the embedment, as in hef 450');
  const h_ef = read(e.match(POS, `an embedment in ${l.inches ? 'inches' : 'mm'}, as in ${l.example('hef 450')}`)[1]);
  e.done('the embedment');

  const o = need('hole', 'hole 30');
  o.next();
  const hole = read(o.match(POS, `a hole in ${l.inches ? 'inches' : 'mm'}, as in ${l.example('hole 30')}`)[1]);
  const welded = o.word('welded');
  o.done('the hole');

  const g = need('grout', 'grout 30 G35');
  g.next();
  const grout = {
    ...known.grout,
    t: read(g.match(POS, `a thickness in ${l.inches ? 'inches' : 'mm'}, as in ${l.example('grout 30')}`)[1]),
    f_ck: l.readStress(g.match(`G${l.STRESS}`, l.inches ? 'a strength, as in G8ksi' : 'a strength, as in G35')[1]!),
  };
  g.done('the grout');

  const c = need('block', 'block C30 1400x1700x900');
  c.next();
  const f_ck = l.readStress(c.match(`C${l.STRESS}`, `a concrete strength, as in ${l.inches ? 'C4ksi' : 'C30'}`)[1]!);
  const size3 = c.match(
    `(-|${POS})[x×](-|${POS})[x×](-|${POS})`,
    'a block along y, z and its depth, as in 1400x1700x900, with - where there is no edge',
  );
  const blockAt = c.place();
  c.done('the block');
  const {
    B_y: _y,
    B_z: _z,
    H: _H,
    ...kept
  } = {
    cracked: true,
    splitting_bars: true,
    edge_bars: 'none' as const,
    wide_mesh: false,
    supplementary: false,
    ...known.concrete,
  };
  const concrete: BaseInput['concrete'] = {
    ...kept,
    f_ck,
    ...(size3[2] ? { B_y: read(size3[2]) } : {}),
    ...(size3[4] ? { B_z: read(size3[4]) } : {}),
    ...(size3[6] ? { H: read(size3[6]) } : {}),
    ...blockAt,
  };

  let weld: BaseInput['weld'];
  const usual = { method: 'job' as const, bearing: true, a_f: 6, a_w: 6, ...known.weld };
  if (seen.has('bw')) {
    const w = need('bw', 'bw');
    w.next();
    w.done('bw');
    weld = { ...usual, type: 'butt' };
  } else if (seen.has('fl')) {
    const w = need('fl', 'fl 8/6');
    w.next();
    const [, f, q] = w.match(`${POS}${between}${POS}`, l.example('legs of flange and web, as in fl 8/6'));
    w.done('the legs');
    weld = { ...usual, type: 'fillet', a_f: throat(read(f)), a_w: throat(read(q)) };
  } else {
    const w = need('fw', 'fw 8/5');
    w.next();
    const [, a_f, a_w] = w.match(`${POS}${between}${POS}`, l.example('throats of flange and web, as in fw 8/5'));
    w.done('the throats');
    weld = { ...usual, type: 'fillet', a_f: read(a_f), a_w: read(a_w) };
  }

  let path: ShearPath = 'friction+anchors';
  if (seen.has('shear')) {
    const s = need('shear', 'shear key');
    s.next();
    const token = s.next();
    path = PATHS.includes(token.text as ShearPath) ? (token.text as ShearPath) : fail(token, PATHS.join(', '));
    s.done('the path');
  }
  let key = known.shear?.key;
  if (seen.has('key')) {
    const k = need('key', 'key I 120x120x8x12 d120 z a6 S275');
    k.next();
    const kind = k.match('(I|plate)', 'I or plate')[1] as 'I' | 'plate';
    const sizes =
      kind === 'I'
        ? k.match(`${POS}[x×]${POS}[x×]${POS}[x×]${POS}`, 'depth x width x web x flange, as in 120x120x8x12')
        : k.match(`${POS}[x×]${POS}`, 'width x thickness, as in 150x40');
    const depth = read(k.match(`d${POS}`, 'a depth below the plate, as in d120')[1]);
    const along = k.match('([yz])', 'y or z, the direction that the key works in')[1] as 'y' | 'z';
    const [, sort, size] = k.match(`([aw])${POS}`, 'a throat, as in a6, or a leg, as in w8');
    const a = sort === 'w' ? throat(read(size)) : read(size);
    const own = k.steel();
    key = {
      ...(kind === 'I'
        ? { h: read(sizes[1]), b: read(sizes[2]), tw: read(sizes[3]), tf: read(sizes[4]) }
        : { b: read(sizes[1]), t: read(sizes[2]) }),
      type: kind,
      depth,
      along,
      a,
      steel: own,
    };
  } else if (path.endsWith('key') && !key) key = USUAL_KEY;

  const {
    head: _h,
    head_t: _t,
    cls: _c,
    f_yb: _fy,
    f_ub: _fu,
    A_s: _A,
    ...anchorRest
  }: Partial<BaseInput['anchors']> = known.anchors ?? {};
  const d = m[3]!.startsWith('M') ? Number(m[3]!.slice(1)) : LineLengths.in.read(m[3]!.slice(0, -2));
  return {
    ...base,
    plate,
    concrete,
    grout,
    weld,
    anchors: {
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
      ...anchorRest,
      ...(known.anchors?.A_s !== undefined && known.anchors.d === d ? { A_s: known.anchors.A_s } : {}),
      pattern,
      ...anchorsAt,
      d,
      ...(cls === undefined ? { f_yb: Number(m[4]), f_ub: Number(m[5]) } : { cls }),
      type,
      h_ef,
      ...(size ? { head: read(size[1]), head_t: read(size[2]) } : {}),
      hole,
      washers_welded: welded,
    },
    shear: { N_from: 'column', ...known.shear, path, ...(key ? { key } : {}) },
    options: {
      method: 'auto',
      contact: 'effective',
      law: 'winkler',
      loaded_area: 'plate',
      alpha_shape: 'equal',
      prying: 'strict',
      psi_M: false,
      ...known.options,
    },
  };
}
