/** Whether two records say the same, as a backup keeps them: by value, bytes too; a field that is undefined is not there. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || !a || !b) return false;
  if (isList(a) || isList(b)) {
    if (!isList(a) || !isList(b) || a.length !== b.length || Array.isArray(a) !== Array.isArray(b))
      return false;
    for (let i = 0; i < a.length; i++) if (!same(a[i], b[i])) return false;
    return true;
  }
  const [x, y] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const of = (o: Record<string, unknown>, key: string) => (Object.hasOwn(o, key) ? o[key] : undefined);
  for (const key in x) if (x[key] !== undefined && !same(x[key], of(y, key))) return false;
  for (const key in y) if (y[key] !== undefined && of(x, key) === undefined) return false;
  return true;
}
const isList = (v: object): v is ArrayLike<unknown> => Array.isArray(v) || v instanceof Uint8Array;
