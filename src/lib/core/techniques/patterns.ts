import type { TechniquePattern } from '../grammar';
import { TECHNIQUES } from './all';

/** The patterns alone, without what hands do: for a reader who knows no techniques. */
export const PATTERNS: TechniquePattern[] = TECHNIQUES.map(({ id, name, anyOrder, copies, parts }) => ({
  id,
  name,
  anyOrder,
  copies,
  parts: parts.map(({ optional, repeat, slots }) => ({
    optional,
    repeat,
    slots: slots.map(({ key, roles, optional, extent, opening, open, blade, prefers, many, standsFor }) => ({
      key,
      roles,
      optional,
      extent,
      opening,
      open,
      blade,
      prefers,
      many,
      standsFor,
    })),
  })),
}));
