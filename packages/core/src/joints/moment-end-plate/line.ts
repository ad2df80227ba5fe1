import { SI, sixteenths, type Units } from '../../units/system.ts';
import { LineLengths, lineBolt, LineReader, readBolt, parseSteel, printSteel, type Token } from '../line-reader.ts';
import type { HaunchInput, MomentPlateInput, RibInput, StiffenerInput, WebPlateInput } from './input.ts';

/*
 * MEP | plate 20x220 S355 | bolt M24-8.8 120 | rows 50 -70 -150 -385s | past 95 20 | throats 9 7 5.5
 * plate thickness x width, steel | bolt, gauge | rows above the top of the beam, s: for shear alone | plate past the top and the bottom flange | throats of top flange,
 * bottom flange, web and, with a haunch, along it, t8: of the web near the bolts in tension (or `legs`, the same by their legs). Optional: butt (flanges), rib 12x150 S355, for force/full, unsawn, haunch 330x1800 171.5x11.5x7.4 S275 [tip], top and bottom
 * (stiffeners: outstand x thickness, throat, cut, steel, half, unfitted), webplate 12x250 S275 [both] [fillets], shank, washers 1, and the options prying check, mode1
 * method2, plastic uk/off, shear all, neglect.
 */

const WORDS = [
  'plate',
  'rib',
  'butt',
  'bolt',
  'rows',
  'past',
  'throats',
  'legs',
  'for',
  'unsawn',
  'haunch',
  'top',
  'bottom',
  'webplate',
  'shank',
  'washers',
  'prying',
  'mode1',
  'plastic',
  'shear',
  'neglect',
];

const stiffener = (l: LineLengths, word: string, s: StiffenerInput | undefined): string[] =>
  s
    ? [
        `${word} ${l.print(s.b)}x${l.print(s.t)} ${inLegs(l, [s.a]) ? `w${l.print(s.a * Math.SQRT2)}` : `a${l.print(s.a)}`}${s.c === undefined ? '' : ` c${l.print(s.c)}`} ${printSteel(s.steel)}${s.depth === 'half' ? ' half' : ''}${s.fitted ? '' : ' unfitted'}`,
      ]
    : [];

/** Legs in a line in inches where they are whole sixteenths, throats else. */
const inLegs = (l: LineLengths, throats: readonly number[]): boolean =>
  l.inches && throats.every((a) => sixteenths((a * Math.SQRT2) / 25.4, '-') !== null);

function printWelds(l: LineLengths, { top, bottom, web, haunch, web_tension }: MomentPlateInput['welds']): string {
  const legs = inLegs(l, [top, bottom, web, haunch ?? web, web_tension ?? web]);
  const size = (a: number): string => l.print(legs ? a * Math.SQRT2 : a);
  const list = [top, bottom, web, ...(haunch === undefined ? [] : [haunch])].map(size);
  return [legs ? 'legs' : 'throats', ...list, ...(web_tension === undefined ? [] : [`t${size(web_tension)}`])].join(' ');
}

/** The joint as one line; members, frame and actions are not in it. */
export function printLine(i: MomentPlateInput, units: Units = SI): string {
  const l = LineLengths.of(units);
  const num = (x: number): string => l.print(x);
  const { plate, bolts, welds, haunch, web_plate, options, stiffeners, rib } = i;
  return [
    `MEP${l.mark}`,
    `plate ${num(plate.t)}x${num(plate.b)} ${printSteel(plate.steel)}`,
    `bolt ${lineBolt(bolts.d, bolts.cls)} ${num(bolts.w)}`,
    `rows ${[...i.rows]
      .sort((a, b) => b.y - a.y)
      .map((r) => `${num(r.y)}${r.role === 'shear' ? 's' : ''}`)
      .join(' ')}`,
    `past ${num(plate.top)} ${num(plate.bottom)}`,
    printWelds(l, welds),
    ...(welds.flanges === 'butt' ? ['butt'] : []),
    ...(rib ? [`rib ${num(rib.t)}x${num(rib.l)} ${printSteel(rib.steel)}`] : []),
    ...(welds.design === 'resistance' ? [] : [`for ${welds.design}`]),
    ...(welds.sawn ? [] : ['unsawn']),
    ...(haunch
      ? [
          `haunch ${num(haunch.h)}x${num(haunch.l)} ${num(haunch.b)}x${num(haunch.tf)}x${num(haunch.tw)} ${printSteel(haunch.steel)}${haunch.tip ? ' tip' : ''}`,
        ]
      : []),
    ...stiffener(l, 'top', stiffeners.top),
    ...stiffener(l, 'bottom', stiffeners.bottom),
    ...(web_plate
      ? [
          `webplate ${num(web_plate.t)}x${num(web_plate.b)}${web_plate.l === undefined ? '' : ` l${num(web_plate.l)}`}${web_plate.level === undefined ? '' : ` at${num(web_plate.level)}`} ${printSteel(web_plate.steel)}${web_plate.sides === 2 ? ' both' : ''}${web_plate.weld === 'fillet' ? ' fillets' : ''}`,
        ]
      : []),
    ...(bolts.threads_in_plane ? [] : ['shank']),
    ...(bolts.washers === 2 ? [] : [`washers ${bolts.washers}`]),
    ...(options.prying === 'assume' ? [] : [`prying ${options.prying}`]),
    ...(options.mode1 === 'method1' ? [] : [`mode1 ${options.mode1}`]),
    ...(options.plastic === 'en' ? [] : [`plastic ${options.plastic}`]),
    ...(options.shear_rows === 'required' ? [] : [`shear ${options.shear_rows}`]),
    ...(options.small_axial ? ['neglect'] : []),
  ].join(' | ');
}

