import * as z from 'zod';
import { idSchema, uniqueIds } from '../base';

/** A thread's width: nothing smaller is cut, and areas of it still count. mm */
const LEAST = 0.1;
const side = z.number().min(LEAST).max(200_000);
/** of one sheet, or all that is left of a roll, in the smallest unit of the currency */
const MOST_COST = 1e9;
const id = idSchema(200);

/** Pieces of one layout in all: beyond this it belongs in several. */
const MOST_PIECES = 5000;

/** POST /api/layout takes this: mm. A roll is a stock with what is left of it as its height. */
export const layoutRequestSchema = z
  .object({
    pieces: uniqueIds(
      z
        .array(
          z.object({
            id,
            widthMm: side,
            heightMm: side,
            quantity: z.int().min(1).max(MOST_PIECES),
            mayTurn: z.boolean().default(true),
          }),
        )
        .min(1)
        .max(MOST_PIECES),
    ),
    stock: uniqueIds(
      z
        .array(
          z.object({
            id,
            widthMm: side,
            heightMm: side,
            quantity: z.int().min(1).max(100_000),
            cost: z.number().min(0).max(MOST_COST).optional(),
            roll: z.boolean().optional(),
          }),
        )
        .max(500),
    ),
    edgeToEdge: z.boolean().default(true),
    gapMm: z.number().min(0).max(200).default(0),
    /** how many layers one cut goes through: what is alike is stacked */
    plies: z.int().min(1).max(60).default(1),
    /** how long to go on looking for a better one, s */
    seconds: z.number().min(0).max(5).default(2),
  })
  .refine((r) => r.pieces.reduce((sum, p) => sum + p.quantity, 0) <= MOST_PIECES, {
    path: ['pieces'],
    message: `at most ${MOST_PIECES} pieces in all`,
  });

const mm = z.number();
const part = z.object({ xMm: mm, yMm: mm, widthMm: mm, heightMm: mm });
/** POST /api/layout answers this: mm from the lower left of each sheet. */
export const layoutReportSchema = z.object({
  sheets: z.array(
    z.object({
      stockId: z.string(),
      usedHeightMm: mm,
      placements: z.array(
        z.object({ pieceId: z.string(), xMm: mm, yMm: mm, widthMm: mm, heightMm: mm, turned: z.boolean() }),
      ),
    }),
  ),
  unplaced: z.array(z.object({ pieceId: z.string(), quantity: z.int() })),
  usedAreaMm2: z.number(),
  stockAreaMm2: z.number(),
  rollLengthMm: mm,
  lowerBoundSheets: z.int(),
  cost: z.number(),
  seconds: z.number(),
});

/** A layout with the cuts of each sheet, edge to edge; null where it is nested freely. */
export const layoutAnswerSchema = layoutReportSchema.extend({
  sheets: z.array(
    layoutReportSchema.shape.sheets.element.extend({
      cuts: z
        .array(
          z.object({
            number: z.int(),
            direction: z.enum(['across', 'down']),
            atMm: mm,
            part,
            stacked: z.int(),
            level: z.int(),
          }),
        )
        .nullable(),
      rests: z.array(part),
    }),
  ),
});
