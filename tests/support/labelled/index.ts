import { pathLength, TapeMaker, transform } from '$lib/core/outline';
import type { Path } from '$lib/core/base';
import type { DesignEdge } from '$lib/core/reading';
import { FAMILIES, MADE_AS } from './families';
import { Dice, type LabelledBlock, type LabelledDesign } from './types';

export type { LabelledDesign } from './types';

const SIDES: DesignEdge[] = ['right', 'top', 'left', 'bottom'];
/** Where a side goes when the design is turned by quarters, or mirrored left to right. */
const turnSide = (side: DesignEdge, quarters: number, mirror: boolean): DesignEdge => {
  const seen = mirror && (side === 'left' || side === 'right') ? SIDES[(SIDES.indexOf(side) + 2) % 4] : side;
  return SIDES[(SIDES.indexOf(seen) + quarters) % 4];
};

type Change = (blocks: LabelledBlock[], dice: Dice) => LabelledBlock[];
const eachPath = (blocks: LabelledBlock[], change: (path: Path, block: LabelledBlock) => Path) =>
  blocks.map((b) => ({ ...b, paths: b.paths.map((p) => change(p, b)) }));

const VARIATIONS: Record<string, Change> = {
  'as drawn': (blocks) => blocks,
  'off centre': (blocks, dice) => {
    const dx = dice.between(30, 60);
    return eachPath(blocks, (p) => transform(p, { dx, dy: -20 }));
  },
  // By any angle; a side keeps its name only by quarters, so designs with an opening turn by these.
  turned: (blocks, dice) => {
    const quarters = dice.whole(1, 3);
    const angle = blocks.some((b) => b.opening) ? (quarters * Math.PI) / 2 : dice.between(0, 2 * Math.PI);
    const done = eachPath(blocks, (p) => transform(p, { turn: angle }));
    return done.map((b) =>
      b.opening ? { ...b, opening: { ...b.opening, side: turnSide(b.opening.side, quarters, false) } } : b,
    );
  },
  mirrored: (blocks) =>
    eachPath(blocks, (p) => transform(p, { mirror: true })).map((b) =>
      b.opening ? { ...b, opening: { ...b.opening, side: turnSide(b.opening.side, 0, true) } } : b,
    ),
  // The stitches themselves are scaled, as some machines do it.
  scaled: (blocks, dice) => {
    const scale = dice.pick([0.6, 0.8, 1.3, 1.7]);
    return eachPath(blocks, (p) => transform(p, { scale })).map((b) => ({
      ...b,
      ...(b.perimeterMm && { perimeterMm: b.perimeterMm * scale }),
      ...(b.opening && { opening: { ...b.opening, lengthMm: b.opening.lengthMm * scale } }),
    }));
  },
  noisy: (blocks, dice) =>
    eachPath(blocks, (p) =>
      p.map(({ x, y }) => ({ x: x + dice.between(-0.2, 0.2), y: y + dice.between(-0.2, 0.2) })),
    ),
  // Every third point of the plain runs left out.
  thinned: (blocks) =>
    eachPath(blocks, (p, b) =>
      b.texture === 'run' ? p.filter((_, i) => i % 3 !== 1 || i === p.length - 1) : p,
    ).map((b) => (b.texture === 'run' && b.perimeterMm ? { ...b, perimeterMm: pathLength(b.paths[0]) } : b)),
  // A point put into the middle of each longer stitch of the plain runs.
  doubled: (blocks) =>
    eachPath(blocks, (p, b) =>
      b.texture === 'run'
        ? p.flatMap((q, i) => (i ? [{ x: (q.x + p[i - 1].x) / 2, y: (q.y + p[i - 1].y) / 2 }, q] : [q]))
        : p,
    ),
  // A stop in the same colour, in the middle of a block of decoration.
  'false stop': (blocks) =>
    blocks.flatMap((b) => {
      const [path] = b.paths;
      if (b.role !== 'decoration' || b.texture !== 'fill' || path.length < 60) return [b];
      const at = Math.floor(path.length / 2);
      return [
        { ...b, paths: [path.slice(0, at)] },
        { ...b, paths: [path.slice(at), ...b.paths.slice(1)] },
      ];
    }),
};

/** Designs of each family, unless said. */
const SEEDS = 10;

/** The whole set: every family under every variation; odd seeds are for tuning rules, even ones only for judging them. */
export function labelledSet(seeds = SEEDS, first = 0): LabelledDesign[] {
  const variations = Object.keys(VARIATIONS);
  return Object.entries(FAMILIES).flatMap(([family, draw], f) =>
    Array.from({ length: seeds }, (_, k): LabelledDesign => {
      const s = first + k;
      const dice = new Dice(1000 * (f + 1) + s);
      const variation = variations[(s + f) % variations.length];
      const blocks = VARIATIONS[variation](draw(dice), dice);
      const maker = new TapeMaker(`${family} ${s}`.toUpperCase());
      blocks.forEach((b, i) => {
        if (i) maker.stop();
        maker.sew(...b.paths);
      });
      return {
        name: `${family} ${s} ${variation}`,
        family,
        hand: 'own',
        half: s % 2 ? 'tuning' : 'judging',
        variation,
        blocks,
        tape: maker.done(),
        technique: MADE_AS[family],
      };
    }),
  );
}
