import {
  boxOf,
  fail,
  grownBox,
  heightOf,
  itemAt,
  middleOf,
  ok,
  sizeOfBox,
  unionOf,
  widthOf,
  type Box,
  type Path,
  type Point,
  type Result,
} from '../base';
import {
  joinOf,
  lineOf,
  movedRings,
  outlinesOf,
  pointInside,
  sewParts,
  soundRings,
  withDesign,
  type WholePart,
} from '../maker';
import type { Numbers } from '../numbers';
import { stitchBox, tapeBlocks, type Tape } from '../tape';
import { transform } from '../outline';
import type { Role } from '../reading';
import { edgesOf, rowsOf, shapeOf, type Draft, type DraftRow, type DrawnFrom, type Edges } from './draft';
import { recipeById } from './recipes';
import type { Places } from './rows';

/** A block of a drawn tape: the rows that are sewn in it without a stop, or a block of the design. */
interface DrawnBlock {
  rows: string[];
  /** null: of the design, which is read */
  role: Role | null;
}
/** One hooping: a tape, and what each of its blocks is. */
export interface DrawnHooping {
  name: string;
  technique: string;
  schools: Record<string, string>;
  /** of the cloth */
  pieces: readonly string[];
  tape: Tape;
  blocks: DrawnBlock[];
}
type Size = ReturnType<typeof sizeOfBox>;
/** A draft as it is sewn. mm, y up */
export interface Drawing {
  hoopings: DrawnHooping[];
  /** the line that all follow: its rings, the largest first */
  rings: Path[];
  /** the finished edge, and what the border goes round */
  finished: Path[];
  inside: Path[];
  size: { finished: Size; inside: Size };
  edges: Edges;
}

/** Draws a draft. Errors: the shape cannot be sewn round, with where; nothing is on. */
export function drawDraft(draft: Draft, from: DrawnFrom, numbers: Numbers): Result<Drawing> {
  const recipe = recipeById(draft.recipe);
  const all = rowsOf(draft);
  const edges = edgesOf(recipe, all, numbers['cut.rawEdge']);
  const drawn = outlinesOf(shapeOf(draft, from));
  if (!drawn.ok) return drawn;
  if (!drawn.value.length) return nothingYet(draft);
  const outlines = soundRings(atDesign(drawn.value, draft, from.design));
  if (!outlines.ok) return outlines;
  const on = all.filter(({ isOn, role }) => isOn && (role !== null || from.design));
  const parts = on.map(({ part }) => part);
  // Round a design its stitches are what the border goes round.
  const holds = draft.shape.kind === 'tape' ? 'inside' : draft.holds;
  const outsideMm = holds === 'finished' ? edges.finishedMm : edges.insideMm;
  const line = lineOf(outlines.value, { outsideMm }, parts);
  if (!line.ok) return line;
  const rings = line.value;
  const join = joinOf(parts);
  const finished = movedRings(rings, edges.finishedMm, join, 'edge');
  if (!finished.ok) return finished;
  const inside = movedRings(rings, edges.insideMm, join, 'edge');
  if (!inside.ok) return inside;
  const bounds = boundsOf(finished.value, from.design);
  const placed: DraftRow[] = [];
  for (const row of on) {
    const part = row.letters
      ? written(row.part, row.letters, finished.value, from)
      : ok(withPlaces(row, finished.value, bounds));
    if (!part.ok) return part;
    placed.push({ ...row, part: part.value });
  }
  const hoopings: DrawnHooping[] = [];
  for (const [i, own] of recipe.hoopings.entries()) {
    const rows = placed.filter(({ hooping }) => hooping === i);
    if (!rows.length) continue;
    const sewn = sewHooping(draft.name || recipe.name, rows, rings, from.design);
    if (!sewn.ok) return sewn;
    hoopings.push({ ...own, ...sewn.value });
  }
  if (!hoopings.length)
    return fail('nothing-on', 'No line of the recipe is sewn.', 'Switch one on; nothing was made.');
  const size = { finished: sizeOf(finished.value), inside: sizeOf(inside.value) };
  return ok({ hoopings, rings, finished: finished.value, inside: inside.value, size, edges });
}
const sizeOf = (rings: Path[]) => sizeOfBox(boxOf(rings.flat()));

