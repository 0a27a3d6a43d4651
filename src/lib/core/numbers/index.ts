/**
 * The table of defaults: every figure the plans rest on, with unit, range and reason.
 * In: the maker's overrides. Out: one frozen record of values. mm, seconds, shares of 1 unless the row says %.
 */
import { keysOf } from '../base';
import { FIGURES, type Figure, type NumberId } from './figures';

export { FIGURES, type Figure, type NumberId } from './figures';

/** Every figure of the table, in the unit of its row. */
export type Numbers = Readonly<Record<NumberId, number>>;
/** The maker's own figures. */
export type NumberOverrides = Partial<Record<NumberId, number>>;

/** In the order of the table. */
export const NUMBER_IDS = keysOf(FIGURES);
/** Whether a text names a row of the table. */
export const isNumberId = (id: string): id is NumberId => Object.hasOwn(FIGURES, id);
/** The figure of a row, without its words. */
export const defaultOf = (id: NumberId): Figure => FIGURES[id];

/** The defaults with the maker's own figures over them; a figure outside its range is brought to the nearest end. */
export function numbersWith(overrides: NumberOverrides = {}): Numbers {
  const entries = NUMBER_IDS.map((id) => {
    const { value, min, max } = FIGURES[id];
    const own = overrides[id];
    return [id, own === undefined || !Number.isFinite(own) ? value : Math.min(max, Math.max(min, own))];
  });
  return Object.freeze(Object.fromEntries(entries)) as Numbers;
}
