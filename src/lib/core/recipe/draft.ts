/**
 * What a maker has decided of an outline, and what follows of it for each line. mm, y up.
 */
import * as z from 'zod';
import { boxOf, idSchema, middleOf, type Path } from '../base';
import { threadSchema, type Thread } from '../build';
import {
  CORNERS,
  MORE_SIZED,
  SIDES,
  SIZED,
  STITCHES,
  UNDERLAYS,
  wholePart,
  type Shape,
  type WholePart,
} from '../maker';
import type { Tape } from '../tape';
import { CLOTHS, recipeById, RECIPES, type Recipe, type RecipeId } from './recipes';
import type { Places, RecipeRow } from './rows';

/** Shapes that are drawn from figures, from letters, from a path, or round a design. */
export const SHAPES = [
  'circle',
  'ellipse',
  'rectangle',
  'polygon',
  ...SIZED,
  ...MORE_SIZED,
  'letters',
  'path',
  'tape',
] as const;
const size = z.number().min(4).max(1000);
const shapeSchema = z.object({
  kind: z.enum(SHAPES),
  widthMm: size,
  heightMm: size,
  /** of the corners of a rectangle or a polygon */
  radiusMm: z.number().min(0).max(500),
  /** of a polygon */
  corners: z.int().min(3).max(12),
  /** the d of an SVG path, mm */
  svg: z.string().max(20_000),
  text: z.string().max(16),
  /** its letters stand so much further apart than usual */
  apartMm: z.number().min(-20).max(100),
  /** between the design and what goes round it */
  gapMm: z.number().min(0).max(60),
  way: z.enum(['close', 'hull']),
  pieces: z.enum(['one', 'several']),
  /** bays narrower than twice this are filled */
  smoothMm: z.number().min(0).max(40),
});
const offset = z.number().min(-500).max(500);
/** Figures of a line that a maker has changed. */
export const changeSchema = z
  .object({
    isOn: z.boolean(),
    stitch: z.enum(STITCHES),
    widthMm: z.number().min(0.5).max(30),
    advanceMm: z.number().min(0.2).max(50),
    stitchMm: z.number().min(0.5).max(12),
    offsetMm: z.number().min(-60).max(60),
    underlay: z.array(z.enum(UNDERLAYS)).max(3),
    pullMm: z.number().min(0).max(3),
    corners: z.enum(CORNERS),
    /** no stop before it */
    isJoined: z.boolean(),
    opening: z
      .union([
        z.object({ side: z.enum(SIDES), lengthMm: z.number().min(1).max(2000) }),
        z.object({ atMm: z.number().min(-10_000).max(10_000), lengthMm: z.number().min(1).max(2000) }),
      ])
      .nullable(),
    sides: z.array(z.enum(SIDES)).max(4),
    fromEdgeMm: z.number().min(-60).max(500),
    ringMm: z.number().min(0).max(60),
    text: z.string().max(24),
    capitalMm: z.number().min(3).max(200),
    dxMm: offset,
    dyMm: offset,
    thread: threadSchema,
  })
  .partial();
/** Everything that is decided; what is left out of `parts` is as the recipe has it. */
export const draftSchema = z.object({
  recipe: z.enum(RECIPES),
  name: z.string().max(80),
  /** null: as the recipe has it */
  cloth: z.enum(CLOTHS).nullable(),
  shape: shapeSchema,
  /** the size that stays when a border changes: of the finished edge, or of what the border goes round */
  holds: z.enum(['finished', 'inside']),
  parts: z.record(idSchema(40), changeSchema),
  /** the design in the middle, in the store */
  tapeId: idSchema(120).nullable(),
});
export type Draft = z.infer<typeof draftSchema>;
export type DraftShape = Draft['shape'];
export type RowChange = z.infer<typeof changeSchema>;

