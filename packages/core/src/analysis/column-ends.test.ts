import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readJob } from '../job/document.ts';
import { buildJoint } from '../joints/report.ts';
import { basisOf } from '../standards/job-basis.ts';
import { besideOf } from './detail-beside.ts';
import { sheetsOf } from './sheets.ts';
import type { Vec } from './vector.ts';

const job = readJob(JSON.parse(readFileSync('demo/tern-quay.json', 'utf8')));
const eaves = job.joints.find((j) => j.mark === 'R1-01')!;
/** The eaves joint with its column ending so far over the top and under the foot of the beam with its haunch; undefined where it runs on. */
function made(end_above?: number, end_below?: number) {
  const { end_above: _above, ...column } = (eaves.input as { readonly column: Readonly<Record<string, unknown>> }).column;
  const input = {
    ...(eaves.input as object),
    column: { ...column, ...(end_above === undefined ? {} : { end_above }), ...(end_below === undefined ? {} : { end_below }) },
  };
  const { solid } = buildJoint({ kind: eaves.kind, input }, basisOf(job));
  const sheets = sheetsOf(solid);
  const heights = sheets.sheets
    .filter((s) => s.part === 'support')
    .flatMap((s) => s.outline.map(([u, v]) => s.origin[2] + u * (s.ex as Vec)[2] + v * (s.ey as Vec)[2]));
  const ends = sheets.ends.filter((e) => e.part === 'support').map((e) => `${e.name}${e.upper ? ', upper' : ''}`);
  return { solid, sheets, high: Math.max(...heights), low: Math.min(...heights), ends };
}

describe('a column that ends at the joint', () => {
  it('is cut where it ends, and nothing holds it there', () => {
    const on = made();
    expect(on.ends).toEqual(['support low', 'support high, upper']);
    const eaved = made(110);
    expect([eaved.high, eaved.low, eaved.ends]).toEqual([110, on.low, ['support low']]);
    // The beam is 355 deep and the haunch 320 more: what ends 90 under its foot ends there.
    const hung = made(undefined, 90);
    expect(hung.low).toBeCloseTo(-355 - 320 - 90, 6);
    expect([hung.high, hung.ends]).toEqual([on.high, ['support high']]);
  });
  it('runs on where its end is farther than what is shown of it', () => {
    const on = made();
    const far = made(9000, 9000);
    expect([far.high, far.low, far.ends]).toEqual([on.high, on.low, on.ends]);
  });
  it('can not be analysed where it ends on both sides', () => {
    expect(() => made(110, 90)).toThrow(/the column ends over and under the joint, and nothing holds it/);
  });
  it('has no end over it for its own force, which comes of the beam', () => {
    const c = { name: 'C', V_Ed: 100, N_Ed: 20, N_tie: 0, M_Ed: 150, N_col: -300 };
    const { solid, sheets } = made(110);
    const free = besideOf(solid, sheets, c);
    expect([free.taken.includes('N_col'), free.guided, free.loads]).toEqual([true, [], []]);
    const on = made();
    const held = besideOf(on.solid, on.sheets, c);
    expect(held.guided).toEqual([{ name: 'support high', held: ['y', 'rx', 'ry', 'rz'] }]);
    expect(held.loads).toEqual([{ section: 'support high', F: [-10_000, 0, -300_000], M: [0, 0, 0] }]);
  });
});
