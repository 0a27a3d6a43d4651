import { fail, ok, type LengthUnit, type Result } from '../base';
import { numbersWith } from '../numbers';
import { readTape, type Tape } from '../tape';
import type { Workshop } from '../workshop';
import { adviseOn, type Advice } from './advise';
import { recipeOf, rowsOf, type Draft, type DrawnFrom } from './draft';
import { drawDraft, type Drawing } from './draw';
import { coveredIn, edgeByFigures, edgeCovered, type Covered } from './measure';

/** A draft to work out, with the bytes of the design in its middle. */
export interface DraftTask extends Pick<DrawnFrom, 'outlines' | 'strokes'> {
  draft: Draft;
  design: Uint8Array | null;
  workshop: Workshop;
  unit: LengthUnit;
}
/** Everything that follows from a draft. */
export interface WorkedOut {
  drawing: Drawing;
  covered: Covered[];
  advice: Advice[];
}

/** Works a draft out: its tapes, how they cover, and what to mind. @param tapeOf may know a tape from before */
export function workOut(
  { draft, design: bytes, workshop, unit, ...written }: DraftTask,
  tapeOf: (bytes: Uint8Array, id: string | null) => Result<Tape> = readTape,
): Result<WorkedOut> {
  const read = bytes && tapeOf(bytes, draft.tapeId);
  if (read && !read.ok) return read;
  if (draft.tapeId && !read)
    return fail('no-design', 'The design in the middle is not in this browser.', 'Choose another, or none.');
  const design = read ? read.value : null;
  const numbers = numbersWith(workshop.numbers);
  const drawn = drawDraft(draft, { design, ...written }, numbers);
  if (!drawn.ok) return drawn;
  const drawing = drawn.value;
  const rows = rowsOf(draft);
  const measured = drawing.hoopings.flatMap((hooping) => coveredIn(hooping, rows, numbers));
  const recipe = recipeOf(draft);
  const covered = edgeCovered(recipe, rows, measured)
    ? measured
    : [...measured, ...edgeByFigures(recipe, rows)];
  return ok({
    drawing,
    covered,
    advice: adviseOn({ draft, drawing, covered, design, numbers, workshop, unit }),
  });
}
