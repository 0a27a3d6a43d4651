import { itemAt, outInOval, type Path } from '../base';
import type { Numbers } from '../numbers';
import { fieldAtOnce, goesOn, type Hoop, type Machine, type Workshop } from '../workshop';
import { repeatsThatFit, type Field } from './repeats';

/** A hoop as it is held for a design, mm. */
export interface HoopField extends Field {
  oval: boolean;
  /** a quarter turned, because the design lies across */
  turned: boolean;
  /** the design keeps off the frame on every side */
  fits: boolean;
  /** of the frame, which the base must reach past */
  outerWidth: number;
  outerHeight: number;
}

/** The field that may be sewn, and the outer size that the base must reach past; turned when the design lies across. mm. */
export function hoopField(hoop: Hoop, machine: Machine, numbers: Numbers, design: SewnSize): HoopField {
  const usual = machine.kind === 'one-needle' ? numbers['hoop.inset'] : numbers['hoop.insetMulti'];
  const inset = hoop.insetMm ?? usual;
  const oval = hoop.shape === 'oval';
  const fits = (w: number, h: number) =>
    oval
      ? fitsOval(design, w - 2 * inset, h - 2 * inset)
      : design.width <= w - 2 * inset && design.height <= h - 2 * inset;
  const { widthMm, heightMm } = fieldAtOnce(hoop);
  const turned = !fits(widthMm, heightMm) && fits(heightMm, widthMm);
  const asHeld = (along: number, up: number) =>
    turned ? { width: up, height: along } : { width: along, height: up };
  const grip = numbers['hoop.grip'];
  const held = asHeld(widthMm, heightMm);
  const outer = asHeld(hoop.outerWidthMm ?? hoop.widthMm + grip, hoop.outerHeightMm ?? hoop.heightMm + grip);
  return {
    turned,
    fits: fits(held.width, held.height),
    inset,
    oval,
    ...held,
    outerWidth: outer.width,
    outerHeight: outer.height,
  };
}
/** How large a design is sewn, and what it reaches to about its middle; without that, its box. mm */
export interface SewnSize {
  width: number;
  height: number;
  hull?: Path;
}
function fitsOval({ width, height, hull }: SewnSize, roomWidth: number, roomHeight: number): boolean {
  if (roomWidth <= 0 || roomHeight <= 0) return false;
  const reach = hull?.length ? hull : [{ x: width / 2, y: height / 2 }];
  return reach.every((p) => outInOval(p, roomWidth, roomHeight) <= 1 + 1e-9);
}
/** How far a base must reach past the hoop on every side, by row of the table. */
export const basePast = (magnetic: boolean) => (magnetic ? 'cut.baseMagnetic' : 'cut.baseScrew');
/** The base that a hoop takes: its outer size and what the hoop must grip. mm */
export function hoopBase(hoop: Hoop, machine: Machine, numbers: Numbers) {
  const { outerWidth, outerHeight } = hoopField(hoop, machine, numbers, { width: 0, height: 0 });
  const past = 2 * numbers[basePast(hoop.magnetic)];
  return { name: hoop.name, widthMm: outerWidth + past, heightMm: outerHeight + past };
}

/**
 * The machine that a hoop goes on: the one that is asked for, else the maker's usual one, else the first that it fits; undefined:
 * it fits none.
 */
export function machineFor(
  hoop: Hoop,
  { machines, usual }: Pick<Workshop, 'machines' | 'usual'>,
  askedId: string | null = null,
): Machine | undefined {
  const on = machines.filter((m) => goesOn(hoop, m.id));
  return on.find((m) => m.id === askedId) ?? on.find((m) => m.id === usual.machineId) ?? on[0];
}
/** The base of every hoop that goes on a machine. mm */
export const hoopBases = (workshop: Workshop, numbers: Numbers) =>
  workshop.hoops.flatMap((hoop) => {
    const machine = machineFor(hoop, workshop);
    return machine ? [hoopBase(hoop, machine, numbers)] : [];
  });
/** The maker's usual machine. */
export const usualMachine = ({ machines, usual }: Pick<Workshop, 'machines' | 'usual'>): Machine =>
  machines.find((m) => m.id === usual.machineId) ?? itemAt(machines, 0);

/**
 * The hoops that a design fits, each with the machine that it would go on: those of the maker's usual machine before others,
 * the usual hoop before others, smaller ones before larger.
 */
export function hoopsThatFit(
  workshop: Workshop,
  numbers: Numbers,
  design: SewnSize,
): { hoop: Hoop; machine: Machine }[] {
  const first = usualMachine(workshop);
  const rank = ({ hoop, machine }: { hoop: Hoop; machine: Machine }) => [
    Number(machine !== first),
    Number(hoop.id !== workshop.usual.hoopId),
    hoop.widthMm * hoop.heightMm,
  ];
  return workshop.hoops
    .flatMap((hoop) => {
      const machine = machineFor(hoop, workshop);
      return machine && hoopField(hoop, machine, numbers, design).fits ? [{ hoop, machine }] : [];
    })
    .sort((a, b) => {
      const [p, q] = [rank(a), rank(b)];
      return p.map((v, i) => v - itemAt(q, i)).find((d) => d !== 0) ?? 0;
    });
}
/** The smallest hoop of which rows and columns alone hold more than so many; undefined: none does. */
export const hoopForMore = (
  workshop: Workshop,
  numbers: Numbers,
  size: SewnSize,
  gapMm: number,
  count: number,
): Hoop | undefined =>
  hoopsThatFit(workshop, numbers, size)
    .filter(({ hoop, machine }) => {
      const { across, down } = repeatsThatFit(hoopField(hoop, machine, numbers, size), size, gapMm);
      return across * down > count;
    })
    .map(({ hoop }) => hoop)
    .sort((a, b) => a.widthMm * a.heightMm - b.widthMm * b.heightMm)[0];
