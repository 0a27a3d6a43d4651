/** How an order is sewn: designs in all; items of a hooping of its own, and of a design. */
export interface InHoopings {
  designs: number;
  inHooping: number;
  inTape: number;
}
/** Designs of a hooping, how many hoopings that takes, and designs of the last; those with others are taken as more of the same. */
export function fullHoopings({ designs, inHooping, inTape }: InHoopings): {
  items: number;
  hoopings: number;
  last: number;
} {
  const items = Math.max(1, Math.min(designs, Math.ceil(inHooping / inTape) || designs));
  const hoopings = Math.ceil(designs / items);
  return { items, hoopings, last: designs - items * (hoopings - 1) };
}
