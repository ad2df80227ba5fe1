import { Refusal } from '../refusal.ts';
import { columnBase } from './base-plate/index.ts';
import { cleats } from './cleats/index.ts';
import { endPlate } from './end-plate/index.ts';
import { finPlate } from './fin-plate/index.ts';
import type { JointKind } from './kind.ts';
import { momentEndPlate } from './moment-end-plate/index.ts';

/** The only list of kinds. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- each kind types its own input; the registry holds them all
export const KINDS: readonly JointKind<any>[] = [finPlate, endPlate, cleats, columnBase, momentEndPlate];

/** The kind with this id; refuses an unknown one. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- as above
export function kindOf(id: string): JointKind<any> {
  const kind = KINDS.find((k) => k.id === id);
  if (!kind)
    throw new Refusal('kind', `kind: there is no kind of joint "${id}"; accepted are ${KINDS.map((k) => k.id).join(', ')}.`);
  return kind;
}

/** The kind whose detail line starts with this code. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- as above
export const kindByCode = (code: string): JointKind<any> | undefined => KINDS.find((k) => k.code === code.toUpperCase());
