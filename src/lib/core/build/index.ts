/**
 * A build: the recipe for an item. What the maker decided, never what can be worked out again.
 * The Zod schema is the one source of the type; schemaVersion grows when its shape changes so that old readers would err.
 * Fields added since have defaults, so that older files stay readable.
 */
import * as z from 'zod';
import { ROLES } from '../reading';
import { MATERIAL_KINDS } from '../catalogue';
import { idSchema, uniqueIds } from '../base';
import {
  blockThreadSchema,
  colour,
  MOST_BLOCKS,
  MOST_THREAD,
  MOST_THREAD_NUMBER,
  threadSchema,
} from './thread';

export {
  inOneThread,
  isSameThread,
  MOST_THREAD,
  MOST_THREAD_NUMBER,
  saidOf,
  threadSchema,
  threadsOf,
  threadKey,
  threadWords,
  UNNAMED,
  type BlockThread,
  type Thread,
} from './thread';

/** Raised when a build of before can no longer be read as it is. */
export const BUILD_SCHEMA_VERSION = 1;

/** Letters of a step's title and of its text. */
export const MOST_TITLE = 80;
export const MOST_TEXT = 600;
/** Of what is typed from a sheet. */
export const MOST_STOPS = 400;
export const MOST_STITCHES = 5_000_000;
/** Letters of a tag, and tags of a build. */
export const MOST_TAG = 30;
export const MOST_TAGS = 12;
/** Sheets that are kept with a build. */
export const MOST_SHEETS = 40;

const id = idSchema(120);
const materialKind = z.enum(MATERIAL_KINDS);
const mm = (most: number) => z.number().min(0.1).max(most);

/** What a maker knows about a material and no tape can tell. */
export const TRAITS = ['stretch', 'pile', 'slippery', 'directional', 'metal', 'keep-dry'] as const;
export type Trait = (typeof TRAITS)[number];
/** What is ironed to the wrong side of a piece. */
export const FUSIBLES = ['none', 'light', 'heavy'] as const;
/** Points of needle, by what they are for. */
export const NEEDLES = ['embroidery', 'ballpoint', 'sharp', 'strong'] as const;
export type NeedleKind = (typeof NEEDLES)[number];

/** The maker's own choice for a piece. */
export const materialSchema = z.object({
  name: z.string().max(80).optional(),
  kind: materialKind.optional(),
  colour: colour.optional(),
  layers: z.int().min(1).max(6).optional(),
  traits: z.array(z.enum(TRAITS)).max(TRAITS.length).optional(),
  fusible: z.enum(FUSIBLES).optional(),
  prewashed: z.boolean().optional(),
  interfacing: z.boolean().optional(),
  /** instead of the margin of the table */
  marginMm: z.number().min(0).max(200).optional(),
  /** a rectangle that is trimmed after stitching, or its shape before */
  cutTo: z.enum(['rectangle', 'shape']).optional(),
  /** a quarter, on the stock */
  mayTurn: z.boolean().optional(),
  /** the piece that is there already, as it lies in the hoop, mm */
  own: z.object({ widthMm: mm(5000), heightMm: mm(5000) }).optional(),
});

/** How long a step takes, s. */
export const stepSecondsSchema = z.number().min(0).max(86_400);

/** One change to the score the technique proposes. Steps are named by id, so that a new reading keeps what still fits. */
const scoreEditSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('rename'),
    stepId: id,
    title: z.string().min(1).max(MOST_TITLE),
    text: z.string().max(MOST_TEXT),
  }),
  z.object({ kind: z.literal('remove'), stepId: id }),
  z.object({ kind: z.literal('move'), stepId: id, before: id.nullable() }),
  z.object({
    kind: z.literal('insert'),
    stepId: id,
    before: id.nullable(),
    title: z.string().min(1).max(MOST_TITLE),
    text: z.string().max(MOST_TEXT),
    side: z.enum(['front', 'back', 'off']),
    seconds: stepSecondsSchema,
    /** a fresh bobbin counts in the thread plan, a fresh needle in its hours */
    action: z.enum(['bobbin', 'needle']).optional(),
  }),
  z.object({ kind: z.literal('time'), stepId: id, seconds: stepSecondsSchema }),
  /** a needle step is passed over on the machine, or sewn after all */
  z.object({ kind: z.literal('skip'), stepId: id, skip: z.boolean() }),
  /** a needle step is sewn once more, in its own or another thread */
  z.object({ kind: z.literal('again'), stepId: id, of: id, thread: threadSchema.nullable() }),
]);

