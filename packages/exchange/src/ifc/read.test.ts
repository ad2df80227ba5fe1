import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { EMPTY_JOB, proposeJoints, readJob, type JobDocument, type ModelMember } from '@ample/core';
import { brokenAt } from './lexical.ts';
import { axes, element, extruded, FEET, iProfile, Lines, material, METRES, MM, placed, point } from './model.testing.ts';
import { readIfc } from './read.ts';
import { bytesOf } from '../report/stream.ts';
import { SHOP_DEFAULTS } from '../shop/files.ts';
import { writeOut } from '../shop/out.ts';

const UB = [189.9, 453.4, 8.5, 12.7, 10.2] as const;
const near = (a: readonly number[], b: readonly number[]): void => a.forEach((x, i) => expect(x).toBeCloseTo(b[i]!, 6));
/** The only member of a file. */
async function only(l: Lines, schema?: string): Promise<ModelMember> {
  const { members, left } = await readIfc(l.file(schema));
  expect(left).toEqual([]);
  expect(members).toHaveLength(1);
  return members[0]!;
}

describe('members of a model', () => {
  it('are read with their place, section and steel: a column that stands on the ground, in millimetres', async () => {
    const l = new Lines();
    MM(l);
    const solid = extruded(l, iProfile(l, 'UB 457x191x67', UB), 4000);
    const column = element(l, {
      type: 'IFCCOLUMN',
      id: '1aB',
      name: 'C1',
      place: placed(l, axes(l, [1000, 2000, 500])),
      items: [solid],
    });
    material(l, [column], 'S355J2');
    expect(await only(l)).toEqual({
      ...{ id: '1aB', name: 'C1', section: 'UB 457x191x67', grade: 'S355J2' },
      size: { shape: 'I', b: 189.9, h: 453.4, tw: 8.5, tf: 12.7, r: 10.2 },
      ...{ from: [1000, 2000, 500], to: [1000, 2000, 4500], up: [0, 1, 0] },
    });
  });
  it('through places in places, in metres: a storey turned by 90 degrees, a beam along its own z', async () => {
    const l = new Lines();
    METRES(l);
    // The storey stands 3 m up, its x towards north.
    const storey = placed(l, axes(l, [10, 0, 3], [0, 0, 1], [0, 1, 0]));
    // The beam begins at x = 2 there and goes along its x; its section stands upright: y of the section is up.
    const place = placed(l, axes(l, [2, 0, 0], [1, 0, 0], [0, 1, 0]), storey);
    const profile = iProfile(l, 'UB457*191*67', UB.map((x) => x / 1000) as never);
    element(l, { id: 'b', name: 'B7', place, items: [extruded(l, profile, 6)], old: true });
    const beam = await only(l, 'IFC2X3');
    // x of the storey is y of the building: from (10, 2, 3), 6 m to the north.
    near(beam.from, [10000, 2000, 3000]);
    near(beam.to, [10000, 8000, 3000]);
    near(beam.up, [0, 0, 1]);
    expect(beam.size).toMatchObject({ shape: 'I' });
    near([(beam.size as { h: number }).h], [453.4]);
  });
  it('in feet, by a unit that is converted', async () => {
    const l = new Lines();
    FEET(l);
    const profile = l.add(`IFCRECTANGLEHOLLOWPROFILEDEF(.AREA.,'HSS',$,${4 / 12},${8 / 12},${0.25 / 12},$,$)`);
    element(l, { type: 'IFCMEMBER', id: 'f', name: '', place: placed(l, axes(l, [1, 0, 0])), items: [extruded(l, profile, 10)] });
    const { from, to, size } = await only(l);
    near(from, [304.8, 0, 0]);
    near(to, [304.8, 0, 3048]);
    const { h, b, t } = size as { h: number; b: number; t: number };
    near([h, b, t], [203.2, 101.6, 6.35]);
  });
  it('by the middle of a section that is drawn off its line, by a name that its material gives', async () => {
    const l = new Lines();
    MM(l);
    // The line is the top of the beam: its section hangs 226.7 below.
    const at = l.add(`IFCAXIS2PLACEMENT2D(${point(l, 0, -226.7)},$)`);
    const profile = iProfile(l, '', UB, at);
    const place = placed(l, axes(l, [0, 0, 4000], [1, 0, 0], [0, 1, 0]));
    const beam = element(l, { id: 't', name: 'B1', place, items: [extruded(l, profile, 6000)] });
    material(l, [beam], 'S275', iProfile(l, 'UB 457x191x67', UB));
    const member = await only(l);
    near(member.from, [0, 0, 3773.3]);
    near(member.to, [6000, 0, 3773.3]);
    expect([member.section, member.grade]).toEqual(['UB 457x191x67', 'S275']);
  });
  it('under clippings and maps: what is cut off or drawn once for many is the same extrusion', async () => {
    const l = new Lines();
    MM(l);
    const solid = extruded(l, iProfile(l, 'UB 457x191x67', UB), 6000);
    const plane = l.add(`IFCPLANE(${axes(l, [0, 0, 5900])})`);
    const clipped = l.add(`IFCBOOLEANCLIPPINGRESULT(.DIFFERENCE.,${solid},${l.add(`IFCHALFSPACESOLID(${plane},.F.)`)})`);
    const context = l.add(`IFCGEOMETRICREPRESENTATIONCONTEXT($,'Model',3,1.E-05,${axes(l, [0, 0, 0])},$)`);
    const shape = l.add(`IFCSHAPEREPRESENTATION(${context},'Body','Clipping',(${clipped}))`);
    const map = l.add(`IFCREPRESENTATIONMAP(${axes(l, [0, 0, 0])},${shape})`);
    const target = l.add(`IFCCARTESIANTRANSFORMATIONOPERATOR3D($,$,${point(l, 0, 0, 100)},1.,$)`);
    const item = l.add(`IFCMAPPEDITEM(${map},${target})`);
    element(l, {
      type: 'IFCCOLUMN',
      id: 'm',
      name: 'C2',
      place: placed(l, axes(l, [0, 0, 0])),
      items: [item],
      kind: 'MappedRepresentation',
    });
    const { from, to } = await only(l);
    near(from, [0, 0, 100]);
    near(to, [0, 0, 6100]);
  });
  it('by an outline alone: the middle of what it measures, its depth the longer side', async () => {
    const l = new Lines();
    MM(l);
    const ring = [
      [0, 0],
      [300, 0],
      [300, 100],
      [0, 100],
      [0, 0],
    ].map((p) => point(l, ...p));
    const profile = l.add(`IFCARBITRARYCLOSEDPROFILEDEF(.AREA.,'Odd 300',${l.add(`IFCPOLYLINE((${ring.join(',')}))`)})`);
    element(l, { id: 'o', name: '', place: placed(l, axes(l, [0, 0, 0])), items: [extruded(l, profile, 2000)] });
    const { from, up, section, size } = await only(l);
    expect([section, size]).toEqual(['Odd 300', undefined]);
    near(from, [150, 50, 0]);
    near(up, [1, 0, 0]);
  });
  it('that are no extrusion, or are broken, are told by name and take nothing with them', async () => {
    const l = new Lines();
    MM(l);
    const place = placed(l, axes(l, [0, 0, 0]));
    element(l, { id: 'x', name: 'B9', place, items: [l.add(`IFCSPHERE($,5.)`)] });
    l.add(`IFCBEAM('y',$,'B10',$,$,${place},$,$,$)`);
    element(l, { id: 'z', name: 'B11', place, items: [extruded(l, iProfile(l, 'UB 457x191x67', UB), 6000)] });
    element(l, { id: 'z', name: 'B12', place, items: [extruded(l, iProfile(l, 'UB 457x191x67', UB), 6000)] });
    // A place that is relative to itself.
    const self = l.add('IFCLOCALPLACEMENT($,$)');
    element(l, { id: 'w', name: 'B13', place: self, items: [extruded(l, iProfile(l, 'UB 457x191x67', UB), -5)] });
    const { members, left } = await readIfc(l.file());
    expect(members.map((m) => m.name)).toEqual(['B11', 'B12']);
    expect(new Set(members.map((m) => m.id)).size).toBe(2);
    expect(left.map((x) => x.name).sort()).toEqual(['B10', 'B13', 'B9']);
  });
});

