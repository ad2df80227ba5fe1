import type { Point, Solid } from '../../detail/solid.ts';
import { filletSymbol, leader, prettyName, project, text, type Frame, type Item } from '../../drawing/index.ts';
import { boltName } from '../../units/system.ts';
import type { BaseModel } from './model.ts';
import { concreteName, filletName, groutName } from './names.ts';
import type { BaseFrames } from './shapes.ts';
import { ELEVATION, SIDE } from './sheet-places.ts';
import { drawnBlock, flat } from './solid.ts';

/** Callouts of plate, column, anchors, shear, weld, concrete and grout. */
export const callouts = (m: BaseModel, solid: Solid, frames: BaseFrames): Item[] => [
  ...steelNamed(m, solid, frames.plan),
  ...anchorsNamed(m, frames.plan),
  text([30, 161], `shear: ${m.input.shear.path.replace('+', ', then ')}`, { callout: 'shear', judged: true }),
  ...weldNamed(m, frames.plan),
  ...blockNamed(m, frames.elevation),
];

/** Plate and column; callouts stand over the plan, where no dimension runs. */
function steelNamed(m: BaseModel, solid: Solid, f: Frame): Item[] {
  const [plate, column] = [solid.plates[0]!, solid.members[0]!];
  const p = m.plateBox;
  const { h, b, t_f, shape } = m.column;
  const plateTip: Point =
    m.input.plate.shape === 'circle'
      ? [(p.z1 + p.z2) / 2 - (0.9 * (p.z2 - p.z1)) / 2, (p.y1 + p.y2) / 2 + (0.36 * (p.y2 - p.y1)) / 2]
      : [p.z1 + 0.03 * (p.z2 - p.z1), p.y2 - 0.03 * (p.y2 - p.y1)];
  const onRing = 0.35 * h - t_f * 0.35;
  const columnTip: Point = shape === 'CHS' ? [onRing, onRing] : [h / 2 - t_f / 2, b * 0.42];
  return [
    ...leader(project(f, plateTip), [12, 28], [`${prettyName(plate.label)} ${plate.grade}`], 'plate'),
    ...leader(project(f, columnTip), [96, 28], [`${prettyName(column.label)} ${column.grade}`], 'column'),
  ];
}

/** The anchors at the uppermost of them, the left one of a row. */
function anchorsNamed(m: BaseModel, f: Frame): Item[] {
  const u = m.basis.units;
  const { anchors: a } = m.input;
  if (!m.anchors.length) return [text([12, 21], 'no anchors', { callout: 'anchors' })];
  const q = m.anchors.reduce((best, x) => (x.y > best.y + 1 || (Math.abs(x.y - best.y) <= 1 && x.z < best.z) ? x : best));
  const washers = a.washers_welded ? ', washers welded' : '';
  return leader(
    project(f, flat(q.y, q.z)),
    [50, 21],
    [`${m.anchors.length} × ${boltName(a.d)}-${a.cls ?? 'own'}, holes ${u.length(a.hole)}${washers}`],
    'anchors',
  );
}

function weldNamed(m: BaseModel, f: Frame): Item[] {
  const { weld } = m.input;
  const { h, b, shape } = m.column;
  const tip = project(f, shape === 'CHS' ? [(h / 2) * Math.cos(0.35), (h / 2) * Math.sin(0.35)] : [h / 2, b * 0.25]);
  if (weld.type === 'butt') return leader(tip, [118, 36], ['butt weld'], 'weld');
  const fillet = (a: number): string => filletName(m.basis, a);
  const web = shape === 'I' ? ` / web ${fillet(weld.a_w)}` : '';
  return filletSymbol(tip, [151, 36], `${fillet(weld.a_f)}${web}`, 'weld', m.basis.standard.weldSymbols, 1);
}

function blockNamed(m: BaseModel, e: Frame): Item[] {
  const u = m.basis.units;
  const { anchors: a, grout, concrete } = m.input;
  const b = drawnBlock(m);
  const p = m.plateBox;
  const ends: Readonly<Record<typeof a.type, string>> = {
    washer: `end plate ${u.length(a.head ?? 0)}×${u.length(a.head_t ?? 0)}`,
    headed: `head ${u.length(a.head ?? 0)}×${u.length(a.head_t ?? 0)}`,
    straight: 'straight',
    hooked: 'hooked',
    bonded: 'bonded',
  };
  const foot = project(e, [0, -grout.t - b.H])[1];
  return [
    ...leader(
      project(e, [b.x1 + 0.12 * (b.x2 - b.x1), -grout.t - 0.86 * b.H]),
      [SIDE.left + 6, Math.min(foot + 6, ELEVATION.bottom - 2)],
      [`${concreteName(concrete.f_ck, u)}, ${concrete.cracked ? 'cracked' : 'uncracked'}`],
      'concrete',
    ),
    ...(m.anchors.length
      ? [text([SIDE.right - 3, Math.min(foot + 5, ELEVATION.bottom - 2)], ends[a.type], { anchor: 'end', callout: 'embedded' })]
      : []),
    ...leader(
      project(e, [p.z2 - 2, -grout.t / 2]),
      [Math.min(project(e, [p.z2, 0])[0] + 4, SIDE.right - 26), ELEVATION.top + 8],
      [`grout ${u.length(grout.t)} ${groutName(grout.f_ck, u)}`],
      'grout',
    ),
  ];
}

/** Places of the anchors from the column axes, where there are few enough to print. */
export function settingOutTable(m: BaseModel): Item[] {
  const u = m.basis.units;
  const n = m.anchors.length;
  if (n === 0 || n > 12) return [];
  const rows = Math.ceil(n / (n > 6 ? 2 : 1));
  const left = n > 6 ? 98 : 127;
  const top = 166 - rows * 3.3;
  const place = (x: number): string => u.near(x);
  return [
    text([left, top - 3.6], 'Anchors from the column axes, z / y', {
      style: 'muted',
      size: 2.6,
      ...(n > 6 ? {} : { anchor: 'start' }),
    }),
    ...m.anchors.map((a, i) =>
      text([left + (i >= rows ? 30 : 0), top + (i % rows) * 3.3], `${i}:  ${place(a.z)} / ${place(a.y)}`, { size: 2.7 }),
    ),
  ];
}
