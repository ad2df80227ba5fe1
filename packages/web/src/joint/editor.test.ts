import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readJob, validate, kindOf } from '@ample/core';
import { refusalOf } from './editor.ts';

const demo = (file: string) =>
  readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${file}.json`, import.meta.url), 'utf8')) as unknown);
const [us, eu] = [demo('heron-street'), demo('tern-quay')];
type Plate = { readonly plate: { readonly t: number } };

describe('a size that the schema refuses', () => {
  const refusal = (job: typeof us, change: (i: Plate) => object): string => {
    const joint = job.joints.find((j) => j.kind === 'fin-plate')!;
    const input = change(joint.input as Plate);
    return refusalOf('fin-plate', input, job as never, { ...joint, settings: {} } as never)!;
  };
  const thick = (t: number) => (i: Plate) => ({ ...i, plate: { ...i.plate, t } });
  it('is told in the units of the job', () => {
    // 5 in is 127 mm; plates are taken up to 60 mm, 2.362 in.
    expect(refusal(us, thick(127))).toMatch(/^Plate thickness: 5 in is too large; accepted is 2\.36\d* in or less\.$/);
    expect(refusal(eu, thick(127))).toBe('Plate thickness: 127 mm is too large; accepted is 60 mm or less.');
  });
  it('leaves numbers alone that are no lengths', () => {
    const rows = (i: Plate) => ({ ...i, bolts: { ...(i as unknown as { bolts: object }).bolts, n1: 31, p1: 70 } });
    expect(refusal(us, rows)).toMatch(/: 31 is too large; accepted is 30 or less\.$/);
  });
});

it('numbers of a file stay as they are written', () => {
  const input = { ...(us.joints.find((j) => j.kind === 'fin-plate')!.input as Plate) };
  const r = validate(kindOf('fin-plate').schema(), { ...input, plate: { ...input.plate, t: 127 } });
  expect('error' in r && r.error.message).toBe('plate.t: 127 is too large; accepted is 60 or less.');
});
