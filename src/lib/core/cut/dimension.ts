import type { NumberId } from '../numbers';
import { formatLength, roundUpToGrid, type LengthUnit } from '../base';

/** One term of a size: how often, how long, what it is, and the number behind it. mm */
export interface SizeTerm {
  label: string;
  times: number;
  mm: number;
  number?: NumberId;
}
/** A width or height with the sum it comes from, mm. */
export interface Dimension {
  terms: SizeTerm[];
  sumMm: number;
  /** up to the cutting grid */
  cutMm: number;
}

/** A term of a size. @param mm of one @param number the row of the table that it is */
export const term = (label: string, mm: number, times = 1, number?: NumberId): SizeTerm => ({
  label,
  mm,
  times,
  ...(number && { number }),
});

/** Adds terms up and rounds up to the cutting grid; mm. */
export function dimension(terms: SizeTerm[], gridMm: number): Dimension {
  const sumMm = terms.reduce((sum, t) => sum + t.times * t.mm, 0);
  return { terms, sumMm, cutMm: roundUpToGrid(sumMm, gridMm) };
}

/** "230 mm = outline 190.4 + 2 × margin 20, rounded up from 230.4". */
export function explainDimension({ terms, sumMm, cutMm }: Dimension, unit: LengthUnit): string {
  const sum = terms
    .map((t) => `${t.times > 1 ? `${t.times} × ` : ''}${t.label} ${formatLength(t.mm, unit, false)}`)
    .join(' + ');
  return `${formatLength(cutMm, unit)} = ${sum}${cutMm - sumMm > 0.05 ? `, up from ${formatLength(sumMm, unit, false)}` : ''}`;
}
