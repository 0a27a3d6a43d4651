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
      closed: z.boolean(),
      perimeterMm: mm.nullable(),
      box,
      follows: z.int().nullable(),
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
});
export type ReadingReport = z.infer<typeof readingReportSchema>;

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
    closed: b.closed,
    perimeterMm: b.perimeterMm,
    box: b.box,
    follows: b.follows?.index ?? null,
    openings: b.openings,
    densityPerCm2: b.densityPerCm2,
    role: { value: b.role.value, confidence: b.role.confidence, because: b.role.because },
  })),
});
