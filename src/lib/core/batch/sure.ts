import { itemAt } from '../base';
import { surenessOfBatch, type Duty, type KeptOrder, type Sureness } from '../schedule';
import type { Batch } from './types';

/** What makes the end earlier or later by itself, everything else as planned. Seconds. */
interface Factor {
  name: string;
  /** one week in ten ends before the first, and one after the second */
  p10S: number;
  p90S: number;
  /** of all weeks, those in which anything is late by it alone, 0-1 */
  late: number;
}
/** How sure a plan is, as a whole and line by line; and what it hangs on most, the widest first. */
export interface BatchSureness extends Sureness {
  factors: Factor[];
}
/** Goes through 2,000 weeks. @param isAskedWhy false: what it hangs on is left out */
export function surenessOf(batch: Batch, order: KeptOrder, isAskedWhy = true): BatchSureness {
  const own = batch.duties.map(({ duty }) => duty);
  const sure = surenessOfBatch(batch.task, order, own);
  return { ...sure, factors: isAskedWhy ? factorsOf(batch, order, own) : [] };
}
/** How sure one line of a batch is. */
export interface LineSureness {
  /** nine weeks of ten have it done by then; ms since 1970 */
  doneBy: number;
  /** weeks in which it is done in time with enough good ones, 0-1; null: it has no date */
  inTime: number | null;
}
/** @param line @see lineKey  @returns null: nothing of it is planned */
export function surenessOfLine(batch: Batch, { duties }: Sureness, line: string): LineSureness | null {
  const at = batch.duties.findIndex((d) => d.line === line);
  const [wanted, own] = [batch.duties[at], duties[at]];
  if (!wanted || !own) return null;
  // In time, and enough of them good: hands that are slow spoil no more.
  const inTime = own.onTime === null ? null : own.onTime * wanted.enough;
  return { doneBy: batch.now + 1000 * own.p90S, inTime };
}
/** Some weeks more for each thing that varies, by itself. */
function factorsOf({ task, heads }: Batch, order: KeptOrder, own: readonly Duty[]): Factor[] {
  const machineOf = new Map(heads.map(({ id, machineId }) => [id, machineId]));
  const machines = [...new Set(heads.map(({ machineId }) => machineId))];
  const onMachine = (hooping: number) => machineOf.get(itemAt(task.hoopings, hooping).heads?.[0] ?? '');
  const kinds: { name: string; is: NonNullable<Parameters<typeof surenessOfBatch>[3]> }[] = [
    { name: 'Hands', is: ({ kind }) => kind === 'hand' },
    ...machines.map((id) => ({
      name: `Thread breaks, ${heads.find((h) => h.machineId === id)?.machine ?? id}`,
      is: ({ kind }: { kind: string }, hooping: number) => kind === 'needle' && onMachine(hooping) === id,
    })),
  ];
  const factors = kinds.flatMap(({ name, is }): Factor[] => {
    if (!task.hoopings.some((h, n) => h.steps.some((s) => s.cv > 0 && is(s, n)))) return [];
    const { p10S, p90S, late } = surenessOfBatch(task, order, own, is);
    return [{ name, p10S, p90S, late }];
  });
  return factors.sort((a, b) => b.p90S - b.p10S - (a.p90S - a.p10S));
}
