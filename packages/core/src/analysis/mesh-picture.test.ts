import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { readJob } from '../job/document.ts';
import { jointModel } from '../job/field.ts';
import { systemOf } from './analyse.ts';
import { finPlate, oneBolt, roof, stub, tStub, weld } from './bench-models.testing.ts';
import { meshPicture } from './mesh-picture.testing.ts';
import { readFieldModel, type FieldModel } from './model.ts';

const FOLDER = fileURLToPath(new URL('../../../../test-output/analysis/', import.meta.url));
const tern = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const joint = (mark: string): FieldModel =>
  jointModel(
    tern.joints.find((j) => j.mark === mark)!,
    tern,
    { preview: true },
  ).model;

// They lie in test-output/analysis afterwards, for those who want to see what was analysed.
describe('a picture of the mesh and the model', () => {
  it.each<readonly [string, () => FieldModel]>([
    ['fin-plate', () => readFieldModel(finPlate(12))],
    ['one-bolt', () => readFieldModel(oneBolt(30))],
    ['barrel-roof', () => readFieldModel(roof())],
    ['stub', () => readFieldModel(stub([0, 0, 0], [0, 1e6, 0]))],
    ['t-stub', () => readFieldModel(tStub(5))],
    ['weld', () => readFieldModel(weld([0, 0, 1000]))],
    ['B2-14', () => joint('B2-14')],
    ['E1-05', () => joint('E1-05')],
    ['P2-01', () => joint('P2-01')],
    ['R1-01', () => joint('R1-01')],
  ])('of %s has each cell, weld and bolt once, within its frame', (name, of) => {
    const system = systemOf(of());
    const svg = meshPicture(system);
    mkdirSync(FOLDER, { recursive: true });
    writeFileSync(`${FOLDER}${name}.svg`, svg);
    const count = (what: RegExp): number => [...svg.matchAll(what)].length;
    expect(count(/<polygon/g)).toBe(system.mesh.cellPlate.length);
    expect(count(/class="weld"/g)).toBe(system.model.welds.length);
    expect(count(/class="bolt"/g)).toBe(system.model.bolts.length);
    const corners = [...svg.matchAll(/points="([^"]*)"/g)].flatMap((m) => m[1]!.split(/[ ,]/).map(Number));
    expect(corners.every((x) => x >= 19.9 && x <= 880.1)).toBe(true);
    expect(Math.max(...new Set(corners.map(Math.round)))).toBe(880);
  });
});
