import * as z from 'zod';
import { idSchema, timestampSchema } from '../base';

/** What may go wrong at the machine; each has its guided way out. */
export const TROUBLES = [
  'thread-break',
  'bobbin-out',
  'nest',
  'needle-broken',
  'shifted',
  'not-covered',
  'wrong-colour',
  'interrupted',
  'hoop-popped',
] as const;
/** One of TROUBLES. */
export type TroubleKind = (typeof TROUBLES)[number];
/** How an item came out. */
export const RESULTS = ['good', 'second', 'ruined'] as const;
/** One of RESULTS. */
export type ItemResult = (typeof RESULTS)[number];

/** A century: more than any run, or any jump of a clock that is one. ms */
const MOST_MS = 3_155_760_000_000;
/** Events of one run; more are no run. Their numbers are 0 up to this. */
export const MOST_EVENTS = 100_000;
/**
 * at: ms since 1970, by the device's clock, which may jump. ms: time awake and under way since the event before it in the
 * same sitting; work is counted by it. Runs of older versions have none and are counted by the clock.
 */
const time = { at: timestampSchema, ms: z.number().min(0).max(MOST_MS).optional() };
/** Stands for a step where all are done. */
export const AT_END = 'end';
const stepId = idSchema(200);
/** Thread that went into a run, weighed. */
export const gramsSchema = z.number().min(0.1).max(2000);
const index = z.int().min(0);
/** within the block, from 0 */
const stitch = z.int().min(0);
/** What a log keeps of a text, and of a reason, in letters. */
export const MOST_TEXT = 4000;
/** See MOST_TEXT. */
export const MOST_REASON = 400;
const text = z.string().max(MOST_TEXT);
const reason = z.string().max(MOST_REASON);

/** One thing that happened in a run. A run is the list of these, never changed, only added to. */
export const runEventSchema = z.discriminatedUnion('type', [
  z.object({ ...time, type: z.literal('started') }),
  /** a machine tells its stitches by itself from now on; rate: a simulated one may run faster than life. null: by hand again */
  z.object({
    ...time,
    type: z.literal('followed'),
    machine: z.string().max(60).nullable(),
    rate: z.number().min(1),
  }),
  /** the needle runs, from this stitch */
  z.object({ ...time, type: z.literal('stitching'), index, stitch }),
  /** the needle stands within a block */
  z.object({ ...time, type: z.literal('halted'), index, stitch }),
  /** the hand step is done, or the block sewn to its stop: the next step begins */
  z.object({ ...time, type: z.literal('done'), stepId, index }),
  /** passed over by hand: it counts as neither sewn nor laid */
  z.object({ ...time, type: z.literal('skipped'), stepId, index }),
  /** back to the step at `index` */
  z.object({ ...time, type: z.literal('back'), index }),
  /** the steps from `index` to `until` (that one alone, unless told) are done once more, then on with the step at `then` */
  z.object({ ...time, type: z.literal('redo'), index, until: index.optional(), then: index }),
  /** the needle was taken back within its block */
  z.object({ ...time, type: z.literal('went-back'), index, stitch }),
  z.object({ ...time, type: z.literal('broke'), index, stitch, thread: z.string().max(120) }),
  /** another thread than planned from this step on, or a new spool of it; colour: as it is drawn, empty: unknown */
  z.object({
    ...time,
    type: z.literal('thread-changed'),
    stepId,
    name: z.string().max(120),
    colour: z.string().max(20).default(''),
  }),
  z.object({ ...time, type: z.literal('bobbin-changed'), stepId, stitch, ranOut: z.boolean() }),
  z.object({ ...time, type: z.literal('needle-changed'), stepId }),
  /** a spool was weighed before and after the run: so much thread went into it */
  z.object({
    ...time,
    type: z.literal('spool-weighed'),
    name: z.string().max(120),
    grams: gramsSchema,
  }),
  z.object({ ...time, type: z.literal('trouble'), stepId, kind: z.enum(TROUBLES), text }),
  z.object({ ...time, type: z.literal('note'), stepId, text }),
  z.object({ ...time, type: z.literal('photo'), stepId, photoId: idSchema(80) }),
  /** the device slept or its clock jumped: so long, of which `ms` is counted as work */
  z.object({ ...time, type: z.literal('slept'), sleptMs: z.number().min(-MOST_MS).max(MOST_MS) }),
  z.object({ ...time, type: z.literal('paused') }),
  z.object({ ...time, type: z.literal('resumed') }),
  /** left in the middle, by hand or because the page was gone; the needle stands at `stitch` of its block, if known */
  z.object({ ...time, type: z.literal('interrupted'), stitch: stitch.nullable(), reason }),
  /** the n-th item of the hooping, from 0 */
  z.object({ ...time, type: z.literal('item'), n: index, result: z.enum(RESULTS), reason }),
  z.object({ ...time, type: z.literal('finished') }),
  z.object({ ...time, type: z.literal('given-up'), reason }),
  /** closed too early: it goes on where it was closed */
  z.object({ ...time, type: z.literal('reopened') }),
]);
export type RunEvent = z.infer<typeof runEventSchema>;
