/** What rows of evidence are written in. */
import type { Facts } from './facts';
import { mm } from './unread';
import { percent } from '../base';

/** One piece of evidence: what it measures, and how it is told. Which roles it speaks for is fitted, not written. */
export interface Evidence {
  key: string;
  /** 0 (not so) to 1 (wholly so) */
  of: (f: Facts) => number;
  /** one clause, with its figures */
  say: (f: Facts) => string;
}
/** 1 where it is so, else 0. */
export const yes = (is: boolean) => (is ? 1 : 0);
/** 0 up to `from`, 1 from `to` on, even between. */
export const rising = (v: number, from: number, to: number) =>
  Math.min(1, Math.max(0, (v - from) / (to - from)));
/** A block as it is called. */
export const nth = (i: number) => `block ${i + 1}`;
/** Share of its line that lies on an earlier one, 0-1. */
export const share = (f: Facts) => f.block.follows?.share ?? 0;
/** Whether its main line is a loop. */
export const isClosed = ({ block }: Facts) => block.closed;
/** Whether nothing is sewn after it. */
export const isLast = (f: Facts) => f.block.index === f.n - 1;
/** Whether it is a light line, once or twice. */
export const light = ({ block }: Facts) => block.texture === 'run' || block.texture === 'double-run';
/** Whether it is sewn as lines that may fill a field. */
export const isThin = ({ isLine, block }: Facts) => isLine || block.texture === 'meander';
/** How far the lines of a field lie apart, mm in words. */
export const apart = ({ perMm2 }: Facts) => mm(2 / Math.max(0.01, perMm2));
/** Lines sewn before it on the same edge. */
export const lines = (f: Facts) => f.before.lines.length;
/** Bands sewn before it on the same edge. */
export const bands = (f: Facts) => f.before.bands.length;
/** How it follows an earlier line, in words. */
export const follow = (f: Facts) =>
  f.block.follows
    ? `follows block ${f.block.follows.index + 1}'s line for ${percent(f.block.follows.share)} within ${mm(Math.max(0.1, f.block.follows.distanceMm))} mm`
    : 'follows no earlier line';
/** Which later block sews its line again, in words. */
export const again = (f: Facts) => {
  const next = Math.min(...f.after.lines, ...f.after.bands);
  return Number.isFinite(next)
    ? `${nth(next)} sews the same line again`
    : 'no later block sews its line again';
};
