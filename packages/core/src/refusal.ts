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