/** Tokens of a segment behind its word, taken one after the other. */
class Taker {
  private at = 1;
  constructor(
    private readonly line: LineReader,
    private readonly tokens: readonly Token[],
  ) {}
  private get lengths(): LineLengths {
    return this.line.lengths;
  }
  private next(): Token {
    const token = this.tokens[this.at] ?? { ...this.tokens.at(-1)!, start: this.tokens.at(-1)!.end, text: '' };
    this.at += 1;
    return token;
  }
  get more(): boolean {
    return this.at < this.tokens.length;
  }
  /** Lengths with a cross between them, so many of them. */
  sizes(count: number, example: string): number[] {
    const token = this.next();
    const m = new RegExp(`^${Array.from({ length: count }, () => this.lengths.POS).join('[x×]')}$`).exec(token.text);
    return (m ?? this.line.refuse(token, this.lengths.example(example))).slice(1).map((x) => this.lengths.read(x));
  }
  length(example: string, sign = false): number {
    const token = this.next();
    const m = new RegExp(`^${sign ? this.lengths.N : this.lengths.POS}$`).exec(token.text);
    return this.lengths.read((m ?? this.line.refuse(token, this.lengths.example(example)))[1]!);
  }
  /** A length behind a letter, where it stands next. */
  marked(mark: string): number | undefined {
    const token = this.tokens[this.at];
    const m = token && new RegExp(`^${mark}${this.lengths.N}$`).exec(token.text);
    if (!m) return undefined;
    this.at += 1;
    return this.lengths.read(m[1]!);
  }
  token(): Token {
    return this.next();
  }
  /** The steel, up to any of the flags; which of them stand behind it. */
  steelAndFlags(flags: readonly string[]): { steel: StiffenerInput['steel']; flags: ReadonlySet<string> } {
    const rest = this.tokens.slice(this.at);
    const first = rest.findIndex((t) => flags.includes(t.text));
    const steel = parseSteel(first < 0 ? rest : rest.slice(0, first), this.tokens[this.at - 1]!);
    const found = first < 0 ? [] : rest.slice(first);
    const wrong = found.find((t) => !flags.includes(t.text));
    if (wrong) this.line.refuse(wrong, flags.join(' or '));
    this.at = this.tokens.length;
    return { steel, flags: new Set(found.map((t) => t.text)) };
  }
  end(example: string): void {
    const token = this.tokens[this.at];
    if (token) this.line.refuse(token, `| after ${example}`);
  }
}

/** Exact inverse of `printLine` on the detail of `base`; members and frame are kept from `base`. */
export function parseLine(text: string, base: MomentPlateInput, units: Units = SI): MomentPlateInput {
  const line = new LineReader(text, 'MEP', 'a moment end plate', WORDS, units);
  const segment = (key: string, example: string): Taker => new Taker(line, line.need(key, example));
  const plate = segment('plate', 'plate 20x220 S355');
  const [t, b] = plate.sizes(2, '20x220') as [number, number];
  const { steel } = plate.steelAndFlags([]);
  const past = segment('past', 'past 95 20');
  const [top, bottom] = [past.length('95'), past.length('20')];
  past.end('past 95 20');
  const { haunch: _haunch, web_plate: _plate, rib: _rib, ...rest } = base;
  const haunch = line.has('haunch') ? readHaunch(segment('haunch', '')) : undefined;
  const rib = line.has('rib') ? readRib(segment('rib', '')) : undefined;
  const web_plate = line.has('webplate') ? readWebPlate(segment('webplate', '')) : undefined;
  const stiffeners = {
    ...(line.has('top') ? { top: readStiffener(segment('top', '')) } : {}),
    ...(line.has('bottom') ? { bottom: readStiffener(segment('bottom', '')) } : {}),
  };
  const word = (key: string, words: readonly string[]): string | null => line.word(key, words, `${key} ${words[0]}`);
  return {
    ...rest,
    plate: { t, b, top, bottom, steel },
    ...(rib ? { rib } : {}),
    bolts: readBolts(line, segment('bolt', 'bolt M24-8.8 120')),
    rows: readRows(line, segment('rows', 'rows 50 -70 -385')),
    welds: line.has('legs')
      ? readWelds(line, segment('legs', 'legs 12 10 8'), Math.SQRT2)
      : readWelds(line, segment('throats', 'throats 9 7 5.5'), 1),
    ...(haunch ? { haunch } : {}),
    stiffeners,
    ...(web_plate ? { web_plate } : {}),
    options: {
      prying: (word('prying', ['check']) as 'check' | null) ?? 'assume',
      mode1: (word('mode1', ['method2']) as 'method2' | null) ?? 'method1',
      plastic: (word('plastic', ['uk', 'off']) as 'uk' | null) ?? 'en',
      shear_rows: (word('shear', ['all']) as 'all' | null) ?? 'required',
      small_axial: line.flag('neglect'),
    },
  };
}

