import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { failureItems, marksOf, projected, textWidth, type Item } from '../../drawing/index.ts';
import { basisOf } from '../../standards/job-basis.ts';
import { checkJoint } from '../report.ts';
import { readJob } from '../../job/document.ts';
import { type JointDocument } from '../../job/joint-document.ts';
import { resultKey } from '../../checks/check.ts';
import { baseFields } from './fields.ts';
import { columnBase } from './index.ts';

const demo = readJob(JSON.parse(readFileSync(new URL('../../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const worked = ['w1', 'w2', 'w3', 'w4', 'w5'].map(
  (w) => readJob(JSON.parse(readFileSync(new URL(`./jobs/${w}.json`, import.meta.url), 'utf8'))).joints[0]!,
);
const joints: readonly JointDocument[] = [...worked, ...demo.joints.filter((j) => j.kind === 'column-base')];
const title = {
  job: 'Job',
  number: '1',
  revision: 'A',
  mark: 'P',
  kind: 'Column base',
  verdict: 'holds',
  checked: '',
  basis: 'EN 1993-1-8',
};
const basis = basisOf(demo);

describe.each(joints.map((j) => [j.mark, j] as const))('the sheet of base %s', (_mark, joint) => {
  const built = columnBase.build(joint.input, basis);
  const report = checkJoint(joint, basis);
  const drawings = joint.combinations.map((c) => built.drawing(title, c));

  it('stands inside its frame, every point of it a number', () => {
    for (const d of drawings) {
      const points = (i: Item): readonly (readonly [number, number])[] =>
        i.k === 'path'
          ? i.points
          : i.k === 'circle'
            ? [
                [i.at[0] - i.r, i.at[1] - i.r],
                [i.at[0] + i.r, i.at[1] + i.r],
              ]
            : [
                [
                  i.anchor === 'end'
                    ? i.at[0] - textWidth(i.text, i.size)
                    : i.anchor === 'middle'
                      ? i.at[0] - textWidth(i.text, i.size) / 2
                      : i.at[0],
                  i.at[1],
                ],
              ];
      for (const item of d.items)
        for (const [x, y] of points(item)) {
          expect([item.k === 'text' ? item.text : item.k, Number.isFinite(x) && Number.isFinite(y)]).toEqual([
            item.k === 'text' ? item.text : item.k,
            true,
          ]);
          expect([item.k === 'text' ? item.text : item.k, x >= 2 && x <= 262 && y >= 2 && y <= 170]).toEqual([
            item.k === 'text' ? item.text : item.k,
            true,
          ]);
        }
    }
  });
  it('draws a failure path for every check that gives or holds, and for the rules of its anchors', () => {
    report.combinations.forEach((c, i) => {
      for (const r of c.checks) {
        if (r.type !== 'strength' || r.info) continue;
        expect([resultKey(r), failureItems(drawings[i]!, resultKey(r), r.title, '').length > 0]).toEqual([resultKey(r), true]);
      }
    });
    for (const r of report.rules.filter((x) => x.type === 'rule' && x.id.startsWith('anchor-')))
      expect([r.id, marksOf(drawings[0]!, r.id).length > 0 || r.id === 'anchor-hole-for-shear']).toEqual([r.id, true]);
  });
  it('lets no two texts run into each other', () => {
    for (const d of drawings) {
      const boxes = d.items.flatMap((t) =>
        t.k === 'text' && !t.rotate
          ? [
              {
                t: t.text,
                l:
                  t.anchor === 'end'
                    ? t.at[0] - textWidth(t.text, t.size)
                    : t.anchor === 'middle'
                      ? t.at[0] - textWidth(t.text, t.size) / 2
                      : t.at[0],
                w: textWidth(t.text, t.size),
                y: t.at[1],
                h: t.size * 0.62,
              },
            ]
          : [],
      );
      const hits = boxes.flatMap((a, i) =>
        boxes
          .slice(i + 1)
          .filter((b) => a.l < b.l + b.w - 0.4 && b.l < a.l + a.w - 0.4 && a.y - a.h < b.y - 0.3 && b.y - b.h < a.y - 0.3)
          .map((b) => `${a.t} / ${b.t}`),
      );
      expect(hits).toEqual([]);
    }
  });
  it('edits only fields that there are, and shows what is on the plate in plan, what is on the concrete below', () => {
    const d = drawings[0]!;
    const ids = new Set(baseFields.filter((f) => !f.applies || f.applies(joint.input)).map((f) => f.id));
    for (const t of d.items) if (t.k === 'text' && t.field) expect([t.field, ids.has(t.field)]).toEqual([t.field, true]);
    for (const c of d.callouts) for (const f of c.fields) expect(baseFields.some((x) => x.id === f)).toBe(true);
    // A ring about the column axis: on the plate it is in the plan, on the concrete in the block seen from above, upright in the elevation.
    const [plan, side, block] = d.views;
    const seen = (plane: 'xy' | 'xz', at: number) =>
      projected(d.views, { k: 'ring', plane, at, centre: [0, 0], r: 100, line: 'failure' });
    const ring = (v: typeof plan) => [
      { k: 'circle', at: v!.frame.at, r: expect.closeTo(100 / v!.frame.scale, 9), line: 'failure' },
    ];
    expect(seen('xy', joint.input.plate.t)).toEqual(ring(plan));
    expect(seen('xy', -joint.input.grout.t)).toEqual(ring(block));
    expect(seen('xz', 0)).toEqual(ring(side));
    expect(projected(d.views, { k: 'ring', plane: 'yz', at: 0, centre: [0, 0], r: 1, line: 'failure' })).toEqual([]);
  });
});
