import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import * as z from 'zod';
import { ROLES, TEXTURES, type Role } from '$lib/core/reading';
import { readTape } from '$lib/core/tape';
import type { LabelledDesign } from './types';

/** Tests and bench are run from the project's root. */
const FOLDER = join(process.cwd(), 'tests/fixtures/strangers');
/** What the labels call two of the roles. */
const CALLED: Record<string, Role> = { tack: 'tack-down', 'underlay-lace': 'lace-underlay' };
const role = z
  .string()
  .transform((r) => CALLED[r] ?? r)
  .pipe(z.enum(ROLES));
const texture = z.enum(TEXTURES);
const schema = z.object({
  name: z.string(),
  family: z.string(),
  blocks: z.array(
    z.object({
      role,
      role_also: z.array(role),
      texture,
      texture_also: z.array(texture),
      follows: z.int().nullable(),
      follows_all: z.array(z.int()),
      opening: z
        .object({ length_mm: z.number(), side: z.enum(['left', 'right', 'top', 'bottom']) })
        .nullable(),
      perimeter_mm: z.number().nullable(),
    }),
  ),
});

/** Designs that somebody else drew, with what a maker says of each block. The kept weights have seen them: a test that judges by them fits without. */
export function strangers(): LabelledDesign[] {
  return readdirSync(FOLDER)
    .filter((f) => f.endsWith('.truth.json'))
    .sort()
    .map((file): LabelledDesign => {
      const truth = schema.parse(JSON.parse(readFileSync(join(FOLDER, file), 'utf8')));
      const read = readTape(readFileSync(join(FOLDER, `${truth.name}.dst`)));
      if (!read.ok) throw new Error(`${file}: ${read.problem.message}`);
      return {
        name: truth.name,
        family: truth.family,
        hand: 'strangers',
        half: 'judging',
        variation: 'as drawn',
        tape: read.value,
        blocks: truth.blocks.map((b) => ({
          paths: [],
          role: b.role,
          alsoRoles: b.role_also,
          texture: b.texture,
          alsoTextures: b.texture_also,
          follows: b.follows_all.length ? b.follows_all : null,
          opening: b.opening ? { lengthMm: b.opening.length_mm, side: b.opening.side } : undefined,
          ...(b.perimeter_mm !== null && { perimeterMm: b.perimeter_mm }),
        })),
      };
    });
}
