import { itemAt } from '../base';
import type { Order, Part } from './lay';
import { lastAtHead, type ScheduleTask } from './task';

/** The order in which a plan is laid, by names: it outlives what is done meanwhile. */
export interface KeptOrder {
  parts: { hoopingId: string; isAfter: boolean; headId: string | null }[];
  reluctance: number;
}
export const keptOrder = ({ parts, reluctance }: Order, { hoopings, heads }: ScheduleTask): KeptOrder => ({
  parts: parts.map(({ hooping, isAfter, head }) => ({
    hoopingId: itemAt(hoopings, hooping).id,
    isAfter,
    headId: heads[head]?.id ?? null,
  })),
  reluctance,
});
/** An order of before for a task of now: what is done is left out, what is new comes last. */
export function orderOf({ parts, reluctance }: KeptOrder, { hoopings, heads }: ScheduleTask): Order {
  const [hoopingOf, headOf] = [numbersOf(hoopings), numbersOf(heads)];
  const key = ({ hooping, isAfter }: Part) => `${hooping} ${isAfter}`;
  const known = new Map<string, Part>();
  for (const { hoopingId, isAfter, headId } of parts) {
    const hooping = hoopingOf.get(hoopingId);
    if (hooping === undefined) continue;
    const part = { hooping, isAfter, head: headOf.get(headId ?? '') ?? -1 };
    known.set(key(part), part);
  }
  hoopings.forEach((h, hooping) => {
    const until = lastAtHead(h) + 1;
    for (const isAfter of [...(until > 0 ? [false] : []), ...(until < h.steps.length ? [true] : [])]) {
      const part = { hooping, isAfter, head: -1 };
      if (!known.has(key(part))) known.set(key(part), part);
    }
  });
  return { parts: [...known.values()], reluctance };
}
const numbersOf = (all: readonly { id: string }[]) => new Map(all.map(({ id }, n) => [id, n]));

/**
 * With a hooping sewn on a head, before whatever begins there at a moment or later; what is done after the head follows as it did.
 * @param atS s from the beginning of the plan
 */
export function movedIn(
  order: KeptOrder,
  tasks: readonly { hoopingId: string; headId: string | null; startS: number }[],
  { hoopingId, headId, atS }: { hoopingId: string; headId: string; atS: number },
): KeptOrder {
  const begins = new Map<string, number>();
  const headOf = new Map<string, string>();
  for (const t of tasks) {
    if (t.headId !== null) headOf.set(t.hoopingId, t.headId);
    if (t.headId === headId && t.hoopingId !== hoopingId)
      begins.set(t.hoopingId, Math.min(t.startS, begins.get(t.hoopingId) ?? Infinity));
  }
  const [next] = [...begins].filter(([, startS]) => startS >= atS).sort((a, b) => a[1] - b[1]);
  const isOwn = (p: KeptOrder['parts'][number]) => p.hoopingId === hoopingId && !p.isAfter;
  const own = order.parts.find(isOwn);
  if (!own) return order;
  // Each other stays where it is sewn now.
  const others = order.parts.flatMap((p) =>
    isOwn(p) ? [] : [p.isAfter ? p : { ...p, headId: headOf.get(p.hoopingId) ?? p.headId }],
  );
  const at = next ? others.findIndex((p) => p.hoopingId === next[0] && !p.isAfter) : others.length;
  const moved = others.toSpliced(at, 0, { ...own, headId });
  // What is done after the head cannot stand before it.
  const after = moved.findIndex((p) => p.hoopingId === hoopingId && p.isAfter);
  const now = moved.findIndex(isOwn);
  if (after < 0 || after > now) return { ...order, parts: moved };
  const finish = itemAt(moved, after);
  return { ...order, parts: moved.toSpliced(after, 1).toSpliced(now, 0, finish) };
}
