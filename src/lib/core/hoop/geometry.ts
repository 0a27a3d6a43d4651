import type { Numbers } from '../numbers';
import type { Hoop, Machine, Workshop } from '../workshop';
import type { Field } from './repeats';

/** A hoop as it is held for a design, mm. */
export interface HoopField extends Field {
  /** a quarter turned, because the design lies across */
  turned: boolean;
  /** the design keeps off the frame on every side */
  fits: boolean;
  /** of the frame, which the base must reach past */
  outerWidth: number;
  outerHeight: number;
}

/** The field that may be sewn, and the outer size that the base must reach past; turned when the design lies across. mm. */
export function hoopField(
  hoop: Hoop,
  machine: Machine,
  numbers: Numbers,
  design: { width: number; height: number },
): HoopField {
  const inset = machine.kind === 'one-needle' ? numbers['hoop.inset'] : numbers['hoop.insetMulti'];
  const fits = (w: number, h: number) => design.width <= w - 2 * inset && design.height <= h - 2 * inset;
  const turned = !fits(hoop.widthMm, hoop.heightMm) && fits(hoop.heightMm, hoop.widthMm);
  const width = turned ? hoop.heightMm : hoop.widthMm;
  const height = turned ? hoop.widthMm : hoop.heightMm;
  const grip = numbers['hoop.grip'];
  return {
    turned,
    fits: fits(width, height),
    inset,
    width,
    height,
    outerWidth: width + grip,
    outerHeight: height + grip,
  };
}
/** How far a base must reach past the hoop on every side, by row of the table. */
export const basePast = (magnetic: boolean) => (magnetic ? 'cut.baseMagnetic' : 'cut.baseScrew');
/** The base that a hoop takes: its outer size and what the hoop must grip. mm */
export function hoopBase(hoop: Hoop, machine: Machine, numbers: Numbers) {
  const { outerWidth, outerHeight } = hoopField(hoop, machine, numbers, { width: 0, height: 0 });
  const past = 2 * numbers[basePast(hoop.magnetic)];
  return { name: hoop.name, widthMm: outerWidth + past, heightMm: outerHeight + past };
}

/** The hoops that a design fits, those of the maker's first machine before others, smaller ones before larger. */
export function hoopsThatFit(
  { hoops, machines }: Workshop,
  numbers: Numbers,
  design: { width: number; height: number },
): Hoop[] {
  const rank = (hoop: Hoop) => machines.findIndex((m) => m.id === hoop.machineId);
  return hoops
    .filter((hoop) => {
      const machine = machines[rank(hoop)];
      return machine && hoopField(hoop, machine, numbers, design).fits;
    })
    .sort(
      (a, b) => Number(rank(a) > 0) - Number(rank(b) > 0) || a.widthMm * a.heightMm - b.widthMm * b.heightMm,
    );
}
