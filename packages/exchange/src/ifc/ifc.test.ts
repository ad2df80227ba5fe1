import { readFileSync } from 'node:fs';
import { PassThrough } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { beforeAll, describe, expect, it } from 'vitest';
import * as Ifc from 'web-ifc';
import { inSpace, readJob, type JobDocument, type MemberPart, type PlatePart, type Solid } from '@ample/core';
import { SHOP_DEFAULTS, shopJoint, type ShopJoint } from '../shop/files.ts';
import { writeOut } from '../shop/out.ts';
import { globalId, Step, Typed, Word } from './step.ts';

const demo = (name: string): JobDocument =>
  readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8')));
const area = (p: PlatePart): number =>
  p.round
    ? Math.PI * p.round.r ** 2
    : Math.abs(
        p.outline.reduce(
          (s, [x, y], i) => s + x * p.outline[(i + 1) % p.outline.length]![1] - p.outline[(i + 1) % p.outline.length]![0] * y,
          0,
        ),
      ) / 2;
/** Net of its holes: a hole, or a slot with round ends. */
const volumeOf = (p: PlatePart): number => {
  const holes = p.holes.reduce((s, { d_h, d_v }) => {
    const d = Math.min(d_h, d_v);
    return s + (Math.PI / 4) * d ** 2 + (Math.max(d_h, d_v) - d) * d;
  }, 0);
  return (area(p) - holes) * (p.y[1] - p.y[0]);
};
const api = new Ifc.IfcAPI();
beforeAll(() => api.Init());

/** A model as another library reads it. */
async function opened(job: JobDocument) {
  const out = new PassThrough();
  const date = '2026-05-04';
  const [bytes] = await Promise.all([
    buffer(out),
    writeOut({ job, joints: () => job.joints, total: job.joints.length }, 'ifc', { ...SHOP_DEFAULTS, unit: 'mm', date }, out),
  ]);
  const id = api.OpenModel(new Uint8Array(bytes), { CIRCLE_SEGMENTS: 128 } as never);
  const lines = (type: number) => {
    const found = api.GetLineIDsWithType(id, type);
    return Array.from({ length: found.size() }, (_, i) => api.GetLine(id, found.get(i)));
  };
  /** Volume of an element with its openings cut, mm3, by the triangles of its mesh, and its box in mm; the reader gives metres with y up. */
  const meshed = (element: number): { readonly volume: number; readonly box: readonly [number, number][] } => {
    const mesh = api.GetFlatMesh(id, element);
    let v = 0;
    const box: [number, number][] = Array.from({ length: 3 }, () => [Infinity, -Infinity]);
    for (let i = 0; i < mesh.geometries.size(); i += 1) {
      const { geometryExpressID, flatTransformation: t } = mesh.geometries.get(i);
      const g = api.GetGeometry(id, geometryExpressID);
      const points = api.GetVertexArray(g.GetVertexData(), g.GetVertexDataSize());
      const index = api.GetIndexArray(g.GetIndexData(), g.GetIndexDataSize());
      const at = (k: number): [number, number, number] => {
        const [x, y, z] = [points[6 * k]!, points[6 * k + 1]!, points[6 * k + 2]!];
        return [0, 1, 2].map((r) => t[r]! * x + t[4 + r]! * y + t[8 + r]! * z + t[12 + r]!) as [number, number, number];
      };
      for (let k = 0; k < points.length / 6; k += 1) {
        const [x, y, z] = at(k);
        [x, -z, y].forEach((v, r) => (box[r] = [Math.min(box[r]![0], v * 1000), Math.max(box[r]![1], v * 1000)]));
      }
      // About a corner of its own: joints stand far from the origin.
      const o = at(index[0]!);
      const from = (k: number): [number, number, number] => at(k).map((x, r) => x - o[r]!) as [number, number, number];
      for (let k = 0; k < index.length; k += 3) {
        const [a, b, c] = [from(index[k]!), from(index[k + 1]!), from(index[k + 2]!)];
        v += (a[0] * (b[1] * c[2] - b[2] * c[1]) - a[1] * (b[0] * c[2] - b[2] * c[0]) + a[2] * (b[0] * c[1] - b[1] * c[0])) / 6;
      }
    }
    return { volume: v * 1e9, box };
  };
  const known = new Map<number, ReturnType<typeof meshed>>();
  /** Each is meshed once: cutting its holes takes the reader longest. */
  const of = (element: number): ReturnType<typeof meshed> => {
    let found = known.get(element);
    if (!found) known.set(element, (found = meshed(element)));
    return found;
  };
  const volume = (element: number): number => of(element).volume;
  const boxOf = (element: number): readonly [number, number][] => of(element).box;
  return { id, lines, volume, boxOf, text: bytes.toString() };
}
const built = (job: JobDocument): ShopJoint[] => job.joints.map((j) => shopJoint(j, job));
const all = <T>(joints: readonly ShopJoint[], of: (s: Solid) => readonly T[]): T[] =>
  joints.flatMap((j) => [...of(j.built.solid)]);

