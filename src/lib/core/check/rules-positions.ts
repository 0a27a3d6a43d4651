import { count, itemAt, type Box } from '../base';
import type { CheckRule } from './types';

/** Two blocks no farther apart than this are seen to meet or not, mm. */
const MEET = 3;
const areNear = (a: Box, b: Box) =>
  Math.max(b.minX - a.maxX, a.minX - b.maxX, b.minY - a.maxY, a.minY - b.maxY) <= MEET;

/** A design that is sewn over several positions of a long hoop. */
export const positionRules: CheckRule[] = [
  {
    id: 'over-positions',
    severity: 'stop',
    find: ({ over, needles, hoop }) => {
      const across = needles.filter((_, n) => over?.at[n] === null);
      return across.slice(0, 1).map(({ step }) => ({
        stepId: step.id,
        message: `${count(across.length, 'block')} of the design ${across.length === 1 ? 'reaches' : 'reach'} over more than one position of hoop ${hoop.name}.`,
        because:
          'From one position the machine does not reach all of it: cut it at the Hoop, where a gap allows it.',
      }));
    },
  },
  {
    id: 'positions-meet',
    severity: 'mind',
    find: ({ over, needles, reading }) => {
      if (!over?.moves) return [];
      const box = (n: number) => itemAt(reading.blocks, itemAt(needles, n).step.block).box;
      const title = (n: number) => itemAt(needles, n).step.title;
      for (const [n, here] of over.at.entries())
        for (let m = 0; m < n; m++) {
          const there = itemAt(over.at, m);
          if (here === null || there === null || there === here || !areNear(box(m), box(n))) continue;
          return [
            {
              stepId: itemAt(needles, n).step.id,
              message: `${title(n)} at position ${here + 1} must meet ${title(m)}, sewn at position ${there + 1}.`,
              because:
                'Between them the hoop is hung anew: bring the needle down by hand at the first stitch before it sews.',
            },
          ];
        }
      return [];
    },
  },
];
