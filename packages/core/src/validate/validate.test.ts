import fc from 'fast-check';
import Joi from 'joi';
import { describe, expect, it } from 'vitest';
import { BOUNDS, faultOf, printable } from './bounds.ts';
import { given, validate } from './validate.ts';

const nested = (n: number): unknown => (n === 0 ? 1 : { a: nested(n - 1) });
const said = (v: unknown): string | null => {
  const f = faultOf(v);
  return f && `${f.field}: ${f.says}`;
};

describe('bounds of what comes from outside', () => {
  it('leave alone what can be meant', () => {
    for (const v of [
      null,
      0,
      -0,
      1e-12,
      'A b\nc\td',
      'Brücke 7 · ½ “x”',
      '😀',
      [],
      {},
      { a: [1, { b: 'c' }] },
      nested(BOUNDS.depth),
    ])
      expect(faultOf(v)).toBeNull();
  });
  it.each<[unknown, string]>([
    [{ a: { b: 5e-324 } }, 'a.b: 5e-324 is too near to zero to be meant; accepted are 0, and numbers from 1e-12 in size.'],
    [{ a: -9e-13 }, 'a: -9e-13 is too near to zero to be meant; accepted are 0, and numbers from 1e-12 in size.'],
    [{ a: Infinity }, 'a: Infinity is not a finite number; accepted is a finite number.'],
    [{ a: NaN }, 'a: NaN is not a finite number; accepted is a finite number.'],
    [{ note: 'a\u0000b' }, 'note: the text has a control character (U+0000) at place 2; accepted are texts without.'],
    [{ note: 'ab\ud800' }, 'note: the text has half a character (U+D800) at place 3; accepted are whole characters.'],
    [{ x: { toString: 1 } }, 'x: there is no field "toString"; leave it out.'],
    [JSON.parse('{"x":{"__proto__":{"y":1}}}'), 'x: there is no field "__proto__"; leave it out.'],
    [{ x: { constructor: 1 } }, 'x: there is no field "constructor"; leave it out.'],
    [{ a: 'x'.repeat(20_001) }, 'a: the text has 20001 characters; accepted are 20000 or fewer.'],
    [{ a: Array.from({ length: 5001 }, () => 0) }, 'a: the list has 5001 entries; accepted are 5000 or fewer.'],
    [
      Object.fromEntries(Array.from({ length: 201 }, (_, i) => [`k${i}`, i])),
      ': the group has more than 200 fields; accepted are fewer.',
    ],
    [{ ['k\u0007']: 1 }, ': "k\\u0007" is no name of a field; leave it out.'],
  ])('%j is refused', (value, sentence) => expect(said(value)).toBe(sentence));
  it('a depth beyond any call stack is refused like any other', () => {
    let deep: unknown = 1;
    for (let i = 0; i < 200_000; i += 1) deep = [deep];
    expect(faultOf(deep)!.says).toMatch(/nested deeper than 12/);
    expect(faultOf(nested(BOUNDS.depth + 1))!.says).toMatch(/nested deeper/);
  });
});

describe('sentences', () => {
  const schema = Joi.object({
    name: Joi.string().max(5).required(),
    n: Joi.number().min(1).max(9),
    kind: Joi.string().valid('a', 'b'),
    list: Joi.array()
      .items(Joi.object({ id: Joi.string() }))
      .unique('id'),
  });
  const message = (v: unknown, prefix?: string): string => {
    const r = validate(schema, v, prefix);
    return 'error' in r ? r.error.message : 'fine';
  };
  it.each<[unknown, string]>([
    [{}, 'name: the value is missing; it must be given.'],
    [{ name: { a: 1 } }, 'name: a group of fields is not a text; accepted is a text.'],
    [{ name: [1] }, 'name: a list is not a text; accepted is a text.'],
    [{ name: 7 }, 'name: 7 is not a text; accepted is a text.'],
    [{ name: 'toolong' }, 'name: the text is longer than 5 characters; make it shorter.'],
    [{ name: 'x', n: 0 }, 'n: 0 is too small; accepted is 1 or more.'],
    [{ name: 'x', n: '3' }, 'n: "3" is not a number; accepted is a number.'],
    [{ name: 'x', kind: 'toString' }, 'kind: "toString" is not known; accepted are a, b.'],
    [{ name: 'x', other: 1 }, 'other: there is no such field; leave it out or correct its name.'],
    [{ name: 'x', list: [{ id: 'p' }, { id: 'p' }] }, 'list.1: the id of this one stands twice; accepted are different ones.'],
    ['text', 'value: "text" is not a group of fields; accepted is a group of fields.'],
  ])('%j', (value, sentence) => expect(message(value)).toBe(sentence));
  it('begin with where, as a path or after a colon', () => {
    expect(message({}, 'joint B1: input')).toBe('joint B1: input.name: the value is missing; it must be given.');
    expect(message({}, 'joint B1:')).toBe('joint B1: name: the value is missing; it must be given.');
    expect(message(3, 'joint B1:')).toBe('joint B1: 3 is not a group of fields; accepted is a group of fields.');
  });
  it('are one line without control characters, whatever was given', () => {
    fc.assert(
      fc.property(fc.anything({ withNullPrototype: true }), (v) => {
        const r = validate(schema, v);
        if (!('error' in r)) return;
        // eslint-disable-next-line no-control-regex -- that none is left is what is asked
        expect(r.error.message).not.toMatch(/[\u0000-\u001f\u2028\u2029]|\[object|undefined/);
        expect(r.error.message.length).toBeLessThanOrEqual(402);
      }),
      { numRuns: 500 },
    );
  });
  it('show values as what they are', () =>
    expect([given(undefined), given([]), given({}), given(-1.5), given('a\nb'), given('x'.repeat(99))]).toEqual([
      'nothing',
      'a list',
      'a group of fields',
      '-1.5',
      '"a\\u000ab"',
      `"${'x'.repeat(60)} …"`,
    ]));
  it('clip and escape what is printed', () => expect(printable('a\u001b[31m\u202eb', 6)).toBe('a\\u001b[31m …'));
});
