import { weldMetal, type Solid } from '../detail/solid.ts';
import { boltName } from '../units/system.ts';
import { alike, sum } from './list.ts';
import { pieceIdOf, piecesOf, type Piece } from './pieces.ts';

/** Where something is put together: in the shop, or where the building stands. */
export type Place = 'shop' | 'site';

/** Bolts or anchors of one size: how many, each with its nut and washers. */
export interface FastenerItem {
  readonly count: number;
  readonly name: string;
  readonly cls: string;
  readonly length: number;
  /** What it clamps; an anchor has its embedment in its schedule. */
  readonly grip: number | null;
  readonly place: Place;
  /** kg of one. */
  readonly mass: number;
}

/** Welds of one size between two parts. */
export interface WeldItem {
  readonly type: 'fillet' | 'butt';
  /** Leg of a fillet, thickness of what a butt weld joins, mm. */
  readonly size: number;
  readonly joins: readonly [string, string];
  readonly runs: number;
  /** Length in all, mm, and volume of weld metal, mm3; that of a butt weld follows from a preparation that the shop chooses. */
  readonly length: number;
  readonly volume: number | null;
  /** How its runs stand in the finished joint. */
  readonly stands: string;
  readonly place: Place;
}

/** Everything that one joint is made of beside its members. */
export interface ShopItems {
  readonly pieces: readonly Piece[];
  readonly bolts: readonly FastenerItem[];
  readonly anchors: readonly FastenerItem[];
  readonly welds: readonly WeldItem[];
}

const round = (x: number): number => Math.round(x * 1e4) / 1e4;

/** What a shop cuts, buys and welds for a joint, read off its solid. */
export function shopItems(solid: Solid): ShopItems {
  return {
    pieces: piecesOf(solid),
    bolts: alike(solid.bolts, (b) => JSON.stringify([b.d, b.cls, b.length, round(b.grip)])).map(({ of, all }) => ({
      count: all.length,
      name: boltName(of.d),
      cls: of.cls,
      length: of.length,
      grip: round(of.grip),
      place: 'site',
      mass: of.mass,
    })),
    anchors: alike(solid.anchors ?? [], (a) => JSON.stringify([a.d, a.cls, a.length])).map(({ of, all }) => ({
      count: all.length,
      name: boltName(of.d),
      cls: of.cls,
      length: of.length,
      grip: null,
      place: 'site',
      mass: of.mass,
    })),
    welds: weldItems(solid),
  };
}

function weldItems(solid: Solid): WeldItem[] {
  const site = siteWelds(solid);
  const fillets = alike(solid.welds, (w) => JSON.stringify([round(w.leg), w.joins])).map(({ of, all }): WeldItem => ({
    type: 'fillet',
    size: round(of.leg),
    joins: of.joins,
    runs: all.length,
    length: sum(all, (w) => w.length),
    volume: weldMetal(all),
    stands: standing(all),
    place: site(of.joins) ? 'site' : 'shop',
  }));
  const butts = (solid.butts ?? []).map((b): WeldItem => ({
    type: 'butt',
    size: round(b.t),
    joins: b.joins,
    runs: b.runs,
    length: b.length,
    volume: null,
    stands: 'level',
    place: site(b.joins) ? 'site' : 'shop',
  }));
  return [...fillets, ...butts];
}

/** How the runs of a weld stand: upright, level, sloping, or several of them. */
function standing(welds: Solid['welds']): string {
  const words = welds.map(({ from, to }) => {
    const rise = Math.abs(to[2] - from[2]);
    const run = Math.hypot(to[0] - from[0], to[1] - from[1]);
    return run < 1e-6 * rise ? 'upright' : rise < 1e-6 * run ? 'level' : 'sloping';
  });
  return [...new Set(words)].join(', ');
}

/** A piece that is welded to both members goes to one of them in the shop; its weld to the beam is made on site. */
function siteWelds(solid: Solid): (joins: readonly string[]) => boolean {
  const members = new Set<string>(solid.members.map((m) => m.id));
  const pieceOf = new Map(solid.plates.map((p) => [p.id, pieceIdOf(p)]));
  const held = new Map<string, Set<string>>();
  for (const { joins } of [...solid.welds, ...(solid.butts ?? [])])
    for (const [part, to] of [joins, [...joins].reverse()] as [string, string][]) {
      const piece = pieceOf.get(part);
      if (piece !== undefined && members.has(to)) held.set(piece, (held.get(piece) ?? new Set()).add(to));
    }
  return (joins) => joins.includes('beam') && joins.some((id) => pieceOf.has(id) && (held.get(pieceOf.get(id)!)?.size ?? 0) > 1);
}
