import { itemAt } from '../base';
import { threadWords, type Thread } from '../build';
import type { NumberId, Numbers } from '../numbers';
import { isCutByBlade, LENGTH_BIN_MM, type BlockReading, type Reading } from '../reading';
import { stackHere, stacksOf, type NeedleStep, type Score, type Stack } from '../score';
import { MATERIALS } from '../catalogue';
import { BOBBIN_KINDS, bobbinKindOf, type Machine } from '../workshop';

const MM_PER_M = 1000;
interface StepThread {
  topM: number;
  bobbinM: number;
}
/** A change of bobbin that is best made before a step. */
interface BobbinSwap {
  /** the needle step before which it is made */
  stepId: string;
  /** before this item of the hooping, from 0 */
  item: number;
  /** left on the bobbin that comes out, m */
  leftM: number;
  because: string;
}
/** Thread of one item by step, and of one bobbin. m */
export interface ThreadPlan {
  steps: Record<string, StepThread>;
  topM: number;
  bobbinM: number;
  /** what one bobbin gives, m */
  bobbinHoldsM: number;
  /** metres by thread name, the most used first */
  byThread: { name: string; colour: string; metres: number }[];
  swaps: BobbinSwap[];
  /** blocks that take more than a whole bobbin: they cannot be sewn without a join */
  tooLong: string[];
}

/** Full bobbins for so many items. */
export const bobbinsFor = (
  { bobbinM, bobbinHoldsM }: Pick<ThreadPlan, 'bobbinM' | 'bobbinHoldsM'>,
  items: number,
) => Math.ceil((bobbinM * items) / bobbinHoldsM);

/** Blocks in which a join of the bobbin shows. */
const SHOWS: readonly NeedleStep['role'][] = ['cover', 'lace', 'final-outline'];

/** Under the needle the stack is as thick as all its layers pressed together, mm. */
const stackThickness = ({ layers }: Stack, score: Score): number =>
  layers.reduce(
    (sum, l) =>
      sum + MATERIALS[l.material].sewnMm * (score.pieces.find((p) => p.id === l.pieceId)?.layers ?? 1),
    0,
  );

/**
 * top = Σ(1.15 l + 1.5 t), bobbin = Σ(0.40 l + 1.0 t) over the stitches, and a tail at each start.
 * l: length of a stitch, t: thickness of the stack, mm.
 */
function blockThread(block: BlockReading, thickMm: number, numbers: Numbers): StepThread {
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

/** What a bobbin of a kind gives, m: some is kept in hand. */
export const usableBobbin = (holds: NumberId, numbers: Numbers): number =>
  numbers[holds] * (1 - numbers['thread.bobbinKeep'] / 100);

/**
 * Thread of one item, and where the bobbin is changed when a hooping sews each block for all its items before the next.
 * @param startM on the bobbin at the start, m; a full one unless said
 */
export function planThread(
  score: Score,
  reading: Reading,
  threads: readonly (Thread | undefined)[],
  {
    machine,
    numbers,
    items = 1,
    startM,
  }: { machine: Machine; numbers: Numbers; items?: number; startM?: number },
): ThreadPlan {
  const fine = usableBobbin(BOBBIN_KINDS[bobbinKindOf(machine)].holds, numbers);
  const matched = usableBobbin('thread.bobbinMatched', numbers);
  const plan: ThreadPlan = {
    steps: {},
    topM: 0,
    bobbinM: 0,
    bobbinHoldsM: fine,
    byThread: [],
    swaps: [],
    tooLong: [],
  };
  const metres = new Map<string, { name: string; colour: string; metres: number }>();
  const stacks = stacksOf(score);
  let holds = fine;
  let left = startM === undefined ? holds : startM;
  for (const [i, step] of score.steps.entries()) {
    if (step.kind === 'hand') {
      // A bobbin of the top thread is fresh, and holds less.
      if (step.action === 'bobbin') left = holds = step.own ? fine : matched;
      continue;
    }
    if (step.skipped) continue;
    const needs = blockThread(
      itemAt(reading.blocks, step.block),
      stackThickness(stackHere(itemAt(stacks, i + 1), step), score),
      numbers,
    );
    plan.steps[step.id] = needs;
    plan.topM += needs.topM;
    plan.bobbinM += needs.bobbinM;
    const thread = step.thread ?? threads[step.block];
    if (thread) {
      const name = threadWords(thread);
      const key = `${name} ${thread.colour}`;
      const known = metres.get(key) ?? { name, colour: thread.colour, metres: 0 };
      metres.set(key, { ...known, metres: known.metres + needs.topM });
    }
    for (let item = 0; item < items; item++) {
      if (needs.bobbinM <= left) {
        left -= needs.bobbinM;
        continue;
      }
      if (needs.bobbinM > holds) {
        if (!plan.tooLong.includes(step.id)) plan.tooLong.push(step.id);
      }
      // Where a join does not show, the bobbin may be used up and changed within the block.
      else if (SHOWS.includes(step.role))
        plan.swaps.push({
          stepId: step.id,
          item,
          leftM: left,
          because: `${step.title}${items > 1 ? `, item ${item + 1} of ${items},` : ''} takes ${needs.bobbinM.toFixed(1)} m of bobbin thread and ${left.toFixed(1)} m are left: a join would show.`,
        });
      left = SHOWS.includes(step.role) ? holds - needs.bobbinM : holds - ((needs.bobbinM - left) % holds);
    }
  }
  plan.byThread = [...metres.values()].sort((a, b) => b.metres - a.metres);
  return plan;
}
