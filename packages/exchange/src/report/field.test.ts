import { readFileSync } from 'node:fs';
import { PassThrough } from 'node:stream';
import { text as textOf } from 'node:stream/consumers';
import { describe, expect, it } from 'vitest';
import { readJob, SI } from '@ample/core';
import { jointField } from '@ample/core/field';
import { fieldPicture, fieldViews } from './field-picture.ts';
import { jointOffice } from './office.ts';
import type { Level } from './level.ts';

const tern = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const joint = (mark: string) => tern.joints.find((j) => j.mark === mark)!;
async function html(of: string | ReturnType<typeof joint>, level: Level): Promise<string> {
  const out = new PassThrough();
  const [said] = await Promise.all([
    textOf(out),
    jointOffice(tern, typeof of === 'string' ? joint(of) : of, 'html', { date: '2026-05-04', level }, out),
  ]);
  return said;
}
const bare = (page: string): string =>
  page
    .replace(/<(style|svg)[\s\S]*?<\/\1>/g, ' ')
    .replace(/<[^>]+>/g, ' ')
    .replace(/\s+/g, ' ');
/** Width and height of a PNG, from its header. */
const sizeOf = (href: string): readonly [number, number] => {
  const bytes = Buffer.from(href.replace('data:image/png;base64,', ''), 'base64');
  expect(bytes.subarray(1, 4).toString()).toBe('PNG');
  return [bytes.readUInt32BE(16), bytes.readUInt32BE(20)];
};

describe('the plate analysis on paper', () => {
  it('says what the analysis says, with its pictures and how the model was made: P2-03', async () => {
    const f = jointField(joint('P2-03'), tern);
    const page = await html('P2-03', 'analysed');
    const words = bare(page);
    expect(words).toContain(`Plate analysis C4. ${f.result.words}`);
    expect(words).toMatch(/The hand method gives at 1\.05 \(Tension with shear, concrete\): ratio 0\.\d\d\./);
    expect(words).toMatch(/Mesh effect \d/);
    expect(words).toContain('the verdict of the joint is theirs');
    for (const b of f.result.limit!.bolts) expect(words).toMatch(new RegExp(`\\d+ % ${b.name} its share of the concrete`));
    // The anchors of the model: N_Rd,s 157 x 800/1.5 = 83.7 kN.
    expect(words).toMatch(/anchor 0 83\.7\d? kN; concrete \d/);
    expect(words).toMatch(/Checks that the analysis has too, at \d\.\d\d of the load: Check By hand Analysed Ratio/);
    for (const c of f.counterparts) expect(words).toContain(`${c.title} ${(100 * c.hand).toFixed(0)} %`);
    expect(f.counterparts.length).toBeGreaterThan(2);
    expect(words).toContain('How the model was made');
    expect(words).toMatch(/Bed under plate: \d+(\.\d)? N\/mm³?3?, up to \d/);
    expect(page.match(/data:image\/png;base64,/g)!.length).toBeGreaterThanOrEqual(3);
    // Without it the rest is the same.
    const plain = bare(await html('P2-03', 'everything'));
    expect(words.startsWith(plain.slice(0, 2000))).toBe(true);
    expect(plain).not.toContain('Plate analysis');
  });
  it('says why a joint is not in it: a column that nothing holds', async () => {
    const { input, ...rest } = joint('R1-01') as unknown as { input: { column: object } };
    const short = { ...rest, input: { ...input, column: { ...input.column, end_below: 90 } } } as unknown as ReturnType<
      typeof joint
    >;
    expect(bare(await html(short, 'analysed'))).toMatch(
      /Plate analysis Not analysed\. detail: the column ends over and under the joint/,
    );
  });
  it('draws every value that there is, at the ends of its scale', () => {
    const { picture } = jointField(joint('P2-03'), tern, { pictures: true, preview: true }).result.limit!;
    for (const [what, ends] of [
      ['stress', /^0 to 1\.0 of yield, at 0\.9 of the load; movements enlarged \d+ times$/],
      ['strain', /^0 to 5 % plastic strain/],
      ['press', /^0 to \d+(\.\d+)? MPa/],
    ] as const) {
      const drawn = fieldPicture(picture!, what, 'at 0.9 of the load', SI);
      const images = drawn.items.flatMap((i) => (i.k === 'image' ? [i] : []));
      expect(sizeOf(images[0]!.href)).toEqual([1176, 728]);
      const [first] = drawn.items.flatMap((i) => (i.k === 'text' ? [i.text] : []));
      expect(first).toMatch(ends);
      for (const i of drawn.items) {
        const [x, y] = 'at' in i ? i.at : [0, 0];
        expect([x, y, drawn.width - x, drawn.height - y].every((v) => v >= 0)).toBe(true);
      }
    }
  });

  it('draws it on the views of the drawing, with the numbers of its bolts, within the paper', () => {
    const { drawing, result } = jointField(joint('P2-03'), tern, { pictures: true, preview: true });
    const state = { ...result.limit!, picture: result.limit!.picture! };
    const drawn = fieldViews(state, drawing!, 'stress', SI)!;
    const texts = drawn.items.flatMap((i) => (i.k === 'text' ? [i.text] : []));
    expect(texts.slice(0, 1)).toEqual(['Plan']);
    expect(texts).toContain('Elevation');
    // Anchors that pull are told in the plan.
    const pulled = state.bolts.filter((b) => b.F_t > 20e3).map((b) => `T ${SI.figure(Math.round(b.F_t / 10) * 10, 'kN')}`);
    expect(pulled.length).toBeGreaterThan(1);
    for (const words of pulled) expect(texts).toContain(words);
    const [image] = drawn.items.flatMap((i) => (i.k === 'image' ? [i] : []));
    expect(sizeOf(image!.href)).toEqual([Math.round(image!.width * 7), Math.round(image!.height * 7)]);
    for (const i of drawn.items) {
      const [x, y] = 'at' in i ? i.at : [0, 0];
      expect([x, y, drawn.width - x, drawn.height - y].every((v) => v >= 0)).toBe(true);
    }
    // Where no view shows anything there is no picture.
    expect(fieldViews(state, { ...drawing!, views: [] }, 'stress', SI)).toBeNull();
  });
});
