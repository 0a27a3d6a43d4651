import { itemAt, ok, type Result } from '../base';
import { threadKey, type Thread } from '../build';
import type { Reading } from '../reading';
import type { NeedleStep } from '../score';
import { orderStops, threadInOrder, type StopOrder } from '../stop-order';
import type { Tape } from '../tape';
import type { ThreadRow } from '../thread';
import type { Machine } from '../workshop';
import { groundOf, touching } from './cells';
import type { Section } from './sections';

const keyOf = (thread: Thread | undefined, step: NeedleStep) => (thread ? threadKey(thread) : `? ${step.id}`);

/** What does not change from try to try. */
export interface Order {
  machine: Machine;
  rows: readonly ThreadRow[];
  sections: readonly Section[];
  /** of each section, which of its blocks lie on or against each other: places in it, the earlier first */
  touching: readonly (readonly [number, number][])[];
}
/** Of each section which of its blocks lie on or against each other. */
export function touchingIn(sections: readonly Section[], own: Reading, tape: Tape): Order['touching'] {
  const ground = groundOf(tape);
  return sections.map((section) =>
    touching(
      ground,
      section.map(({ block }) => {
        const sewn = own.blocks[block];
        return sewn ? ground.cellsOf(tape, sewn) : new Set();
      }),
    ),
  );
}
/**
 * Blocks that are seen in their best order; the others go with them, in whatever thread is on.
 * @param pinned blocks that none of their section changes places with
 */
export function bestOrderOf(
  { machine, rows, sections, touching: lying }: Order,
  pinned: ReadonlySet<number>,
  left: () => number,
): Result<{ order: number[]; found: StopOrder }> {
  const seen = new Map(
    rows.flatMap((row) => (row.hidden && !row.step.thread ? [] : [[row.step.id, row] as const])),
  );
  const before: [string, string][] = [];
  const within = sections.map((section, s) => {
    const stays = section.flatMap(({ block }, n) => (pinned.has(block) ? [n] : []));
    const besides = stays.flatMap((n) =>
      section.map((_, k): [number, number] => [Math.min(n, k), Math.max(n, k)]),
    );
    return [...itemAt(lying, s), ...besides.filter(([a, b]) => a !== b)];
  });
  let last: string[] = [];
  sections.forEach((section, s) => {
    const ids = section.map(({ id }) => id);
    for (const [a, b] of throughOthers(section.length, itemAt(within, s), (n) => seen.has(itemAt(ids, n))))
      before.push([itemAt(ids, a), itemAt(ids, b)]);
    const here = ids.filter((id) => seen.has(id));
    for (const a of last) for (const b of here) before.push([a, b]);
    if (here.length) last = here;
  });
  const blocks = [...seen.values()].map(({ step, thread }) => ({ id: step.id, thread: keyOf(thread, step) }));
  const found = orderStops(
    { blocks, before, start: null },
    machine.kind === 'one-needle' ? null : machine.needles,
    left,
  );
  if (!found.ok) return found;
  const sent = blocks.map(({ id }) => id);
  const gains = found.value.changes < found.value.naive || hasFewer(found.value, blocks, machine);
  const place = new Map((gains ? found.value.order : sent).map((id, n) => [id, n]));
  const order = sections.flatMap((section, s) =>
    inPlace(
      section.map(({ id }) => place.get(id)),
      itemAt(within, s),
    ).flatMap((n) => {
      const { block, inserted, again } = itemAt(section, n);
      return inserted || again ? [] : [block];
    }),
  );
  return ok({ order, found: found.value });
}

/** Whether on several needles fewer are threaded anew than in the order that was sent. */
function hasFewer(
  { threading, rethreads }: StopOrder,
  blocks: readonly { thread: string }[],
  { needles }: Machine,
): boolean {
  if (!threading) return false;
  const sent = threadInOrder(
    blocks.map(({ thread }) => thread),
    Array.from({ length: needles }, () => null),
  );
  const first = new Set(sent.needles).size;
  return rethreads < sent.threaded.length - first;
}

/** Which of those that count come before which, also by way of others. @param pairs the first of each stands before the second */
function throughOthers(
  size: number,
  pairs: readonly [number, number][],
  counts: (n: number) => boolean,
): [number, number][] {
  const after = Array.from({ length: size }, () => new Set<number>());
  for (const [a, b] of pairs) itemAt(after, a).add(b);
  // From the end, so that what follows another is known by then.
  for (let n = size - 1; n >= 0; n--)
    for (const next of [...itemAt(after, n)])
      if (!counts(next)) for (const b of itemAt(after, next)) itemAt(after, n).add(b);
  return after.flatMap((all, a) =>
    counts(a) ? [...all].filter(counts).map((b): [number, number] => [a, b]) : [],
  );
}
/**
 * Those that have a place in their order; the others as early as they were, once what they wait for is done.
 * @param pairs the first of each stands before the second
 */
function inPlace(places: readonly (number | undefined)[], pairs: readonly [number, number][]): number[] {
  const waits = places.map((): number[] => []);
  for (const [a, b] of pairs) itemAt(waits, b).push(a);
  const done = new Set<number>();
  const placed = places
    .flatMap((place, n) => (place === undefined ? [] : [{ place, n }]))
    .sort((a, b) => a.place - b.place);
  const isFree = (n: number) => itemAt(waits, n).every((first) => done.has(first));
  for (const { n } of placed) {
    for (let other = 0; other < n; other++) if (places[other] === undefined && isFree(other)) done.add(other);
    done.add(n);
  }
  places.forEach((_, n) => done.add(n));
  return [...done];
}
