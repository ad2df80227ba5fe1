import { readFileSync } from 'node:fs';
import { PassThrough } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import JSZip from 'jszip';
import { describe, expect, it } from 'vitest';
import { proofOf, readJob, stepSides, tryCheckStored, withActions, workingsOf, type Notation } from '@ample/core';
import { mathMl } from './html.ts';
import { jobOffice, jointOffice, printedJob } from './office.ts';
import { converted, NO_OFFICE, office } from './office.testing.ts';
import type { OfficeFormat } from './office-formats.ts';
import { plainOf } from './plain.ts';
import { wrapped } from './text.ts';

const demo = (name: string) =>
  readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8')));
const [tern, heron] = [demo('tern-quay'), demo('heron-street')];
const options = { date: '2026-05-04' };
const of = async (format: OfficeFormat, mark: string, job = tern): Promise<Buffer> => {
  const out = new PassThrough();
  const [bytes] = await Promise.all([
    buffer(out),
    jointOffice(
      job,
      job.joints.find((j) => j.mark === mark)!,
      format,
      options,
      out,
    ),
  ]);
  return bytes;
};
/** Lines of workings that a whole joint has. */
function stepsOf(mark: string, job = tern) {
  const checked = tryCheckStored(
    job.joints.find((j) => j.mark === mark)!,
    job,
  );
  if ('refusal' in checked) throw new Error(checked.refusal.message);
  const { built, joint, report } = checked;
  const { sections } = workingsOf(joint, built.basis, Math.max(report.worst, 0), built);
  return sections.filter((s) => s.type !== 'skip' || s.missing).flatMap((s) => s.steps);
}
/** Throws where tags of XML do not close in order. A small reader of the test's own. */
function balanced(xml: string): void {
  const open: string[] = [];
  for (const [, close, name, self] of xml.matchAll(/<(\/?)([A-Za-z][\w:]*)(?:\s+[\w:-]+="[^"<]*")*\s*(\/?)>/g))
    if (close) {
      if (open.pop() !== name) throw new Error(`</${name}> closes nothing`);
    } else if (!self) open.push(name!);
  if (open.length) throw new Error(`<${open.at(-1)}> stays open`);
  if (/<(?![/A-Za-z?!])/.test(xml)) throw new Error('a bare <');
}

const x = (name: string, sub = ''): Notation => ({ k: 'var', name: `${name}_${sub}`, head: name, sub });
const op = (text: string): Notation => ({ k: 'op', text });
// (a_b + 2)^2 / sqrt(c) in kN.
const formula: Notation = {
  k: 'frac',
  num: {
    k: 'sup',
    base: {
      k: 'fence',
      open: '(',
      close: ')',
      of: { k: 'row', items: [x('a', 'b'), op('+'), { k: 'num', text: '2', unit: 'kN' }] },
    },
    exp: { k: 'num', text: '2' },
  },
  den: { k: 'sqrt', of: x('c') },
};

describe('a formula', () => {
  it('in one line of text keeps its meaning by brackets', () => {
    expect(plainOf(formula)).toBe('((a_b + 2 kN)^2) / sqrt(c)');
    expect(plainOf({ k: 'frac', num: { k: 'row', items: [x('a'), op('−'), x('b')] }, den: x('c', 'd') })).toBe('(a − b) / c_d');
  });
  it('is MathML that closes', () => {
    const xml = mathMl(formula);
    expect(() => balanced(xml)).not.toThrow();
    expect(xml).toContain('<mfrac><msup>');
    expect(xml).toContain('<msub><mi>a</mi><mtext>b</mtext></msub>');
    expect(mathMl({ k: 'word', text: 'a<b & c' })).toBe('<mtext>a&lt;b &amp; c</mtext>');
  });
});

describe('the calculation as text', () => {
  it('has the register words, checks, every line of the workings, and no line over 110 letters', async () => {
    const text = (await of('txt', 'B2-14')).toString();
    expect(Math.max(...text.split('\n').map((l) => l.length))).toBeLessThanOrEqual(110);
    expect(text).toContain('B2-14: holds · 1.08 × C3');
    expect(text).toMatch(/Bearing, beam web +EN 1993-1-8, Table 3\.4 +207 kN +224 kN +0\.925 +1\.08/);
    for (const step of stepsOf('B2-14'))
      expect(text.replace(/\s+/g, ' ')).toContain(`${plainOf(step.symbol)} = `.replace(/\s+/g, ' '));
    expect(text).not.toMatch(/NaN|undefined|\[object/);
  });
  it('marks what gives', async () => {
    const gives = (await of('txt', 'B2-15')).toString();
    expect(gives).toMatch(/^! Bearing/m);
  });
  it('tells what a plate analysis proves, and who signed it', async () => {
    const { loads: _cases, checked: _signed, ...plate } = tern.joints.find((j) => j.mark === 'B1-01')!;
    const joint = { ...plate, combinations: [{ name: 'C1', V_Ed: 60, N_Ed: 0, N_tie: 0, T: 0.4 }] };
    const job = { ...tern, basis: { ...tern.basis, settings: { ...tern.basis.settings, analysis_proves: true } } };
    const carried = [{ combination: 'C1', multiple: 1.62, buckling: [] }];
    const proof = proofOf(withActions(joint, job), job, carried, { by: 'R. Quill', note: 'mesh looked at', at: '2026-11-30' });
    const told = async (loads?: object): Promise<string> => {
      const text = await of('txt', 'B1-01', { ...job, joints: [{ ...joint, ...(loads ? { loads } : {}) }] });
      return text.toString('utf8').replace(/\s+/g, ' ');
    };
    const text = await told({ proof });
    expect(text).toContain(
      'T shown by plate analysis, which carries 1.62 × C1; signed by R. Quill on 2026-11-30: mesh looked at.',
    );
    expect(text).toContain('Plate analysis, with T');
    expect(text).not.toContain('not whole');
    expect(await told()).toMatch(/not whole.*T has no path in this joint/);
  });

  it('wraps at spaces, a longer word alone', () => {
    expect(wrapped('aa bb cc', 5)).toEqual(['aa bb', 'cc']);
    expect(wrapped('aaaaaaa b', 5)).toEqual(['aaaaaaa', 'b']);
  });
});

describe('the calculation as HTML', () => {
  it.each([
    ['B2-14', tern],
    ['R1-01', tern],
    ['P1-04', tern],
    ['M1-01', heron],
  ])('%s: a page that fetches nothing, its tags close, a formula for each line', async (mark, job) => {
    const html = (await of('html', mark, job)).toString();
    expect(() =>
      balanced(
        html
          .replace(/<!doctype html>/, '')
          .replace(/<meta [^>]*>/, '')
          .replace(/<style>[\s\S]*?<\/style>/, ''),
      ),
    ).not.toThrow();
    expect(html.match(/<math /g)!.length).toBe(stepsOf(mark, job).length);
    expect(html).not.toMatch(/(src|href)=|@import|url\(/);
    expect(html).toContain('<svg ');
    expect(html).not.toMatch(/NaN|undefined|\[object/);
  });
});

describe('the calculation as a document of an office', () => {
  it('has real equations, tables, headings and its drawing', async () => {
    const zip = await JSZip.loadAsync(await of('docx', 'B2-14'));
    const xml = await zip.file('word/document.xml')!.async('string');
    expect(() => balanced(xml)).not.toThrow();
    expect(xml.match(/<m:oMath>/g)!.length).toBe(stepsOf('B2-14').length);
    expect(xml.match(/<m:f>/g)!.length).toBeGreaterThan(10);
    // What a bolt bears over its partial factor.
    const fractions = xml.matchAll(/<m:num>((?:(?!<\/m:num>).)*)<\/m:num><m:den>((?:(?!<\/m:den>).)*)<\/m:den>/g);
    const [, over, under] = [...fractions].find((m) => m[1]!.includes('>bolt<'))!;
    expect([over!.includes('γ'), under!.includes('γ')]).toEqual([false, true]);
    expect(xml.match(/<w:tbl>/g)!.length).toBeGreaterThanOrEqual(7);
    expect(xml).toContain('Heading1');
    const [image] = Object.keys(zip.files).filter((f) => f.startsWith('word/media/') && f.endsWith('.png'));
    const png = await zip.file(image!)!.async('nodebuffer');
    // Width of the sheet, 264 mm at 200 dots to the inch.
    expect(png.readUInt32BE(16)).toBe(Math.round((264 / 25.4) * 200));
  });
  it('opens in an office program, where one is here', async ({ skip }) => {
    skip(!office, NO_OFFICE);
    const text = converted('one.docx', await of('docx', 'B2-14'), 'txt:Text').toString('utf8');
    expect(text).toContain('B2-14: holds');
    expect(text).toContain('Bearing, beam web');
  });
  it('of a whole job has its register and every joint', async () => {
    const out = new PassThrough();
    const job = { ...tern, joints: tern.joints.slice(0, 4), calculations: [] };
    const [bytes] = await Promise.all([buffer(out), jobOffice(printedJob(job), 'html', options, out)]);
    const html = bytes.toString();
    for (const { mark } of job.joints) expect(html).toContain(`${mark}:`);
    expect(html).toContain('<h1>Tern Quay ferry hall</h1>');
    expect(html.match(/<figure>/g)!.length).toBe(4);
  });
});

describe('the text of a calculation', () => {
  it.each([tern, heron])('has no unit twice: $name', (job) => {
    for (const { mark } of job.joints)
      for (const step of stepsOf(mark, job)) {
        const sides = stepSides(step).map(plainOf);
        expect([mark, `${sides.join(' = ')} ${step.unit}`]).toEqual([
          mark,
          expect.not.stringMatching(/(mm|kN|MPa|in|kips?|ksi) \1$/),
        ]);
      }
  });
});
