import { describe, expect, it } from 'vitest';
import { SI, toolOf, US_CUSTOMARY as US } from '@ample/core';
import { accepts, readEntry, typedValue } from '../joint/entry.ts';
import { inputOf, typedOf } from './typed.ts';

const bolt = toolOf('bolt');
const typed = typedOf(bolt, bolt.start, null, SI);

describe('a form of the bench', () => {
  it('gives back the input that it was filled from', () =>
    expect(inputOf(bolt, typed, SI)).toEqual({ input: bolt.start, problem: null }));
  it('leaves out what may be empty, and asks for what may not', () => {
    expect(inputOf(bolt, { ...typed, e1: ' ' }, SI).input).not.toHaveProperty('e1');
    expect(inputOf(bolt, { ...typed, d: '' }, SI)).toEqual({
      input: null,
      problem: { field: 'd', message: 'd: the value is missing; it must be given.' },
    });
  });
  it('reads a decimal comma and a real minus sign, and names what is no number', () => {
    expect(inputOf(bolt, { ...typed, t: '1/2 in' }, SI).input).toHaveProperty('t', 12.7);
    expect(inputOf(bolt, { ...typed, t: '12,5' }, SI).input).toHaveProperty('t', 12.5);
    expect(inputOf(bolt, { ...typed, F_t_Ed: '−3' }, SI).input).toHaveProperty('F_t_Ed', -3);
    expect(inputOf(bolt, { ...typed, d: 'M20' }, SI).problem).toEqual({
      field: 'd',
      message: 'd: "M20" is not a number; accepted is a length in mm, or with its unit, as in 3-1/2 in.',
    });
  });
  it('keeps what was typed before over what it starts with', () =>
    expect(typedOf(bolt, bolt.start, { d: '24' }, SI)['d']).toBe('24'));
});

describe('a length on the drawing', () => {
  it('is a number, for pitches also a list', () => {
    expect(readEntry({ type: 'number', quantity: 'length' }, ' 72,5 ', SI)).toBe(72.5);
    expect(readEntry({ type: 'list', quantity: 'length' }, '60 80  80', SI)).toBe('60 80 80');
    expect(readEntry({ type: 'list', quantity: 'length' }, '70', SI)).toBe(70);
  });
  it('is nothing else, and says what it could be', () => {
    for (const t of ['', 'x', '60 80']) expect([t, readEntry({ type: 'number', quantity: 'length' }, t, SI)]).toEqual([t, null]);
    expect(readEntry({ type: 'list', quantity: 'length' }, '60 wide', SI)).toBeNull();
    expect(accepts({ type: 'list', quantity: 'length' }, SI)).toContain('60 80 80');
  });
});

describe('in inches and kips', () => {
  const form = typedOf(bolt, { ...bolt.start, d: 19.05, t: 9.525, F_v_Ed: 44.482216152605 }, null, US);
  it('shows sixteenths and kips, and gives back what it was filled from', () => {
    expect([form['d'], form['t'], form['F_v_Ed'], form['faces']]).toEqual(['3/4', '3/8', '10', '1']);
    expect(inputOf(bolt, form, US).input).toMatchObject({ d: 19.05, t: 9.525, faces: 1, F_v_Ed: 44.4822161526 });
  });
  it('takes a number for inches, and what says its unit for that', () => {
    expect(inputOf(bolt, { ...form, e1: '1 1/4', p1: '70 mm' }, US).input).toMatchObject({ e1: 31.75, p1: 70 });
    expect(inputOf(bolt, { ...form, e1: 'M20' }, US).problem!.message).toBe(
      'e1: "M20" is not a number; accepted is a length in inches, as in 3 1/2 or 2\'-6 1/2, or with its unit, as in 90 mm.',
    );
  });
  it('turns lines of places', () => {
    const group = toolOf('bolt-group');
    const lines = typedOf(group, { ...group.start, points: '0 0\n0 76.2' }, null, US);
    expect(lines['points']).toBe('0 0\n0 3');
    expect(inputOf(group, lines, US).input).toMatchObject({ points: '0 0\n0 76.2' });
  });
  it('reads and shows what is typed into the drawing', () => {
    const length = { type: 'number', quantity: 'length' } as const;
    const list = { type: 'list', quantity: 'length' } as const;
    expect(readEntry(length, "2'-6 1/2", US)).toBe(774.7);
    expect(readEntry(list, '2-1/2 3 3', US)).toBe('63.5 76.2 76.2');
    expect([typedValue(length, 774.7, US), typedValue(list, '63.5 76.2', US), typedValue(list, 76.2, US)]).toEqual([
      "2'-6 1/2",
      '2-1/2 3',
      '3',
    ]);
    expect(typedValue({ type: 'number', quantity: 'force' }, 44.482216152605, US)).toBe('10');
  });
});
