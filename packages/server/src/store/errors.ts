/** A row that is not there. */
export class NotFound extends Error {
  override readonly name = 'NotFound';
}

/** A save made from an older version than the one stored; carries the stored one so that both can be shown. */
export class StaleSave extends Error {
  override readonly name = 'StaleSave';
  constructor(
    message: string,
    readonly current: unknown,
  ) {
    super(message);
  }
}

/** A change that the store's own rules forbid, such as a mark used twice. */
export class Conflict extends Error {
  override readonly name = 'Conflict';
  constructor(
    readonly field: string,
    message: string,
  ) {
    super(message);
  }
}

/** A record that this version can't read; its message says why. It can be exported raw and deleted. */
export class Unreadable extends Error {
  override readonly name = 'Unreadable';
}

/** Too much is asked at once; its message says what to wait for. */
export class Busy extends Error {
  override readonly name = 'Busy';
}
