import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import type { Path } from '$lib/core/base';
import type { Role, DesignEdge, Texture } from '$lib/core/reading';

/** A block as it was drawn, with what a maker knows about it. Points in mm. */
export interface LabelledBlock {
  paths: Path[];
  /** left out where makers would not agree */
  texture?: Texture;
  role: Role;
  /** once around the main line, when that is one closed loop */
  perimeterMm?: number;
  opening?: { lengthMm: number; side: DesignEdge };
}

/** Seeded choices: the same seed draws the same design. */
export class Dice {
  private readonly generator;
  constructor(seed: number) {
    this.generator = xoroshiro128plus(seed);
    for (let i = 0; i < 20; i++) this.next();
  }
  next = (): number => uniformFloat64(this.generator);
  between = (low: number, high: number): number => low + (high - low) * this.next();
  whole = (low: number, high: number): number => Math.floor(this.between(low, high + 1));
  pick = <T>(options: readonly T[]): T => options[Math.floor(this.next() * options.length)];
  chance = (p: number): boolean => this.next() < p;
}

export type Family = (dice: Dice) => LabelledBlock[];
