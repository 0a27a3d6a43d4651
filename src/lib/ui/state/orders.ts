import { newLine, newOrder, type CustomerOrder, type OrderLine, type Workshop } from '$lib/core/workshop';
import { newId } from './ids';
import { showUndo } from './notices';
import { workroom } from './workroom.svelte';

const withOrders = (
  workshop: Workshop,
  change: (orders: readonly CustomerOrder[]) => CustomerOrder[],
): Workshop => ({ ...workshop, orders: change(workshop.orders) });
const save = (change: (orders: readonly CustomerOrder[]) => CustomerOrder[]): Promise<void> =>
  workroom.saveWorkshop((w) => withOrders(w, change));

/** A new order, first in the list. @returns its id */
export async function addOrder(): Promise<string> {
  const id = newId();
  await save((orders) => [newOrder(id, Date.now()), ...orders]);
  return id;
}
/** Changes one order. One that is gone stays gone. */
export const changeOrder = (id: string, change: (order: CustomerOrder) => CustomerOrder): Promise<void> =>
  save((orders) => orders.map((o) => (o.id === id ? change(o) : o)));
export const changeLine = (
  orderId: string,
  lineId: string,
  change: Partial<Omit<OrderLine, 'id'>>,
): Promise<void> =>
  changeOrder(orderId, (o) => ({
    ...o,
    lines: o.lines.map((l) => (l.id === lineId ? { ...l, ...change } : l)),
  }));
export const addLine = (orderId: string, buildId: string, quantity: number, due: string | null) =>
  changeOrder(orderId, (o) => ({
    ...o,
    lines: [...o.lines, newLine({ id: newId(), buildId, quantity, due })],
  }));

/** The same lines once more, ordered now. @returns its id */
export async function duplicateOrder(id: string): Promise<string> {
  const own = newId();
  await save((orders) =>
    orders.flatMap((o) =>
      o.id === id
        ? [
            {
              ...o,
              id: own,
              createdAt: Date.now(),
              closedAt: null,
              lines: o.lines.map((l) => ({ ...l, id: newId() })),
            },
            o,
          ]
        : [o],
    ),
  );
  return own;
}
/** Puts an order away, or takes it up again. */
export const closeOrder = (id: string, isClosed: boolean): Promise<void> =>
  changeOrder(id, (o) => ({ ...o, closedAt: isClosed ? Date.now() : null }));

/** Takes an order out, and offers it back where it stood. */
export async function removeOrder(id: string, called: string): Promise<void> {
  const before = workroom.workshop.orders;
  const at = before.findIndex((o) => o.id === id);
  const order = before[at];
  if (!order) return;
  await save((orders) => orders.filter((o) => o.id !== id));
  showUndo(
    `${called} is taken out.`,
    () =>
      void save((orders) => (orders.some((o) => o.id === id) ? [...orders] : orders.toSpliced(at, 0, order))),
  );
}
export async function removeLine(orderId: string, lineId: string, called: string): Promise<void> {
  const lines = workroom.workshop.orders.find(({ id }) => id === orderId)?.lines ?? [];
  const at = lines.findIndex(({ id }) => id === lineId);
  const line = lines[at];
  if (!line) return;
  await changeOrder(orderId, (o) => ({ ...o, lines: o.lines.filter(({ id }) => id !== lineId) }));
  showUndo(
    `${called} is taken out.`,
    () =>
      void changeOrder(orderId, (o) =>
        o.lines.some(({ id }) => id === lineId) ? o : { ...o, lines: o.lines.toSpliced(at, 0, line) },
      ),
  );
}