describe('what is no model', () => {
  const refused = async (bytes: Uint8Array): Promise<string> => {
    try {
      await readIfc(bytes);
      return '';
    } catch (e) {
      return (e as Error).message;
    }
  };
  it('is refused in a sentence: another file, a head alone, a file cut in the middle, noise, no steel in it', async () => {
    expect(await refused(new TextEncoder().encode('{"format":"x"}'))).toMatch(/does not begin as an IFC file does; accepted/);
    expect(await refused(new Uint8Array(0))).toMatch(/does not begin/);
    const l = new Lines();
    MM(l);
    element(l, {
      id: 'a',
      name: 'B',
      place: placed(l, axes(l, [0, 0, 0])),
      items: [extruded(l, iProfile(l, 'UB 457x191x67', UB), 6000)],
    });
    const whole = l.file();
    for (const cut of [60, 200, whole.length >> 1, whole.length - 40]) {
      expect(await refused(whole.slice(0, cut))).toMatch(
        /^file: line \d+ is not in the form of ISO 10303-21, or the file was cut off there/,
      );
    }
    expect(await refused(new Lines().file('IFC9'))).toMatch(/accepted|^$/);
    const noise = Uint8Array.from({ length: 4000 }, (_, i) => (i * 7919) % 251);
    expect(await refused(Buffer.concat([Buffer.from('ISO-10303-21;'), noise]))).toMatch(/line \d+ is not in the form/);
    expect(await refused(new Uint8Array(80 * 1024 * 1024 + 1))).toMatch(/84 MB; accepted are at most 80 MB/);
  });
  it('does not come from mutations of a good one: each is read, or refused in a sentence', { timeout: 120_000 }, async () => {
    const l = new Lines();
    MM(l);
    for (const x of [0, 1, 2])
      element(l, {
        id: `a${x}`,
        name: `B${x}`,
        place: placed(l, axes(l, [x, 0, 0])),
        items: [extruded(l, iProfile(l, 'UB 457x191x67', UB), 6000)],
      });
    const whole = Buffer.from(l.file());
    let seed = 7;
    const random = (n: number): number => ((seed = (seed * 48271) % 2147483647), seed % n);
    const characters = Buffer.from('#$();,0123456789.E-ABC');
    let read = 0;
    for (let i = 0; i < 150; i += 1) {
      const bytes = Buffer.from(whole);
      for (let k = 0; k < 4; k += 1) {
        const at = 300 + random(bytes.length - 300);
        // Figures for figures pass the form and change what is meant.
        if (i % 3 === 0) bytes[at] = characters[random(22)]!;
        else if (bytes[at]! >= 48 && bytes[at]! <= 57) bytes[at] = 48 + random(10);
      }
      const said = await refused(bytes);
      if (said === '') read += 1;
      else expect(said, String(i)).toMatch(/accepted/);
    }
    expect(read).toBeGreaterThan(50);
  });
  it('is told by its form alone: what lies in brackets, texts, numbers and remarks', () => {
    const file = (data: string): number =>
      brokenAt(new TextEncoder().encode(`ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\n${data}\nENDSEC;\nEND-ISO-10303-21;\n`));
    for (const good of [
      "#1=IFCX('it''s; (',$,*,.T.,-1.5E-3,(#2,(#3)),());",
      '#1=(IFCA(1.)IFCB($));',
      '/* a remark; ( */ #1 = IFCX ( 1 , IFCLENGTHMEASURE(2.) , "0F" );',
      '',
    ])
      expect([good, file(good)]).toEqual([good, 0]);
    for (const bad of [
      '#1=IFCX(1.;',
      '#1=IFCX(1.))',
      "#1=IFCX('open);",
      '#1=IFCX(1..);',
      '#1=IFCX(1. 2.);',
      '#1=IFCX(,);',
      '#1=IFC-X(1.);',
      '#1=IFCX(IFCY);',
      '#=IFCX(1.);',
      '#1 IFCX(1.);',
      '#1=IFCX(.T);',
      '#1=IFCX(1.E);',
      '#1=IFCX(#);',
      `#1=IFCX(${'('.repeat(100)}${')'.repeat(100)});`,
    ])
      expect([bad, file(bad) > 0]).toEqual([bad, true]);
    expect(file('#1=IFCX(1.);\n#2=IFCX(1..);')).toBe(6);
  });
});

describe('a model that the product wrote', () => {
  it('is read again: its members stand where they stood, and its joints are found', async () => {
    const tern: JobDocument = readJob(
      JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')),
    );
    const joints = tern.joints.filter((j) => ['B2-14', 'M1-04', 'P1-01', 'R2-04'].includes(j.mark));
    const bytes = await bytesOf((out) =>
      writeOut(
        { job: tern, joints: () => joints, total: joints.length },
        'ifc',
        { ...SHOP_DEFAULTS, unit: 'mm', date: '2026-05-04' },
        out,
      ),
    );
    const { members, left } = await readIfc(bytes);
    expect(left).toEqual([]);
    expect(members).toHaveLength(7);
    const { joints: found } = proposeJoints(members, EMPTY_JOB);
    const kinds = found
      .filter((j) => j.members.length > 1)
      .map((j) => `${j.given.members['beam']} ${j.given.members['supportType']}`);
    expect(kinds.sort()).toEqual(['IPE 300 beam_web', 'UB 406x140x39 column_flange', 'UB 406x178x60 column_flange']);
  });
});
