import type { ModelMember } from './member.ts';
import { TOUCH } from './chains.ts';
import { endToEnd, heightOf, meeting, Near, tipsOf, type Meeting, type Standing, type Tip } from './meet.ts';
import { apart, dot, scale, sub, type Vec } from './space.ts';

/**
 * Where beams are parted that analyses draw in one line: at a column, and at a beam that passes: one that is not cut there, or the deeper of two that
 * are. Of two as deep the one that comes first in the model passes.
 */
export function crossings(
  columns: readonly Standing[],
  pieces: readonly Standing[],
  reach: number,
): (at: Vec, member: ModelMember) => boolean {
  const [posts, beams] = [new Near(columns), new Near(pieces)];
  const index = new Map(pieces.map((p, i) => [p.first, i]));
  const of = (m: ModelMember): Standing => pieces[index.get(m)!]!;
  const rank = (s: Standing): number => heightOf(s.section) * 1e6 - index.get(s.first)!;
  return (at, member) => {
    const me = of(member);
    const tip = tipsOf(me).find((t) => apart(t.at, at) <= TOUCH)!;
    if (posts.at(at).some((c) => meeting(tip, c, reach))) return true;
    const here = beams.at(at).filter((s) => s !== me && Math.abs(dot(s.axis, me.axis)) < 0.9);
    const through = here.filter((s) => passes(s, at));
    if (through.length > 0) return true;
    const ends = here.flatMap((s) => tipsOf(s).filter((t) => apart(t.at, at) <= TOUCH));
    return ends.some((a, i) =>
      ends.slice(i + 1).some((b) => dot(a.into, b.into) < -0.99 && Math.max(rank(a.of), rank(b.of)) > rank(me)),
    );
  };
}
/** How far along a run a point is, and how far off its line: level, and upwards. */
function beside(s: Standing, at: Vec): { readonly t: number; readonly off: number; readonly over: number } {
  const arm = sub(at, s.run.from);
  const t = dot(arm, s.axis);
  const [x, y, z] = sub(arm, scale(s.axis, t));
  return { t, off: Math.hypot(x, y), over: z };
}
/** Whether a beam goes on past a point on both sides of it. */
function passes(s: Standing, at: Vec): boolean {
  const { t, off, over } = beside(s, at);
  return t > TOUCH && t < s.length - TOUCH && off <= 50 && Math.abs(over) <= heightOf(s.section);
}

/** What a tip comes to. */
export type Found =
  | { readonly to: 'support'; readonly meeting: Meeting; readonly both: boolean }
  | { readonly to: 'end'; readonly other: Tip }
  | { readonly to: 'ground' }
  | { readonly to: 'none'; readonly reason: string; readonly beside: readonly Standing[] };

/** Looks from a tip for what it comes to. */
export class Look {
  private readonly tips: readonly Tip[];
  constructor(
    list: readonly Standing[],
    private readonly near: Near,
    private readonly reach: number,
  ) {
    this.tips = list.flatMap(tipsOf);
  }
  meets(tip: Tip): Found | null {
    const { stands } = tip.of;
    if (stands === 'brace') return { to: 'none', beside: [], reason: 'It is inclined: joints of bracing are not covered.' };
    return stands === 'column' ? this.foot(tip) : this.beamEnd(tip);
  }

  /** The lower end of a column; its head carries what comes to it. */
  private foot(tip: Tip): Found | null {
    const other = tip.end === 'from' ? tip.of.run.to : tip.of.run.from;
    if (tip.at[2] > other[2]) return null;
    const around = this.near.at(tip.at).filter((s) => s !== tip.of);
    const post = around.find((s) => s.stands === 'column' && [s.run.from, s.run.to].some((p) => apart(p, tip.at) <= this.reach));
    if (post) return { to: 'none', beside: [post], reason: 'Two columns stand on each other: column splices are not covered.' };
    const under = around.find((s) => s.stands === 'beam' && this.under(tip.at, s));
    return under
      ? { to: 'none', beside: [under], reason: 'A column stands on a beam: such joints are not covered.' }
      : { to: 'ground' };
  }
  private under(at: Vec, s: Standing): boolean {
    const { t, off, over } = beside(s, at);
    const { reach } = this;
    // A beam whose end comes to the foot, as a tie does, carries nothing there.
    return t > reach && t < s.length - reach && off <= reach && over > -1 && over <= heightOf(s.section) / 2 + reach;
  }

  private beamEnd(tip: Tip): Found | null {
    const around = this.near.at(tip.at).filter((s) => s !== tip.of && s.stands !== 'brace');
    const met = around.map((s) => meeting(tip, s, this.reach)).filter((m) => m !== null);
    // The nearest face; of a column and of beams that end in one node with it, the column.
    const rank = (m: Meeting): number => m.off + m.past + (m.support.stands === 'column' ? 0 : 1);
    const best = met.sort((a, b) => rank(a) - rank(b))[0];
    if (best) {
      if (best.support.stands === 'beam' && this.corner(best))
        return { to: 'none', beside: [best.support], reason: 'Ends of two beams meet at a corner, and no member passes there.' };
      return { to: 'support', meeting: best, both: this.opposite(tip, best) };
    }
    const other = this.tips.find((t) => t.of !== tip.of && t.of.stands === 'beam' && endToEnd(tip, t, this.reach));
    if (other) return { to: 'end', other };
    return { to: 'none', beside: [], reason: 'Its end comes to no other member.' };
  }
  /** Whether a beam is met at its own end. */
  private corner({ support, at }: Meeting): boolean {
    const side = support.section.shape === 'CHS' ? support.section.d : support.section.b;
    return [support.run.from, support.run.to].some((p) => apart(p, at) <= Math.max(TOUCH, side / 2));
  }
  /** Whether a like beam comes to the other side at the same level. */
  private opposite(tip: Tip, { support, at }: Meeting): boolean {
    return this.near.at(at).some(
      (s) =>
        s !== tip.of &&
        s.stands === 'beam' &&
        s.section.name === tip.of.section.name &&
        tipsOf(s).some((t) => {
          if (dot(t.into, tip.into) > -0.95) return false;
          const m = meeting(t, support, this.reach);
          return m !== null && Math.abs(t.at[2] - tip.at[2]) <= TOUCH;
        }),
    );
  }
}