function nothingYet({ shape: { kind } }: Draft): Result<never> {
  if (kind === 'tape')
    return fail(
      'no-design',
      'There is no design yet to go round.',
      'Choose one of your builds, or drop its tape here.',
    );
  return fail('no-letters', 'These letters have no outline.', 'Type other ones.');
}
/** Drawn shapes lie round the middle of a design; what follows its stitches is there already. */
function atDesign(rings: Path[], { shape }: Draft, design: Tape | null): Path[] {
  const box = design && shape.kind !== 'tape' ? sewnBox(design) : null;
  if (!box) return rings;
  const { x, y } = middleOf(box);
  return rings.map((ring) => transform(ring, { dx: x, dy: y }));
}
/** Round all that a tape sews, mm; null: that is nothing. */
export function sewnBox(tape: Tape): Box | null {
  const box = stitchBox(tape);
  return box && { minX: box.minX / 10, minY: box.minY / 10, maxX: box.maxX / 10, maxY: box.maxY / 10 };
}
function boundsOf(finished: readonly Path[], design: Tape | null): Box {
  const sewn = design && sewnBox(design);
  return unionOf([boxOf(finished.flat()), ...(sewn ? [sewn] : [])]);
}
/** Lettering with its strokes, about the middle of the shape. */
function written(
  part: WholePart,
  { text, dxMm, dyMm }: NonNullable<DraftRow['letters']>,
  finished: readonly Path[],
  { strokes }: DrawnFrom,
): Result<WholePart> {
  if (!strokes?.length)
    return fail(
      'no-letters',
      `“${text}” cannot be written in single lines.`,
      'Letters without accents, figures and common signs can be.',
    );
  const { x, y } = middleOf(boxOf(finished.flat()));
  const moved = strokes.map((stroke) => transform(stroke, { dx: x + dxMm, dy: y + dyMm }));
  return ok({ ...part, strokes: moved });
}
/** A row whose markers or corners stand where its places say. */
function withPlaces({ part, places }: DraftRow, finished: readonly Path[], bounds: Box): WholePart {
  if (!places) return part;
  const points =
    part.kind === 'basting'
      ? cornersOf(grownBox(bounds, -places.fromEdgeMm))
      : marksAt(places, itemAt(finished, 0));
  return { ...part, points: points.map(({ x, y }): [number, number] => [x, y]) };
}
const cornersOf = ({ minX, minY, maxX, maxY }: Box): Point[] => [
  { x: minX, y: minY },
  { x: maxX, y: minY },
  { x: maxX, y: maxY },
  { x: minX, y: maxY },
];
const marksAt = ({ sides, fromEdgeMm }: Places, edge: Path): Point[] =>
  sides.map((side) => pointInside(edge, side, fromEdgeMm));

/** The rows of one hooping, in the order of their stops, the design among them. */
function sewHooping(
  label: string,
  rows: readonly DraftRow[],
  rings: readonly Path[],
  design: Tape | null,
): Result<Pick<DrawnHooping, 'tape' | 'blocks'>> {
  const at = rows.findIndex(({ role }) => role === null);
  const before = rows.slice(0, at < 0 ? rows.length : at);
  const after = at < 0 ? [] : rows.slice(at + 1);
  const isAround = at >= 0 && design !== null;
  const inner = isAround
    ? tapeBlocks(design).map((): DrawnBlock => ({ rows: [itemAt(rows, at).id], role: null }))
    : [];
  let tape = isAround ? design : null;
  for (const [own, isLast] of [
    [before, false],
    [after, true],
  ] as const) {
    if (!own.length) continue;
    const sewn = sewParts(label, own, rings);
    if (!sewn.ok) return sewn;
    const afterBlock = isLast && tape ? tapeBlocks(tape).length - 1 : -1;
    tape = tape ? withDesign(sewn.value, { tape, afterBlock }) : sewn.value;
  }
  if (!tape) return fail('nothing-on', 'No line of the recipe is sewn.', 'Switch one on; nothing was made.');
  return ok({ tape, blocks: [...blocksOf(before), ...inner, ...blocksOf(after)] });
}
/** Rows without a stop between them are one block, which is what its first one is. */
function blocksOf(rows: readonly DraftRow[]): DrawnBlock[] {
  const blocks: DrawnBlock[] = [];
  for (const { id, role, isJoined } of rows) {
    const last = blocks.at(-1);
    if (isJoined && last) last.rows.push(id);
    else blocks.push({ rows: [id], role });
  }
  return blocks;
}

/** How large all that a hooping sews is, mm. */
export function sewnSize({ tape }: DrawnHooping): Size {
  const box = sewnBox(tape);
  return box ? { width: widthOf(box), height: heightOf(box) } : { width: 0, height: 0 };
}
