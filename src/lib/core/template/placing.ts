import { boxOf, lyingPath, type Box, type Path } from '../base';
import type { Thing } from '../build';
import type { ItemPlace } from '../hoop';
import { framed, type TemplateDrawing } from './drawing';

/** Paper round the design, and how near an edge of the thing must be to be drawn too, mm. */
const AROUND = 12;
const NEAR = 60;
const ROOM = 16;
/** Of a line through the middle, past the design, mm. */
const AXIS = 10;

/**
 * Where a design comes on a made thing, to be laid on it: the design's outline, a cross at its middle along its axes, and those
 * edges of the thing that are near. As the thing lies before the maker.
 * @param outline of the design, about its middle  @param notes how far the middle is from the edges, in words
 */
export function placingTemplate(
  outline: Path,
  { widthMm, heightMm, name }: Thing,
  place: ItemPlace,
  subject: string,
  notes: string,
): TemplateDrawing {
  const turned = { x: 0, y: 0, turnDeg: place.turnDeg };
  const design = lyingPath(outline, turned);
  const box = boxOf(design);
  // Of the thing, from the design's middle.
  const thing: Box = {
    minX: -widthMm / 2 - place.x,
    maxX: widthMm / 2 - place.x,
    minY: -heightMm / 2 - place.y,
    maxY: heightMm / 2 - place.y,
  };
  const reach = (own: number, edge: number, out: 1 | -1): number =>
    out * (edge - own) <= NEAR ? Math[out > 0 ? 'max' : 'min'](own + out * AROUND, edge) : own + out * AROUND;
  const paper: Box = {
    minX: reach(box.minX, thing.minX, -1),
    maxX: reach(box.maxX, thing.maxX, 1),
    minY: reach(box.minY, thing.minY, -1),
    maxY: reach(box.maxY, thing.maxY, 1),
  };
  const to = ({ x, y }: { x: number; y: number }) => ({ x: x - paper.minX + 3, y: y - paper.minY + ROOM });
  const within = (v: number, least: number, most: number) => Math.min(most, Math.max(least, v));
  const [low, high] = [
    within(thing.minY, paper.minY, paper.maxY),
    within(thing.maxY, paper.minY, paper.maxY),
  ];
  const [left, right] = [
    within(thing.minX, paper.minX, paper.maxX),
    within(thing.maxX, paper.minX, paper.maxX),
  ];
  const upright = [thing.minX, thing.maxX]
    .filter((x) => x >= paper.minX && x <= paper.maxX)
    .map((x): Path => [{ x, y: low }, { x, y: high }]); // prettier-ignore
  const level = [thing.minY, thing.maxY]
    .filter((y) => y >= paper.minY && y <= paper.maxY)
    .map((y): Path => [{ x: left, y }, { x: right, y }]); // prettier-ignore
  const own = boxOf(outline);
  const axes = [
    [{ x: 0, y: own.minY - AXIS }, { x: 0, y: own.maxY + AXIS }], // prettier-ignore
    [{ x: own.minX - AXIS, y: 0 }, { x: own.maxX + AXIS, y: 0 }], // prettier-ignore
  ].map((axis) => lyingPath(axis, turned));
  return framed(
    `${subject} on ${name}`,
    notes,
    paper.maxX - paper.minX + 6,
    paper.maxY - paper.minY + ROOM + 3,
    {
      lines: [
        { kind: 'catch', path: design.map(to), closed: true },
        ...axes.map((path) => ({ kind: 'fold' as const, path: path.map(to), closed: false })),
        ...[...upright, ...level].map((path) => ({
          kind: 'cut' as const,
          path: path.map(to),
          closed: false,
        })),
      ],
      texts: [],
    },
  );
}
