import type { Units } from '../units/system.ts';
import type { FastenerItem, ShopItems, WeldItem } from './items.ts';
import { alike, listOf, sum, type Column, type List } from './list.ts';
import type { Piece } from './pieces.ts';

/** How sizes and masses are written: the units of the job, and whether a fillet is called by its throat or its leg. */
export interface ListStyle {
  readonly units: Units;
  readonly fillets: 'throat' | 'leg';
}

/** The head of a column of masses, and a mass in it. */
export const massHead = (u: Units): string => `Mass ${u.mass(1).split(' ')[1]}`;
export const massCell = (u: Units, kg: number): number | string =>
  u.id === 'SI' ? Math.round(kg * 100) / 100 : u.mass(kg).split(' ')[0]!;
const areaHead = (u: Units): string => (u.id === 'SI' ? 'Paint m²' : 'Paint ft²');
const area = (u: Units, mm2: number): number => Math.round((mm2 / (u.id === 'SI' ? 1e6 : 304.8 ** 2)) * 1e3) / 1e3;
const volumeHead = (u: Units): string => (u.id === 'SI' ? 'Volume cm³' : 'Volume in³');
const volume = (u: Units, mm3: number): number => Math.round((mm3 / (u.id === 'SI' ? 1e3 : 25.4 ** 3)) * 10) / 10;
/** A length of weld in all, to what is measured; a sum of many is no size with fractions. */
const run = (u: Units, mm: number): number => Math.round((u.id === 'SI' ? mm : mm / 25.4) * 10) / 10;

/** A column whose cell and total show one quantity, of a row and of all rows. */
const summed = <T>(head: string, of: (row: T) => number, show: (x: number) => number | string = (x) => x): Column<T> => ({
  head,
  cell: (row) => show(of(row)),
  total: (rows) => show(sum(rows, of)),
});

/** A row with the mark of its joint where it stands among those of a job. */
type Of<T> = T & { readonly joint?: string };

const holesOf = (p: Piece): number => sum(p.faces, (f) => f.holes.length);

function fittings(rows: readonly Of<Piece>[], { units: u }: ListStyle): List {
  const mm = u.name('mm');
  return listOf('fittings', 'Plates and angles', rows, [
    { head: 'Mark', cell: (p) => (p.joint ? `${p.joint}-${p.mark}` : p.mark) },
    summed('Number', (p) => p.count),
    { head: 'Piece', cell: (p) => p.label },
    { head: 'Steel', cell: (p) => p.grade },
    { head: `Thickness ${mm}`, cell: (p) => u.cell(p.t) },
    { head: `Width ${mm}`, cell: (p) => u.cell(p.width) },
    { head: `Length ${mm}`, cell: (p) => u.cell(p.length) },
    { head: 'Holes', cell: holesOf, total: (all) => sum(all, (p) => p.count * holesOf(p)) },
    { head: `${massHead(u)} each`, cell: (p) => massCell(u, p.mass) },
    summed(
      massHead(u),
      (p) => p.count * p.mass,
      (kg) => massCell(u, kg),
    ),
    summed(
      areaHead(u),
      (p) => p.count * p.surface,
      (mm2) => area(u, mm2),
    ),
  ]);
}

function fasteners(
  id: 'bolts' | 'anchors',
  rows: readonly (FastenerItem & { readonly joints?: number })[],
  { units: u }: ListStyle,
  ofJob: boolean,
): List {
  const mm = u.name('mm');
  return listOf(
    id === 'bolts' ? 'bolts' : 'anchor-list',
    id === 'bolts' ? 'Bolts, each with its nut and washers' : 'Anchors, each with its nut and washer',
    rows,
    [
      summed('Number', (b) => b.count),
      { head: id === 'bolts' ? 'Bolt' : 'Anchor', cell: (b) => b.name },
      { head: 'Class', cell: (b) => b.cls },
      { head: `Length ${mm}`, cell: (b) => u.cell(b.length) },
      ofJob || id === 'anchors' ? null : { head: `Grip ${mm}`, cell: (b) => (b.grip === null ? '' : u.cell(b.grip)) },
      { head: 'Place', cell: (b) => b.place },
      ofJob ? { head: 'Joints', cell: (b) => b.joints! } : null,
      summed(
        massHead(u),
        (b) => b.count * b.mass,
        (kg) => massCell(u, kg),
      ),
    ],
  );
}

