/** Machines and the hoops that go on them. mm and stitches per minute. */
import * as z from 'zod';
import { idSchema, timestampSchema } from '../base';
import type { NumberId } from '../numbers';

/** Bobbins by how they are wound and how large they are, with the row of the table that says what is on one. */
export const BOBBIN_KINDS = {
  'self-wound': { name: 'wound by yourself', holds: 'thread.bobbinHome' },
  prewound: { name: 'prewound', holds: 'thread.bobbinPrewound' },
  'size-l': { name: 'size L', holds: 'thread.bobbinShop' },
  'size-m': { name: 'size M', holds: 'thread.bobbinLarge' },
} as const satisfies Record<string, { name: string; holds: NumberId }>;
export type BobbinKind = keyof typeof BOBBIN_KINDS;
export const bobbinKindSchema = z.enum(Object.keys(BOBBIN_KINDS) as [BobbinKind, ...BobbinKind[]]);

/** Machine needles by their point, and their sizes. */
export const NEEDLE_KINDS = ['embroidery', 'ballpoint', 'sharp', 'metallic'] as const;
export const NEEDLE_SIZES = ['65/9', '70/10', '75/11', '80/12', '90/14'] as const;

export const machineSchema = z.object({
  id: idSchema(60),
  name: z.string().min(1).max(60),
  kind: z.enum(['one-needle', 'multi-needle']),
  needles: z.int().min(1).max(30),
  heads: z.int().min(1).max(50),
  /** all heads sew one design at once; else each its own */
  headsTogether: z.boolean().default(false),
  /** set speed, stitches per minute */
  speed: z.number().min(100).max(2000),
  /** the fastest it can be set to; null: nobody has said */
  topSpeed: z.number().min(100).max(2000).nullable().default(null),
  /** cuts its threads by itself at a trim */
  trims: z.boolean().default(true),
  /** of many needles: can be told to halt at a stop */
  halts: z.boolean().default(true),
  /** null: as its kind usually takes */
  bobbin: bobbinKindSchema.nullable().default(null),
  /** threads of the shelf on its needles, from needle 1; null: nothing that is known */
  threaded: z.array(idSchema(60).nullable()).max(30).default([]),
  /** the needle that is in; of many, the one that has been in longest */
  needle: z
    .object({ kind: z.enum(NEEDLE_KINDS), size: z.enum(NEEDLE_SIZES), since: timestampSchema })
    .nullable()
    .default(null),
  /** learned from the log: its real speed as a share of the set one, and seconds of each start; null: not yet */
  speedShare: z.number().min(0.1).max(3).nullable().default(null),
  startSeconds: z.number().min(0).max(60).nullable().default(null),
});
export const hoopSchema = z.object({
  id: idSchema(60),
  name: z.string().min(1).max(60),
  /** stitch field; of several positions, all of them together. mm */
  widthMm: z.number().min(20).max(3000),
  heightMm: z.number().min(20).max(3000),
  /** of the frame; null: the field and what most have round it. mm */
  outerWidthMm: z.number().min(20).max(4000).nullable().default(null),
  outerHeightMm: z.number().min(20).max(4000).nullable().default(null),
  /** corners are square, or the field is round as its sides say */
  shape: z.enum(['rectangle', 'oval']).default('rectangle'),
  magnetic: z.boolean(),
  /** how its ring is closed where no magnets hold it */
  closing: z.enum(['screw', 'spring']).default('screw'),
  /** so many alike: spare ones are hooped up while one is sewn */
  owned: z.int().min(1).max(200).default(1),
  /** hung into its brackets at so many places along its height, two neighbours overlapping; null: at one */
  positions: z
    .object({ count: z.int().min(2).max(3), overlapMm: z.number().min(0).max(1000) })
    .nullable()
    .default(null),
  /** kept free for the foot on every side; null: as the machine asks. mm */
  insetMm: z.number().min(0).max(60).nullable().default(null),
  machineId: idSchema(60),
  /** other machines that it fits too */
  alsoOn: z.array(idSchema(60)).max(50).default([]),
});
export type Machine = z.infer<typeof machineSchema>;
export type Hoop = z.infer<typeof hoopSchema>;

/** What a hoop is called as long as nobody has named it. mm */
export const hoopName = (widthMm: number, heightMm: number): string =>
  `${round(widthMm)} × ${round(heightMm)}`;
const round = (mm: number) => Math.round(mm * 10) / 10;

/** The field at one position of a hoop, mm: n fields that overlap are as high as all together. */
export const fieldAtOnce = ({
  widthMm,
  heightMm,
  positions,
}: Hoop): { widthMm: number; heightMm: number } => ({
  widthMm,
  heightMm: positions ? (heightMm + (positions.count - 1) * positions.overlapMm) / positions.count : heightMm,
});
/** From one position of a hoop to the next, mm. */
export const stepOf = (hoop: Hoop): number => fieldAtOnce(hoop).heightMm - (hoop.positions?.overlapMm ?? 0);

/** Bobbins that a machine takes. */
export const bobbinKindOf = ({ bobbin, kind }: Pick<Machine, 'bobbin' | 'kind'>): BobbinKind =>
  bobbin ?? (kind === 'one-needle' ? 'self-wound' : 'size-l');
/** With a thread of the shelf on one of its needles, from 0; null: nothing that is known. */
export const withThread = ({ needles, threaded }: Machine, needle: number, id: string | null) => ({
  threaded: Array.from({ length: needles }, (_, n) => (n === needle ? id : (threaded[n] ?? null))),
});
/** So many heads sew one design at once. */
export const headsAtOnce = ({ heads, headsTogether }: Pick<Machine, 'heads' | 'headsTogether'>): number =>
  headsTogether ? heads : 1;
/** Whether a hoop goes on a machine. */
export const goesOn = ({ machineId, alsoOn }: Hoop, id: string): boolean =>
  machineId === id || alsoOn.includes(id);
