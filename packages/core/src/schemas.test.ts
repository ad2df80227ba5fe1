import Joi from 'joi';
import { afterEach, describe, expect, it, vi } from 'vitest';

const MAKERS = ['object', 'array', 'string', 'number', 'boolean', 'alternatives', 'any', 'valid', 'when', 'forbidden'] as const;

describe('schemas', () => {
  afterEach(() => vi.restoreAllMocks());

  it('are made when they are first asked for: a page and each of its workers load the core, and need one kind of it', async () => {
    vi.resetModules();
    const makers = MAKERS.map((m) => vi.spyOn(Joi, m as 'object'));
    const { kindOf } = await import('./index.ts');
    expect(makers.map((m) => m.mock.calls.length)).toEqual(MAKERS.map(() => 0));

    const { schema } = kindOf('fin-plate');
    const made = schema();
    expect(makers[0]!.mock.calls.length).toBeGreaterThan(5);
    const after = makers[0]!.mock.calls.length;
    expect(schema()).toBe(made);
    expect(makers[0]!.mock.calls.length).toBe(after);
  }, 60_000);
});
