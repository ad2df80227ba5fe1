import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { DEFAULT_BASIS, findSection, KINDS, properties, readJob, validate, type MemberPart, type Solid } from '@ample/core';
import { BufferGeometry, Vector3 } from 'three';
import { sceneOf, type ScenePart } from './geometry.ts';

/** Volume inside a closed mesh, mm3; positive only when its faces look outwards. */
function volume(g: BufferGeometry): number {
  const flat = g.index ? g.toNonIndexed() : g;
  const p = flat.getAttribute('position');
  const [a, b, c] = [new Vector3(), new Vector3(), new Vector3()];
  let sum = 0;
  for (let i = 0; i < p.count; i += 3)
    sum += a.fromBufferAttribute(p, i).dot(b.fromBufferAttribute(p, i + 1).cross(c.fromBufferAttribute(p, i + 2))) / 6;
  return sum;
}
const solidOf = (kindId: string, input: object): Solid => {
  const kind = KINDS.find((k) => k.id === kindId)!;
  const checked = validate<unknown>(kind.schema(), input);
  if ('error' in checked) throw new Error(checked.error.message);
  return kind.build(checked.value, DEFAULT_BASIS).solid;
};
const finPlate = {
  beam: { section: 'UB 406x140x39', steel: { grade: 'S275' } },
  support: { type: 'column_flange', section: 'UC 203x203x60', steel: { grade: 'S275' } },
  plate: { t: 10, h: 290, e1: 40, e2: 50, steel: { grade: 'S275' } },
  web: { e2b: 40, top_to_bolt: 90 },
  gap: 10,
  bolts: { d: 20, cls: '8.8', n1: 4, p1: 70 },
  weld: { s: 8 },
};
const part = (parts: readonly ScenePart[], id: string): ScenePart => parts.find((p) => p.id === id)!;
const boxOf = (p: ScenePart): { min: Vector3; max: Vector3 } => {
  p.geometry.computeBoundingBox();
  return p.geometry.boundingBox!;
};

describe('the solid of a fin plate', () => {
  const solid = solidOf('fin-plate', finPlate);
  const parts = sceneOf(solid);
  it('has every part', () => expect(parts.map((p) => p.id)).toEqual(['beam', 'support', 'plate', 'bolts-y', 'welds']));
  // 10 x 100 x 290 less 4 holes of 22: 290000 - 4 x 380.13 x 10 = 274795 mm3.
  it('has a plate with holes through it', () => expect(volume(part(parts, 'plate').geometry) / 274_795).toBeCloseTo(1, 3));
  // Two triangles of 8 x 8/2 over 290.
  it('has welds of their leg and length', () => expect(volume(part(parts, 'welds').geometry)).toBeCloseTo(2 * 32 * 290, 1));
  it('has a beam of its area over its length, roots included', () => {
    const A = properties(findSection('UB 406x140x39', 'x')).A;
    const xs = solid.members[0]!.outline.map((p) => p[0]);
    expect(volume(part(parts, 'beam').geometry) / (A * (Math.max(...xs) - Math.min(...xs)))).toBeCloseTo(1, 2);
  });
  it('stands a column with its flange face at the joint', () => {
    const { min, max } = boxOf(part(parts, 'support'));
    expect([max.x, min.x, max.y, min.y].map((x) => Math.round(x * 10) / 10)).toEqual([0, -209.6, 102.9, -102.9]);
    expect(volume(part(parts, 'support').geometry)).toBeGreaterThan(0);
  });
});

describe.each(['column_flange', 'column_web', 'beam_web'] as const)('a support of type %s', (type) => {
  const section = type === 'beam_web' ? 'UB 610x229x101' : 'UC 305x305x97';
  const parts = sceneOf(solidOf('fin-plate', { ...finPlate, support: { type, section, steel: { grade: 'S275' } } }));
  it('has its face at x = 0 with the beam before it, and faces that look outwards', () => {
    const g = part(parts, 'support').geometry;
    expect(volume(g)).toBeGreaterThan(1e6);
    // The part of it behind the joint's centre reaches x = 0 and no farther at mid-depth of the beam.
    const p = g.getAttribute('position');
    const near: number[] = [];
    for (let i = 0; i < p.count; i += 1)
      if (type === 'column_flange' || Math.abs(type === 'column_web' ? p.getY(i) : p.getZ(i) + 199) < 100) near.push(p.getX(i));
    if (near.length) expect(Math.max(...near)).toBeLessThan(1e-6);
  });
});

