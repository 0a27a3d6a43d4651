import { lyingPath, middleOf, type Path } from '../base';
import { cornersOf } from '../cut';
import type { ItemPlace } from '../hoop';
import type { PlannedPart } from './part';

/** What is laid for one item, as large as it is cut, where it comes in the hoop: laid and trimmed after it is sewn. mm */
export function piecesAt({ plan, build }: PlannedPart, place: ItemPlace): { name: string; path: Path }[] {
  const middle = middleOf(plan.design.own.extents);
  return plan.cut.pieces.flatMap(({ lies, turnRad, perHooping, preCut, name, id, of }) => {
    // A made thing is looked at by its own edges; what is cut to its shape reaches no further than it is sewn.
    const isThing = plan.score.pieces.some((p) => p.id === id && p.own);
    if (!lies || perHooping || preCut || of || (build.thing && isThing)) return [];
    const about = cornersOf(lies, turnRad).map(({ x, y }) => ({ x: x - middle.x, y: y - middle.y }));
    return [{ name, path: lyingPath(about, place) }];
  });
}
