import { Refusal } from '../refusal.ts';
import { withAdded } from './added/index.ts';
import { columnBase } from './base-plate/index.ts';
import { cleats } from './cleats/index.ts';
import { endPlate } from './end-plate/index.ts';
import { finPlate } from './fin-plate/index.ts';
import type { JointKind } from './kind.ts';
import { momentEndPlate } from './moment-end-plate/index.ts';

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- each kind types its own input; the registry holds them all
type AnyKind = JointKind<any>;

/** The only list of kinds: any joint can have plates added. */
export const KINDS: readonly AnyKind[] = [finPlate, endPlate, cleats, columnBase, momentEndPlate].map((kind: AnyKind) =>
  withAdded(kind),
);

/** The kind with this id; refuses an unknown one. */
export function kindOf(id: string): AnyKind {
  const kind = KINDS.find((k) => k.id === id);
  if (!kind)
    throw new Refusal('kind', `kind: there is no kind of joint "${id}"; accepted are ${KINDS.map((k) => k.id).join(', ')}.`);
  return kind;
}

/** The kind whose detail line starts with this code. */
export const kindByCode = (code: string): AnyKind | undefined => KINDS.find((k) => k.code === code.toUpperCase());
