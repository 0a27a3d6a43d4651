import { STITCHES, type Corners, type Stitch } from '$lib/core/maker';
import type { DraftRow, DraftShape } from '$lib/core/recipe';

export const CORNER_NAMES: Record<Corners, string> = { round: 'round', mitre: 'mitred', cap: 'capped' };
export const UNDERLAY_NAMES = { centre: 'centre', edge: 'edges', zigzag: 'zigzag' } as const;
const STITCH_NAMES: Record<Stitch, string> = {
  run: 'run',
  'double-run': 'double run',
  bean: 'bean, three times',
  zigzag: 'zigzag',
  satin: 'satin',
  blanket: 'blanket',
  motif: 'lozenges',
};
/** What a line may be sewn in: what only holds or shows is never a satin. */
export function stitchesFor({ part: { kind } }: DraftRow): [Stitch, string][] {
  const wide: Stitch[] = ['zigzag', 'satin', 'blanket', 'motif'];
  const isLine = !['cover', 'tack', 'markers', 'final', 'lettering'].includes(kind);
  return STITCHES.filter((s) => !(isLine && wide.includes(s))).map((s) => [s, STITCH_NAMES[s]]);
}
export const SHAPE_NAMES: Record<DraftShape['kind'], string> = {
  tape: 'Round a design',
  rectangle: 'Rectangle',
  circle: 'Circle',
  ellipse: 'Ellipse',
  polygon: 'Polygon',
  heart: 'Heart',
  shield: 'Shield',
  drop: 'Drop',
  tab: 'Tab',
  'loop-tab': 'Tab with a loop',
  pennant: 'Pennant',
  bib: 'Bib',
  letters: 'Letters',
  path: 'Your own path',
};
