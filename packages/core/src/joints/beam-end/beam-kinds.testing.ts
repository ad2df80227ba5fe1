import { KINDS } from '../registry.ts';

/** Kinds that join a beam to a support: what many tests of all kinds start from. */
export const BEAM_KINDS = KINDS.filter((k) => k.family === 'beam');
