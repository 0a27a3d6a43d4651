import type { NumberDef } from '$lib/core/number-words';
import { MM_PER_INCH, type LengthUnit } from '$lib/core/base';

const round = (value: number) => Math.round(value * 10_000) / 10_000;
const factor = (def: NumberDef, unit: LengthUnit) => (def.unit === 'mm' && unit === 'inch' ? MM_PER_INCH : 1);

/** A number of the table in the unit on screen. */
export function toShown(def: NumberDef, value: number, unit: LengthUnit) {
  const by = factor(def, unit);
  return {
    value: round(value / by),
    min: round(def.min / by),
    max: round(def.max / by),
    unit: by === 1 ? def.unit : 'in',
  };
}
/** And back to what the table keeps. */
export const fromShown = (def: NumberDef, value: number, unit: LengthUnit): number =>
  Math.min(def.max, Math.max(def.min, value * factor(def, unit)));
