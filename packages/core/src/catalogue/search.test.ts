import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { namedSection, nearestSections, searchSections } from './search.ts';
import { SECTIONS, type Section } from './sections.ts';

const names = (text: string, options = {}): string[] => searchSections(text, options).map((s) => s.name);

describe('sections by what engineers type', () => {
  it.each([
    ['457 67', 'UB 457x191x67'],
    ['457x191x67', 'UB 457x191x67'],
    ['457 x 191 x 67', 'UB 457x191x67'],
    ['ub 457×191×67', 'UB 457x191x67'],
    ['heb 240', 'HEB 240'],
    ['HEB240', 'HEB 240'],
    ['ipe300', 'IPE 300'],
    ['uc 203 46', 'UC 203x203x46'],
    ['UB406x140x39', 'UB 406x140x39'],
  ])('"%s" finds %s first', (text, name) => expect(names(text)[0]).toBe(name));
  it('finds all of a serial size', () => {
    const found = names('ub457');
    expect(found.length).toBeGreaterThan(5);
    expect(found.every((n) => n.startsWith('UB 457'))).toBe(true);
  });
  it('every section is found by its own name, first, whatever the spelling', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SECTIONS),
        fc.constantFrom(
          (n: string) => n,
          (n: string) => n.toLowerCase(),
          (n: string) => n.replaceAll('x', '×'),
          (n: string) => n.replaceAll('x', ' x '),
          (n: string) => n.replace(' ', ''),
        ),
        (s, spell) => {
          expect(names(spell(s.name))[0]).toBe(s.name);
          expect(namedSection(spell(s.name))?.name).toBe(s.name);
        },
      ),
      { numRuns: 400 },
    );
  });
  it("the job's own come first, then those used lately; other shapes are left out", () => {
    const own = [{ name: 'Tern I 457', shape: 'I', h: 457, b: 190, tw: 9, tf: 13, r: 10 }] as Section[];
    expect(names('457', { own, recent: ['UB 457x152x52'] }).slice(0, 2)).toEqual(['Tern I 457', 'UB 457x152x52']);
    expect(searchSections('', { shapes: ['CHS'] }).every((s) => s.shape === 'CHS')).toBe(true);
  });
  it('a text that several fit names none; what none fits has its nearest', () => {
    expect(namedSection('ub 457')).toBeUndefined();
    // There is a 457x191x67 and a 457x152x67: to take one unasked would be a guess.
    expect(namedSection('457 67')).toBeUndefined();
    expect(namedSection('457 98')?.name).toBe('UB 457x191x98');
    expect(namedSection('nothing')).toBeUndefined();
    expect(namedSection('  ')).toBeUndefined();
    expect(nearestSections('UB 460x190x68').map((s) => s.name)).toContain('UB 457x191x67');
    expect(nearestSections('heb 245')[0]!.name).toBe('HEB 240');
  });
});
