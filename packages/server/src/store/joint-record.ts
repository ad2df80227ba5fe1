import { tryReadJoint, type Details, type JointRecord, type SignOff } from '@ample/core';
import { Broken } from './json.ts';
import type { joints } from './schema.ts';

type Row = typeof joints.$inferSelect;

export const signOf = (
  row: Pick<Row, 'checkedBy' | 'checkedAt' | 'checkedFingerprint' | 'checkedNote'>,
): { checked?: SignOff } =>
  row.checkedBy
    ? {
        checked: {
          by: row.checkedBy,
          at: row.checkedAt ?? '',
          fingerprint: row.checkedFingerprint ?? '',
          ...(row.checkedNote ? { note: row.checkedNote } : {}),
        },
      }
    : {};

/** A row as a joint; one that this version can't read says why and keeps what it holds. `details` of those that are read one after another. */
export function recordOf(row: Row, details?: Details): JointRecord {
  const { id, jobId, version, mark, kind, note, updatedAt } = row;
  const broken = (['input', 'combinations', 'loads', 'settings'] as const).find((k) => row[k] instanceof Broken);
  const base = {
    id,
    jobId,
    version,
    mark,
    kind,
    note,
    updatedAt,
    combinations: Array.isArray(row.combinations) ? row.combinations : [],
    ...(row.loads && !((row.loads as unknown) instanceof Broken) ? { loads: row.loads } : {}),
    ...(row.group === null ? {} : { group: row.group }),
    ...(row.house && !((row.house as unknown) instanceof Broken) ? { house: row.house } : {}),
    ...signOf(row),
  };
  if (broken)
    return {
      ...base,
      line: '',
      input: null,
      unreadable: `joint ${mark}: ${broken}: what is stored is not JSON; export it raw to mend it, or delete the joint.`,
    };
  const joint = {
    ...base,
    input: row.input,
    input_version: row.inputVersion,
    ...(row.settings ? { settings: row.settings } : {}),
  };
  const read = tryReadJoint(joint, details && ((of, where) => details.read(of, where)));
  if ('unreadable' in read)
    return {
      ...base,
      line: '',
      input: row.input,
      ...(row.settings ? { settings: row.settings } : {}),
      unreadable: read.unreadable,
    };
  return { ...base, ...read.joint };
}
