import type { Build, Thing } from '../build';
import { fromNearest } from '../thing';
import { hoopAt } from './hand';
import type { Step } from './types';

/** Pieces that a made thing is, where a build is sewn on one. */
const MADE = new Set(['cloth', 'ground', 'garment', 'towel']);

/** Whether a piece is the made thing, where a build is sewn on one. */
export const isMade = (pieceId: string): boolean => MADE.has(pieceId);

/** The size of the made thing, of the piece that it is. mm */
export const madeSize = (
  pieceKey: string,
  { thing }: Pick<Build, 'thing'>,
): { widthMm: number; heightMm: number } | null =>
  thing && isMade(pieceKey) ? { widthMm: thing.widthMm, heightMm: thing.heightMm } : null;

/**
 * The step that lays or hoops the thing says where the design comes on it.
 * @param sewing which of its sewings, from 0  @param length in the maker's unit
 */
export function withThing(
  steps: Step[],
  thing: Thing | null,
  sewing: number,
  length: (mm: number) => string,
): Step[] {
  const place = thing?.places[sewing];
  if (!thing || !place) return steps;
  const laying = steps.findIndex((s) => s.kind === 'hand' && s.pieces.some(isMade));
  const at = laying >= 0 ? laying : hoopAt(steps);
  const { across, up } = fromNearest(thing, place);
  const turned = place.turnDeg ? `, the design turned by ${Math.round(place.turnDeg)}°` : '';
  const more =
    thing.places.length > 1 ? ` Sewing ${sewing + 1} of ${thing.places.length}: the Hoop shows each.` : '';
  const says = `The middle comes ${length(across.mm)} from its ${across.edge} and ${length(up.mm)} from its ${up.edge}${turned}: mark it and its axis on the ${thing.name.toLowerCase()}.${more}`;
  return steps.map((step, i) =>
    i === at && step.kind === 'hand' ? { ...step, text: `${step.text} ${says}` } : step,
  );
}
