/** What is said to a machine over HTTP, and what it tells. One small file, so that a real machine's driver can be written beside it. */
import * as z from 'zod';
import { MAX_RATE } from '../machine';

/** Header that says whose head it is: chosen by who loads it, sent with every command. */
export const OWNER_HEADER = 'x-head-token';
/** Chosen at random by who loads a head. */
export const ownerToken = z.string().regex(/^[\w-]{1,80}$/);
/** Goes over the line this often, so that a dead one is noticed, ms. */
export const HEARTBEAT_MS = 1000;
/** Name of a head in addresses. */
export const headName = z.string().regex(/^[a-z0-9-]{1,40}$/);

/** Query of POST /api/machine/{head}/load; the body is the tape. */
export const machineLoadSchema = z.object({
  seed: z.coerce
    .number()
    .int()
    .min(0)
    .max(2 ** 31)
    .default(1),
  /** how many times faster than a real one */
  rate: z.coerce.number().min(1).max(MAX_RATE).default(1),
  speed: z.coerce.number().min(100).max(2000).optional(),
  breaks: z.coerce.number().min(0).max(1000).optional(),
  bobbinM: z.coerce.number().min(0.1).max(1000).optional(),
  kind: z.enum(['one-needle', 'multi-needle']).default('one-needle'),
  /** stops at which it halts, from 1: "2,5,7"; without it at all */
  halts: z
    .string()
    .regex(/^\d{1,4}(,\d{1,4})*$/)
    .transform((s) => s.split(',').map(Number))
    .optional(),
});
export type MachineLoad = z.input<typeof machineLoadSchema>;

/** Body of POST /api/machine/{head}/command. */
export const machineCommandSchema = z.discriminatedUnion('command', [
  z.object({ command: z.enum(['trace', 'start', 'halt', 'fresh-bobbin']) }),
  z.object({ command: z.literal('back'), stitches: z.int().min(1).max(1_000_000) }),
  z.object({ command: z.literal('jump'), block: z.int().min(0), stitch: z.int().min(0).default(0) }),
  z.object({ command: z.literal('speed'), speed: z.number() }),
  z.object({ command: z.literal('rate'), rate: z.number().min(1).max(MAX_RATE) }),
]);
export type MachineCommand = z.input<typeof machineCommandSchema>;

/** What a head tells of itself; see MachineState. */
export const machineStateSchema = z.object({
  status: z.enum(['empty', 'ready', 'tracing', 'sewing', 'halted', 'done']),
  why: z.enum(['stop', 'hand', 'thread-break', 'bobbin-out']).nullable(),
  label: z.string(),
  tapeId: z.string(),
  block: z.int(),
  blocks: z.int(),
  stitch: z.int(),
  blockStitches: z.int(),
  speed: z.number(),
  seconds: z.number(),
  untilHaltSeconds: z.number(),
  bobbinLeftM: z.number(),
  breaks: z.int(),
});
