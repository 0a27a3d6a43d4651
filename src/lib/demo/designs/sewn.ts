import type { Path } from '$lib/core/base';
import { sewPart, wholePart, type Part } from '$lib/core/maker';

function sewn(part: Part, lines: readonly Path[]): Path[] {
  const paths = sewPart(wholePart(part), lines);
  if (!paths.ok) throw new Error(paths.problem.message);
  return paths.value;
}

/** A satin border along the middle of a closed line, over edge and zigzag underlay. mm */
export const border = (line: Path, widthMm: number, more: Partial<Part> = {}): Path[] =>
  sewn({ kind: 'cover', widthMm, underlay: ['edge', 'zigzag'], corners: 'mitre', ...more }, [line]);

/** A satin stroke along each open line, over a run in its middle. mm */
export const strokes = (lines: readonly Path[], widthMm: number): Path[] =>
  sewn({ kind: 'lettering', stitch: 'satin', widthMm, strokes: lines }, []);
