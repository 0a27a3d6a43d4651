import type { Lie } from '../base';
import type { Build } from '../build';
import type { Numbers } from '../numbers';

interface Size {
  width: number;
  height: number;
}
/** The field that may be sewn, mm: its inset is kept free on every side. */
export interface Field extends Size {
  inset: number;
  /** round as its sides say */
  oval?: boolean;
}
/** How many of a design a hoop holds, in rows and columns. */
export interface RepeatGrid {
  across: number;
  down: number;
}
/** Where one item lies: the middle of its design from the middle of the field, turned about it. mm, y up */
export type ItemPlace = Omit<Lie, 'mirrored'>;
/** Where the repeats of a hooping lie, in the order of sewing: the one source for checks, drawings and the tape that is sewn. */
export interface Repeats {
  places: ItemPlace[];
}

/** Room between two repeats, mm: scissors need more than film that only has to hold until the last stitch. */
export const repeatGap = (popsOut: boolean, numbers: Numbers): number =>
  numbers[popsOut ? 'hoop.gapPop' : 'hoop.gapCut'];

/** n = floor((field − 2 · inset + gap) / (size + gap)) each way; in an oval the largest whose corners lie in it. */
function gridOf(field: Field, size: Size, gap: number): RepeatGrid {
  const [width, height] = [field.width - 2 * field.inset, field.height - 2 * field.inset];
  const along = (room: number, length: number) =>
    Math.max(0, Math.floor((room + gap) / (length + gap) + 1e-9));
  if (!field.oval) return { across: along(width, size.width), down: along(height, size.height) };
  let best = { across: 0, down: 0 };
  for (let across = along(width, size.width); across > 0; across--) {
    const half = (across * (size.width + gap) - gap) / width;
    const down = half > 1 ? 0 : along(height * Math.sqrt(1 - half * half), size.height);
    if (across * down > count(best)) best = { across, down };
  }
  return best;
}
const quarterTurned = ({ width, height }: Size): Size => ({ width: height, height: width });
const count = ({ across, down }: RepeatGrid) => across * down;

/** The most that a hoop holds, as the design lies or a quarter turned, whichever is more. */
export function repeatsThatFit(field: Field, size: Size, gap: number): RepeatGrid {
  const [straight, quarter] = [gridOf(field, size, gap), gridOf(field, quarterTurned(size), gap)];
  return count(quarter) > count(straight) ? quarter : straight;
}

/**
 * Where so many repeats lie where nobody has said it: in as few rows as hold them, as even as can be, rows there and back, the group in the
 * middle of the field; turned only where they do not fit otherwise. null: they do not fit.
 */
export function repeatPlaces(field: Field, size: Size, gap: number, repeats: number): Repeats | null {
  const straight = gridOf(field, size, gap);
  const turned = count(straight) < repeats;
  const { width, height } = turned ? quarterTurned(size) : size;
  const grid = turned ? gridOf(field, { width, height }, gap) : straight;
  if (count(grid) < repeats) return null;
  const rows = Math.ceil(repeats / grid.across);
  const columns = Math.ceil(repeats / rows);
  const places = Array.from({ length: repeats }, (_, n) => {
    const row = Math.floor(n / columns);
    const column = row % 2 ? columns - 1 - (n % columns) : n % columns;
    return {
      x: (column - (columns - 1) / 2) * (width + gap),
      y: (row - (rows - 1) / 2) * (height + gap),
      turnDeg: turned ? 90 : 0,
    };
  });
  return { places };
}

/** Where the maker has laid the items of a hooping; null: for another hoop or another number, so nobody has. */
export const laidPlaces = (
  { hooping, order }: Pick<Build, 'hooping' | 'order'>,
  hoopId: string,
): Repeats | null =>
  hooping?.hoopId === hoopId && hooping.places.length === order.repeats ? { places: hooping.places } : null;
