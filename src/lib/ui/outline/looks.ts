import { boxOf, grownBox, unionOf, type Box } from '$lib/core/base';
import { sewnBox, type DraftRow, type DrawnHooping, type Drawing } from '$lib/core/recipe';
import { JUMP, STOP, tapeBlocks, type Tape } from '$lib/core/tape';

/** How a line is drawn in the plan, at the edge and beside its name. */
export interface Look {
  colour: string;
  /** of px, as SVG has it */
  dash?: string;
}
const LOOKS: Record<DraftRow['part']['kind'], Look> = {
  placement: { colour: 'var(--quiet)', dash: '5 3' },
  'die-line': { colour: 'var(--quiet)', dash: '5 3' },
  basting: { colour: 'var(--quiet)', dash: '2 3' },
  tack: { colour: 'var(--hands)' },
  attach: { colour: 'var(--hands)', dash: '5 3' },
  'cut-line': { colour: 'var(--madder)', dash: '7 3' },
  cover: { colour: 'var(--needle)' },
  final: { colour: 'var(--needle)' },
  markers: { colour: 'var(--madder)' },
  lettering: { colour: 'var(--ink)' },
};
/** In its thread where it is named; else by what it is for. */
export const lookOf = ({ part, role, thread }: DraftRow): Look => {
  if (thread) return { colour: thread.colour };
  return role === null ? { colour: 'var(--ink)' } : LOOKS[part.kind];
};

/** The stitches of a block as SVG draws them, mm, y down. */
function stitchPath({ x, y, kind }: Tape, from: number, to: number): string {
  let d = '';
  let down = false;
  for (let i = from; i < to; i++) {
    if (kind[i] === JUMP || kind[i] === STOP) {
      down = false;
      continue;
    }
    d += `${down ? 'L' : 'M'}${((x[i] ?? 0) / 10).toFixed(1)} ${(-(y[i] ?? 0) / 10).toFixed(1)}`;
    down = true;
  }
  return d;
}
/** A block of a hooping as it is drawn: in the look of its first line. */
export interface DrawnStitches {
  d: string;
  /** lines that are sewn in it */
  rows: readonly string[];
}
export const stitchesOf = (hoopings: readonly DrawnHooping[]): DrawnStitches[] =>
  hoopings.flatMap(({ tape, blocks }) =>
    tapeBlocks(tape).map(({ from, to }, i) => ({
      d: stitchPath(tape, from, to),
      rows: blocks[i]?.rows ?? [],
    })),
  );

/** Room round the drawing, mm. */
const MARGIN = 7;
/** What the plan shows: all that is sewn, and the finished edge. mm, y up */
export function boundsOf({ hoopings, finished }: Drawing): Box {
  const sewn = hoopings.flatMap(({ tape }) => sewnBox(tape) ?? []);
  return grownBox(unionOf([boxOf(finished.flat()), ...sewn]), MARGIN);
}
/** A round length for a bar that shows the scale, mm. */
export const barOf = (widthMm: number): number => [100, 50, 20, 10, 5].find((mm) => mm < widthMm / 3) ?? 2;
