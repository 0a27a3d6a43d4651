import { hoopsThatFit, usualMachine } from '../hoop';
import { numbersWith } from '../numbers';
import type { Reading } from '../reading';
import { stitchSeconds } from '../time';
import type { Workshop } from '../workshop';

/** One version of a design in a bundle, as a maker weighs it. */
export interface BundleChoice {
  name: string;
  /** finished size, mm */
  width: number;
  height: number;
  stitches: number;
  stops: number;
  /** stitching alone, as the machine's screen will say */
  seconds: number;
  /** names of the maker's hoops that it fits; the first is the one it would be made in */
  hoops: string[];
}

/** Sizes that differ by no more than this share are one size. */
const SAME_SIZE = 0.01;

/**
 * The versions of a bundle with the hoops each fits, and the one to take: the largest that fits the maker's usual machine;
 * where none does, the largest that fits another. Of equal sizes the one with fewer stops. proposed: index, or -1 when none fits.
 */
export function weighBundle(
  versions: readonly { name: string; reading: Reading }[],
  workshop: Workshop,
): { choices: BundleChoice[]; proposed: number; because: string } {
  const numbers = numbersWith(workshop.numbers);
  const first = usualMachine(workshop);
  const weighed = versions.map(({ name, reading }) => {
    const { extents: e } = reading;
    const size = { width: e.maxX - e.minX, height: e.maxY - e.minY };
    const fitting = hoopsThatFit(workshop, numbers, size);
    const { speed } = fitting[0]?.machine ?? first;
    const choice: BundleChoice = {
      name,
      ...size,
      stitches: reading.stitches,
      stops: reading.stops,
      seconds: reading.blocks.reduce((sum, b) => sum + stitchSeconds(b, speed, numbers), 0),
      hoops: fitting.map(({ hoop }) => hoop.name),
    };
    return { choice, goes: fitting[0], area: size.width * size.height };
  });
  const onFirst = weighed.some(({ goes }) => goes?.machine === first);
  let proposed = -1;
  weighed.forEach(({ choice, goes, area }, i) => {
    if (!goes || (onFirst && goes.machine !== first)) return;
    const best = weighed[proposed];
    const larger = !best || area > best.area * (1 + SAME_SIZE);
    const simpler = best && area >= best.area * (1 - SAME_SIZE) && choice.stops < best.choice.stops;
    if (larger || simpler) proposed = i;
  });
  const taken = weighed[proposed]?.goes;
  return {
    choices: weighed.map((w) => w.choice),
    proposed,
    because: taken
      ? `The largest that fits a hoop of ${taken.machine.name} (${taken.hoop.name})${onFirst ? '' : '; none fits your usual machine'}.`
      : 'None of them fits a hoop of yours.',
  };
}
