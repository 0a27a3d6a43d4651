import * as z from 'zod';
import { itemAt, fail, idSchema, ok, timestampSchema, type Result } from '../base';
import { stockSchema, type StockItem } from '../workshop';

/** More than any shelf holds, pieces or mm. */
const MOST_AMOUNT = 1_000_000;

/**
 * One thing that a movement does to the shelf: so many more or fewer of an item, or so much more or less of its length.
 * The item is kept as it was before, so that it can be put back when it is gone.
 */
const changeSchema = z.object({
  item: stockSchema,
  by: z.enum(['count', 'length']),
  /** pieces or mm; below zero it leaves the shelf */
  amount: z.number().min(-MOST_AMOUNT).max(MOST_AMOUNT),
});
export type StockChange = z.infer<typeof changeSchema>;

/** One change of the shelf, kept so that it can be taken back. */
export const movementSchema = z.object({
  id: idSchema(60),
  at: timestampSchema,
  kind: z.enum(['cut', 'put back', 'added', 'removed', 'corrected']),
  /** what was cut, or which item it was about */
  what: z.string().max(300),
  /** the layout that was taken into use; it is taken only once */
  layoutId: z.string().max(200).nullable(),
  changes: z.array(changeSchema).max(4000),
  /** pieces that were cut by it, so that they are not asked for again */
  pieces: z.array(z.object({ id: z.string().max(300), quantity: z.int().min(1) })).max(5000),
  /** taken back since */
  undone: z.boolean(),
});
export type Movement = z.infer<typeof movementSchema>;

/** Less of a roll than this is nothing any more, mm. */
export const LEAST_LENGTH_MM = 10;

/** The shelf after a movement; refused as a whole when something of it is not there (any more). */
export function applyChanges(
  stock: readonly StockItem[],
  changes: readonly StockChange[],
): Result<StockItem[]> {
  let next = [...stock];
  for (const { item, by, amount } of changes) {
    const found = next.find((s) => s.id === item.id);
    if (!found && amount < 0) return gone(item);
    const count = by === 'count' ? (found?.quantity ?? 0) + amount : (found?.quantity ?? 1);
    const length = by === 'length' ? (found?.heightMm ?? 0) + amount : (found ?? item).heightMm;
    if (count < 0 || length < -0.01) return gone(item);
    const after = { ...(found ?? item), quantity: count, heightMm: length };
    // What was paid for the whole length is worth less the less there is of it.
    if (by === 'length' && item.heightMm > 0) after.cost = round2((item.cost * length) / item.heightMm);
    const isLeft = count > 0 && length >= LEAST_LENGTH_MM;
    if (!isLeft) next = next.filter((s) => s.id !== item.id);
    else if (found) next = next.map((s) => (s.id === item.id ? after : s));
    else next = [after, ...next];
  }
  return ok(next);
}
const gone = (item: StockItem): Result<never> =>
  fail(
    'stock-gone',
    `${item.name} is no longer on the shelf as it was.`,
    'Nothing was changed; lay it out again, or correct the shelf by hand.',
  );
const round2 = (v: number) => Math.round(v * 100) / 100;

/** What takes a movement back. */
export const reversed = (changes: readonly StockChange[]): StockChange[] =>
  changes.map((c) => ({ ...c, amount: -c.amount })).reverse();

/** Pieces that lie cut already, by id: of each build those cut since its last order was made. @param since ms, by build */
export function cutAlready(
  movements: readonly Movement[],
  since: Readonly<Record<string, number>>,
): Record<string, number> {
  const already: Record<string, number> = {};
  for (const { kind, undone, at, pieces } of movements) {
    if (kind !== 'cut' || undone) continue;
    for (const { id, quantity } of pieces)
      if (at > (since[itemAt(id.split(':'), 0)] ?? 0)) already[id] = (already[id] ?? 0) + quantity;
  }
  return already;
}