/** A stop as it was typed: from a sheet, where there is no tape. */
const typedStopSchema = z.object({
  title: z.string().min(1).max(MOST_TITLE),
  role: z.enum(ROLES),
  thread: z.string().max(MOST_THREAD),
  /** as its maker numbers it */
  threadNumber: z.string().max(MOST_THREAD_NUMBER).optional(),
  /** what the machine's screen says; neither: nobody knows */
  seconds: stepSecondsSchema.nullable(),
  stitches: z.int().min(0).max(MOST_STITCHES).nullable(),
});
export type TypedStop = z.infer<typeof typedStopSchema>;
/** A side of a design whose tape is not there, mm. */
export const typedSideSchema = mm(2000);

/** Another design sewn in the middle of this one: a name, a motif. */
export const insertionSchema = z.object({
  id,
  name: z.string().min(1).max(80),
  /** its tape, or typed stops */
  tapeId: id.nullable(),
  typed: z.array(typedStopSchema).max(MOST_STOPS),
  /** sewn before this block of the design (as many as there are: after the last) */
  beforeBlock: z.int().min(0).max(MOST_BLOCKS),
  /** from the middle of the design to its own middle, mm, y up */
  dxMm: z.number().min(-2000).max(2000),
  dyMm: z.number().min(-2000).max(2000),
  /** one tape for both: the machine's stops count through */
  merged: z.boolean(),
});
export type Insertion = z.infer<typeof insertionSchema>;

/** So many items one hooping may hold. */
export const MOST_REPEATS = 200;
const inField = z.number().min(-3000).max(3000);
/** Where the items of a hooping lie in one hoop. mm from the middle of the field, y up; degrees anticlockwise */
const hoopingSchema = z.object({
  hoopId: id,
  /** of each item, what keeps the others off: about the middle of its design */
  outline: z
    .array(z.tuple([inField, inField]))
    .min(3)
    .max(600),
  /** between two outlines */
  gapMm: z.number().min(0).max(500),
  /** in the order of sewing; each is the middle of a design */
  places: z
    .array(z.object({ x: inField, y: inField, turnDeg: z.number().min(-360).max(360) }))
    .min(1)
    .max(MOST_REPEATS),
});
export type Hooping = z.infer<typeof hoopingSchema>;

/** Sewings of one design on one thing. */
export const MOST_SEWINGS = 40;
const onThing = z.number().min(-5000).max(5000);
/**
 * What is made already and sewn on: a napkin, a towel, a panel, as it lies before the maker; and where the middle of the design
 * comes on it, sewing after sewing, from the thing's middle. mm, y up; degrees anticlockwise
 */
const thingSchema = z.object({
  name: z.string().min(1).max(80),
  widthMm: mm(5000),
  heightMm: mm(5000),
  places: z
    .array(z.object({ x: onThing, y: onThing, turnDeg: z.number().min(-360).max(360) }))
    .min(1)
    .max(MOST_SEWINGS),
});
export type Thing = z.infer<typeof thingSchema>;

