import { yes, rising, share, isClosed, isLast, light, type Evidence } from './evidence-terms';

import { percent } from '../base';

/** Where it lies, and when it is sewn. */
export const PLACE: Evidence[] = [
  { key: 'first', of: (f) => yes(f.block.index === 0), say: () => 'the first block' },
  {
    key: 'first-light',
    of: (f) => yes(f.block.index === 0 && light(f)),
    say: () => 'the first line, and a light one',
  },
  {
    key: 'first-outline',
    of: (f) => yes(f.block.index === 0 && light(f) && f.isOutline),
    say: () => 'the first line, a light closed one before anything is laid',
  },
  { key: 'last', of: (f) => yes(isLast(f)), say: () => 'the last block' },
  { key: 'last-line', of: (f) => yes(isLast(f) && f.isLine), say: () => 'the last block is a line' },
  {
    key: 'last-outline',
    of: (f) =>
      yes(isLast(f) && f.isLine && (f.isOutline || f.block.openings.length > 0)) * rising(f.span, 0.6, 0.85),
    say: (f) => `the last line, round ${percent(f.span)} of the design`,
  },
  {
    key: 'last-strong',
    of: (f) => yes(isLast(f) && ['bean', 'double-run'].includes(f.block.texture)) * rising(f.span, 0.6, 0.85),
    say: (f) =>
      `the last line, a ${f.block.texture.replace('-', ' ')}, round ${percent(f.span)} of the design`,
  },
  {
    key: 'last-run-no-piece',
    of: (f) =>
      yes(isLast(f) && f.block.texture === 'run' && f.isOutline && !f.pieceBefore && share(f) < 0.4) *
      rising(f.span, 0.6, 0.85),
    say: () => 'a light closed line round the finished design, and nothing was laid or held before it',
  },
  {
    key: 'late',
    of: (f) => yes(f.n > 2 && f.block.index >= f.n - 2),
    say: () => 'among the last two blocks',
  },
  {
    key: 'only-marks-follow',
    of: (f) =>
      yes(f.isLine && f.block.index >= f.n - 2 && f.holdsLater === 1) * rising(f.holdsEarlier, 0.8, 1),
    say: () => 'holds all that was sewn before it',
  },
  { key: 'alone', of: (f) => yes(f.n === 1), say: () => 'the only block' },
  { key: 'whole', of: (f) => rising(f.span, 0.7, 0.9), say: (f) => `spans ${percent(f.span)} of the design` },
  {
    key: 'small',
    of: (f) => rising(0.4 - f.span, 0, 0.2),
    say: (f) => `spans only ${percent(f.span)} of the design`,
  },
  {
    key: 'long',
    of: (f) => rising(f.spanMost, 0.5, 0.8),
    say: (f) => `${percent(f.spanMost)} of the design long`,
  },
  {
    key: 'holds-later',
    of: (f) => yes(isClosed(f) && f.isLine) * rising(f.holdsLater, 0.7, 1),
    say: () => 'later blocks lie inside it',
  },
  {
    key: 'holds-earlier',
    of: (f) => yes(isClosed(f)) * rising(f.holdsEarlier, 0.7, 1),
    say: () => 'earlier blocks lie inside it',
  },
  {
    key: 'band-holds-earlier',
    of: (f) =>
      yes(f.isBand && f.isOutline && f.block.index > 0) *
      rising(f.holdsEarlier, 0.8, 1) *
      rising(f.span, 0.7, 0.9),
    say: () => 'a closed band round all that was sewn before',
  },
  {
    key: 'band-holds-nothing-laid',
    of: (f) => yes(f.isBand && f.isOutline && !f.pieceAnywhere),
    say: () => 'a closed band, and no piece was laid',
  },
];
