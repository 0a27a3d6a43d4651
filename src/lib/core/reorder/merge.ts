import { isSameThread, type Build } from '../build';
import type { BuildPlan } from '../plan';
import type { NeedleStep } from '../score';
import type { Section } from './sections';

/** On one needle no stop is wanted between blocks of one thread and kind that nothing is told of each alone. */
export function merged(
  groups: readonly number[][],
  sections: readonly Section[],
  { score, threads }: BuildPlan,
  { edits }: Build,
): number[][] {
  const stepOf = new Map(
    sections.flatMap((section) =>
      section.flatMap((step) => (step.inserted ? [] : [[step.block, { step, section }] as const])),
    ),
  );
  const told = new Set([
    ...score.pieces.flatMap(({ blocks }) => Object.values(blocks).flat()),
    ...score.steps.flatMap((s) => (s.kind === 'hand' && s.along !== null ? [s.along] : [])),
    ...edits.flatMap((e) => Number(/^n(\d+)$/.exec(e.kind === 'again' ? e.of : e.stepId)?.[1] ?? -1)),
  ]);
  const like = ({ title, role, attended, bothSides, holds }: NeedleStep) =>
    JSON.stringify([title, role, attended, bothSides, holds]);
  const all: number[][] = [];
  for (const group of groups) {
    const [block] = group;
    const [a, b] = [all.at(-1)?.[0], block].map((n) => (n === undefined ? undefined : stepOf.get(n)));
    const [first, second] = [a, b].map((s) => s && threads[s.step.block]);
    const isOne =
      a &&
      b &&
      a.section === b.section &&
      like(a.step) === like(b.step) &&
      first &&
      second &&
      isSameThread(first, second) &&
      !a.step.skipped &&
      !b.step.skipped &&
      !told.has(a.step.block) &&
      !told.has(b.step.block);
    if (isOne) all.at(-1)?.push(...group);
    else all.push([...group]);
  }
  return all;
}
