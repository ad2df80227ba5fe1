import { readFileSync } from 'node:fs';
import katex from 'katex';
import { describe, expect, it } from 'vitest';
import { basisOf, KINDS, readJob, texOf, workingsOf } from '@ample/core';
import { answers, DOCS, readDoc, searchDocs } from './docs.ts';
import { methodOf, methodOfCheck, slug } from './links.ts';

const jobs = ['tern-quay', 'heron-street'].map((file) =>
  readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${file}.json`, import.meta.url), 'utf8'))),
);

describe('the documents inside the application', () => {
  it('are cut at their headings, with tables and code as such', () => {
    const doc = readDoc(
      'x',
      '# Notes\nBefore.\n\n## First `part`\n| a | b |\n|---|---|\n| 1 | 2 |\n\n## Empty\n\n## Last\nWords.',
    );
    expect(doc.title).toBe('Notes');
    expect(doc.sections.map((s) => [s.id, s.title])).toEqual([
      ['notes', 'Notes'],
      ['first-part', 'First part'],
      ['last', 'Last'],
    ]);
    expect(doc.sections[1]!.html).toContain('<td>1</td>');
  });
  it('hold a part on what is checked for every kind, where a joint leads to', () => {
    const method = DOCS.find((d) => d.id === 'method')!;
    for (const kind of KINDS)
      for (const standard of kind.standards) {
        expect(method.sections.map((s) => s.id)).toContain(methodOf(kind.title, standard).split('#')[1]);
        expect(methodOfCheck(kind.title, standard, 'a b', 'c')).toContain('check=a%20b');
      }
    expect(slug('Column base: what is checked')).toBe('column-base-what-is-checked');
  });
  it('show their pictures, each of which is there', () => {
    const shown = DOCS.flatMap((d) => d.sections.flatMap((s) => [...s.html.matchAll(/<img src="([^"]*)" alt="([^"]*)"/g)]));
    expect(shown.length).toBeGreaterThanOrEqual(10);
    for (const [, src, alt] of shown) {
      // A path of the document's own is one that was not found.
      expect(src).not.toMatch(/^products\//);
      expect(alt!.length).toBeGreaterThan(10);
    }
  });
  it('are searched by every word, titles first', () => {
    expect(searchDocs('register')[0]!.title).toBe('Register');
    expect(searchDocs('anchor cone').length).toBeGreaterThan(0);
    expect(searchDocs('zebra crossing')).toEqual([]);
    expect(searchDocs('   ')).toEqual([]);
  });
  it('answer for a check by its id, else by the words of its title', () => {
    expect(answers('the plate buckles: plate-lap-bending', 'plate-lap-bending', 'x')).toBe(10);
    expect(answers('bearing, gross and net shear, block tearing', 'plate-bearing', 'Bearing, plate')).toBe(0.5);
    expect(answers('nothing of it', 'plate-bearing', 'Bearing, plate')).toBe(0);
  });
  it.each(jobs.map((job) => [job.name, job] as const))('say something of every check of %s', (_, job) => {
    const method = DOCS.find((d) => d.id === 'method')!;
    const silent = new Set<string>();
    const all = new Set<string>();
    for (const joint of job.joints)
      for (const s of workingsOf(joint, basisOf(job, joint.settings), 0).sections.filter((x) => x.type === 'strength')) {
        const part = method.sections.find((x) =>
          methodOf(KINDS.find((k) => k.id === joint.kind)!.title, job.basis.standard).endsWith(`#${x.id}`),
        )!;
        all.add(joint.kind + s.id);
        if (answers(part.text, s.id, s.title) < 0.5) silent.add(`${joint.kind} ${s.id} (${s.title})`);
      }
    expect([...silent]).toEqual([]);
    expect(all.size).toBeGreaterThan(40);
  });
});

describe('formulas as the workings set them', () => {
  it.each(jobs.map((job) => [job.name, job] as const))(
    'are all understood by the setter, for every joint and combination of %s',
    { timeout: 120_000 },
    (_, job) => {
      const [bad, seen] = [new Set<string>(), new Set<string>()];
      for (const joint of job.joints)
        joint.combinations.forEach((_, i) => {
          for (const step of workingsOf(joint, basisOf(job, joint.settings), i).sections.flatMap((s) => s.steps)) {
            for (const n of [step.symbol, step.formula, step.values, step.result]) {
              const tex = n === null ? '' : texOf(n, true);
              // Digits change nothing in how a line is set.
              const form = tex.replace(/\d+/g, '1');
              if (seen.has(form)) continue;
              seen.add(form);
              try {
                katex.renderToString(tex, { throwOnError: true, strict: false, trust: true });
              } catch (e) {
                bad.add((e as Error).message);
              }
            }
          }
        });
      expect([...bad]).toEqual([]);
    },
  );
});
