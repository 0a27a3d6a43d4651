import type { Numbers } from '../numbers';
import { isCutByBlade, LENGTH_BIN_MM, type BlockReading } from '../reading';
import type { Score, Stack } from '../score';
import { MATERIALS } from '../catalogue';

const MM_PER_M = 1000;
/** Of one block, m. */
export interface StepThread {
  topM: number;
  bobbinM: number;
}
/** Under the needle the stack is as thick as all its layers pressed together, mm. */
export const stackThickness = ({ layers }: Stack, score: Score): number =>
  layers.reduce(
    (sum, l) =>
      sum + MATERIALS[l.material].sewnMm * (score.pieces.find((p) => p.id === l.pieceId)?.layers ?? 1),
    0,
  );

/**
 * top = Σ(1.15 l + 1.5 t), bobbin = Σ(0.40 l + 1.0 t) over the stitches, and a tail at each start.
 * l: length of a stitch, t: thickness of the stack, mm.
 */
export function blockThread(block: BlockReading, thickMm: number, numbers: Numbers): StepThread {
  // A blade carries none.
  if (isCutByBlade(block)) return { topM: 0, bobbinM: 0 };
  let lengthMm = 0;
  block.lengthBins.forEach((n, bin) => (lengthMm += n * (bin + 0.5) * LENGTH_BIN_MM));
  // The bins round; the sewn length is exact.
  const sewnMm = block.sewnLengthMm || lengthMm;
  const tails = numbers['thread.tail'] * (1 + block.trims);
  const sewn = { lengthMm: sewnMm, stitches: block.stitches, thickMm };
  return { topM: topOf(sewn, numbers) + tails, bobbinM: bobbinOf(sewn, numbers) + tails };
}
interface SewnLength {
  lengthMm: number;
  stitches: number;
  /** of the stack under the needle */
  thickMm: number;
}
const topOf = ({ lengthMm, stitches, thickMm }: SewnLength, numbers: Numbers): number =>
  (numbers['thread.topTake'] * lengthMm + numbers['thread.topThick'] * thickMm * stitches) / MM_PER_M;
/** Bobbin thread of stitches, m, without the tails. */
export const bobbinOf = ({ lengthMm, stitches, thickMm }: SewnLength, numbers: Numbers): number =>
  (numbers['thread.bobbinTake'] * lengthMm + numbers['thread.bobbinThick'] * thickMm * stitches) / MM_PER_M;
