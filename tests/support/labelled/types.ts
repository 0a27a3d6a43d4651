import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import type { Path } from '$lib/core/base';
import type { Role, DesignEdge, Texture } from '$lib/core/reading';
import type { Tape } from '$lib/core/tape';

/** A block as it was drawn, with what a maker knows about it. Points in mm. */
export interface LabelledBlock {
  paths: Path[];
  /** left out where makers would not agree */
  texture?: Texture;
  role: Role;
  /** other answers that makers would accept */
  alsoRoles?: readonly Role[];
  alsoTextures?: readonly Texture[];
  /** once around the main line, when that is one closed loop */
  perimeterMm?: number;
  opening?: { lengthMm: number; side: DesignEdge };
  /** earlier blocks on the same curve, the newest first or last; null: none; left out where it is not told */
  follows?: readonly number[] | null;
}

/** A design with what a maker knows of it. */
export interface LabelledDesign {
  name: string;
  family: string;
  /** who drew it: one generator with its habits */
  hand: string;
  half: 'tuning' | 'judging';
  variation: string;
  blocks: LabelledBlock[];
  tape: Tape;
  /** id of the technique that it is made by, where one is meant */
  technique?: string;
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
