import * as z from 'zod';
import { CORNERS, PART_KINDS, SIDES, SIZED, STITCHES, UNDERLAYS } from '../maker';

const size = z.number().min(1).max(1000);
const coordinate = z.number().min(-1000).max(1000);
const MOST_POINTS = 4000;
const MOST_PARTS = 20;
const point = z.tuple([coordinate, coordinate]);
const base64 = z.string();

const shapeSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('circle'), diameterMm: size }),
  z.object({ kind: z.literal('ellipse'), widthMm: size, heightMm: size }),
  z.object({
    kind: z.literal('rectangle'),
    widthMm: size,
    heightMm: size,
    radiusMm: z.number().min(0).max(500).default(0),
  }),
  z.object({
    kind: z.literal('polygon'),
    points: z.array(point).min(3).max(MOST_POINTS),
    radiusMm: z.number().min(0).max(500).default(0),
  }),
  z.object({ kind: z.literal('path'), svg: z.string().min(1).max(20_000) }),
  z.object({ kind: z.literal('tape'), base64, growMm: z.number().min(0).max(100) }),
  z.object({ kind: z.enum(SIZED), widthMm: size, heightMm: size }),
]);
const partSchema = z.object({
  kind: z.enum(PART_KINDS),
  stitch: z.enum(STITCHES).optional(),
  widthMm: z.number().min(0.5).max(30).optional(),
  /** between holes on one side, on the longer edge */
  advanceMm: z.number().min(0.2).max(50).optional(),
  stitchMm: z.number().min(0.5).max(12).optional(),
  /** from the line, + outward */
  offsetMm: z.number().min(-200).max(200).optional(),
  underlay: z.array(z.enum(UNDERLAYS)).max(3).optional(),
  /** added to the width, half each side */
  pullMm: z.number().min(0).max(3).optional(),
  corners: z.enum(CORNERS).optional(),
  /** where the line stays open: at a side, or so far along it; mm */
  opening: z
    .union([
      z.object({ side: z.enum(SIDES), lengthMm: z.number().min(1).max(2000) }),
      z.object({ atMm: z.number().min(-10_000).max(10_000), lengthMm: z.number().min(1).max(2000) }),
    ])
    .optional(),
  /** where markers stand */
  points: z.array(point).max(200).optional(),
});
/** POST /api/outline takes this: mm, y up. It answers with a tape's bytes. */
export const outlineRequestSchema = z.object({
  label: z.string().max(200).default('outline'),
  shape: shapeSchema,
  meaning: z.enum(['finished', 'inside']).default('finished'),
  parts: z
    .array(
      partSchema.refine(({ kind, points }) => kind !== 'markers' || !!points?.length, {
        path: ['points'],
        message: 'markers stand at points',
      }),
    )
    .min(1)
    .max(MOST_PARTS),
  /** a design whose needle points stay; the parts follow this block of it, from 0; -1: they come first */
  around: z.object({ base64, afterBlock: z.int().min(-1).max(10_000) }).optional(),
});
