import { itemAt } from '$lib/core/base';
import { actionOf } from '$lib/core/catalogue';
import type { Score, Step } from '$lib/core/score';
import type { StepTimes } from '$lib/core/time';
import { isCutByBlade, type BlockReading } from '$lib/core/reading';

/** A step as it stands on the staves: x and width in px, level 0 (top) to 2 of its own stave. */
export interface PlacedStep {
  step: Step;
  index: number;
  x: number;
  width: number;
  stave: 'needle' | 'hands';
  level: 0 | 1 | 2;
  seconds: number;
  freeSeconds: number;
}
/** A whole score on its two staves. px */
export interface ScoreLayout {
  placed: PlacedStep[];
  /** bar lines: one a machine stop, with the seconds gone by */
  bars: { x: number; label: string; seconds: number }[];
  width: number;
}

/** Narrower than this a step cannot be hit; shorter steps are widened to it, px. */
const LEAST_WIDTH = 17;

/**
 * Places the steps in time, left to right. Widths are minutes, except that short steps keep a width that can be hit;
 * the scale is chosen so that the whole score fits the width.
 */
export function layoutScore(
  score: Score,
  times: StepTimes,
  blocks: readonly BlockReading[],
  width: number,
): ScoreLayout {
  const seconds = score.steps.map((s) => itemAt(times, s.id).seconds);
  const least = Math.min(LEAST_WIDTH, width / Math.max(1, seconds.length));
  const scale = fitScale(seconds, least, width);
  const placed: PlacedStep[] = [];
  const bars: ScoreLayout['bars'] = [];
  let x = 0;
  let clock = 0;
  score.steps.forEach((step, index) => {
    const w = Math.max(least, itemAt(seconds, index) * scale);
    const { freeSeconds } = itemAt(times, step.id);
    placed.push({
      step,
      index,
      x,
      width: w,
      stave: step.kind === 'needle' ? 'needle' : 'hands',
      level: levelOf(step, blocks),
      seconds: itemAt(seconds, index),
      freeSeconds,
    });
    x += w;
    clock += itemAt(seconds, index);
    if (step.kind === 'needle')
      // A design of its own has its own count; the bar line stays, the number would mislead.
      bars.push({ x, label: step.inserted || step.again ? '' : String(step.stop + 1), seconds: clock });
  });
  return { placed, bars: bars.slice(0, -1), width: x };
}

/** px a second so that the widths add up; found by halving, as short steps do not shrink. */
function fitScale(seconds: number[], least: number, width: number): number {
  let low = 0;
  let high = width;
  for (let i = 0; i < 60; i++) {
    const scale = (low + high) / 2;
    if (seconds.reduce((sum, s) => sum + Math.max(least, s * scale), 0) > width) high = scale;
    else low = scale;
  }
  return low;
}

/**
 * Height on the stave. Needle: light lines low, joining lines in the middle, covering stitches on top.
 * Hands: front of the hoop on top, back of the hoop at the bottom, tools and table in between.
 */
function levelOf(step: Step, blocks: readonly BlockReading[]): 0 | 1 | 2 {
  if (step.kind === 'hand') {
    if (actionOf(step).effect === 'turn hoop' || actionOf(step).ofMachine || step.side === 'off') return 1;
    return step.side === 'back' ? 2 : 0;
  }
  const block = itemAt(blocks, step.block);
  if (isCutByBlade(block)) return 1;
  const { texture } = block;
  if (texture === 'satin' || texture === 'fill' || texture === 'mixed') return 0;
  return texture === 'run' && ['placement', 'tack-down', 'marker'].includes(step.role) ? 2 : 1;
}

/**
 * The step before which one is put that is let go at x: steps follow one another in time, whichever stave they stand on.
 * null: on itself, or beyond the last.
 */
export function dropAt({ placed }: Pick<ScoreLayout, 'placed'>, x: number, stepId: string): number | null {
  const over = placed.find((p) => x < p.x + p.width);
  return over && over.step.id !== stepId ? over.index : null;
}
