import * as z from 'zod';
import { idSchema, uniqueIds } from '../base';

/** POST /api/schedule takes this: seconds from the beginning of the plan. Three years are more than any batch. */
const MOST_SECONDS = 100_000_000;
const id = idSchema(200);
const seconds = z.number().min(0).max(MOST_SECONDS);
const word = z.string().max(200);
const shift = z
  .object({ fromS: seconds, toS: seconds })
  .refine(({ fromS, toS }) => toS >= fromS, { path: ['toS'], error: 'it ends before it begins' });
const step = z
  .object({
    id,
    kind: z.enum(['needle', 'hand', 'wait']),
    seconds,
    atHead: z.boolean(),
    attended: z.boolean().default(false),
    cv: z.number().min(0).max(3).default(0),
  })
  .refine(({ kind, atHead }) => kind !== 'needle' || atHead, {
    path: ['atHead'],
    error: 'a needle sews at a head',
  });
const hooping = z
  .object({
    id,
    label: word.optional(),
    heads: z.array(id).max(100).nullable().default(null),
    frameKind: word.nullable().default(null),
    dueS: z.number().min(-MOST_SECONDS).max(MOST_SECONDS).nullable().default(null),
    releaseS: seconds.default(0),
    setup: word,
    steps: uniqueIds(z.array(step).min(1).max(200)),
  })
  .transform((h) => ({ ...h, label: h.label ?? h.id }));
/** More are planned one after the other. */
const MOST_STEPS = 20_000;
export const scheduleRequestSchema = z
  .object({
    heads: uniqueIds(
      z
        .array(z.object({ id, availableFromS: seconds.default(0), setup: word.nullable().default(null) }))
        .max(100),
    ),
    people: uniqueIds(z.array(z.object({ id, shifts: z.array(shift).max(1000) })).max(100)),
    frames: uniqueIds(z.array(z.object({ id, kind: word, count: z.int().min(0).max(10_000) })).max(200))
      .nullable()
      .default(null),
    hoopings: uniqueIds(z.array(hooping).min(1).max(2000)),
    setupSeconds: seconds.default(0),
    machineRunsAlone: z.boolean().default(false),
    seconds: z.number().min(0).max(20).default(2),
  })
  .refine(({ hoopings }) => hoopings.reduce((n, h) => n + h.steps.length, 0) <= MOST_STEPS, {
    path: ['hoopings'],
    error: `they have more than ${MOST_STEPS} steps together`,
  });
const when = { startS: z.number(), endS: z.number() };
/** POST /api/schedule answers this: seconds from the beginning of the plan. */
export const scheduleAnswerSchema = z.object({
  tasks: z.array(
    z.object({
      hoopingId: z.string(),
      stepId: z.string(),
      headId: z.string().nullable(),
      personId: z.string().nullable(),
      ...when,
    }),
  ),
  setups: z.array(z.object({ headId: z.string(), personId: z.string(), ...when, setup: z.string() })),
  finishS: z.number(),
  lateS: z.number(),
  bound: z.object({ finishS: z.number(), because: z.string() }),
  spread: z.object({ p50S: z.number(), p90S: z.number(), onTime: z.number() }).nullable(),
  computeSeconds: z.number(),
});
