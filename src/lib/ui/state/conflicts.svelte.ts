import type { Conflict } from '$lib/core/merge';
import { newId } from './ids';

/** One field that two tabs have changed to different values. The other tab's is stored until the maker says otherwise. */
interface Clash extends Conflict {
  id: string;
  /** what it is a field of, as the maker calls it */
  of: string;
  /** what the field is called */
  what: string;
  /** stores mine in place of theirs */
  takeMine: () => void;
}

/** What is to be decided because two tabs changed the same. */
class Conflicts {
  open = $state.raw<Clash[]>([]);

  tell(of: string, inside: unknown, conflicts: readonly Conflict[], takeMine: (conflict: Conflict) => void) {
    const clashes = conflicts.map((c) => ({
      ...c,
      id: newId(),
      of,
      what: fieldWords(c.path, inside),
      takeMine: () => takeMine(c),
    }));
    this.open = [...this.open, ...clashes];
  }
  /** @param mine ids of those where mine is taken; theirs stands for the others */
  settle(mine: ReadonlySet<string>) {
    const { open } = this;
    this.open = [];
    for (const clash of open) if (mine.has(clash.id)) clash.takeMine();
  }
}
export const conflicts = new Conflicts();

const FIELDS = new Map(
  Object.entries({
    hoopId: 'hoop',
    machineId: 'machine',
    tapeId: 'tape',
    dxMm: 'place across',
    dyMm: 'place along',
    widthMm: 'width',
    heightMm: 'length',
    edits: 'steps changed',
    order: 'order',
  }),
);
const fieldOf = (value: unknown, key: string): unknown =>
  typeof value === 'object' && value !== null ? Reflect.get(value, key) : undefined;
/** `threads 3 name` → "threads, 4, name"; items of lists by their name. */
function fieldWords(path: readonly string[], inside: unknown): string {
  const words: string[] = [];
  let at: unknown = inside;
  for (const key of path) {
    const list: readonly unknown[] | null = Array.isArray(at) ? at : null;
    at = list ? (list.find((item) => fieldOf(item, 'id') === key) ?? list[Number(key)]) : fieldOf(at, key);
    const name = list && fieldOf(at, 'name');
    const plain = key.replaceAll(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`);
    words.push(
      typeof name === 'string'
        ? name
        : /^\d+$/.test(key)
          ? String(Number(key) + 1)
          : (FIELDS.get(key) ?? plain),
    );
  }
  return words.join(', ');
}
/** A value as it is shown beside the other. */
export function valueWords(value: unknown): string {
  if (value === undefined) return 'taken out';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') return value === '' ? 'empty' : value;
  if (Array.isArray(value)) return value.map(valueWords).join('; ');
  if (typeof value !== 'object' || value === null) return String(value);
  const name = fieldOf(value, 'name');
  return typeof name === 'string' ? name : Object.values(value).map(valueWords).join(', ');
}
