import { TapeMaker } from '$lib/core/outline';
import type { Path } from '$lib/core/base';
import type { Role, Texture } from '$lib/core/reading';
import { lengthOf, ring } from './pen';
import { Dice, type LabelledBlock, type LabelledDesign } from './types';

interface More {
  texture?: Texture;
  /** what it is sewn along: blocks of one curve follow each other */
  curve?: string;
  /** the one closed line that it is sewn along */
  around?: Path;
  alsoRoles?: readonly Role[];
  alsoTextures?: readonly Texture[];
  opening?: LabelledBlock['opening'];
  /** makers would not say whether it follows a line */
  follows?: undefined;
}

/** A design on the drawing board of another hand: block after block, with what its maker means by each. */
export class Draft {
  readonly blocks: LabelledBlock[] = [];
  private readonly curves: (string | undefined)[] = [];
  technique?: string;

  add(role: Role, paths: Path[], { curve, around, ...more }: More = {}): this {
    const before = this.curves.flatMap((c, i) => (c !== undefined && c === curve ? [i] : []));
    this.curves.push(curve);
    this.blocks.push({
      role,
      paths,
      follows: before.length ? before : null,
      ...(around && { perimeterMm: lengthOf(ring(around)) }),
      ...more,
    });
    return this;
  }
}
/** How somebody draws one kind of thing. */
export type Hand = (draft: Draft, dice: Dice) => void;

/** Designs by one hand: every kind of hers, so many times; moved about and turned as they come. */
export function drawnBy(
  hand: string,
  kinds: Record<string, Hand>,
  each: number,
  first = 0,
): LabelledDesign[] {
  return Object.entries(kinds).flatMap(([family, draw], f) =>
    Array.from({ length: each }, (_, k): LabelledDesign => {
      const seed = first + k;
      const dice = new Dice(7919 * (f + 1) + 31 * seed + hand.length);
      const draft = new Draft();
      draw(draft, dice);
      const angle = draft.blocks.some((b) => b.opening) || dice.chance(0.5) ? 0 : dice.between(0, 6.28);
      const [dx, dy] = dice.chance(0.3) ? [dice.between(-60, 60), dice.between(-60, 60)] : [0, 0];
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
      const maker = new TapeMaker(`${family} ${seed}`.toUpperCase().slice(0, 16));
      draft.blocks.forEach((b, i) => {
        b.paths = b.paths.map((p) =>
          p.map(({ x, y }) => ({ x: x * cos - y * sin + dx, y: x * sin + y * cos + dy })),
        );
        if (i) maker.stop();
        maker.sew(...b.paths);
      });
      return {
        name: `${hand} ${family} ${seed}`,
        family,
        hand,
        half: seed % 2 ? 'tuning' : 'judging',
        variation: 'as drawn',
        blocks: draft.blocks,
        tape: maker.done(),
        technique: draft.technique,
      };
    }),
  );
}
