import { inNewtons, type Combination } from '../../actions/combination.ts';
import type { Point } from '../../detail/solid.ts';
import {
  SHEET,
  project,
  scaleOf,
  sheetFrame,
  text,
  type Drawing,
  type Box,
  type Frame,
  type Handle,
  type View,
  type Item,
  type TitleBlock,
} from '../../drawing/index.ts';
import type { Parts } from '../kind.ts';
import { blockPlan, elevation } from './block-views.ts';
import { baseCallouts } from './callout-fields.ts';
import type { PreparedBase } from './flow.ts';
import type { BaseModel } from './model.ts';
import { forceItems, plan } from './plan-view.ts';
import type { BaseFrames } from './shapes.ts';
import { callouts, settingOutTable } from './sheet-names.ts';
import { BLOCK, ELEVATION, PLAN, SIDE } from './sheet-places.ts';
import { dimensions } from './sheet-sizes.ts';
import { drawnBlock } from './solid.ts';

/** Plan with the contact and the anchor forces of one combination, elevation with the cone, and the block from above. */
export function baseDrawing(
  { model: m, solid, prepared }: Parts<BaseModel, PreparedBase>,
  title: TitleBlock,
  combination: Combination | null,
): Drawing {
  const p = m.plateBox;
  const b = drawnBlock(m);
  const s1 = scaleOf((s) => (p.z2 - p.z1) / s <= PLAN.w && (p.y2 - p.y1) / s <= PLAN.h);
  const s2 = scaleOf(
    (s) =>
      (b.x2 - b.x1) / s <= SIDE.w &&
      (b.H + m.input.grout.t + m.input.plate.t) / s <= ELEVATION.bottom - ELEVATION.top - ELEVATION.column - 8,
  );
  const s3 = scaleOf((s) => (b.x2 - b.x1) / s <= SIDE.w && (b.y2 - b.y1) / s <= BLOCK.h);
  const middle = (a: number, c: number): number => (a + c) / 2;
  const frames: BaseFrames = {
    plan: { scale: s1, at: [PLAN.x - middle(p.z1, p.z2) / s1, PLAN.y + middle(p.y1, p.y2) / s1] },
    elevation: { scale: s2, at: [SIDE.x - middle(b.x1, b.x2) / s2, ELEVATION.top + 4 + ELEVATION.column + m.input.plate.t / s2] },
    block: { scale: s3, at: [SIDE.x - middle(b.x1, b.x2) / s3, BLOCK.y + middle(b.y1, b.y2) / s3] },
  };
  const views = viewsOf(m, frames);
  const { flow, paths } = prepared.drawn(combination && inNewtons(combination));
  const items: Item[] = [
    ...sheetFrame(title, `1:${s1}`),
    text([7, 10], `${views[0]!.title} 1:${s1}`, { style: 'muted' }),
    text([SIDE.left, 10], `${views[1]!.title} 1:${s2}, seen along +y`, { style: 'muted' }),
    text([SIDE.left, BLOCK.top - 2], `${views[2]!.title} 1:${s3}`, { style: 'muted' }),
    ...plan(m, solid, frames.plan, flow),
    ...(flow ? forceItems(m, frames, flow) : []),
    ...elevation(m, frames.elevation, flow),
    ...blockPlan(m, frames.block, flow),
    ...dimensions(m, frames),
    ...callouts(m, solid, frames),
    ...settingOutTable(m),
  ];
  return {
    width: SHEET.width,
    height: SHEET.height,
    items,
    handles: handles(m, frames.plan),
    areas: [{ callout: 'column', box: boxOf(frames.plan, -m.column.h / 2, m.column.h / 2, -m.column.b / 2, m.column.b / 2) }],
    callouts: baseCallouts,
    paths,
    views,
    labelAt: [56, 150],
    scale: `1:${s1}`,
  };
}

/** The plan looks down on the plate where the column stands on it, the block from above under its grout. */
function viewsOf(m: BaseModel, frames: BaseFrames): View[] {
  const [p, b] = [m.plateBox, drawnBlock(m)];
  return [
    {
      title: 'Plan',
      plane: 'xy',
      frame: frames.plan,
      depth: m.input.plate.t,
      cut: true,
      box: boxOf(frames.plan, p.z1, p.z2, p.y1, p.y2),
    },
    {
      title: 'Elevation',
      plane: 'xz',
      frame: frames.elevation,
      depth: 0,
      box: [SIDE.left, ELEVATION.top, 2 * SIDE.x - SIDE.left, ELEVATION.bottom],
    },
    {
      title: 'Block from above',
      plane: 'xy',
      frame: frames.block,
      depth: -m.input.grout.t,
      cut: true,
      box: boxOf(frames.block, b.x1, b.x2, b.y1, b.y2),
    },
  ];
}

const boxOf = (f: Frame, x1: number, x2: number, y1: number, y2: number): Box => {
  const [l, t] = project(f, [x1, y2]);
  const [r, b] = project(f, [x2, y1]);
  return [l, t, r, b];
};

function handles(m: BaseModel, f: Frame): Handle[] {
  const { pattern } = m.input.anchors;
  const p = m.plateBox;
  const [right] = project(f, [p.z2, 0]);
  const [, top] = project(f, [0, p.y2]);
  if (pattern.type === 'circle')
    return [
      { at: [right + 5, top + 3], edit: 'ring.add', sign: '+', label: 'Add an anchor to the circle' },
      ...(m.anchors.length > 3
        ? [
            {
              at: [right + 5, top + 8] as Point,
              edit: 'ring.remove',
              sign: '−' as const,
              label: 'Remove an anchor from the circle',
            },
          ]
        : []),
    ];
  if (pattern.type !== 'rows') return [];
  const mid = project(f, [(p.z1 + p.z2) / 2, (p.y1 + p.y2) / 2]);
  return [
    { at: [mid[0] - 3, top - 4], edit: 'row.add', sign: '+', label: 'Add an anchor row along z' },
    ...(pattern.n_z > 1
      ? [{ at: [mid[0] + 3, top - 4] as Point, edit: 'row.remove', sign: '−' as const, label: 'Remove an anchor row along z' }]
      : []),
    { at: [right + 5, mid[1] - 3], edit: 'line.add', sign: '+', label: 'Add an anchor to each row' },
    ...(pattern.n_y > 1
      ? [
          {
            at: [right + 5, mid[1] + 3] as Point,
            edit: 'line.remove',
            sign: '−' as const,
            label: 'Remove an anchor from each row',
          },
        ]
      : []),
  ];
}
