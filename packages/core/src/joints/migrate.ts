import { Refusal } from '../refusal.ts';
import type { JointKind } from './kind.ts';

type Migrating = Pick<JointKind, 'migrations'>;

/** Version of a kind's input as this product writes it; the first is 1, and is not written down. */
export const inputVersion = ({ migrations = [] }: Migrating): number => migrations.length + 1;

/** An input of any version so far as this version has it. Refuses one of a newer version of the product. */
export function migrateInput(kind: Migrating, input: unknown, version = 1): unknown {
  const now = inputVersion(kind);
  if (version > now)
    throw new Refusal(
      'input_version',
      `input_version: ${version} was written by a newer version of this product; accepted is ${now === 1 ? '1' : `1 to ${now}`}.`,
    );
  return (kind.migrations ?? []).slice(version - 1).reduce((i, m) => m.apply(i), input);
}

/** What is written beside an input, so that later versions know it. */
export const versionMark = (kind: Migrating): { readonly input_version?: number } =>
  inputVersion(kind) > 1 ? { input_version: inputVersion(kind) } : {};
