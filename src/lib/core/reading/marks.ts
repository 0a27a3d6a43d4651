import { grouped, heightOf, overlaps, unionOf, widthOf } from '../base';
import type { BlockReading } from './types';
import { lineBox } from './unread';

/** What is marked for hands to work on afterwards: holes for snaps and eyelets, slots to draw something through. */
export interface Marks {
  holes: number;
  slots: number;
}

/** Lines nearer than this are one mark: a cross, a ring with its middle. mm */
const ONE_MARK = 1;
/** A slot is longer than this, and so many times as long as it is wide; a hole is as wide as it is long. mm */
const SLOT_MM = 6;
const SLOT_TIMES = 2.5;
/** On a sheet a stop for marks tells no number: mostly two that meet. */
const ON_A_SHEET = 2;

/** The marks that an item's blocks sew. */
export function marksIn(blocks: readonly BlockReading[]): Marks {
  const found = { holes: 0, slots: 0 };
  for (const block of blocks) {
    if (block.role.value !== 'marker') continue;
    if (block.typed) found.holes += ON_A_SHEET;
    for (const mark of grouped(block.lines.map(lineBox), (a, b) => overlaps(a, b, ONE_MARK))) {
      const box = unionOf(mark);
      const [short, long] = [widthOf(box), heightOf(box)].sort((a, b) => a - b) as [number, number];
      if (long >= SLOT_MM && long >= SLOT_TIMES * short) found.slots++;
      else found.holes++;
    }
  }
  return found;
}
