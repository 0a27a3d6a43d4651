import type { SharedHooping } from '../workshop';

/** What a build has in one filling of a hoop. */
export interface Lot {
  designs: number;
  /** false: the hoop is filled already, for a build before it */
  isHooped: boolean;
  /** false: it stays in the hoop for a build after it */
  isTakenOut: boolean;
}
/** So many designs in hoopings of a build's own, the last one with what is left. */
export const ownLots = (designs: number, repeats: number): Lot[] =>
  Array.from({ length: Math.ceil(designs / repeats) }, (_, n) => ({
    designs: Math.min(repeats, designs - n * repeats),
    isHooped: true,
    isTakenOut: true,
  }));
/** What a build has in hoopings that it shares: the first is hooped for, and the hoop comes off after the last. */
export const sharedLots = (hoopings: readonly SharedHooping[], buildId: string): Lot[] =>
  hoopings.flatMap(({ parts, times }) => {
    const at = parts.findIndex(({ id }) => id === buildId);
    const designs = parts[at]?.places.length ?? 0;
    const lot = { designs, isHooped: at === 0, isTakenOut: at === parts.length - 1 };
    return at < 0 ? [] : Array.from({ length: times }, () => lot);
  });
