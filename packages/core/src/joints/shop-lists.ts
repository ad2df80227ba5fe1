import { boltMass, type BoltSize } from '../catalogue/index.ts';
import { plateMass, type PlatePart, type Solid } from '../detail/solid.ts';
import { boltName, type Units } from '../units/system.ts';
import type { List } from './kind.ts';

/** Extent of a plate in its own plane, mm: the greater and the lesser. */
function extent({ outline }: PlatePart): readonly [number, number] {
  const span = (k: 0 | 1): number => Math.max(...outline.map((p) => p[k])) - Math.min(...outline.map((p) => p[k]));
  const [a, b] = [span(0), span(1)];
  return a >= b ? [a, b] : [b, a];
}
const mm = (x: number): number => Math.round(x * 1e6) / 1e6;

/** What is like another of its sort, with how many there are: in the order in which the first of each stands. */
function alike<T>(list: readonly T[], key: (x: T) => string): { readonly of: T; readonly count: number }[] {
  const found = new Map<string, { of: T; count: number }>();
  for (const x of list) {
    const known = found.get(key(x));
    if (known) known.count += 1;
    else found.set(key(x), { of: x, count: 1 });
  }
  return [...found.values()];
}

const massHead = (u: Units): string => `Mass ${u.mass(1).split(' ')[1]}`;
const mass = (u: Units, kg: number): number | string => (u.id === 'SI' ? Math.round(kg * 100) / 100 : u.mass(kg).split(' ')[0]!);

/** Plates of a joint: like ones together, with their sizes and masses; sizes are those of the plate that it is cut from. */
function plateList(solid: Solid, u: Units): List {
  const kinds = alike(solid.plates, (p) =>
    JSON.stringify([p.label, p.grade, extent(p).map(mm), p.holes.length, mm(plateMass(p))]),
  );
  const unit = u.name('mm');
  return {
    id: 'plates',
    title: 'Plates',
    head: [
      'Mark',
      'Number',
      `Thickness ${unit}`,
      `Width ${unit}`,
      `Length ${unit}`,
      'Steel',
      'Holes',
      `${massHead(u)} each`,
      massHead(u),
    ],
    rows: kinds.map(({ of, count }, i) => {
      const [long, wide] = extent(of);
      const each = plateMass(of);
      return [
        `p${i + 1}`,
        count,
        u.cell(mm(of.y[1] - of.y[0])),
        u.cell(mm(wide)),
        u.cell(mm(long)),
        of.grade,
        of.holes.length,
        mass(u, each),
        mass(u, count * each),
      ];
    }),
  };
}

/** Bolts with their lengths; nuts and washers go with each. */
function boltList(solid: Solid, bolt: BoltSize, cls: string, u: Units): List {
  const unit = u.name('mm');
  return {
    id: 'bolts',
    title: 'Bolts, each with its nut and washers',
    head: ['Number', 'Bolt', 'Class', `Length ${unit}`, `Grip ${unit}`, massHead(u)],
    rows: alike(solid.bolts, (b) => JSON.stringify([b.length, mm(b.grip)])).map(({ of, count }) => [
      count,
      boltName(of.d),
      cls,
      u.cell(of.length),
      u.cell(mm(of.grip)),
      mass(u, count * boltMass(bolt, of.length)),
    ]),
  };
}

/** Fillets by what they join: leg or throat as the standard names them, length in all. */
function weldList(solid: Solid, u: Units, fillets: 'throat' | 'leg'): List {
  const unit = u.name('mm');
  const size = (leg: number): number => (fillets === 'leg' ? leg : leg / Math.SQRT2);
  const runs = alike(solid.welds, (w) => JSON.stringify([mm(w.leg), w.joins]));
  const length = (x: (typeof solid.welds)[number]): number =>
    solid.welds.filter((w) => mm(w.leg) === mm(x.leg) && w.joins.join() === x.joins.join()).reduce((sum, w) => sum + w.length, 0);
  return {
    id: 'welds',
    title: 'Fillet welds',
    head: [`${fillets === 'leg' ? 'Leg' : 'Throat'} ${unit}`, 'Joins', 'To', 'Runs', `Length ${unit}`],
    rows: runs.map(({ of, count }) => [u.cell(mm(size(of.leg))), of.joins[0], of.joins[1], count, u.cell(mm(length(of)))]),
  };
}

/** What a shop buys and makes for a joint, read off its solid. Sums of masses and lengths are those of the solid's quantities. */
export const shopLists = (
  solid: Solid,
  o: { readonly bolt: BoltSize; readonly cls: string; readonly units: Units; readonly fillets: 'throat' | 'leg' },
): List[] => [
  plateList(solid, o.units),
  ...(solid.bolts.length ? [boltList(solid, o.bolt, o.cls, o.units)] : []),
  ...(solid.welds.length ? [weldList(solid, o.units, o.fillets)] : []),
];