/** A design with every decision of its maker: what is stored, exported and planned from. Lengths in mm. */
export const buildSchema = z.object({
  schemaVersion: z.literal(BUILD_SCHEMA_VERSION),
  id,
  name: z.string().min(1).max(120),
  technique: id,
  /** who says so: read from the tape, or the maker */
  techniqueBy: z.enum(['reading', 'maker']).default('reading'),
  /** school taken of each choice of the technique */
  schools: z.record(idSchema(40), z.string().max(40)).default({}),
  /** the tape in the store, by the hash of its bytes */
  tapeId: id,
  fileName: z.string().max(260),
  /** the tape that this one sews in another order, and of its blocks those that each block here is; null: it is as it came */
  earlier: z
    .object({
      tapeId: id,
      fileName: z.string().max(260),
      blocks: z.array(z.array(z.int().min(0).max(MOST_BLOCKS)).min(1)).max(MOST_BLOCKS),
    })
    .nullable()
    .default(null),
  /** stops typed from a sheet instead of a tape */
  typed: z
    .object({
      stops: z.array(typedStopSchema).min(1).max(MOST_STOPS),
      widthMm: typedSideSchema.nullable(),
      heightMm: typedSideSchema.nullable(),
    })
    .nullable()
    .default(null),
  insertions: uniqueIds(z.array(insertionSchema).max(20)).default([]),
  /** roles that the maker set against the reading, by block */
  roles: z.record(z.string().regex(/^\d{1,5}$/), z.enum(ROLES)),
  /** thread of each block, in order, as it was said (`threadsOf` has what follows from it); a tape holds no colours */
  threads: z.array(blockThreadSchema).max(MOST_BLOCKS),
  /** by piece */
  materials: z.record(id, materialSchema),
  edits: z.array(scoreEditSchema).max(2000),
  machineId: id,
  hoopId: id,
  order: z.object({ quantity: z.int().min(1).max(100_000), repeats: z.int().min(1).max(MOST_REPEATS) }),
  /** where its items lie in the hoop, where the maker has said it */
  hooping: hoopingSchema.nullable().default(null),
  /** the made thing that it is sewn on; null: what is sewn becomes the thing */
  thing: thingSchema.nullable().default(null),
  /** words by which it is found among others */
  tags: z.array(z.string().trim().min(1).max(MOST_TAG)).max(MOST_TAGS).default([]),
  /** what becomes of the item */
  use: z
    .object({ washed: z.boolean(), forChild: z.boolean(), due: z.iso.date().nullable() })
    .default({ washed: false, forChild: false, due: null }),
  needle: z.enum(NEEDLES).default('embroidery'),
  /** rules of the plan check that are quiet here, with the maker's reason */
  silenced: z.record(idSchema(60), z.string().min(1).max(300)).default({}),
  /** sheets that came with the tape, in the store */
  documents: uniqueIds(z.array(z.object({ id, name: z.string().min(1).max(260) })).max(MOST_SHEETS)).default(
    [],
  ),
  notes: z.string().max(20_000),
  createdAt: z.iso.datetime(),
  changedAt: z.iso.datetime(),
});
export type Build = z.infer<typeof buildSchema>;

const unread = z.array(z.unknown());
const unreadFields = z.looseObject({});
/**
 * A build as a list shows it: what is within its lists is not looked at, which takes by far the longest. Before it is opened it
 * passes the whole schema.
 */
export const buildRowSchema = buildSchema.extend({
  schools: unreadFields.default({}),
  typed: unreadFields.nullable().default(null),
  insertions: unread.default([]),
  roles: unreadFields,
  threads: unread,
  materials: unreadFields,
  edits: unread,
  silenced: unreadFields.default({}),
  documents: unread.default([]),
});
export type ScoreEdit = z.infer<typeof scoreEditSchema>;
/** What an edit is called when it must be told. */
export const EDIT_WORDS: Record<ScoreEdit['kind'], string> = {
  rename: 'New wording',
  remove: 'Step taken out',
  move: 'Step moved',
  insert: 'Step put in',
  time: 'Own time',
  skip: 'Passing over',
  again: 'Once more',
};

/** The roles of a build as the reading takes them. */
export const roleOverrides = (build: Pick<Build, 'roles'>): Record<number, Build['roles'][string]> =>
  Object.fromEntries(Object.entries(build.roles).map(([block, role]) => [Number(block), role]));

/** What the maker knows about a piece, changed. */
export const withMaterial = (build: Build, pieceId: string, change: Build['materials'][string]): Build => ({
  ...build,
  materials: { ...build.materials, [pieceId]: { ...build.materials[pieceId], ...change } },
});
