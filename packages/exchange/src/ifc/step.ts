import { createHash } from 'node:crypto';

/** A line of the file that others refer to. */
export class Ref {
  constructor(readonly n: number) {}
}
/** A word of a fixed list, as ELEMENT. */
export class Word {
  constructor(readonly word: string) {}
}
/** A value with its type, as IFCLABEL('x'). */
export class Typed {
  constructor(
    readonly type: string,
    readonly value: string | number | boolean,
  ) {}
}
/** A number that counts, without a point. */
export class Whole {
  constructor(readonly n: number) {}
}
export type Arg = Ref | Word | Typed | Whole | string | number | boolean | null | readonly Arg[];
/** What an attribute is that follows from others. */
export const DERIVED = new Word('*');

/** Text of ISO 10303-21: quotes doubled, what is not printable ASCII by its code. */
const text = (s: string): string =>
  `'${[...s]
    .map((c) => {
      const code = c.codePointAt(0)!;
      if (c === "'") return "''";
      if (c === '\\') return '\\\\';
      if (code >= 32 && code < 127) return c;
      return code > 0xffff
        ? `\\X4\\${code.toString(16).toUpperCase().padStart(8, '0')}\\X0\\`
        : `\\X2\\${code.toString(16).toUpperCase().padStart(4, '0')}\\X0\\`;
    })
    .join('')}'`;

/** A real number: always with its point. */
function real(x: number): string {
  if (!Number.isFinite(x)) throw new RangeError(`${x} is no size`);
  const rounded = Math.round(x * 1e9) / 1e9 + 0;
  const plain = String(rounded);
  if (!plain.includes('e')) return plain.includes('.') ? plain : `${plain}.`;
  const [mantissa, power] = plain.split('e');
  return `${mantissa!.includes('.') ? mantissa : `${mantissa}.`}E${power}`;
}

function print(a: Arg): string {
  if (a === null) return '$';
  if (a instanceof Ref) return `#${a.n}`;
  if (a instanceof Word) return a === DERIVED ? '*' : `.${a.word}.`;
  if (a instanceof Whole) return String(a.n);
  if (a instanceof Typed) return `${a.type}(${print(a.value)})`;
  if (typeof a === 'string') return text(a);
  if (typeof a === 'number') return real(a);
  if (typeof a === 'boolean') return a ? '.T.' : '.F.';
  return `(${a.map(print).join(',')})`;
}

const LETTERS = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz_$';
/** A global id of 22 letters that is the same for the same thing, so that a second file updates the first. */
export function globalId(...names: readonly string[]): string {
  const bytes = createHash('sha256').update(names.join('\u0000')).digest().subarray(0, 16);
  let n = BigInt(`0x${bytes.toString('hex')}`);
  let out = '';
  for (let i = 0; i < 22; i += 1) {
    out = LETTERS[Number(n % 64n)]! + out;
    n /= 64n;
  }
  return out;
}

/** Lines of a file in the form of ISO 10303-21, numbered as they are made; what is alike may be made once. */
export class Step {
  private n = 0;
  private lines: string[] = [];
  private readonly known = new Map<string, Ref>();

  add(type: string, ...args: readonly Arg[]): Ref {
    this.n += 1;
    this.lines.push(`#${this.n}=${type}(${args.map(print).join(',')});`);
    return new Ref(this.n);
  }
  /** The same line for the same arguments. */
  once(type: string, ...args: readonly Arg[]): Ref {
    const key = `${type}(${args.map(print).join(',')})`;
    let found = this.known.get(key);
    if (!found) this.known.set(key, (found = this.add(type, ...args)));
    return found;
  }
  /** The lines since the last call. */
  take(): string {
    const out = this.lines.length ? `${this.lines.join('\n')}\n` : '';
    this.lines = [];
    return out;
  }
}

/** The first lines of a file. */
export const stepHead = (name: string, date: string): string => `ISO-10303-21;
HEADER;
FILE_DESCRIPTION(('ViewDefinition [ReferenceView_V1.2]'),'2;1');
FILE_NAME(${text(name)},'${date}T00:00:00',(''),(''),'Ample Gusset','Ample Gusset','');
FILE_SCHEMA(('IFC4'));
ENDSEC;
DATA;
`;
export const STEP_END = 'ENDSEC;\nEND-ISO-10303-21;\n';
