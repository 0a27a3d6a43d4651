import { itemAt } from '$lib/core/base';
import { JUMP, STOP, type Tape } from '$lib/core/tape';
import type { BlockReading } from '$lib/core/reading';
import type { View } from './draw-plan';

/** One block as it is sewn: its records, and the colour of its thread. */
export interface ScrubbedBlock {
  block: BlockReading;
  colour: string;
}

/** Records between two kept pictures: so many are drawn in a small part of a frame. */
const EVERY = 3000;
/** Kept pictures made in one frame at most, so that no frame is late. */
const AT_ONCE = 3;

/**
 * The stitches up to any one of them, fast enough to drag through: pictures are kept at even steps, and only the few
 * stitches since the last one are drawn anew.
 */
export class StitchScrubber {
  readonly total: number;
  private readonly kept: OffscreenCanvas[] = [];
  private readonly starts: number[] = [];

  /** @param width, height of the canvas in device px */
  constructor(
    private readonly tape: Tape,
    private readonly blocks: readonly ScrubbedBlock[],
    private readonly view: View,
    private readonly width: number,
    private readonly height: number,
    private readonly ratio: number,
  ) {
    let n = 0;
    for (const { block } of blocks) {
      this.starts.push(n);
      n += block.to - block.from;
    }
    this.total = n;
  }

  /** Which block the n-th record belongs to, and how far into it. */
  at(n: number): { index: number; offset: number } {
    let index = this.starts.findLastIndex((s) => s <= n);
    if (index < 0) index = 0;
    return { index, offset: n - (this.starts[index] ?? 0) };
  }

  /** Draws everything up to record n. Answers how far it came: less than n while pictures are still being made. */
  draw(ctx: CanvasRenderingContext2D, n: number): number {
    const wanted = Math.floor(n / EVERY);
    for (let made = 0; this.kept.length <= wanted && made < AT_ONCE; made++) this.keepNext();
    const have = Math.min(wanted, this.kept.length - 1);
    const to = Math.min(n, (have + 1) * EVERY);
    ctx.drawImage(itemAt(this.kept, have), 0, 0);
    this.stroke(ctx, have * EVERY, to);
    return to;
  }

  /** Where the needle stands after record n, mm; null before the first. */
  needle(n: number): { x: number; y: number } | null {
    if (!this.blocks.length || n <= 0) return null;
    const { index, offset } = this.at(n - 1);
    const i = itemAt(this.blocks, index).block.from + offset;
    return { x: itemAt(this.tape.x, i) / 10, y: itemAt(this.tape.y, i) / 10 };
  }

  private keepNext() {
    const canvas = new OffscreenCanvas(this.width, this.height);
    const ctx = canvas.getContext('2d');
    const k = this.kept.length;
    if (ctx && k > 0) {
      ctx.drawImage(itemAt(this.kept, k - 1), 0, 0);
      this.stroke(ctx, (k - 1) * EVERY, k * EVERY);
    }
    this.kept.push(canvas);
  }

  private stroke(
    ctx: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D,
    from: number,
    to: number,
  ) {
    const { scale, offsetX, offsetY } = this.view;
    const { x, y, kind } = this.tape;
    ctx.save();
    ctx.setTransform(
      this.ratio * scale,
      0,
      0,
      -this.ratio * scale,
      this.ratio * offsetX,
      this.ratio * offsetY,
    );
    ctx.lineWidth = Math.max(0.35, 0.9 / scale);
    ctx.lineJoin = 'round';
    for (let b = this.at(from).index; b < this.blocks.length && itemAt(this.starts, b) < to; b++) {
      const { block, colour } = itemAt(this.blocks, b);
      const first = block.from + Math.max(0, from - itemAt(this.starts, b));
      const end = Math.min(block.to, block.from + to - itemAt(this.starts, b));
      ctx.strokeStyle = colour;
      ctx.beginPath();
      // A stitch starts where the one before ended, also across kept pictures.
      let down = first > block.from && kind[first - 1] !== JUMP && kind[first - 1] !== STOP;
      if (down) ctx.moveTo(itemAt(x, first - 1) / 10, itemAt(y, first - 1) / 10);
      for (let i = first; i < end; i++) {
        if (kind[i] === JUMP || kind[i] === STOP) down = false;
        else if (down) ctx.lineTo(itemAt(x, i) / 10, itemAt(y, i) / 10);
        else {
          ctx.moveTo(itemAt(x, i) / 10, itemAt(y, i) / 10);
          down = true;
        }
      }
      ctx.stroke();
    }
    ctx.restore();
  }
}
