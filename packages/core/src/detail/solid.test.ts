import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import { basisOf } from '../standards/job-basis.ts';
import { readJob } from '../job/document.ts';
import { kindOf } from '../joints/registry.ts';
import { inSpace, planeOf, type AnyPlane, type Vector } from './solid.ts';

const close = (v: Vector) => v.map((x) => expect.closeTo(x, 9) as number);

describe('a plate in space', () => {
  // Along the beam: x and z as they are, the range counts along y; across it: y and z, along x; level: x and y, along z.
  it('lies in the planes of the joint as its outline says', () => {
    expect(inSpace('xz', 100, -50, 7)).toEqual([100, 7, -50]);
    expect(inSpace('yz', 100, -50, 7)).toEqual([7, 100, -50]);
    expect(inSpace('xy', 100, -50, 7)).toEqual([100, -50, 7]);
  });
  // A gusset's plane: its first axis 30 degrees up in the plane of the beam, (cos 30, 0, sin 30); its second along y. Their normal is (-sin 30, 0, cos 30).
  it('lies in any other plane by its origin and axes', () => {
    const plane: AnyPlane = { origin: [10, 20, 30], u: [Math.cos(Math.PI / 6), 0, 0.5], v: [0, 1, 0] };
    expect(planeOf(plane).n).toEqual(close([-0.5, 0, Math.cos(Math.PI / 6)]));
    // 10 + 100 cos 30 - 4 sin 30 = 94.6025; 20 + 8; 30 + 100 sin 30 + 4 cos 30 = 83.4641.
    expect(inSpace(plane, 100, 8, 4)).toEqual([94.60254, 28, 83.4641].map((x) => expect.closeTo(x, 4) as number));
  });
  it('keeps lengths and right angles, whichever way it is turned', () => {
    const angle = fc.double({ min: -3, max: 3, noNaN: true });
    const size = fc.double({ min: -500, max: 500, noNaN: true });
    fc.assert(
      fc.property(angle, angle, size, size, size, (a, b, u, v, w) => {
        const axis: Vector = [Math.cos(a) * Math.cos(b), Math.sin(a) * Math.cos(b), Math.sin(b)];
        const plane: AnyPlane = { origin: [0, 0, 0], u: axis, v: [-Math.sin(a), Math.cos(a), 0] };
        expect(Math.hypot(...inSpace(plane, u, v, w))).toBeCloseTo(Math.hypot(u, v, w), 6);
      }),
    );
  });
});

it('every weld and bolt of the demo job names parts that are there', () => {
  const job = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
  let joined = 0;
  for (const joint of job.joints) {
    const { solid } = kindOf(joint.kind).build(joint.input, basisOf(job, joint.settings));
    // A support that is given by its thickness alone has no part to show.
    const ids = new Set(['support', ...[...solid.plates, ...solid.members, ...(solid.other?.plates ?? [])].map((p) => p.id)]);
    for (const part of [...solid.bolts, ...solid.welds, ...(solid.other?.bolts ?? [])]) {
      expect([joint.mark, part.joins.filter((id) => !ids.has(id)), new Set(part.joins).size]).toEqual([
        joint.mark,
        [],
        part.joins.length,
      ]);
      expect(part.joins.length).toBeGreaterThan(1);
      joined += 1;
    }
  }
  expect(joined).toBeGreaterThan(200);
});
