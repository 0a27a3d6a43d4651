/**
 * A build: the recipe for an item. What the maker decided, never what can be worked out again.
 * The Zod schema is the one source of the type; schemaVersion grows when its shape changes.
 */
import * as z from 'zod';
import { ROLES } from '../reading';
import { MATERIAL_KINDS } from '../techniques';

export const BUILD_SCHEMA_VERSION = 1;

const id = z.string().min(1).max(120);
const materialKind = z.enum(MATERIAL_KINDS);
const colour = z.string().regex(/^#[0-9a-f]{6}$/i);

/** One change to the score the technique proposes. Steps are named by id, so that a new reading keeps what still fits. */
const scoreEditSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('rename'),
    stepId: id,
    title: z.string().min(1).max(80),
    text: z.string().max(600),
  }),
  z.object({ kind: z.literal('remove'), stepId: id }),
  z.object({ kind: z.literal('move'), stepId: id, before: id.nullable() }),
  z.object({
    kind: z.literal('insert'),
    stepId: id,
    before: id.nullable(),
    title: z.string().min(1).max(80),
    text: z.string().max(600),
    side: z.enum(['front', 'back', 'off']),
    seconds: z.number().min(0).max(86_400),
  }),
  z.object({ kind: z.literal('time'), stepId: id, seconds: z.number().min(0).max(86_400) }),
]);

export const buildSchema = z.object({
  schemaVersion: z.literal(BUILD_SCHEMA_VERSION),
  id,
  name: z.string().min(1).max(120),
  technique: id,
  /** the tape in the store, by the hash of its bytes */
  tapeId: id,
  fileName: z.string().max(260),
  /** roles that the maker set against the reading, by block */
  roles: z.record(z.string().regex(/^\d{1,5}$/), z.enum(ROLES)),
  /** thread of each block, in order; a tape holds no colours */
  threads: z.array(z.object({ name: z.string().max(60), colour })).max(5000),
  /** the maker's own choice of a piece's name and material, by piece */
  materials: z.record(z.string().max(120), z.object({ name: z.string().max(80).optional(), kind: materialKind.optional(), colour: colour.optional() })), // prettier-ignore
  edits: z.array(scoreEditSchema).max(2000),
  machineId: id,
  hoopId: id,
  order: z.object({ quantity: z.int().min(1).max(100_000), repeats: z.int().min(1).max(200) }),
  notes: z.string().max(20_000),
  createdAt: z.iso.datetime(),
  changedAt: z.iso.datetime(),
});
export type Build = z.infer<typeof buildSchema>;
export type ScoreEdit = z.infer<typeof scoreEditSchema>;

/** The roles of a build as the reading takes them. */
export const roleOverrides = (build: Build): Record<number, Build['roles'][string]> =>
  Object.fromEntries(Object.entries(build.roles).map(([block, role]) => [Number(block), role]));
