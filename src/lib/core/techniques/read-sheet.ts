import { typedReading, type Reading, type TypedBlock } from '../reading';
import { decode } from './decode';

/**
 * A reading of stops that were typed: how the whole is made follows from what each is for.
 * @param size mm, where the maker knows it  @param speed stitches a minute
 */
export const readSheet = (
  stops: readonly TypedBlock[],
  size: { width: number; height: number } | null,
  speed: number,
): Reading => typedReading(stops, size, speed, decode);
