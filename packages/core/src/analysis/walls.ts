import type { MemberPart, Point } from '../detail/solid.ts';
import type { Root, Sheet, Sheets } from './sheet.ts';
import { plus, type Vec } from './vector.ts';

/** The walls of a member as they are put down: named after it, with their roots, over its length. */
export class Walls {
  readonly names: string[] = [];
  constructor(
    private readonly out: Sheets,
    /** What comes before the name of each. */
    private readonly called: string,
    readonly m: MemberPart,
    readonly from: number,
    readonly to: number,
  ) {}

  sheet(
    name: string,
    t: number,
    origin: Vec,
    ex: Vec,
    ey: Vec,
    outline: readonly Point[],
    more: Pick<Sheet, 'far' | 'round' | 'called'> & { readonly holes?: Sheet['holes'] } = {},
  ): void {
    const wall = `${this.called} ${name}`;
    this.names.push(wall);
    this.out.sheets.push({ holes: [], ...more, name: wall, part: this.m.id, grade: this.m.grade, t, origin, ex, ey, outline });
  }

  /** Along the member, at a place across it. */
  root(a: string, b: string, at: Vec, along: Vec, type: Root['type'], toe: number, from = this.from): void {
    const ends = { p0: plus(at, along, from), p1: plus(at, along, this.to) };
    this.out.roots.push({ a: `${this.called} ${a}`, b: `${this.called} ${b}`, type, toe, ...ends });
  }
}
