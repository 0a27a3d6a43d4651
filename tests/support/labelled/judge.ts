import { readDesign } from '$lib/core/techniques';
import type { LabelledDesign } from './index';

/** One block: what it is, and what was read. */
export interface Judged {
  design: string;
  block: number;
  hand: string;
  role: string;
  roleRead: string;
  /** what was read is what is meant, or what makers would accept */
  roleRight: boolean;
  textureRight: boolean;
  /** the line that is followed; null where the label says nothing of it */
  followsRight: boolean | null;
  /** an opening where there is none */
  invented: boolean;
  confidence: number;
  texture: string;
  textureRead: string;
  because: string;
  /** relative; null where the label has none */
  perimeterError: number | null;
  openingErrorMm: number | null;
  openingSideRight: boolean | null;
}

export const judge = (designs: LabelledDesign[]): Judged[] =>
  designs.flatMap(({ name, hand, blocks, tape }) => {
    const reading = readDesign(tape, { trimJumps: 3 });
    if (reading.blocks.length !== blocks.length)
      throw new Error(`${name}: ${reading.blocks.length} blocks read, ${blocks.length} drawn`);
    return blocks.map((label, block): Judged => {
      const read = reading.blocks[block];
      const [opening] = read.openings;
      return {
        design: name,
        block,
        hand,
        role: label.role,
        roleRead: read.role.value,
        roleRight: [label.role, ...(label.alsoRoles ?? [])].includes(read.role.value),
        textureRight: !label.texture || [label.texture, ...(label.alsoTextures ?? [])].includes(read.texture),
        followsRight:
          label.follows === undefined
            ? null
            : label.follows === null
              ? read.follows === null
              : read.follows !== null && label.follows.includes(read.follows.index),
        invented: !label.opening && !label.alsoRoles?.includes('final-outline') && opening !== undefined,
        confidence: read.role.confidence,
        texture: label.texture ?? read.texture,
        textureRead: read.texture,
        because: read.role.because,
        perimeterError: label.perimeterMm
          ? Math.abs((read.perimeterMm ?? 0) - label.perimeterMm) / label.perimeterMm
          : null,
        openingErrorMm: label.opening ? Math.abs((opening?.lengthMm ?? 0) - label.opening.lengthMm) : null,
        openingSideRight: label.opening ? opening?.side === label.opening.side : null,
      };
    });
  });

const share = <T>(all: T[], right: (t: T) => boolean) =>
  all.length ? all.filter(right).length / all.length : 1;

export interface Verdict {
  blocks: number;
  roles: number;
  textures: number;
  /** share of closed lines read within 1 % */
  perimeters: number;
  /** share of openings within 2 mm, and on the right side */
  openings: number;
  sides: number;
  /** openings where there is none */
  invented: number;
  /** share of the lines followed that are the right ones */
  follows: number;
  /** of the blocks said at 0.9 and more, how many are right; and how many these are of all */
  sureRight: number;
  sure: number;
}

export function verdict(judged: Judged[]): Verdict {
  const sure = judged.filter((j) => j.confidence >= 0.9);
  const opened = judged.filter((j) => j.openingErrorMm !== null);
  return {
    blocks: judged.length,
    roles: share(judged, (j) => j.roleRight),
    textures: share(judged, (j) => j.textureRight),
    perimeters: share(
      judged.filter((j) => j.perimeterError !== null),
      (j) => j.perimeterError! <= 0.01,
    ),
    openings: share(opened, (j) => j.openingErrorMm! <= 2),
    sides: share(opened, (j) => j.openingSideRight === true),
    invented: judged.filter((j) => j.invented).length,
    follows: share(
      judged.filter((j) => j.followsRight !== null),
      (j) => j.followsRight === true,
    ),
    sureRight: share(sure, (j) => j.roleRight),
    sure: sure.length / judged.length,
  };
}

/** Rows: what it is; columns: what was read. */
export function confusion(judged: Judged[], of: 'role' | 'texture'): Record<string, Record<string, number>> {
  const table: Record<string, Record<string, number>> = {};
  for (const j of judged) {
    const [is, read] = of === 'role' ? [j.role, j.roleRead] : [j.texture, j.textureRead];
    table[is] ??= {};
    table[is][read] = (table[is][read] ?? 0) + 1;
  }
  return table;
}
