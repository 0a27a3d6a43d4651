import type { MayTurn } from '$lib/core/arrange';

/** How an item may be turned to fit, in words. */
export const TURN_OPTIONS: readonly (readonly [MayTurn, string])[] = [
  ['none', 'as it lies'],
  ['half', 'end for end'],
  ['quarter', 'by quarters'],
  ['any', 'any way'],
];
