import { areaOf, fail, ok, type Path, type Result } from '../base';
import { crossingOf, rectangle, withoutTwins } from '../outline';

/** How an outline is told: points in either direction, or a rectangle or circle about 0, 0. mm */
export type ToldOutline =
  readonly (readonly [number, number])[] | { widthMm: number; heightMm: number } | { diameterMm: number };

/** Corners of the polygon that stands for a circle, round it. */
const ROUND = 72;
/** Less than this is no area, mm². */
const LEAST_AREA = 0.01;

/**
 * An outline as it is arranged: anticlockwise, no point twice. Errors: one that crosses itself, or has no area.
 * @param name for the sentence
 */
export function outlineOf(
  told: ToldOutline,
  name: string,
): Result<{ outline: Path; diameterMm: number | null }> {
  if ('diameterMm' in told) {
    const radius = told.diameterMm / 2 / Math.cos(Math.PI / ROUND);
    const outline = Array.from({ length: ROUND }, (_, i) => ({
      x: radius * Math.cos((2 * Math.PI * i) / ROUND),
      y: radius * Math.sin((2 * Math.PI * i) / ROUND),
    }));
    return ok({ outline, diameterMm: told.diameterMm });
  }
  if ('widthMm' in told)
    return ok({ outline: rectangle({ x: 0, y: 0 }, told.widthMm, told.heightMm), diameterMm: null });
  const path = withoutTwins(told.map(([x, y]) => ({ x, y })));
  const crossing = path.length < 3 ? null : crossingOf(path);
  if (crossing)
    return fail(
      'crosses-itself',
      `The outline of ${name} crosses itself near ${crossing.x.toFixed(1)}, ${crossing.y.toFixed(1)}; nothing was arranged.`,
      'Send its points in order round the shape.',
    );
  const area = path.length < 3 ? 0 : areaOf(path);
  if (Math.abs(area) < LEAST_AREA)
    return fail(
      'no-area',
      `The outline of ${name} encloses nothing; nothing was arranged.`,
      'Send at least three points that do not lie on one line.',
    );
  return ok({ outline: area < 0 ? path.reverse() : path, diameterMm: null });
}
