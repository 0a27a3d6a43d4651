import { readDesign } from '$lib/core/reading';
import type { LabelledDesign } from './index';

/** One block: what it is, and what was read. */
export interface Judged {
  design: string;
  block: number;
  role: string;
  roleRead: string;
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
  designs.flatMap(({ name, blocks, tape }) => {
    const reading = readDesign(tape, { trimJumps: 3 });
    if (reading.blocks.length !== blocks.length)
      throw new Error(`${name}: ${reading.blocks.length} blocks read, ${blocks.length} drawn`);
    return blocks.map((label, block): Judged => {
      const read = reading.blocks[block];
      const [opening] = read.openings;
      return {
        design: name,
        block,
        role: label.role,
        roleRead: read.role.value,
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
  /** of the blocks said at 0.9 and more, how many are right; and how many these are of all */
  sureRight: number;
  sure: number;
}

export function verdict(judged: Judged[]): Verdict {
  const sure = judged.filter((j) => j.confidence >= 0.9);
  const opened = judged.filter((j) => j.openingErrorMm !== null);
  return {
    blocks: judged.length,
    roles: share(judged, (j) => j.role === j.roleRead),
    textures: share(judged, (j) => j.texture === j.textureRead),
    perimeters: share(
      judged.filter((j) => j.perimeterError !== null),
      (j) => j.perimeterError! <= 0.01,
    ),
    openings: share(opened, (j) => j.openingErrorMm! <= 2),
    sides: share(opened, (j) => j.openingSideRight === true),
    sureRight: share(sure, (j) => j.role === j.roleRead),
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
