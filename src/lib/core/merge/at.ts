/** The value with one field set, named as a conflict names it; undefined takes it out. A path that leads nowhere changes nothing. */
export function withValueAt<T>(value: T, path: readonly string[], set: unknown): T {
  return putAt(value, path, set) as T;
}
function putAt(value: unknown, [key, ...rest]: readonly string[], set: unknown): unknown {
  if (key === undefined) return set;
  if (Array.isArray(value)) {
    const i = value.findIndex((item: unknown) => (item as { id?: unknown } | null)?.id === key);
    const at = i >= 0 ? i : /^\d+$/.test(key) ? Number(key) : value.length;
    const next = putAt(value[at], rest, set);
    if (next === undefined) return value.filter((_, k) => k !== at);
    return at < value.length ? value.with(at, next) : [...value, next];
  }
  if (typeof value !== 'object' || value === null) return value;
  const fields = new Map(Object.entries(value));
  const next = putAt(fields.get(key), rest, set);
  if (next === undefined) fields.delete(key);
  else fields.set(key, next);
  return Object.fromEntries(fields);
}
