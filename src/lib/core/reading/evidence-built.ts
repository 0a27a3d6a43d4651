import {
  yes,
  rising,
  nth,
  isClosed,
  light,
  lines,
  follow,
  isThin,
  apart,
  type Evidence,
} from './evidence-terms';
import { NET } from './facts';
import { mm } from './unread';
import { percent } from '../base';

/** Constructions: seams, quilting, lace, windows, rows of figures. */
export const BUILT: Evidence[] = [
  {
    key: 'straight',
    of: (f) => yes(f.straight),
    say: (f) => `a straight line of ${mm(f.block.lines[0]?.lengthMm ?? 0)} mm`,
  },
  {
    key: 'straight-long',
    of: (f) => yes(f.straight && f.block.index > 0) * rising(f.spanMost, 0.5, 0.8),
    say: (f) =>
      `a straight line of ${mm(f.block.lines[0]?.lengthMm ?? 0)} mm, ${percent(f.spanMost)} of the design`,
  },
  {
    key: 'straights',
    of: (f) => rising(f.straights, 1, 4),
    say: (f) => `one of ${f.straights} straight lines`,
  },
  {
    key: 'two-straights',
    of: (f) => yes(f.isLine && f.figures === 2 && f.perMm2 < 0.25 && !isClosed(f)),
    say: () => 'two lines side by side',
  },
  {
    key: 'two-straights-again',
    of: (f) =>
      yes(
        f.isLine &&
          f.figures === 2 &&
          !isClosed(f) &&
          f.perMm2 < 0.25 &&
          lines(f) === 0 &&
          f.after.lines.includes(f.block.index + 1),
      ),
    say: (f) => `two lines side by side that ${nth(f.block.index + 1)} sews again at once`,
  },
  {
    key: 'straight-first',
    of: (f) => yes(f.straight && f.block.index === 0),
    say: () => 'a straight line before anything else',
  },
  {
    key: 'net-on-net',
    of: (f) =>
      yes(f.net !== null && f.isLine && !f.isOutline && !f.straight) *
      rising(f.ways, 1.5, 2.5) *
      rising(f.satinOver, 0.5, 1),
    say: (f) => `a second net over that of ${nth(f.net ?? 0)}, and satin over both`,
  },
  {
    key: 'third-line-then-marks',
    of: (f) => yes(f.isLine && lines(f) >= 2 && f.onlyTinyLater),
    say: (f) =>
      `once more round the held edge of ${nth(f.before.lines[lines(f) - 1] ?? 0)}, with nothing but marks after it`,
  },
  {
    key: 'folds-over',
    of: (f) => yes(f.foldsOver),
    say: (f) => `runs along the straight line of ${nth(f.block.index - 1)} and round one side of it`,
  },
  {
    key: 'folded-next',
    of: (f) => yes(f.foldedNext),
    say: () => 'the next block runs along it and round one side',
  },
  {
    key: 'long-box',
    of: (f) =>
      yes(f.isLine && (f.isOutline || f.figures === 2)) * rising(f.spanMost / Math.max(0.05, f.span), 2.5, 4),
    say: () => 'a long narrow field',
  },
  {
    key: 'field-lines',
    of: (f) => yes(f.isLine && !f.isOutline) * rising(f.ways, 0.9, 1.8) * rising(f.span, 0.1, 0.3),
    say: (f) => `lines ${f.ways.toFixed(1)} times as long as the edge of their field`,
  },
  {
    key: 'field-wide',
    of: (f) => yes(isThin(f)) * rising(f.ways, 0.9, 1.6) * rising(f.span, 0.4, 0.7),
    say: (f) => `lines over ${percent(f.span)} of the design`,
  },
  {
    key: 'field-dense',
    of: (f) => yes(f.isLine || f.block.texture === 'fill') * rising(f.perMm2, NET / 2, NET),
    say: (f) => `lines about ${apart(f)} mm apart`,
  },
  {
    key: 'field-on-piece',
    of: (f) => yes(f.piece !== null) * rising(f.ways, 0.9, 1.8) * yes(isThin(f)),
    say: (f) => `lines over the piece that ${nth(f.piece ?? 0)} holds`,
  },
  {
    key: 'field-closed-in',
    of: (f) =>
      yes(isThin(f) && f.block.index > 0 && f.n > 2) *
      rising(f.ways, 0.9, 1.8) *
      rising(f.span, 0.35, 0.6) *
      yes(f.block.index < f.n - 1),
    say: () => 'a field of lines, with blocks before and after',
  },
  {
    key: 'field-no-piece',
    of: (f) => yes(!f.pieceAnywhere && isThin(f)) * rising(f.ways, 0.9, 1.8),
    say: () => 'a field of lines, and nothing was laid',
  },
  {
    key: 'net-then-satin',
    of: (f) =>
      yes(f.piece === null && f.block.index < f.n - 1 && !f.isOutline && !f.straight) *
      rising(f.satinOver, 0.5, 1) *
      rising(f.ways, 1.5, 2.5),
    say: (f) => `lines about ${apart(f)} mm apart with no cloth under them, and satin over them later`,
  },
  {
    key: 'net-dense-then-satin',
    of: (f) =>
      yes(f.piece === null && !f.isOutline && !f.straight) *
      rising(f.satinOver, 0.5, 1) *
      rising(f.perMm2, NET / 2, NET) *
      rising(f.ways, 1.5, 2.5),
    say: (f) => `a net of lines about ${apart(f)} mm apart with no cloth under it, and satin over it`,
  },
  {
    key: 'net-first',
    of: (f) => yes(f.block.index === 0 && !f.isOutline && !f.straight && f.n > 1) * rising(f.ways, 1.5, 2.5),
    say: () => 'a net of lines before anything else',
  },
  { key: 'on-net', of: (f) => yes(f.net !== null), say: (f) => `over the net of ${nth(f.net ?? 0)}` },
  {
    key: 'satin-on-net',
    of: (f) => yes(f.net !== null && f.block.texture === 'satin'),
    say: (f) => `satin over the net of ${nth(f.net ?? 0)}, where there is no cloth`,
  },
  {
    key: 'satin-on-net-no-piece',
    of: (f) => yes(f.net !== null && f.block.texture === 'satin' && !f.pieceAnywhere),
    say: (f) => `satin over the net of ${nth(f.net ?? 0)}, and no piece was laid`,
  },
  {
    key: 'line-on-net',
    of: (f) => yes(f.net !== null && f.isOutline && light(f)),
    say: (f) => `a light outline on the net of ${nth(f.net ?? 0)}`,
  },
  {
    key: 'held-on-net',
    of: (f) => yes(f.net !== null && lines(f) > 0),
    say: (f) => `${follow(f)}, on a net`,
  },
  {
    key: 'on-piece',
    of: (f) => yes(f.piece !== null),
    say: (f) => `on the piece that ${nth(f.piece ?? 0)} holds`,
  },
  {
    key: 'blade',
    of: (f) => yes(f.block.bladeDeg !== null),
    say: (f) => `short chops at ${f.block.bladeDeg ?? 0}°, and others at another angle beside them`,
  },
  {
    key: 'then-blades',
    of: (f) => yes(f.bladesLater),
    say: () => 'cutting needles come after it',
  },
  {
    key: 'after-blades',
    of: (f) => yes(f.bladesEarlier),
    say: () => 'cutting needles were there before it',
  },
  {
    key: 'pairs',
    of: (f) => rising(f.pairs, 0.5, 1),
    say: (f) => `a double line round ${Math.ceil(f.pairs)} windows`,
  },
  {
    key: 'pairs-then-satin',
    of: (f) => rising(f.pairs, 0.5, 1) * yes(f.after.bands.length > 0 || f.satinOver > 0.5),
    say: (f) => `a double line round ${Math.ceil(f.pairs)} windows, with satin over it later`,
  },
  {
    key: 'twice-then-satin',
    of: (f) =>
      yes(
        f.block.texture === 'double-run' &&
          f.figures >= 1 &&
          isClosed(f) &&
          lines(f) === 0 &&
          f.after.lines.length === 0 &&
          f.after.bands.length > 0,
      ),
    say: (f) => `a double line with satin straight over it in ${nth(f.after.bands[0] ?? 0)}`,
  },
  {
    key: 'motif',
    of: (f) => rising(f.motif?.met ?? 0, 0.8, 0.95),
    say: (f) =>
      `figures in a row along ${nth(f.motif?.edge ?? 0)}'s line, ${mm(f.motif?.times ?? 0)} times as long as it: a motif edge`,
  },
  {
    key: 'no-piece',
    of: (f) => yes(!f.pieceAnywhere),
    say: () => 'no line is sewn again anywhere: nothing was laid and held',
  },
  { key: 'piece', of: (f) => yes(f.pieceBefore), say: () => 'a piece was laid before it' },
];
