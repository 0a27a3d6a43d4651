import * as z from 'zod';
import { idSchema, uniqueIds } from '../base';

const id = idSchema(200);
const side = z.number().min(0.1).max(3000);
const coordinate = z.number().min(-3000).max(3000);
/** Points of one outline, things in all: beyond this it is no hooping. */
const MOST_POINTS = 600;
const MOST_SHAPES = 100;
const MOST_PIECES = 400;

const outlineSchema = z.union([
  z
    .array(z.tuple([coordinate, coordinate]))
    .min(3)
    .max(MOST_POINTS),
  z.strictObject({ widthMm: side, heightMm: side }),
  z.strictObject({ diameterMm: side }),
]);
/** POST /api/arrange takes this: mm, y up, degrees anticlockwise. */
export const arrangeRequestSchema = z
  .object({
    field: z.object({ widthMm: side, heightMm: side }),
    insetMm: z.number().min(0).max(1500).default(0),
    gapMm: z.number().min(0).max(500).default(0),
    shapes: uniqueIds(
      z
        .array(
          z.object({
            id,
            outline: outlineSchema,
            /** null: as many as fit, of one shape alone */
            quantity: z.int().min(1).max(MOST_PIECES).nullable(),
            mayTurn: z.enum(['none', 'half', 'quarter', 'any']).default('none'),
          }),
        )
        .min(1)
        .max(MOST_SHAPES),
    ),
    way: z.enum(['grid', 'staggered', 'free', 'best']).default('best'),
    /** how long to go on looking, s */
    seconds: z.number().min(0).max(10).default(1.5),
  })
  .refine(({ shapes }) => shapes.length === 1 || shapes.every((s) => s.quantity !== null), {
    path: ['shapes'],
    message: 'as many as fit is asked of one shape alone',
  })
  .refine(({ shapes }) => shapes.reduce((sum, s) => sum + (s.quantity ?? 0), 0) <= MOST_PIECES, {
    path: ['shapes'],
    message: `at most ${MOST_PIECES} things in all`,
  });

const mm = z.number();
/** POST /api/arrange answers this: mm from the field's middle. */
export const arrangeAnswerSchema = z.object({
  count: z.int(),
  placements: z.array(z.object({ shapeId: z.string(), xMm: mm, yMm: mm, turnDeg: z.number() })),
  unplaced: z.array(z.object({ shapeId: z.string(), quantity: z.int() })),
  grid: z
    .object({
      across: z.int(),
      down: z.int(),
      pitchXMm: mm,
      pitchYMm: mm,
      shiftXMm: mm,
      shiftYMm: mm,
    })
    .nullable(),
  traceBox: z.object({ minX: mm, minY: mm, maxX: mm, maxY: mm }),
  upperBound: z.int(),
  way: z.enum(['grid', 'staggered', 'free']),
  because: z.string().optional(),
  computeSeconds: z.number(),
});
