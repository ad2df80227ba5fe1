import { customType } from 'drizzle-orm/sqlite-core';

/** A text that should be JSON and is not. It stands in its own row; the other rows of its query are read. */
export class Broken {
  constructor(readonly text: string) {}
}

export const parsed = (text: string): unknown => {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return new Broken(text);
  }
};

/** A column of JSON. A damaged one is read as a Broken, whatever its type promises: who reads a row from outside asks `instanceof`. */
export const json = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => 'text',
    toDriver: (value) => (value instanceof Broken ? value.text : JSON.stringify(value)),
    fromDriver: (text) => parsed(text) as T,
  })(name);
