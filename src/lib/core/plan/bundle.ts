import { itemAt } from '../base';
import { numbersWith } from '../numbers';
import type { Reading } from '../reading';
import { stitchSeconds } from '../time';
import { hoopField } from '../hoop';
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
  /** names of the maker's hoops that it fits, the smallest first */
  hoops: string[];
}

/**
 * The versions of a bundle with the hoops each fits, and the one to take: the largest that fits a hoop the maker owns.
 * Of equal sizes the one with fewer stops. proposed: index, or -1 when none fits.
 */
export function weighBundle(
  versions: readonly { name: string; reading: Reading }[],
  workshop: Workshop,
): { choices: BundleChoice[]; proposed: number; because: string } {
  const numbers = numbersWith(workshop.numbers);
  const choices = versions.map(({ name, reading }): BundleChoice => {
    const { extents: e } = reading;
    const size = { width: e.maxX - e.minX, height: e.maxY - e.minY };
    const fitting = workshop.hoops
      .filter((hoop) => {
        const machine = workshop.machines.find((m) => m.id === hoop.machineId);
        return machine && hoopField(hoop, machine, numbers, size).fits;
      })
      .sort((a, b) => a.widthMm * a.heightMm - b.widthMm * b.heightMm);
    const machine =
      workshop.machines.find((m) => m.id === fitting[0]?.machineId) ?? itemAt(workshop.machines, 0);
    return {
      name,
      ...size,
      stitches: reading.stitches,
      stops: reading.stops,
      seconds: reading.blocks.reduce((sum, b) => sum + stitchSeconds(b, machine.speed, numbers), 0),
      hoops: fitting.map((h) => h.name),
    };
  });
  const area = (c: BundleChoice) => c.width * c.height;
  let proposed = -1;
  choices.forEach((c, i) => {
    if (!c.hoops.length) return;
    const best = choices[proposed];
    const larger = !best || area(c) > area(best) * 1.01;
    const simpler = best && Math.abs(area(c) - area(best)) <= area(best) * 0.01 && c.stops < best.stops;
    if (larger || simpler) proposed = i;
  });
  return {
    choices,
    proposed,
    because:
      proposed < 0
        ? 'None of them fits a hoop of yours.'
        : `The largest that fits a hoop of yours (${itemAt(choices, proposed).hoops[0]}).`,
  };
}