function readBolts(line: LineReader, s: Taker): MomentPlateInput['bolts'] {
  const { d, cls } = readBolt(s.token(), 'a bolt such as M24-8.8');
  const w = s.length('120');
  s.end('bolt M24-8.8 120');
  const washers = line.word('washers', ['0', '1'], 'washers 1');
  return { d, cls, w, threads_in_plane: !line.flag('shank'), washers: washers === null ? 2 : (Number(washers) as 0 | 1) };
}

function readRows(line: LineReader, s: Taker): MomentPlateInput['rows'] {
  const rows: { y: number; role: 'auto' | 'shear' }[] = [];
  do {
    const token = s.token();
    const m =
      new RegExp(`^${line.lengths.N}(s?)$`).exec(token.text) ??
      line.refuse(token, 'rows above the top of the beam, as in 50 -70 -385s');
    rows.push({ y: line.lengths.read(m[1]!), role: m[2] ? 'shear' : 'auto' });
  } while (s.more);
  return rows;
}

/** Fillets by their throats, or `by` times them where they are given by their legs. */
function readWelds(line: LineReader, s: Taker, by: number): MomentPlateInput['welds'] {
  const [top, bottom, web] = [s.length('9') / by, s.length('7') / by, s.length('5.5') / by];
  const first = s.marked('t');
  const haunch = first === undefined && s.more ? s.length('5') / by : undefined;
  const near = first ?? s.marked('t');
  const web_tension = near === undefined ? undefined : near / by;
  s.end('throats 9 7 5.5');
  return {
    top,
    bottom,
    web,
    ...(haunch === undefined ? {} : { haunch }),
    ...(web_tension === undefined ? {} : { web_tension }),
    ...(line.flag('butt') ? { flanges: 'butt' as const } : {}),
    design: (line.word('for', ['force', 'full'], 'for force') as 'force' | null) ?? 'resistance',
    sawn: !line.flag('unsawn'),
  };
}

function readRib(s: Taker): RibInput {
  const [t, l] = s.sizes(2, '12x150') as [number, number];
  return { t, l, steel: s.steelAndFlags([]).steel };
}

function readHaunch(s: Taker): HaunchInput {
  const [h, l] = s.sizes(2, '330x1800') as [number, number];
  const [b, tf, tw] = s.sizes(3, '170x12x8') as [number, number, number];
  const { steel, flags } = s.steelAndFlags(['tip']);
  return { h, l, b, tf, tw, steel, tip: flags.has('tip') };
}

function readStiffener(s: Taker): StiffenerInput {
  const [b, t] = s.sizes(2, '85x10') as [number, number];
  const w = s.marked('w');
  const a = w === undefined ? (s.marked('a') ?? 5) : w / Math.SQRT2;
  const c = s.marked('c');
  const { steel, flags } = s.steelAndFlags(['half', 'unfitted']);
  return {
    b,
    t,
    a,
    ...(c === undefined ? {} : { c }),
    depth: flags.has('half') ? 'half' : 'full',
    fitted: !flags.has('unfitted'),
    steel,
  };
}

function readWebPlate(s: Taker): WebPlateInput {
  const [t, b] = s.sizes(2, '12x250') as [number, number];
  const l = s.marked('l');
  const level = s.marked('at');
  const { steel, flags } = s.steelAndFlags(['both', 'fillets']);
  return {
    t,
    b,
    sides: flags.has('both') ? 2 : 1,
    weld: flags.has('fillets') ? 'fillet' : 'butt',
    ...(l === undefined ? {} : { l }),
    ...(level === undefined ? {} : { level }),
    steel,
  };
}
