import { readFileSync } from 'node:fs';
import { readJob, type Flat, type Point } from '@ample/core';
import { SHOP_DEFAULTS, shopJoint, type ShopJoint, type ShopOptions } from './files.ts';

export const demo = (name: string) =>
  readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8')));
export const [tern, heron] = [demo('tern-quay'), demo('heron-street')];
export const options: ShopOptions = { ...SHOP_DEFAULTS, unit: 'mm', revision: 'B', date: '2026-05-04' };
/** A joint of a demo job, built and judged. */
export const built = (mark: string, job = tern): ShopJoint =>
  shopJoint(
    job.joints.find((j) => j.mark === mark)!,
    job,
  );
export const area = (points: readonly Point[]): number =>
  Math.abs(
    points.reduce((s, [x, y], i) => s + x * points[(i + 1) % points.length]![1] - points[(i + 1) % points.length]![0] * y, 0),
  ) / 2;
/** A rectangle laid flat. */
export const flat = (length: number, width: number, holes: Flat['holes'] = []): Flat => ({
  length,
  width,
  t: 10,
  disc: null,
  contour: [
    [0, 0],
    [length, 0],
    [length, width],
    [0, width],
  ],
  holes,
});