/** What a maker begins with. */
export const newDraft = (recipe: RecipeId): Draft => ({
  recipe,
  name: '',
  cloth: null,
  shape: {
    kind: 'rectangle',
    widthMm: 80,
    heightMm: 60,
    radiusMm: 8,
    corners: 6,
    svg: '',
    text: 'A',
    apartMm: 6,
    gapMm: 3,
    way: 'close',
    pieces: 'one',
    smoothMm: 4,
  },
  holds: 'finished',
  parts: {},
  tapeId: null,
});

/** The recipe of a draft, in its cloth. */
export function recipeOf({ recipe, cloth }: Pick<Draft, 'recipe' | 'cloth'>): Recipe {
  const own = recipeById(recipe);
  return { ...own, cloth: cloth ?? own.cloth };
}
/** A line as it is sewn. */
export interface DraftRow extends Omit<RecipeRow, 'part' | 'isJoined'> {
  part: WholePart;
  isJoined: boolean;
  thread: Thread | null;
  /** of lettering */
  letters: RowLetters | null;
}
/** What is written; its middle, from the middle of the shape. mm, y up */
interface RowLetters {
  text: string;
  capitalMm: number;
  dxMm: number;
  dyMm: number;
}
/** The lines of a draft in the order of their stops, those that are left out among them. */
export function rowsOf({ recipe, parts }: Pick<Draft, 'recipe' | 'parts'>): DraftRow[] {
  return recipeById(recipe).rows.map((row) => {
    const { isOn, isJoined, sides, fromEdgeMm, thread, opening, text, capitalMm, dxMm, dyMm, ...figures } =
      parts[row.id] ?? {};
    const stitch = figures.stitch ?? row.part.stitch;
    // What belongs to another stitch is as usual for the new one.
    const own = stitch === row.part.stitch ? row.part : { kind: row.part.kind, offsetMm: row.part.offsetMm };
    const asked = opening === undefined ? row.part.opening : (opening ?? undefined);
    const places: Places | undefined = row.places && {
      sides: sides ?? row.places.sides,
      fromEdgeMm: fromEdgeMm ?? row.places.fromEdgeMm,
    };
    return {
      ...row,
      ...(places && { places }),
      part: wholePart({ ...own, ...figures, opening: asked }),
      isOn: isOn ?? row.isOn,
      isJoined: isJoined ?? row.isJoined ?? false,
      thread: thread ?? null,
      letters:
        row.part.kind === 'lettering'
          ? { text: text ?? 'Name', capitalMm: capitalMm ?? 12, dxMm: dxMm ?? 0, dyMm: dyMm ?? 0 }
          : null,
    };
  });
}

/** A line with the stop that the machine counts at it; null: it is not sewn. */
interface NumberedRow {
  row: DraftRow;
  stop: number | null;
  /** whether it can be sewn on without a stop: what comes before it in its hooping is a line too */
  mayJoin: boolean;
}
/** The stops of a draft, counted anew in each hooping. @param designBlocks stops of the design in the middle; 0: there is none */
export function stopsOf(rows: readonly DraftRow[], designBlocks: number): NumberedRow[] {
  let stop = 0;
  let before: DraftRow | null = null;
  return rows.map((row) => {
    if (row.hooping !== before?.hooping) stop = 0;
    const mayJoin: boolean = stop > 0 && before?.role !== null;
    const blocks = row.role === null ? designBlocks : 1;
    if (row.isOn && blocks) {
      const first = row.isJoined && mayJoin ? stop : stop + 1;
      stop = Math.max(stop, first + blocks - 1);
      before = row;
      return { row, stop: first, mayJoin };
    }
    return { row, stop: null, mayJoin };
  });
}

