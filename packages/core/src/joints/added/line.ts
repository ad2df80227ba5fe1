import { CORNERS, type AddedPlate, type Corner } from '../../detail/added.ts';
import { SI, type Units } from '../../units/system.ts';
import { fail, lengthsOf, LineLengths, parseSteel, printSteel, segmentsOf, type Token } from '../line-reader.ts';
import type { JointKind } from '../kind.ts';

/*
 * ... | add xz@0 130:280 35:185 t10 S275 fw6 ur 125x115
 * plane and its middle across it | from and to along both axes of the plane | thickness, steel, fillet leg | the corner that is cut, how far
 */

/** Added plates, a segment each, at the end of a line. */
export function printAdded(added: readonly AddedPlate[], units: Units = SI): string {
  const l = LineLengths.of(units);
  const n = (x: number): string => l.print(x);
  return added
    .map(({ plane, at, u1, u2, v1, v2, t, steel, leg, corner, cut_u, cut_v }) => {
      const cut = corner === 'none' ? '' : ` ${corner} ${n(cut_u!)}x${n(cut_v!)}`;
      return ` | add ${plane}@${n(at)} ${n(u1)}:${n(u2)} ${n(v1)}:${n(v2)} t${n(t)} ${printSteel(steel)} fw${n(leg)}${cut}`;
    })
    .join('');
}

/** A line without its added plates, each token where it was, and the plates. */
export function readAdded(
  text: string,
  { code, title }: Pick<JointKind, 'code' | 'title'>,
  units: Units = SI,
): { readonly own: string; readonly added: AddedPlate[] } {
  const [head, ...rest] = segmentsOf(text);
  const plates = rest.filter(([first]) => first!.text.toLowerCase() === 'add');
  if (!plates.length) return { own: text, added: [] };
  const l = lengthsOf(head!, code, `a ${title.toLowerCase()}`, units);
  const own = text.replace(/\|\s*add(?=\s|\||$)[^|]*/gi, (segment) => ' '.repeat(segment.length));
  return { own, added: plates.map((tokens) => readPlate(tokens, l)) };
}

function readPlate(tokens: readonly Token[], l: LineLengths): AddedPlate {
  const [, where, along, up, thick, ...rest] = tokens;
  const end: Token = { text: '', start: tokens.at(-1)!.end, end: tokens.at(-1)!.end };
  const match = (t: Token | undefined, pattern: string, words: string): string[] =>
    new RegExp(`^${pattern}$`).exec((t ?? end).text)?.slice(1) ?? fail(t ?? end, words);
  const [plane, at] = match(where, `(xz|yz|xy)@${l.N}`, 'the plane and its place across, as in xz@0');
  const span = (t: Token | undefined): [number, number] => {
    const [a, b] = match(t, `${l.N}:${l.N}`, `from and to, as in ${l.print(130)}:${l.print(280)}`);
    return [l.read(a!), l.read(b!)];
  };
  const [[u1, u2], [v1, v2]] = [span(along), span(up)];
  const [t] = match(thick, `t${l.POS}`, `a thickness, as in t${l.print(10)}`);
  const fw = rest.findIndex((x) => /^fw/.test(x.text));
  const [leg] = match(rest[fw], `fw${l.POS}`, `a fillet leg, as in fw${l.print(6)}`);
  const steel = parseSteel(rest.slice(0, fw), thick!);
  const corner = rest[fw + 1];
  const plate = { plane: plane as AddedPlate['plane'], at: l.read(at!), u1, u2, v1, v2, t: l.read(t!), steel, leg: l.read(leg!) };
  if (!corner) return { ...plate, corner: 'none' };
  const named = CORNERS.filter((c) => c !== 'none');
  if (!named.includes(corner.text as 'ul')) fail(corner, `a corner that is cut, ${named.join(', ')}`);
  const [cut_u, cut_v] = match(rest[fw + 2], `${l.POS}[x×]${l.POS}`, `how far it is cut, as in ${l.print(125)}x${l.print(115)}`);
  if (rest[fw + 3]) fail(rest[fw + 3]!, '| after an added plate');
  return { ...plate, corner: corner.text as Corner, cut_u: l.read(cut_u!), cut_v: l.read(cut_v!) };
}
