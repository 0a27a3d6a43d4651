import type { Path } from '../base';

/** A source of numbers in [0, 1): passed in, never ambient, so that the same seed draws the same tape. */
export type Random = () => number;

/** The path round a polygon: its first point once more at the end. */
export const closePath = (polygon: Path): Path => [...polygon, polygon[0]];
