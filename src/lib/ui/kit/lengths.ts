import { MM_PER_INCH, type LengthUnit } from '$lib/core/base';

/** A length for a field of numbers: mm to a tenth, or decimal inches. */
export const shownMm = (mm: number, unit: LengthUnit): number =>
  unit === 'mm' ? Math.round(mm * 10) / 10 : Math.round((mm / MM_PER_INCH) * 1000) / 1000;
/** mm of what was typed. */
export const fromShownMm = (typed: number, unit: LengthUnit): number =>
  unit === 'mm' ? typed : typed * MM_PER_INCH;