/** How far a line reaches to both sides of the line that all follow: + outward, mm. */
export interface Reach {
  fromMm: number;
  toMm: number;
}
/** Across a line with its stitches. */
export const reachOf = ({ offsetMm, widthMm, pullMm }: WholePart): Reach => {
  const half = widthMm ? (widthMm + pullMm) / 2 : 0;
  return { fromMm: offsetMm - half, toMm: offsetMm + half };
};
/** Where the thing ends, and what its border goes round, + outside the line. mm */
export interface Edges {
  finishedMm: number;
  insideMm: number;
}
/** @param rawEdgeMm how far outside the last line a raw edge is cut */
export function edgesOf({ edge }: Recipe, rows: readonly DraftRow[], rawEdgeMm: number): Edges {
  const on = rows.filter(({ isOn }) => isOn);
  const final = on.find(({ part }) => part.kind === 'final')?.part.offsetMm ?? 0;
  if (edge === 'raw') return { finishedMm: final + rawEdgeMm, insideMm: final };
  if (edge === 'seam') return { finishedMm: final, insideMm: final };
  const covers = on
    .filter(({ part }) => part.kind === 'cover')
    .map(({ part }) => reachOf({ ...part, pullMm: 0 }));
  if (!covers.length) return { finishedMm: 0, insideMm: 0 };
  const inner = Math.min(...covers.map(({ fromMm }) => fromMm));
  const outer = Math.max(...covers.map(({ toMm }) => toMm));
  // Of a window the clear opening is what is finished.
  return edge === 'window' ? { finishedMm: inner, insideMm: 0 } : { finishedMm: outer, insideMm: inner };
}

/** What a draft is drawn from besides its own figures. */
export interface DrawnFrom {
  design: Tape | null;
  /** letters of its shape, and strokes of its lettering, as `writtenIn` asks for them; null: there are none. mm, about 0, 0 */
  outlines: Path[] | null;
  strokes: Path[] | null;
}
/** What of a draft is written: as outlines, how high, how far apart; and as single lines. mm */
export interface Written {
  outlines: [text: string, capitalMm: number, apartMm: number] | null;
  strokes: [text: string, capitalMm: number] | null;
}
export function writtenIn(draft: Draft): Written {
  const { kind, text, heightMm, apartMm } = draft.shape;
  const lettering = rowsOf(draft).find(({ isOn, letters }) => isOn && letters !== null)?.letters;
  return {
    outlines: kind === 'letters' ? [text, heightMm, apartMm] : null,
    strokes: lettering ? [lettering.text, lettering.capitalMm] : null,
  };
}
/** The shape of a draft for the maker; drawn shapes lie round the middle of the design. */
export function shapeOf(
  { shape }: Draft,
  { design, outlines }: Pick<DrawnFrom, 'design' | 'outlines'>,
): Shape {
  const { kind, widthMm, heightMm, radiusMm } = shape;
  switch (kind) {
    case 'circle':
      return { kind, diameterMm: widthMm };
    case 'ellipse':
      return { kind, widthMm, heightMm };
    case 'rectangle':
      return { kind, widthMm, heightMm, radiusMm: Math.min(radiusMm, widthMm / 2, heightMm / 2) };
    case 'polygon':
      return { kind, points: regular(shape), radiusMm };
    case 'path':
      return { kind, svg: shape.svg };
    case 'letters':
      return { kind: 'rings', rings: outlines ?? [] };
    case 'tape':
      // Without a design there is nothing to go round yet.
      return design
        ? {
            kind,
            tape: design,
            growMm: shape.gapMm,
            way: shape.way,
            pieces: shape.pieces,
            smoothMm: shape.smoothMm,
          }
        : { kind: 'rings', rings: [] };
    default:
      return { kind, widthMm, heightMm };
  }
}
/** A polygon with all sides alike, flat at the bottom, brought to its width and height. */
function regular({ corners, widthMm, heightMm }: DraftShape): [number, number][] {
  const points = Array.from({ length: corners }, (_, i) => {
    const a = -Math.PI / 2 + (Math.PI * (2 * i + 1)) / corners;
    return { x: Math.cos(a), y: Math.sin(a) };
  });
  const box = boxOf(points);
  const middle = middleOf(box);
  return points.map(({ x, y }) => [
    ((x - middle.x) * widthMm) / (box.maxX - box.minX),
    ((y - middle.y) * heightMm) / (box.maxY - box.minY),
  ]);
}
