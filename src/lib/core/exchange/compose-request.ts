import * as z from 'zod';
import { idSchema, uniqueIds } from '../base';

const id = idSchema(200);
const MOST_TAPES = 100;
const MOST_ITEMS = 400;
const mm = z.number().min(-3000).max(3000);

/** POST /api/compose takes this: mm from the field's middle, y up, degrees anticlockwise. It answers with a tape's bytes. */
export const composeRequestSchema = z
  .object({
    tapes: uniqueIds(
      z
        .array(z.object({ id, base64: z.string() }))
        .min(1)
        .max(MOST_TAPES),
    ),
    placements: z
      .array(
        z.object({
          tapeId: id,
          xMm: mm,
          yMm: mm,
          turnDeg: z.number().min(-3600).max(3600).default(0),
          mirrored: z.boolean().default(false),
        }),
      )
      .min(1)
      .max(MOST_ITEMS),
    order: z.enum(['item-by-item', 'block-by-block']).default('item-by-item'),
    stops: z.enum(['keep', 'merge-same-thread']).default('keep'),
    /** of the blocks of each tape, in their order */
    threads: z.record(id, z.array(z.string().max(200)).max(10_000)).default({}),
  })
  .refine(({ tapes, threads }) => Object.keys(threads).every((t) => tapes.some((tape) => tape.id === t)), {
    path: ['threads'],
    message: 'names a tape that was not sent',
  });