function welds(rows: readonly WeldItem[], { units: u, fillets }: ListStyle, ofJob: boolean): List {
  const mm = u.name('mm');
  const size = (w: WeldItem): number => (w.type === 'fillet' && fillets === 'throat' ? w.size / Math.SQRT2 : w.size);
  const between: readonly (Column<WeldItem> | null)[] = ofJob
    ? [null]
    : [
        { head: 'Joins', cell: (w) => w.joins[0] },
        { head: 'To', cell: (w) => w.joins[1] },
        { head: 'Stand', cell: (w) => w.stands },
      ];
  return listOf('welds', 'Welds', rows, [
    { head: 'Type', cell: (w) => w.type },
    { head: `${fillets === 'leg' ? 'Leg' : 'Throat'} ${mm}`, cell: (w) => u.cell(Math.round(size(w) * 1e4) / 1e4) },
    ...between,
    summed('Runs', (w) => w.runs),
    summed(
      `Length ${mm}`,
      (w) => w.length,
      (x) => run(u, x),
    ),
    {
      head: volumeHead(u),
      cell: (w) => (w.volume === null ? '' : volume(u, w.volume)),
      total: (all) =>
        volume(
          u,
          sum(all, (w) => w.volume ?? 0),
        ),
    },
    { head: 'Place', cell: (w) => w.place },
  ]);
}

/** What a shop buys and makes for one joint. Sums of masses and lengths are those of the quantities of its solid. */
export function shopLists({ pieces, bolts, welds: w }: ShopItems, style: ListStyle): List[] {
  return [
    ...(pieces.length ? [fittings(pieces, style)] : []),
    ...(bolts.length ? [fasteners('bolts', bolts, style, false)] : []),
    ...(w.length ? [welds(w, style, false)] : []),
  ];
}

/** The items of one joint of a job, and the lists that its kind has of its own. */
export interface JointItems extends ShopItems {
  readonly mark: string;
  readonly own: readonly List[];
}

/** The items of a built joint under its mark. */
export const itemsOf = (mark: string, joint: { readonly shop: ShopItems; readonly ownLists: readonly List[] }): JointItems => ({
  mark,
  ...joint.shop,
  own: joint.ownLists,
});

/** What a shop buys and makes for a job: each piece under its joint, bolts, anchors and welds of all joints together, plates by thickness and steel. */
export function jobLists(joints: readonly JointItems[], style: ListStyle): List[] {
  const pieces = joints.flatMap((j) => j.pieces.map((p) => ({ ...p, joint: j.mark })));
  const together = (of: 'bolts' | 'anchors') =>
    alike(
      joints.flatMap((j) => j[of].map((b) => ({ ...b, mark: j.mark }))),
      (b) => JSON.stringify([b.name, b.cls, b.length, b.place]),
    )
      .map(({ of: b, all }) => ({ ...b, count: sum(all, (x) => x.count), joints: new Set(all.map((x) => x.mark)).size }))
      .sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }) || a.cls.localeCompare(b.cls) || a.length - b.length);
  const runs = alike(
    joints.flatMap((j) => j.welds),
    (w) => JSON.stringify([w.type, w.size, w.place]),
  )
    .map(({ of, all }): WeldItem => ({
      ...of,
      runs: sum(all, (w) => w.runs),
      length: sum(all, (w) => w.length),
      volume: of.volume === null ? null : sum(all, (w) => w.volume ?? 0),
    }))
    .sort((a, b) => a.type.localeCompare(b.type) || a.size - b.size);
  const [bolts, anchors] = [together('bolts'), together('anchors')];
  return [
    ...(pieces.length ? [fittings(pieces, style), steelList(pieces, style)] : []),
    ...(bolts.length ? [fasteners('bolts', bolts, style, true)] : []),
    ...(anchors.length ? [fasteners('anchors', anchors, style, true)] : []),
    ...(runs.length ? [welds(runs, style, true)] : []),
    ...joints.flatMap((j) => j.own.map((l) => ({ ...l, id: `${j.mark} ${l.id}`, title: `${j.mark}: ${l.title}` }))),
  ];
}

/** Steel to buy: plates by thickness and grade, angles by section and grade. */
function steelList(pieces: readonly Piece[], { units: u }: ListStyle): List {
  const rows = alike(pieces, (p) => JSON.stringify([p.shape, p.shape === 'plate' ? p.t : p.label, p.grade])).sort(
    (a, b) => b.of.shape.localeCompare(a.of.shape) || a.of.t - b.of.t || a.of.grade.localeCompare(b.of.grade),
  );
  const of = (row: (typeof rows)[number], quantity: (p: Piece) => number): number => sum(row.all, (p) => p.count * quantity(p));
  return listOf('steel', 'Steel to buy', rows, [
    { head: 'Steel', cell: (r) => r.of.grade },
    { head: 'What', cell: (r) => (r.of.shape === 'plate' ? `plate ${u.size(r.of.t)}` : r.of.label) },
    summed('Pieces', (r) => of(r, () => 1)),
    {
      head: `Length ${u.id === 'SI' ? 'm' : 'ft'}`,
      cell: (r) =>
        r.of.shape === 'plate' ? '' : Math.round((of(r, (p) => p.length) / (u.id === 'SI' ? 1000 : 304.8)) * 100) / 100,
    },
    summed(
      massHead(u),
      (r) => of(r, (p) => p.mass),
      (kg) => massCell(u, kg),
    ),
    summed(
      areaHead(u),
      (r) => of(r, (p) => p.surface),
      (mm2) => area(u, mm2),
    ),
  ]);
}
