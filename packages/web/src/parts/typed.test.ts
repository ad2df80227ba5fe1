import { describe, expect, it } from 'vitest';
import { toolOf } from '@ample/core';
import { accepts, readLength } from '../joint/entry.ts';
import { inputOf, typedOf } from './typed.ts';

const bolt = toolOf('bolt');
const typed = typedOf(bolt, bolt.start, null);

describe('a form of the bench', () => {
  it('gives back the input that it was filled from', () => expect(inputOf(bolt, typed)).toEqual({ input: bolt.start, problem: null }));
  it('leaves out what may be empty, and asks for what may not', () => {
    expect(inputOf(bolt, { ...typed, e1: ' ' }).input).not.toHaveProperty('e1');
    expect(inputOf(bolt, { ...typed, d: '' })).toEqual({ input: null, problem: { field: 'd', message: 'd: the value is missing; it must be given.' } });
  });
  it('reads a decimal comma and a real minus sign, and names what is no number', () => {
    expect(inputOf(bolt, { ...typed, t: '12,5' }).input).toHaveProperty('t', 12.5);
    expect(inputOf(bolt, { ...typed, F_t_Ed: '−3' }).input).toHaveProperty('F_t_Ed', -3);
    expect(inputOf(bolt, { ...typed, d: 'M20' }).problem).toEqual({ field: 'd', message: 'd: "M20" is not a number; accepted is a number in mm.' });
  });
  it('keeps what was typed before over what it starts with', () => expect(typedOf(bolt, bolt.start, { d: '24' })['d']).toBe('24'));
});

describe('a length on the drawing', () => {
  it('is a number, for pitches also a list', () => {
    expect(readLength('number', ' 72,5 ')).toBe(72.5);
    expect(readLength('list', '60 80  80')).toBe('60 80 80');
    expect(readLength('list', '70')).toBe(70);
  });
  it('is nothing else, and says what it could be', () => {
    for (const t of ['', 'x', '60 80']) expect([t, readLength('number', t)]).toEqual([t, null]);
    expect(readLength('list', '60 wide')).toBeNull();
    expect(accepts('list')).toContain('60 80 80');
  });
});
