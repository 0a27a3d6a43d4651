import type { CheckContext } from './types';

/** Names in a sentence: "a, b and c". */
export const list = (names: readonly (string | number)[]): string =>
  names.length < 2 ? String(names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** The build's edits without those of one step, as a change. */
export const editsWithout = (c: CheckContext, stepId: string) => ({
  edits: c.build.edits.filter((e) => !((e.kind === 'remove' || e.kind === 'move') && e.stepId === stepId)),
});
/** Whether the maker changed this step. */
export const wasEdited = (c: CheckContext, stepId: string) =>
  c.build.edits.some((e) => (e.kind === 'remove' || e.kind === 'move') && e.stepId === stepId);
