import { itemAt } from '../base';
import { hoopsThatFit } from '../hoop';
import { numbersWith } from '../numbers';
import type { Reading } from '../reading';
import { stitchSeconds } from '../time';
import type { Hoop, Machine, Workshop } from '../workshop';

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
 * The versions of a bundle with the hoops each fits, and the one to take: the largest that fits the maker's first machine;
 * where none does, the largest that fits another. Of equal sizes the one with fewer stops. proposed: index, or -1 when none fits.
 */
export function weighBundle(
  versions: readonly { name: string; reading: Reading }[],
  workshop: Workshop,
): { choices: BundleChoice[]; proposed: number; because: string } {
  const numbers = numbersWith(workshop.numbers);
  const [first] = workshop.machines;
  const machineOf = (hoop: Hoop | undefined): Machine =>
    workshop.machines.find((m) => m.id === hoop?.machineId) ?? itemAt(workshop.machines, 0);
  const weighed = versions.map(({ name, reading }) => {
    const { extents: e } = reading;
    const size = { width: e.maxX - e.minX, height: e.maxY - e.minY };
    const hoops = hoopsThatFit(workshop, numbers, size);
    const { speed } = machineOf(hoops[0]);
    const choice: BundleChoice = {
      name,
      ...size,
      stitches: reading.stitches,
      stops: reading.stops,
      seconds: reading.blocks.reduce((sum, b) => sum + stitchSeconds(b, speed, numbers), 0),
      hoops: hoops.map((h) => h.name),
    };
    return { choice, hoop: hoops[0], area: size.width * size.height };
  });
  const onFirst = weighed.some(({ hoop }) => hoop?.machineId === first?.id);
  let proposed = -1;
  weighed.forEach(({ choice, hoop, area }, i) => {
    if (!hoop || (onFirst && hoop.machineId !== first?.id)) return;
    const best = weighed[proposed];
    const larger = !best || area > best.area * (1 + SAME_SIZE);
    const simpler = best && area >= best.area * (1 - SAME_SIZE) && choice.stops < best.choice.stops;
    if (larger || simpler) proposed = i;
  });
  const taken = weighed[proposed]?.hoop;
  return {
    choices: weighed.map((w) => w.choice),
    proposed,
    because: taken
      ? `The largest that fits a hoop of ${machineOf(taken).name} (${taken.name})${onFirst ? '' : '; none fits your first machine'}.`
      : 'None of them fits a hoop of yours.',
  };
}
