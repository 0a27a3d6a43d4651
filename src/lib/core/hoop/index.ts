/**
 * Repeats in a hoop: how many of a design fit, and at which pitch. mm.
 */
export interface RepeatGrid {
  across: number;
  down: number;
  /** a quarter turned, when more fit so */
  turned: boolean;
  /** from one repeat to the next, mm */
  pitchX: number;
  pitchY: number;
}

/** n = floor((field − 2 · inset + gap) / (size + gap)) each way, as it lies or a quarter turned, whichever holds more. */
export function repeatsThatFit(
  field: { width: number; height: number; inset: number },
  size: { width: number; height: number },
  gap: number,
): RepeatGrid {
  const along = (room: number, w: number) =>
    Math.max(0, Math.floor((room - 2 * field.inset + gap) / (w + gap) + 1e-9));
  const grid = (w: number, h: number, turned: boolean): RepeatGrid => ({
    across: along(field.width, w),
    down: along(field.height, h),
    turned,
    pitchX: w + gap,
    pitchY: h + gap,
  });
  const straight = grid(size.width, size.height, false);
  const quarter = grid(size.height, size.width, true);
  return quarter.across * quarter.down > straight.across * straight.down ? quarter : straight;
}