it('cuts notches out of the beam', () => {
  const notch = { type: 'single', l_n: 120, d_nt: 60 };
  const plain = solidOf('fin-plate', finPlate);
  const cut = solidOf('fin-plate', { ...finPlate, web: { e2b: 40, top_to_bolt: 110 }, beam: { ...finPlate.beam, notch } });
  const removed = volume(part(sceneOf(plain), 'beam').geometry) - volume(part(sceneOf(cut), 'beam').geometry);
  const b = plain.members[0] as MemberPart;
  // Flange and its roots, and the web down to 60.
  const area = b.b * b.tf + (2 - Math.PI / 2) * b.r ** 2 + b.tw * (60 - b.tf);
  expect(removed / (area * 120)).toBeCloseTo(1, 2);
});

it.each(KINDS.filter((k) => k.family === 'beam').map((k) => [k.id]))('shows every worked case of %s with closed parts', (id) => {
  const cases = JSON.parse(
    readFileSync(new URL(`../../../../core/src/joints/${id}/worked-cases.json`, import.meta.url), 'utf8'),
  ) as { input: object }[];
  for (const c of cases)
    for (const p of sceneOf(solidOf(id, c.input))) expect([p.id, volume(p.geometry) > 0]).toEqual([p.id, true]);
});

describe('the solid of a column base', () => {
  const base = (name: string): Solid =>
    solidOf(
      'column-base',
      JSON.parse(readFileSync(new URL(`../../../../core/src/joints/base-plate/jobs/${name}.json`, import.meta.url), 'utf8'))
        .joints[0].input,
    );
  it.each(['w1', 'w2', 'w3', 'w4', 'w5'])('shows worked case %s with closed parts', (name) => {
    const parts = sceneOf(base(name));
    expect(parts.map((p) => p.id)).toEqual(expect.arrayContaining(['column', 'plate', 'anchors', 'block', 'grout', 'welds']));
    for (const p of parts) expect([p.id, volume(p.geometry) > 0]).toEqual([p.id, true]);
  });
  // W2: plate 540 x 380 x 35 less four holes of 30; block 1400 x 1700 x 900; I 280 x 240 x 10 x 16 r 14, 420 high.
  it('has the volumes of its plate, block and column, roots included', () => {
    const parts = sceneOf(base('w2'));
    expect(volume(part(parts, 'plate').geometry) / (540 * 380 * 35 - 4 * Math.PI * 15 ** 2 * 35)).toBeCloseTo(1, 3);
    expect(volume(part(parts, 'block').geometry) / (1400 * 1700 * 900)).toBeCloseTo(1, 6);
    expect(volume(part(parts, 'column').geometry) / ((2 * 240 * 16 + 248 * 10 + (4 - Math.PI) * 14 ** 2) * 420)).toBeCloseTo(
      1,
      2,
    );
  });
  it('stands on its grout, over the block, with its anchors h_ef deep', () => {
    const parts = sceneOf(base('w2'));
    const box = (id: string) => boxOf(part(parts, id));
    expect(
      [box('column').min.z, box('plate').min.z, box('plate').max.z, box('grout').min.z, box('block').max.z].map((z) =>
        Math.round(z),
      ),
    ).toEqual([35, 0, 35, -30, -30]);
    expect(Math.round(box('anchors').min.z)).toBe(-30 - 450 - 16);
    // The column's depth runs along x.
    expect([Math.round(box('column').max.x), Math.round(box('column').max.y)]).toEqual([140, 120]);
  });
});

describe('a column at an eaves', () => {
  const job = readJob(JSON.parse(readFileSync('demo/tern-quay.json', 'utf8')));
  const eaves = job.joints.find((j) => j.mark === 'R1-01')!.input as {
    readonly column: object;
    readonly plate: { readonly bottom: number };
  };
  const heights = (column: object): number[] => {
    const { min, max } = boxOf(part(sceneOf(solidOf('moment-end-plate', { ...eaves, column })), 'support'));
    return [min.z, max.z].map((z) => Math.round(z));
  };
  it('ends where it ends, and reaches under the plate on it', () => {
    const { end_above: _end, ...on } = eaves.column as { readonly end_above: number };
    // A beam of 355 with a haunch of 320, the plate past its foot, and 250 more.
    const foot = -Math.round(355 + 320 + eaves.plate.bottom + 250);
    expect(heights(eaves.column)).toEqual([foot, 110]);
    expect(heights(on)).toEqual([foot, 250]);
    expect(heights({ ...on, end_below: 90 })).toEqual([-765, 250]);
  });
});
