import { describe, expect, it } from 'vitest';
import { toolOf } from '@ample/core';
import { accepts, readEntry } from '../joint/entry.ts';
import { inputOf, typedOf } from './typed.ts';

const bolt = toolOf('bolt');
const typed = typedOf(bolt, bolt.start, null);

describe('a form of the bench', () => {
  it('gives back the input that it was filled from', () =>
    expect(inputOf(bolt, typed)).toEqual({ input: bolt.start, problem: null }));
  it('leaves out what may be empty, and asks for what may not', () => {
    expect(inputOf(bolt, { ...typed, e1: ' ' }).input).not.toHaveProperty('e1');
    expect(inputOf(bolt, { ...typed, d: '' })).toEqual({
      input: null,
      problem: { field: 'd', message: 'd: the value is missing; it must be given.' },
    });
  });
  it('reads a decimal comma and a real minus sign, and names what is no number', () => {
    expect(inputOf(bolt, { ...typed, t: '1/2 in' }).input).toHaveProperty('t', 12.7);
    expect(inputOf(bolt, { ...typed, t: '12,5' }).input).toHaveProperty('t', 12.5);
    expect(inputOf(bolt, { ...typed, F_t_Ed: '−3' }).input).toHaveProperty('F_t_Ed', -3);
    expect(inputOf(bolt, { ...typed, d: 'M20' }).problem).toEqual({
      field: 'd',
      message: 'd: "M20" is not a number; accepted is a length in mm, or with its unit, as in 3-1/2 in.',
    });
  });
  it('keeps what was typed before over what it starts with', () =>
    expect(typedOf(bolt, bolt.start, { d: '24' })['d']).toBe('24'));
});

describe('a length on the drawing', () => {
  it('is a number, for pitches also a list', () => {
    expect(readEntry({ type: 'number', unit: 'mm' }, ' 72,5 ')).toBe(72.5);
    expect(readEntry({ type: 'list', unit: 'mm' }, '60 80  80')).toBe('60 80 80');
    expect(readEntry({ type: 'list', unit: 'mm' }, '70')).toBe(70);
  });
  it('is nothing else, and says what it could be', () => {
    for (const t of ['', 'x', '60 80']) expect([t, readEntry({ type: 'number', unit: 'mm' }, t)]).toEqual([t, null]);
    expect(readEntry({ type: 'list', unit: 'mm' }, '60 wide')).toBeNull();
    expect(accepts({ type: 'list', unit: 'mm' })).toContain('60 80 80');
  });
});
