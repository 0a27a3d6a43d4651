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
  bars: { x: number; label: string }[];
  /** the minutes gone by: a tick for each, and its clock where there is room for it */
  minutes: { x: number; seconds: number; told: boolean }[];
  width: number;
}
/** What a score is drawn in. px */
interface Room {
  /** that is seen at once */
  width: number;
  /** of a step: narrower it could not be hit, or its picture seen */
  least: number;
}
/** Least widths of a step for a mouse and for a finger; a whole score in one line is narrower, as it only shows the way. px */
export const LEAST = { mouse: 22, finger: 44, line: 3 } as const;
/** Clocks and the numbers of stops keep so far from each other, px. */
const CLOCK_ROOM = 46;
const NUMBER_ROOM = 15;
/** Minutes from one clock to the next. */
const RULES = [1, 2, 5, 10, 15, 30, 60, 120];

/**
 * Places the steps in time, left to right. Widths are minutes, except that short steps keep a width that can be hit;
 * the scale is chosen so that the whole score fits the width, unless its steps cannot be so narrow: then it is wider.
 */
export function layoutScore(
  score: Score,
  times: StepTimes,
  blocks: readonly BlockReading[],
  { width: room, least }: Room,
): ScoreLayout {
  const seconds = score.steps.map((s) => itemAt(times, s.id).seconds);
  const width = Math.max(room, least * seconds.length);
  const scale = fitScale(seconds, least, width);
  const placed: PlacedStep[] = [];
  const bars: ScoreLayout['bars'] = [];
  let x = 0;
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
    // A design of its own has its own count; the bar line stays, the number would mislead.
    if (step.kind === 'needle')
      bars.push({ x, label: step.inserted || step.again ? '' : String(step.stop + 1) });
  });
  return { placed, bars: thinned(bars.slice(0, -1)), minutes: minutesOf(placed), width: x };
}
/** Numbers that would stand on the one before are left out; their lines stay. */
function thinned(bars: ScoreLayout['bars']): ScoreLayout['bars'] {
  let last = -Infinity;
  return bars.map((bar) => {
    if (!bar.label || bar.x - last < NUMBER_ROOM) return { ...bar, label: '' };
    last = bar.x;
    return bar;
  });
}
/** Where each minute is: short steps are drawn wider than they last, so minutes are not all as long. */
function minutesOf(placed: readonly PlacedStep[]): ScoreLayout['minutes'] {
  const ticks: { x: number; seconds: number }[] = [];
  let clock = 0;
  for (const { x, width, seconds } of placed) {
    for (let at = 60 * (Math.floor(clock / 60) + 1); at <= clock + seconds && seconds > 0; at += 60)
      ticks.push({ x: x + (width * (at - clock)) / seconds, seconds: at });
    clock += seconds;
  }
  const end = placed.at(-1);
  const width = end ? end.x + end.width : 0;
  // The closest rule whose clocks do not touch each other, wherever they are.
  const rule = RULES.find((minutes) => {
    const told = ticks.filter((t) => t.seconds % (60 * minutes) === 0);
    return told.every((t, i) => t.x - (i ? itemAt(told, i - 1).x : 0) >= CLOCK_ROOM);
  });
  return ticks.map((t) => ({
    ...t,
    told: rule !== undefined && t.seconds % (60 * rule) === 0 && t.x < width - CLOCK_ROOM / 2,
  }));
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
