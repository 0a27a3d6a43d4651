import type { Context } from './types';

/** Names in a sentence: "a, b and c". */
export const list = (names: readonly (string | number)[]): string =>
  names.length < 2 ? String(names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

export const editsWithout = (c: Context, stepId: string) => ({
  edits: c.build.edits.filter((e) => !((e.kind === 'remove' || e.kind === 'move') && e.stepId === stepId)),
});
export const wasEdited = (c: Context, stepId: string) =>
  c.build.edits.some((e) => (e.kind === 'remove' || e.kind === 'move') && e.stepId === stepId);
