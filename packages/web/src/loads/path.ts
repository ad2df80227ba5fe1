type Group = Readonly<Record<string, unknown>>;

/** The value at a path of fields, as `options.gamma.Q`. */
export const valueAt = (of: Group, path: string): unknown =>
  path.split('.').reduce<unknown>((x, k) => (typeof x === 'object' && x !== null ? (x as Group)[k] : undefined), of);

/** The same with another value there; undefined takes it away, and groups that are left empty with it. */
export function withValue<T extends object>(of: T, path: string, value: unknown): T {
  const [key, ...rest] = path.split('.') as [string, ...string[]];
  const { [key]: before, ...others } = of as Group;
  const made = rest.length ? withValue((before as object | undefined) ?? {}, rest.join('.'), value) : value;
  const empty = made === undefined || (typeof made === 'object' && made !== null && Object.keys(made).length === 0);
  return (empty ? others : { ...others, [key]: made }) as T;
}
