import type { Combination } from '../actions/combination.ts';
import type { Ground } from '../detail/ground.ts';
import { Refusal } from '../refusal.ts';
import { allBolts, anchorsOf, boltsOf, drill, headOf } from './detail-bolts.ts';
import { besideOf, type Beside } from './detail-beside.ts';
import { groundMoment, heldSideways, loadOf } from './detail-loads.ts';
import { buttsOf, oneFrom, unsizedOf, weldsOf } from './detail-welds.ts';
import { readFieldModel, type FieldModel } from './model.ts';
import { boxOf } from './outline.ts';
import { netArea, type AnalysedJoint, type Sheet, type Sheets } from './sheet.ts';
import { sheetsOf } from './sheets.ts';
import { plus } from './vector.ts';

export interface DetailOptions {
  /** Cells of a preview are half as large again, with fewer layers. */
  readonly preview?: boolean;
}

/** Of what holds a plate sideways on its bed, as a share of the stiffness under it. */
const GRIP = 0.1;

/** The model of a joint under a combination. Throws a Refusal that says why it can't be analysed. */
export function fieldModelOf(
  joint: AnalysedJoint,
  combination: Combination,
  { preview = false }: DetailOptions = {},
): FieldModel {
  const { solid, basis } = joint;
  const strengths = basis.standard.field;
  if (!strengths)
    throw new Refusal('basis', `basis: joints to ${basis.standard.id} can not be analysed yet; joints to EN 1993-1-8 can.`);
  const ground = joint.ground(combination);
  if (solid.anchors?.length && !ground)
    throw new Refusal('detail', 'detail: a joint on concrete can not be analysed to this standard yet; joints of steel can.');
  const made = sheetsOf(solid);
  drill(made, allBolts(solid));
  const beside = besideOf(solid, made, combination);
  const plates = platesOf(joint, made, beside, preview);
  const roots = made.roots.map((r) => ({ ...r, name: `root of ${r.a} on ${r.b}` }));
  const loaded = made.ends.find((e) => e.loaded);
  if (!loaded?.loaded) throw new Refusal('detail', 'detail: it has no end of a member to be loaded.');
  const sideways = loaded.loaded === 'beam' ? heldSideways(combination) : 'free';
  const [one, sized] = [oneFrom(made), [...weldsOf(joint, made), ...buttsOf(joint, made)]];
  return readFieldModel({
    title: combination.name,
    layers: preview ? 7 : 9,
    plates,
    welds: [...roots, ...one, ...sized, ...unsizedOf(joint, made, [...roots, ...one])],
    bolts: [...boltsOf(joint, made), ...anchorsOf(joint, made, ground)],
    beds: ground ? [bedOf(ground)] : [],
    sections: made.ends.map((e) => {
      const held = beside.guided.find((g) => g.name === e.name)?.held ?? (e === loaded && sideways === 'place' ? ['y'] : []);
      const { name, sheets, point, normal } = e;
      return { name, plates: sheets, point, normal, fixed: e.loaded === null && !held.length, held };
    }),
    holds: sideways === 'web' ? [{ plates: [loaded.sheets[0]!], point: loaded.point, normal: loaded.normal, held: ['y'] }] : [],
    lines: beside.lines,
    loads: [
      ...beside.loads,
      {
        section: loaded.name,
        ...loadOf(
          loaded.loaded,
          combination,
          plus(loaded.point, loaded.acts ?? loaded.point, -1),
          basis,
          groundMoment(ground, combination, underPlate(ground, made)),
          beside.taken,
        ),
      },
    ],
    pressures: [...(ground ? frictionOf(ground, made) : []), ...beside.pressures],
  });
}

/** Plates of the model, each with the size of its cells. */
function platesOf({ solid, basis }: AnalysedJoint, made: Sheets, beside: Beside, preview: boolean) {
  const strengths = basis.standard.field!;
  const heads = [...solid.bolts.map(headOf), ...(solid.anchors ?? []).map((a) => a.washerWidth)];
  return made.sheets.map((s) => {
    const { f_y } = basis.standard.materials.steel({ grade: s.grade }, s.t, basis.set, 'steel', basis.steels);
    const bolted = heads.length > 0 && s.holes.length > 0;
    const d_w = Math.min(...heads);
    // Walls of a member away from bolts only bring the forces in.
    const most = s.far ? 28 : solid.members.some((m) => m.id === s.part) ? 20 : 14;
    const h = bolted ? clamp(Math.min(d_w / 4, 0.8 * s.t), 6, 12) : clamp(Math.min(2 * s.t, ...sideOf(s)), 8, most);
    return {
      ...{
        name: s.name,
        ...(s.called ? { called: s.called } : {}),
        t: s.t,
        origin: s.origin,
        ex: s.ex,
        ey: s.ey,
        fy: beside.elastic.includes(s.name) ? null : strengths.yield(f_y, basis),
      },
      ...{ outline: s.outline, holes: s.holes, h: preview ? 1.5 * h : h },
    };
  });
}

/** Thickness of the plate on the bed. */
const underPlate = (ground: Ground | null, { sheets }: Sheets): number =>
  sheets.find((s) => s.name === ground?.bed.plate)?.t ?? 0;
const clamp = (x: number, low: number, high: number): number => Math.max(low, Math.min(high, x));
const sideOf = (s: Sheet): number[] => {
  const [x0, y0, x1, y1] = boxOf(s.outline);
  return [(x1 - x0) / 5, (y1 - y0) / 5];
};

/** The bed under a plate: on its lower face. */
const bedOf = ({ bed, held }: Ground): object => ({
  ...{ plate: bed.plate, side: -1, k: bed.k, f: bed.f },
  ...(bed.outline ? { outline: bed.outline } : {}),
  ...(held ? { grip: GRIP * bed.k } : {}),
});
/** Friction against the shear, spread over the plate. */
function frictionOf({ bed, friction: [x, y] }: Ground, { sheets }: Sheets): object[] {
  if (x === 0 && y === 0) return [];
  const plate = sheets.find((s) => s.name === bed.plate)!;
  const A = netArea(plate);
  return [{ plate: plate.name, q: [-x / A, -y / A, 0] }];
}
