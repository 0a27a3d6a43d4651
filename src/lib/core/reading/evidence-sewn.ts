import { yes, rising, isClosed, type Evidence } from './evidence-terms';
import type { Facts } from './facts';
import { mm } from './unread';

const texture = (name: Facts['block']['texture'], article = 'a'): Evidence => ({
  key: `texture.${name}`,
  of: (f) => yes(f.block.texture === name),
  say: (f) =>
    f.block.widthMm
      ? `${name} ${mm(f.block.widthMm)} mm wide, ${mm(f.block.advanceMm ?? 0)} mm from stitch to stitch`
      : `${article} ${name.replace('-', ' ')}`,
});

/** How a block is sewn. */
export const SEWN: Evidence[] = [
  texture('run', 'a light'),
  texture('double-run'),
  texture('bean'),
  texture('zigzag'),
  texture('satin'),
  texture('fill'),
  texture('meander', 'a wandering line:'),
  texture('mixed'),
  {
    key: 'blanket',
    of: (f) => yes(f.block.blanket),
    say: (f) => `a line with teeth of ${mm(f.block.widthMm ?? 0)} mm every ${mm(f.block.advanceMm ?? 0)} mm`,
  },
  {
    key: 'open-band',
    of: (f) => yes(f.isBand) * rising(f.block.advanceMm ?? 0, 1.2, 1.8),
    say: (f) => `${mm(f.block.advanceMm ?? 0)} mm from peak to peak: too open to hide an edge`,
  },
  { key: 'closed', of: (f) => yes(isClosed(f)), say: () => 'a closed line' },
  {
    key: 'closed-run',
    of: (f) => yes(f.isOutline && f.block.texture === 'run'),
    say: () => 'one light closed run',
  },
  {
    key: 'opening',
    of: (f) => yes(f.block.openings.length > 0),
    say: (f) =>
      `leaves ${mm(f.block.openings[0]?.lengthMm ?? 0)} mm open on the ${f.block.openings[0]?.side ?? ''}`,
  },
  { key: 'u', of: (f) => yes(f.isU), say: () => 'runs along some sides and leaves one out' },
  { key: 'u-band', of: (f) => yes(f.isU && f.isBand), say: () => 'a band along some sides only' },
  {
    key: 'tiny',
    of: (f) => yes(f.tiny),
    say: (f) =>
      `${f.figures === 1 ? 'one tiny figure' : `${f.figures} tiny figures`}, the largest ${mm(f.largestMm)} mm across`,
  },
  {
    key: 'tiny-few',
    of: (f) => yes(f.tiny && f.figures <= 6 && f.block.sewnLengthMm < 50 * f.figures),
    say: (f) => `only ${f.figures} tiny ${f.figures === 1 ? 'figure' : 'figures'}`,
  },
  {
    key: 'tiny-specks',
    of: (f) => yes(f.tiny && f.largestMm <= 7 && f.figures <= 8),
    say: (f) => `no figure over ${mm(f.largestMm)} mm`,
  },
  {
    key: 'tiny-many',
    of: (f) => yes(f.figures > 8 && f.largestMm < 25),
    say: (f) => `${f.figures} small figures`,
  },
  { key: 'many-lines', of: (f) => rising(f.figures, 3, 10), say: (f) => `${f.figures} separate lines` },
  {
    key: 'short-stitches',
    of: (f) => yes(f.isLine) * rising(2.2 - f.block.sewnLengthMm / f.block.stitches, 0, 0.5),
    say: (f) => `short stitches, ${mm(f.block.sewnLengthMm / f.block.stitches)} mm`,
  },
  {
    key: 'long-stitches',
    of: (f) => yes(f.isLine) * rising(f.block.sewnLengthMm / f.block.stitches, 2.6, 4),
    say: (f) => `long stitches, ${mm(f.block.sewnLengthMm / f.block.stitches)} mm`,
  },
];
