import { same } from './same';

/** A field that both changed, to different values; undefined: taken out. */
export interface Conflict {
  /** names of fields, ids of list items, positions */
  path: string[];
  mine: unknown;
  theirs: unknown;
}
/** Two changes of one thing, brought together. */
export interface MergedChanges<T> {
  /** the changes of both; where they clash, theirs */
  value: T;
  conflicts: Conflict[];
}

type Fields = Record<string, unknown>;
const isFields = (v: unknown): v is Fields => typeof v === 'object' && v !== null && !Array.isArray(v);
const hasId = (v: unknown): v is { id: string } => isFields(v) && typeof v.id === 'string';
/** Every item has an id of its own. */
const areNamed = (list: List): list is { id: string }[] =>
  list.every(hasId) && areDifferent(list.map((item) => item.id));

/**
 * Three-way merge by field.
 * - records: field by field, as deep as they go
 * - lists of items with ids: item by item, in the order of theirs, what was added by me at the end
 * - lists of different words: as sets
 * - lists of one length: place by place
 * - lists that both only added to: what theirs added, then mine
 * - anything else: whole
 */
export function mergeChanges<T>(base: T, mine: T, theirs: T): MergedChanges<T> {
  const conflicts: Conflict[] = [];
  const value = mergeAt([], base, mine, theirs, conflicts) as T;
  return { value, conflicts };
}

function mergeAt(
  path: string[],
  base: unknown,
  mine: unknown,
  theirs: unknown,
  conflicts: Conflict[],
): unknown {
  if (same(mine, base) || same(mine, theirs)) return theirs;
  if (same(theirs, base)) return mine;
  if (isFields(base) && isFields(mine) && isFields(theirs))
    return mergeFields(path, base, mine, theirs, conflicts);
  if (Array.isArray(base) && Array.isArray(mine) && Array.isArray(theirs)) {
    const merged = mergeLists(path, base, mine, theirs, conflicts);
    if (merged) return merged;
  }
  conflicts.push({ path, mine, theirs });
  return theirs;
}

/** Through entries, so that a field called as something of Object's own is one like any other. */
function mergeFields(
  path: string[],
  base: Fields,
  mine: Fields,
  theirs: Fields,
  conflicts: Conflict[],
): Fields {
  const of = (fields: Fields, key: string) => (Object.hasOwn(fields, key) ? fields[key] : undefined);
  const keys = new Set([...Object.keys(theirs), ...Object.keys(mine)]);
  return Object.fromEntries(
    [...keys].flatMap((key) => {
      const value = mergeAt([...path, key], of(base, key), of(mine, key), of(theirs, key), conflicts);
      return value === undefined ? [] : [[key, value]];
    }),
  );
}

type List = readonly unknown[];
/** null: there is no telling which item is which. */
function mergeLists(
  path: string[],
  base: List,
  mine: List,
  theirs: List,
  conflicts: Conflict[],
): unknown[] | null {
  const all = [base, mine, theirs];
  if (areNamed(base) && areNamed(mine) && areNamed(theirs))
    return mergeById(path, base, mine, theirs, conflicts);
  if (all.every((list) => list.every((v) => typeof v === 'string') && areDifferent(list)))
    return mergeSets(base, mine, theirs);
  if (mine.length === base.length && theirs.length === base.length)
    return base.map((item, i) => mergeAt([...path, String(i)], item, mine[i], theirs[i], conflicts));
  const begins = (list: List) => same(list.slice(0, base.length), base);
  return begins(mine) && begins(theirs) ? [...theirs, ...mine.slice(base.length)] : null;
}

const areDifferent = (list: List): boolean => new Set(list).size === list.length;

function mergeSets(base: List, mine: List, theirs: List): unknown[] {
  const had = new Set(base);
  const has = new Set(mine);
  const have = new Set(theirs);
  const kept = theirs.filter((word) => has.has(word) || !had.has(word));
  return [...kept, ...mine.filter((word) => !had.has(word) && !have.has(word))];
}

function mergeById(
  path: string[],
  base: { id: string }[],
  mine: { id: string }[],
  theirs: { id: string }[],
  conflicts: Conflict[],
): unknown[] {
  const byId = (list: { id: string }[]) => new Map(list.map((item) => [item.id, item]));
  const had = byId(base);
  const has = byId(mine);
  const have = byId(theirs);
  // Mine moved and theirs did not: my order, else theirs.
  const inPlace = same(base.map(idOf), theirs.map(idOf));
  const order = new Set(inPlace ? [...mine, ...theirs].map(idOf) : [...theirs, ...mine].map(idOf));
  return [...order].flatMap((id) => {
    const item = mergeAt([...path, id], had.get(id), has.get(id), have.get(id), conflicts);
    return item === undefined ? [] : [item];
  });
}
const idOf = (item: { id: string }) => item.id;
