/**
 * What a list holds at an index, or a record under a key, where it must hold something.
 *
 * @throws RangeError where there is nothing: the caller's own mistake, never a user's.
 */
export function itemAt<T>(list: { readonly [index: number]: T }, index: number): T;
export function itemAt<T>(record: { readonly [key: string]: T }, key: string): T;
export function itemAt<T>(from: { readonly [key: string | number]: T }, key: string | number): T {
  const item = from[key];
  if (item === undefined) throw new RangeError(`There is nothing at ${key}.`);
  return item;
}

/** The keys of a table that is written out, in its order. Such a table has no others, and is not empty. */
export const keysOf = <K extends string>(table: Readonly<Record<K, unknown>>): [K, ...K[]] =>
  Object.keys(table) as [K, ...K[]];
