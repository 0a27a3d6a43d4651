import type { Demand } from '../demand';
import type { Numbers } from '../numbers';
import { onNeedles } from '../thread';
import { threadKey } from '../build';
import type { Machine, Workshop } from '../workshop';

/** What the heads of a machine must be threaded with. */
export interface Setups {
  /** by build: the same word, the same threads */
  wordOf: ReadonlyMap<string, string>;
  /** that the heads have now; null: not known, or of no build */
  now: string | null;
  /** of several words, so many threads are put on from one to the next, on average; 0: they are all on at once */
  changes: number;
}
/** A machine with one needle changes its thread within each build, and one whose needles hold all threads never. */
const SAME = '';

export function setupsOf(
  machine: Machine,
  demands: readonly Pick<Demand, 'build' | 'sewing'>[],
  shelf: Workshop['threads'],
): Setups {
  const threads = demands.map(({ sewing }) => sewing.blocks.map(({ thread }) => thread));
  const needs = threads.map((own) => new Set(own.map(threadKey)));
  const all = new Set(needs.flatMap((own) => [...own]));
  const isOneForAll = machine.kind === 'one-needle' || all.size <= machine.needles;
  const words = needs.map((own) => (isOneForAll ? SAME : [...own].sort().join('\n')));
  const wordOf = new Map(demands.map(({ build }, n) => [build.id, words[n] ?? SAME]));
  if (isOneForAll) return { wordOf, now: SAME, changes: 0 };
  const on = new Set(onNeedles(machine, threads.flat(), shelf));
  const now = words.find((_, n) => [...(needs[n] ?? [])].every((key) => on.has(key))) ?? null;
  const different = [...new Map(words.map((word, n) => [word, needs[n] ?? new Set<string>()])).values()];
  const pairs = different.flatMap((from) =>
    different.flatMap((to) => (from === to ? [] : [[...to].filter((key) => !from.has(key)).length])),
  );
  return { wordOf, now, changes: pairs.length ? pairs.reduce((sum, n) => sum + n, 0) / pairs.length : 0 };
}
/** Seconds to thread a head for something else and trace the field, on average. */
export function setupSeconds(all: readonly Setups[], numbers: Numbers): number {
  const changed = all.flatMap(({ changes }) => (changes > 0 ? [changes] : []));
  if (!changed.length) return 0;
  const mean = changed.reduce((sum, n) => sum + n, 0) / changed.length;
  return Math.round(mean * numbers['stop.colourHome'] + numbers['stop.trace']);
}