describe.each(['tern-quay', 'heron-street'])('the model of %s, read by another library', (name) => {
  const job = demo(name);
  const joints = built(job);
  let model: Awaited<ReturnType<typeof opened>>;
  beforeAll(async () => {
    model = await opened(job);
  });
  it('is IFC 4 with every part of every joint once', () => {
    expect(api.GetModelSchema(model.id)).toBe('IFC4');
    const counts = [Ifc.IFCELEMENTASSEMBLY, Ifc.IFCPLATE, Ifc.IFCMECHANICALFASTENER, Ifc.IFCFASTENER, Ifc.IFCFOOTING].map(
      (t) => model.lines(t).length,
    );
    expect(counts).toEqual([
      joints.length,
      all(joints, (s) => s.plates).length,
      all(joints, (s) => [...s.bolts, ...(s.anchors ?? [])]).length,
      all(joints, (s) => s.welds).length,
      all(joints, (s) => (s.prisms ?? []).filter((p) => p.look === 'concrete')).length,
    ]);
    expect(model.lines(Ifc.IFCBEAM).length + model.lines(Ifc.IFCCOLUMN).length).toBe(all(joints, (s) => s.members).length);
    const ids = [...model.text.matchAll(/=IFC\w+\('([0-9A-Za-z_$]{22})'/g)].map((m) => m[1]!);
    expect(new Set(ids).size).toBe(ids.length);
  });
  it('has words, numbers and references as the form of the file has them', () => {
    const bare = model.text.replace(/'(?:[^']|'')*'/g, "''");
    for (const [, word] of bare.matchAll(/[(,]\.([^,()]*)\.(?=[,)])/g)) expect(word).toMatch(/^[A-Z][A-Z_]*$/);
    expect(bare).toContain("IFCGEOMETRICREPRESENTATIONCONTEXT($,'',3,");
    const made = new Set([...bare.matchAll(/^#(\d+)=/gm)].map((m) => m[1]));
    for (const [, n] of bare.matchAll(/[(,]#(\d+)/g)) expect(made.has(n)).toBe(true);
  });
  it('has plates of the volume of ours within 0.1 %, holes and slots cut', () => {
    const plates = all(joints, (s) => s.plates);
    model.lines(Ifc.IFCPLATE).forEach((line, i) => {
      expect(line.Name.value).toBe(plates[i]!.label);
      expect(Math.abs(model.volume(line.expressID) / volumeOf(plates[i]!) - 1)).toBeLessThan(1e-3);
    });
  });
  it('has plates where ours are: on their side of the web, of the support, of the column', () => {
    const plates = joints.flatMap((j, i) =>
      j.built.solid.plates.map((p) => ({ p, at: [(i % 20) * 4000, -Math.floor(i / 20) * 4000, 0] })),
    );
    model.lines(Ifc.IFCPLATE).forEach((line, i) => {
      const { p, at } = plates[i]!;
      const corners = p.outline.flatMap(([u, v]) => p.y.map((y) => inSpace(p.plane, u, v, y)));
      model.boxOf(line.expressID).forEach(([low, high], r) => {
        const ours = corners.map((c) => c[r]! + at[r]!);
        expect([low - Math.min(...ours), high - Math.max(...ours)].every((d) => Math.abs(d) < 0.2)).toBe(true);
      });
    });
  });
  it('has welds and concrete of the volume of ours within 0.1 %', () => {
    const welds = all(joints, (s) => s.welds);
    model.lines(Ifc.IFCFASTENER).forEach((line, i) => {
      const w = welds[i]!;
      // Half of the product of legs that stand square to each other.
      const run = Math.hypot(...w.to.map((x, k) => x - w.from[k]!));
      expect(Math.abs(model.volume(line.expressID)) / ((w.leg ** 2 / 2) * run)).toBeCloseTo(1, 3);
    });
    const blocks = all(joints, (s) => (s.prisms ?? []).filter((p) => p.look === 'concrete'));
    model.lines(Ifc.IFCFOOTING).forEach((line, i) => {
      const xs = blocks[i]!.outline.map((p) => p[0]);
      const ys = blocks[i]!.outline.map((p) => p[1]);
      const box = (Math.max(...xs) - Math.min(...xs)) * (Math.max(...ys) - Math.min(...ys)) * (blocks[i]!.z[1] - blocks[i]!.z[0]);
      expect(model.volume(line.expressID) / box).toBeCloseTo(1, 3);
    });
  });
  // The reader takes a root fillet of an I for a straight chamfer, and leaves out those of a channel.
  it('has beams of the volume of ours within 0.1 %, notches and holes cut', () => {
    const members = all(joints, (s) => s.members).filter(
      (m) => m.id === 'beam' || m.place?.type === 'beam_web' || (m.id === 'support' && !m.place),
    );
    const lines = model.lines(Ifc.IFCBEAM);
    expect(lines.map((l) => l.Name.value)).toEqual(members.map((m) => m.label));
    let notched = 0;
    lines.forEach((line, i) => {
      const m = members[i]!;
      if (m.outline.length < 4) return;
      if (m.outline.length > 4) notched += 1;
      expect([m.label, Math.abs(model.volume(line.expressID) / beamVolume(m) - 1) < 1e-3]).toEqual([m.label, true]);
    });
    expect(notched).toBeGreaterThan(0);
  });
  it('says how each joint stands', () => {
    const sets = model.lines(Ifc.IFCPROPERTYSET).filter((s) => s.Name.value === 'AmpleGusset_Joint');
    expect(sets.length).toBe(joints.length);
    const of = (i: number) =>
      Object.fromEntries(
        sets[i]!.HasProperties.map((h: { value: number }) => {
          const p = api.GetLine(model.id, h.value);
          return [p.Name.value, p.NominalValue.value];
        }),
      );
    joints.forEach((j, i) => {
      const said = of(i);
      expect(said.Mark).toBe(j.mark);
      const multiple = j.report.combinations[j.report.worst]?.first?.multiple;
      if (multiple) expect(said.Utilisation).toBeCloseTo(1 / multiple, 6);
      expect(said.DetailLine).toMatch(/ \| /);
    });
  });
});

describe('a channel that supports', () => {
  it.each(['beam_web', 'column_web'])('has its flanges on the side of the joint, as it is drawn: %s', async (type) => {
    const tern = demo('tern-quay');
    const { loads: _cases, checked: _signed, ...plate } = tern.joints.find((j) => j.mark === 'B1-01')!;
    const support = { type, section: 'PFC 300x100x46', steel: { grade: 'S275' } };
    const model = await opened({ ...tern, joints: [{ ...plate, input: { ...plate.input, support } }] });
    const lines = [...model.lines(Ifc.IFCBEAM), ...model.lines(Ifc.IFCCOLUMN)];
    const line = lines.find((l) => l.Name.value === 'PFC 300x100x46')!;
    const [x, y, z] = model.boxOf(line.expressID);
    // The face of its web of 9 is at x = 0; flanges 100 wide from its back.
    expect(x!.map((v) => Math.round(v))).toEqual([-9, 91]);
    const depth = type === 'beam_web' ? z! : y!;
    expect(depth[1] - depth[0]).toBeCloseTo(300, 1);
  });
});

/** Gross section along the beam, less what its notches and holes take. */
function beamVolume(m: MemberPart): number {
  const xs = m.outline.map((p) => p[0]);
  const [x1, x2] = [Math.min(...xs), Math.max(...xs)];
  const web =
    Math.abs(
      m.outline.reduce(
        (s, [x, y], i) => s + x * m.outline[(i + 1) % m.outline.length]![1] - m.outline[(i + 1) % m.outline.length]![0] * y,
        0,
      ),
    ) / 2;
  const at = (z: number): number => Math.min(...m.outline.filter((p) => Math.abs(p[1] - z) < 1e-9).map((p) => p[0])) - x1;
  const flange = (m.b - m.tw) * m.tf + (m.shape === 'I' ? m.r ** 2 : 0);
  const holes = (m.holes ?? []).reduce((s, h) => s + (Math.PI / 4) * Math.min(h.d_h, h.d_v) ** 2 * m.tw, 0);
  return web * m.tw + flange * (2 * (x2 - x1) - at(0) - at(-m.h)) - holes;
}

describe('the lines of a file', () => {
  it('print texts, reals, words and lists as ISO 10303-21 has them', () => {
    const step = new Step();
    const a = step.add('IFCX', "it's", 1, 2.5, 1e-12, null, new Word('AREA'), true, [1, 'ä'], new Typed('IFCLABEL', 'x'));
    step.add('IFCY', a);
    expect(step.take()).toBe("#1=IFCX('it''s',1.,2.5,0.,$,.AREA.,.T.,(1.,'\\X2\\00E4\\X0\\'),IFCLABEL('x'));\n#2=IFCY(#1);\n");
    expect(step.take()).toBe('');
    expect(() => step.add('IFCZ', Number.NaN)).toThrow(RangeError);
  });
  it('have ids that are the same for the same thing and another for another', () => {
    expect(globalId('job', 'B1', 'plate')).toBe(globalId('job', 'B1', 'plate'));
    expect(globalId('job', 'B1', 'plate')).not.toBe(globalId('job', 'B1p', 'late'));
    // 128 bits in 22 letters of six: the first holds two.
    for (const n of ['a', 'b', 'c', 'd']) expect(globalId(n)).toMatch(/^[0-3][0-9A-Za-z_$]{21}$/);
  });
});
