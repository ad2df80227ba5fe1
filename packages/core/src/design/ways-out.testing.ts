import { waysOf, type WayOut } from './ways-out.ts';

/** The ways alone. */
export const waysOut = (...of: Parameters<typeof waysOf>): readonly WayOut[] => waysOf(...of).ways;
