import * as z from 'zod';
import type { Repeats } from '../hoop';
import { idSchema, timestampSchema, uniqueIds } from '../base';
import { isPerHooping } from '../catalogue';
import type { HandStep, Score } from '../score';

const id = idSchema(200);
const seconds = z.number().min(0);

/** A score comes from our own core, but a backup is a file like any other: what the run reads of it is checked. */
const stepSchema = z
  .looseObject({
    kind: z.enum(['needle', 'hand']),
    id,
    title: z.string().max(400),
    stop: z.number(),
    because: z.string().max(4000),
  })
  .refine(
    (s) =>
      s.kind === 'needle'
        ? typeof s.block === 'number'
        : typeof s.text === 'string' &&
          [s.pieces, s.tools, s.cautions].every(
            (l) => Array.isArray(l) && l.every((v) => typeof v === 'string'),
          ),
    'a step lacks its block or its words',
  );
const isScore = (value: unknown): value is Score =>
  z
    .looseObject({
      steps: uniqueIds(z.array(stepSchema).max(20_000)),
      pieces: uniqueIds(z.array(z.looseObject({ id, name: z.string(), material: z.string() })).max(2000)),
    })
    .safeParse(value).success;

const blockSchema = z.object({
  stitches: z.int().min(0),
  /** sewing alone, at the set speed, s */
  stitchSeconds: seconds,
  /** seconds of a run-up, for each time the needle starts in it */
  starts: z.number().min(0),
  /** threads left lying in it */
  floats: z.number().min(0).default(0),
  /** of its line that is left open, mm; 0: none, or of a run that is older than this */
  openMm: z.number().min(0).default(0),
  meanStitchMm: z.number().min(0),
  thread: z.object({ name: z.string().max(120), colour: z.string().max(20), metallic: z.boolean() }),
  topM: z.number().min(0),
  bobbinM: z.number().min(0),
});
const pieceSchema = z.object({
  id,
  name: z.string().max(200),
  material: z.string().max(40),
  colour: z.string().max(20),
  widthMm: z.number(),
  heightMm: z.number(),
});
const placesOf = <T extends z.ZodType>(place: T) => z.array(place).max(500);
const repeatsSchema = z.union([
  z.object({ places: placesOf(z.object({ x: z.number(), y: z.number(), turnDeg: z.number() })) }),
  // Of older runs all were turned alike.
  z
    .object({ turned: z.boolean(), places: placesOf(z.object({ x: z.number(), y: z.number() })) })
    .transform(({ turned, places }) => ({ places: places.map((p) => ({ ...p, turnDeg: turned ? 90 : 0 })) })),
]) satisfies z.ZodType<Repeats>;
/** A run as it was begun: the score and plan of that day, so that later changes of the build do not touch it. */
export const runRecordSchema = z.object({
  id,
  buildId: id,
  buildName: z.string().max(200),
  tapeId: z.string().max(200),
  createdAt: timestampSchema,
  /** when the build was last changed before the run */
  buildVersion: z.string().max(60).default(''),
  machine: z
    .object({
      id,
      name: z.string().max(60),
      kind: z.enum(['one-needle', 'multi-needle']),
      speed: z.number(),
      speedShare: z.number().nullable().default(null),
      startSeconds: z.number().nullable().default(null),
    })
    .nullable()
    .default(null),
  hoop: z.string().max(80).default(''),
  /** so often the tape is sewn in this hooping */
  items: z.int().min(1).max(500).default(1),
  /** items that each of them holds, where the tape has several; missing in runs that are older than this */
  inTape: z.int().min(1).max(600).optional(),
  /** where they lie in the hoop; null: they do not fit it; missing in runs that are older than this */
  repeats: repeatsSchema.nullish(),
  /** the hooping that it shares with other builds, and the one that comes into it next; null: it is sewn alone */
  together: z
    .object({
      id,
      name: z.string().max(80),
      next: z.object({ id, name: z.string().max(200) }).nullable(),
    })
    .nullable()
    .default(null),
  /** of a long hoop: by needle step, how far up the middle of the position is at which it hangs then. mm */
  centres: z.record(id, z.number()).default({}),
  /** on a machine of several needles: which sews a step, from 1, by its id */
  needles: z.record(id, z.int().min(1).max(30)).default({}),
  /** how many items of the build were made before, by these hands */
  madeBefore: z.int().min(0).default(0),
  /** a run keeps the score it was started with: later changes of the build must not change what was sewn */
  score: z.custom<Score>(isScore),
  /** planned seconds by step, for all items of the hooping */
  planned: z.record(id, seconds),
  /** of these, seconds in which the needle needs nobody */
  free: z.record(id, seconds).default({}),
  /** seconds that pass by themselves after a step: drying, cooling */
  waits: z.record(id, seconds).default({}),
  /** planned seconds by step and row of the table of numbers */
  terms: z.record(id, z.record(z.string().max(60), seconds)).default({}),
  /** the maker's own figures of that day, by row of the table */
  numbers: z.record(z.string().max(60), z.number()).default({}),
  blocks: z.array(blockSchema).max(20_000).default([]),
  pieces: uniqueIds(z.array(pieceSchema).max(2000)).default([]),
  /** what a bobbin gives, m */
  bobbinHoldsM: z.number().min(0).default(0),
  /** needle steps before which the bobbin is best changed */
  bobbinSwaps: z.array(id).max(2000).default([]),
});
/** What a run is begun with, and never changes. */
export type RunRecord = z.infer<typeof runRecordSchema>;

/** Seconds that were planned for the whole run. */
export const plannedSeconds = ({ planned }: Pick<RunRecord, 'planned'>): number =>
  Object.values(planned).reduce((sum, s) => sum + s, 0);

/** Pieces of a hand step at their cut size, for the table beside the machine. */
export const piecesOfStep = (run: Pick<RunRecord, 'pieces'>, step: Pick<HandStep, 'pieces'>) =>
  step.pieces.flatMap((p) => run.pieces.find((q) => q.id === p) ?? []);

/** How many of each of its pieces a step lays or works on: at each place, but for what is done to the hoop. */
export const piecesEach = (
  { items }: Pick<RunRecord, 'items'>,
  step: Pick<HandStep, 'action'> & Partial<Pick<HandStep, 'places'>>,
): number => (isPerHooping(step) ? 1 : items * (step.places ?? 1));

/** How many items come out of a hooping. */
export const itemsIn = ({ items, inTape = 1 }: Pick<RunRecord, 'items' | 'inTape'>): number => items * inTape;
