/** The moment as it is kept in builds. */
export const nowIso = (): string => new Date().toISOString();

/** A random id; works on plain http too, where crypto.randomUUID is missing. */
export const newId = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(12)), (b) => b.toString(16).padStart(2, '0')).join('');
