import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readJob } from '../job/document.ts';
import { drawnChange } from '../job/compare.ts';
import { kindOf } from '../joints/registry.ts';
import { path, type Item } from './items.ts';
import { formerLines } from './overlay.ts';

const elevation = (at: readonly [number, number], scale: number) => [{ plane: 'xz', frame: { at, scale }, depth: 0 }] as const;
const plate = (at: readonly [number, number], scale: number, h: number): Item =>
  path(
    [
      [at[0], at[1]],
      [at[0] + 100 / scale, at[1]],
      [at[0] + 100 / scale, at[1] + h / scale],
      [at[0], at[1] + h / scale],
    ],
    'outline',
    true,
    'plate',
  );

describe('what a drawing showed before', () => {
  it('stands in the frame and to the scale of the drawing of now', () => {
    // A plate 100 x 200 at 1:5 from (20, 30), and the same 100 x 300 at 1:10 from (40, 50): it was 10 x 20 mm there.
    const before = { items: [plate([20, 30], 5, 200)], views: elevation([20, 30], 5) };
    const now = { items: [plate([40, 50], 10, 300)], views: elevation([40, 50], 10) };
    expect(formerLines(before, now)).toEqual([
      {
        k: 'path',
        closed: true,
        line: 'old',
        points: [
          [40, 50],
          [50, 50],
          [50, 70],
          [40, 70],
        ],
      },
    ]);
  });
  it('is nothing where the joint is drawn alike, to whatever scale; dimensions, texts and leaders are of no joint', () => {
    const before = {
      items: [
        plate([20, 30], 5, 200),
        path(
          [
            [1, 1],
            [9, 9],
          ],
          'thin',
        ),
        path(
          [
            [1, 1],
            [9, 9],
          ],
          'dimension',
        ),
      ],
      views: elevation([20, 30], 5),
    };
    expect(formerLines(before, { items: [plate([40, 50], 10, 200)], views: elevation([40, 50], 10) })).toEqual([]);
  });
  it('goes into the view of its own plane, and nowhere where there is none', () => {
    const views = [...elevation([20, 30], 5), { plane: 'yz', frame: { at: [150, 30], scale: 5 }, depth: 0 }] as const;
    const hole: Item = { k: 'circle', at: [152, 34], r: 2, line: 'outline' };
    const [moved] = formerLines(
      { items: [hole], views },
      { items: [], views: [{ ...views[1], frame: { at: [200, 40], scale: 10 } }] },
    );
    // 10 mm right and 20 mm down of the origin, 10 mm of radius.
    expect(moved).toEqual({ k: 'circle', at: [201, 42], r: 1, line: 'old' });
    expect(formerLines({ items: [hole], views }, { items: [], views: elevation([0, 0], 1) })).toEqual([]);
  });
});

describe('a joint that changed', () => {
  const job = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
  it.each(['B1-03', 'E1-01', 'A1-01', 'P1-01', job.joints.find((j) => j.kind === 'moment-end-plate')!.mark])(
    '%s is drawn with what it was in grey, and without where nothing changed',
    (mark) => {
      const joint = job.joints.find((j) => j.mark === mark)!;
      expect(drawnChange(joint, joint, job, job)!.former).toEqual([]);
      const t = kindOf(joint.kind).fields.find((f) => /plate\.t$|cleat\.h$/.test(f.id))!;
      const thicker = { ...joint, input: t.set(joint.input, Number(t.get(joint.input)) + 15) };
      const { drawing, former } = drawnChange(joint, thicker, job, job)!;
      expect(former.length).toBeGreaterThan(0);
      for (const item of former) {
        expect(item).toMatchObject({ line: 'old' });
        const at = item.k === 'path' ? item.points : item.k === 'circle' ? [item.at] : [];
        for (const [x, y] of at) {
          expect(x).toBeGreaterThan(0);
          expect(x).toBeLessThan(drawing.width);
          expect(y).toBeGreaterThan(0);
          expect(y).toBeLessThan(drawing.height);
        }
      }
    },
  );
  it('is not drawn where one of the two can not be built', () => {
    const joint = job.joints.find((j) => j.mark === 'B1-03')!;
    expect(drawnChange(joint, { ...joint, input: { ...joint.input, beam: {} } }, job, job)).toBeNull();
  });
});
