import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { partUses } from '../analysis/use.ts';
import { tryCheckStored } from './actions.ts';
import { readJob } from './document.ts';
import { jointField } from './field.ts';
import { byStop, leastField, meshEffect, proposedCombinations, worstUses } from './field-worst.ts';

const tern = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const joint = (mark: string) => tern.joints.find((j) => j.mark === mark)!;

describe('combinations that are worth analysing', () => {
  it('are those that some check gives first under: of P1-04 the wind both ways, and gravity for its concrete', () => {
    const found = proposedCombinations(joint('P1-04'), tern);
    expect(found.map((p) => p.name)).toEqual(['C4', 'C5', 'C1']);
    expect(found[0]!.multiple).toBeCloseTo(1.049, 3);
    expect(found[2]!.checks[0]).toBe('Concrete in bearing');
  });
  it.each(tern.joints.map((j) => j.mark))(
    '%s: the one that gives first of all is the first, none is there twice, six at most',
    (mark) => {
      const found = proposedCombinations(joint(mark), tern);
      const checked = tryCheckStored(joint(mark), tern);
      if ('refusal' in checked) throw new Error(mark);
      const { report } = checked;
      const [first] = found;
      const worst = report.combinations[report.worst]!;
      // Several may give first alike.
      expect(first!.multiple).toBeCloseTo(worst.first!.multiple, 6);
      expect(new Set(found.map((p) => p.name)).size).toBe(found.length);
      expect(found.length).toBeLessThanOrEqual(6);
      const multiples = found.map((p) => p.multiple);
      expect(multiples).toEqual([...multiples].sort((a, b) => a - b));
      expect(Math.max(...multiples)).toBeLessThanOrEqual(4 * multiples[0]!);
    },
  );
});

describe('the mesh effect', () => {
  // 2 |1.20 - 1.18|/1.18 = 3.4 %.
  it.each([
    [1.18, 1.18, 0, /0\.0 %: the cells are fine enough/],
    [1.19, 1.18, 0.01695, /1\.7 %: the cells are fine enough/],
    [1.2, 1.18, 0.0339, /3\.4 %: finer cells would change/],
    [1.1, 1.18, 0.1356, /14 %: the multiple depends on the size/],
  ])('of %s and %s', (coarse, fine, effect, words) => {
    const said = meshEffect(coarse, fine);
    expect(said.effect).toBeCloseTo(effect, 4);
    expect(said.words).toMatch(words);
  });
});

describe('the worst of several combinations', () => {
  it('has of every part its largest use, with the combination that makes it', () => {
    const fields = ['C4', 'C5'].map((combination) => jointField(joint('P1-04'), tern, { combination, preview: true }));
    const worst = worstUses(fields);
    expect(leastField(fields)!.combination).toBe('C4');
    expect(leastField([])).toBe(null);
    // One that was followed to its design load alone is stopped by nothing yet.
    const onTheWay = {
      ...fields[0]!,
      combination: 'early',
      result: { ...fields[0]!.result, end: 'design', multiple: 1 },
    } as const;
    expect(
      byStop([onTheWay, ...fields])
        .map((f) => f.combination)
        .at(-1),
    ).toBe('early');
    expect(leastField([onTheWay, ...fields])!.combination).toBe('C4');
    // Wind one way pulls anchors 0 and 1, the other way 2 and 3.
    const of = (part: string) => worst.find((u) => u.part === part)!.combination;
    expect([0, 1, 2, 3].map((i) => of(`anchor ${i}`))).toEqual(['C4', 'C4', 'C5', 'C5']);
    for (const use of worst) {
      const all = fields.map((f) => partUses((f.result.design ?? f.result.limit)!).find((u) => u.part === use.part)!.share);
      expect(use.share).toBe(Math.max(...all));
    }
    expect(worst.map((u) => u.share)).toEqual(worst.map((u) => u.share).sort((a, b) => b - a));
  });
});
