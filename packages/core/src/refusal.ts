/** A stated refusal: the input can't be calculated. One sentence that names the field, its value and what would be accepted. */
export class Refusal extends Error {
  override readonly name = 'Refusal';
  constructor(
    readonly field: string,
    message: string,
  ) {
    super(message);
  }
}

/**
 * The sentence for any error that one record caused, so that it stands for that record alone. What is no stated refusal is a defect of ours:
 * the user is told so, and that nothing is known of this record.
 */
export function refusalOf(e: unknown): { readonly field: string; readonly message: string } {
  if (e instanceof Error && 'field' in e && typeof e.field === 'string') return { field: e.field, message: e.message };
  return {
    field: 'joint',
    message: `joint: it can not be judged: this version met an error of its own with these values (${e instanceof Error ? e.name : 'unknown'}); nothing is known of this joint.`,
  };
}

/** What work gives; null where it is refused. */
export function orNone<T>(work: () => T): T | null {
  try {
    return work();
  } catch (e) {
    if (e instanceof Refusal) return null;
    throw e;
  }
}
