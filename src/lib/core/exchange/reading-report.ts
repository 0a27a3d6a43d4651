import * as z from 'zod';
import { ROLES, TEXTURES, type Reading } from '../reading';

const mm = z.number();
const box = z.object({ minX: mm, minY: mm, maxX: mm, maxY: mm });

/** POST /api/reading answers this: mm, y up, needle points only. */
export const readingReportSchema = z.object({
  label: z.string(),
  warnings: z.array(z.string()),
  stitches: z.int(),
  jumps: z.int(),
  trims: z.int(),
  stops: z.int(),
  extents: box,
  blocks: z.array(
    z.object({
      index: z.int(),
      stitches: z.int(),
      sewnLengthMm: mm,
      texture: z.enum(TEXTURES),
      widthMm: mm.nullable(),
      advanceMm: mm.nullable(),
      blanket: z.boolean(),
      closed: z.boolean(),
      perimeterMm: mm.nullable(),
      box,
      follows: z.int().nullable(),
      /** share of this line that keeps to the one followed, and the other way, 0-1 */
      followShare: z.number().nullable(),
      followShareBack: z.number().nullable(),
      openings: z.array(
        z.object({
          lengthMm: mm,
          side: z.enum(['left', 'right', 'top', 'bottom']),
          centre: z.tuple([mm, mm]),
        }),
      ),
      densityPerCm2: z.number(),
      role: z.object({ value: z.enum(ROLES), confidence: z.number().min(0).max(1), because: z.string() }),
    }),
  ),
  /** how far each cover reaches beyond the line it hides, at its weakest place */
  covers: z.array(
    z.object({
      cover: z.int(),
      over: z.int(),
      outsideMm: mm,
      insideMm: mm,
      outsideAt: z.tuple([mm, mm]),
      insideAt: z.tuple([mm, mm]),
    }),
  ),
});
export type ReadingReport = z.infer<typeof readingReportSchema>;

/** A reading as the interface gives it to programs. mm */
export const readingReport = (reading: Reading): ReadingReport => ({
  label: reading.label,
  warnings: reading.warnings,
  stitches: reading.stitches,
  jumps: reading.jumps,
  trims: reading.trims,
  stops: reading.stops,
  extents: reading.extents,
  blocks: reading.blocks.map((b) => ({
    index: b.index,
    stitches: b.stitches,
    sewnLengthMm: b.sewnLengthMm,
    texture: b.texture,
    widthMm: b.widthMm,
    advanceMm: b.advanceMm,
    blanket: b.blanket,
    closed: b.closed,
    perimeterMm: b.perimeterMm,
    box: b.box,
    follows: b.follows?.index ?? null,
    followShare: b.follows?.share ?? null,
    followShareBack: b.follows?.shareBack ?? null,
    openings: b.openings,
    densityPerCm2: b.densityPerCm2,
    role: { value: b.role.value, confidence: b.role.confidence, because: b.role.because },
  })),
  covers: reading.covers,
});
