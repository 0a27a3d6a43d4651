import type { NumberId } from '../numbers';

/** What a figure belongs to: a row of the table of numbers, or what was learned of a machine. */
export type FigureKey = `number:${NumberId}` | `speed:${string}` | `start:${string}`;

/** A figure that the log would set otherwise. */
export interface Suggestion {
  key: FigureKey;
  label: string;
  unit: string;
  /** as the plans use it now, and as the log has it */
  from: number;
  to: number;
  /** nine times in ten it lies between */
  low: number;
  high: number;
  /** runs and single observations it rests on */
  runs: number;
  observations: number;
  because: string;
}
/** Half of what nine in ten lie within, in standard deviations. */
export const NINE_IN_TEN = 1.645;

/** How sure a figure is, in words: by how far what is likely reaches, as a share of it. */
export function sureness({ low, high, to }: Pick<Suggestion, 'low' | 'high' | 'to'>): string {
  const share = to ? (high - low) / (2 * Math.abs(to)) : 1;
  return share < 0.1 ? 'sure' : share < 0.25 ? 'fairly sure' : 'a first guess';
}
