import { NET, type Facts } from './facts';
import { mm, percent } from './unread';

/** One piece of evidence: what it measures, and how it is told. Which roles it speaks for is fitted, not written. */
export interface Evidence {
  key: string;
  /** 0 (not so) to 1 (wholly so) */
  of: (f: Facts) => number;
  /** one clause, with its figures */
  say: (f: Facts) => string;
}
const yes = (is: boolean) => (is ? 1 : 0);
/** 0 up to `from`, 1 from `to` on, even between. */
const rising = (v: number, from: number, to: number) => Math.min(1, Math.max(0, (v - from) / (to - from)));
const nth = (i: number) => `block ${i + 1}`;
const share = (f: Facts) => f.block.follows?.share ?? 0;
const isClosed = ({ block }: Facts) => block.closed;
const isLast = (f: Facts) => f.block.index === f.n - 1;
const light = ({ block }: Facts) => block.texture === 'run' || block.texture === 'double-run';
const lines = (f: Facts) => f.before.lines.length;
const bands = (f: Facts) => f.before.bands.length;
const texture = (name: Facts['block']['texture'], article = 'a'): Evidence => ({
  key: `texture.${name}`,
  of: (f) => yes(f.block.texture === name),
  say: (f) =>
    f.block.widthMm
      ? `${name} ${mm(f.block.widthMm)} mm wide, ${mm(f.block.advanceMm ?? 0)} mm from stitch to stitch`
      : `${article} ${name.replace('-', ' ')}`,
});
const follow = (f: Facts) =>
  f.block.follows
    ? `follows block ${f.block.follows.index + 1}'s line for ${percent(f.block.follows.share)} within ${mm(Math.max(0.1, f.block.follows.distanceMm))} mm`
    : 'follows no earlier line';
const again = (f: Facts) => {
  const next = Math.min(...f.after.lines, ...f.after.bands);
  return Number.isFinite(next)
    ? `${nth(next)} sews the same line again`
    : 'no later block sews its line again';
};

/** How a block is sewn. */
const SEWN: Evidence[] = [
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
/** Where it lies, and when it is sewn. */
const PLACE: Evidence[] = [
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
/** What it has to do with other lines. */
const EDGES: Evidence[] = [
  { key: 'follows', of: (f) => rising(share(f), 0.4, 0.9), say: follow },
  { key: 'follows-none', of: (f) => yes(share(f) < 0.35 && f.block.index > 0), say: follow },
  {
    key: 'follows-part',
    of: (f) => yes(share(f) > 0.3 && share(f) < 0.65 && (f.block.follows?.shareBack ?? 0) > 0.85),
    say: (f) => `goes over all of block ${(f.block.follows?.index ?? 0) + 1} and on between`,
  },
  {
    key: 'follows-before',
    of: (f) => yes(share(f) > 0.6 && f.block.follows?.index === f.block.index - 1),
    say: (f) => `${follow(f)}, the block just before`,
  },
  { key: 'line-on-line', of: (f) => yes(f.isLine && lines(f) > 0 && bands(f) === 0), say: follow },
  {
    key: 'second-line',
    of: (f) => yes(f.isLine && lines(f) === 1 && bands(f) === 0),
    say: (f) => `the second line on the edge of block ${f.before.lines[0] + 1}`,
  },
  {
    key: 'third-line',
    of: (f) => yes(f.isLine && lines(f) >= 2),
    say: (f) =>
      `the edge of block ${f.before.lines[f.before.lines.length - 1] + 1} was placed and held before it`,
  },
  {
    key: 'third-line-last',
    of: (f) => yes(f.isLine && lines(f) >= 2 && f.after.bands.length === 0 && f.after.lines.length === 0),
    say: (f) =>
      `goes round the held edge of block ${f.before.lines[f.before.lines.length - 1] + 1} once more, and nothing covers it`,
  },
  {
    key: 'third-line-strong',
    of: (f) =>
      yes(lines(f) >= 2 && f.after.bands.length === 0 && ['bean', 'double-run'].includes(f.block.texture)),
    say: (f) =>
      `a ${f.block.texture.replace('-', ' ')} on an edge that is held already, and nothing covers it`,
  },
  {
    key: 'third-line-covered',
    of: (f) => yes(f.isLine && lines(f) >= 2 && f.after.bands.length > 0),
    say: (f) => `on an edge that is held already, and ${nth(f.after.bands[0])} covers it`,
  },
  {
    key: 'zigzag-on-line',
    of: (f) => yes(f.block.texture === 'zigzag' && lines(f) > 0 && bands(f) === 0),
    say: (f) => `${follow(f)}, a zigzag ${mm(f.block.widthMm ?? 0)} mm wide`,
  },
  {
    key: 'zigzag-then-satin',
    of: (f) => yes(f.block.texture === 'zigzag' && f.after.bands.length > 0),
    say: (f) => `a zigzag that ${nth(f.after.bands[0] ?? 0)} covers later`,
  },
  {
    key: 'satin-on-line',
    of: (f) => yes(f.block.texture === 'satin' && (lines(f) > 0 || bands(f) > 0)),
    say: (f) => `${follow(f)}, satin ${mm(f.block.widthMm ?? 0)} mm wide`,
  },
  {
    key: 'satin-part-of-line',
    of: (f) => yes(f.block.texture === 'satin' && share(f) > 0.7 && lines(f) + bands(f) === 0),
    say: follow,
  },
  {
    key: 'band-on-held',
    of: (f) => yes(f.isBand && lines(f) + bands(f) >= 2),
    say: (f) => `${follow(f)}; that edge was placed and held`,
  },
  { key: 'blanket-on-line', of: (f) => yes(f.block.blanket && lines(f) > 0), say: follow },
  { key: 'blanket-on-held', of: (f) => yes(f.block.blanket && lines(f) > 1), say: follow },
  {
    key: 'satin-alone',
    of: (f) => yes(f.block.texture === 'satin' && share(f) < 0.4),
    say: () => 'satin that follows no line',
  },
  { key: 'later-line', of: (f) => yes(f.after.lines.length > 0), say: again },
  { key: 'later-band', of: (f) => yes(f.after.bands.length > 0), say: again },
  { key: 'later-none', of: (f) => yes(f.after.lines.length + f.after.bands.length === 0), say: again },
  {
    key: 'opens-edge',
    of: (f) => yes(light(f) && lines(f) + bands(f) === 0 && f.after.lines.length + f.after.bands.length > 0),
    say: again,
  },
  {
    key: 'opens-edge-next',
    of: (f) =>
      yes(
        light(f) &&
          lines(f) + bands(f) === 0 &&
          [...f.after.lines, ...f.after.bands].includes(f.block.index + 1),
      ),
    say: (f) => `${nth(f.block.index + 1)} sews the same line again at once`,
  },
  {
    key: 'opens-then-satin',
    of: (f) =>
      yes(
        light(f) &&
          lines(f) + bands(f) === 0 &&
          f.after.lines.length === 0 &&
          f.after.bands.length > 0 &&
          Math.min(...f.after.bands) >= 0,
      ),
    say: (f) => `only ${nth(f.after.bands[0] ?? 0)} goes over it again, as a band`,
  },
  { key: 'straight-then-line', of: (f) => yes(f.straight && f.after.lines.length > 0), say: again },
  { key: 'straight-on-line', of: (f) => yes(f.straight && lines(f) > 0), say: follow },
  {
    key: 'straight-on-seam',
    of: (f) => yes(f.straight && lines(f) > 0 && f.after.lines.length === 0),
    say: (f) => `the last along the straight line of ${nth(f.before.lines[0] ?? 0)}`,
  },
  {
    key: 'beside',
    of: (f) => yes(f.beside !== null && f.isLine && share(f) < 0.55),
    say: (f) => `runs all round just beside ${nth(f.beside ?? 0)}`,
  },
  {
    key: 'beside-last',
    of: (f) => yes(f.beside !== null && f.isLine && isLast(f)),
    say: (f) => `the last line, just beside ${nth(f.beside ?? 0)}`,
  },
  { key: 'u-then-u', of: (f) => yes(f.isU && f.after.lines.length + f.after.bands.length > 0), say: again },
  { key: 'u-on-u', of: (f) => yes(f.isU && lines(f) > 0), say: follow },
  {
    key: 'u-free',
    of: (f) => yes(f.isU && f.isLine && lines(f) === 0 && !f.foldsOver),
    say: () => 'an open line along some sides, on no earlier one',
  },
];
/** Constructions: seams, quilting, lace, windows, rows of figures. */
const BUILT: Evidence[] = [
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
    of: (f) =>
      yes(f.isLine || f.block.texture === 'meander') * rising(f.ways, 0.9, 1.6) * rising(f.span, 0.4, 0.7),
    say: (f) => `lines over ${percent(f.span)} of the design`,
  },
  {
    key: 'field-dense',
    of: (f) => yes(f.isLine || f.block.texture === 'fill') * rising(f.perMm2, NET / 2, NET),
    say: (f) => `lines about ${mm(2 / Math.max(0.01, f.perMm2))} mm apart`,
  },
  {
    key: 'field-on-piece',
    of: (f) =>
      yes(f.piece !== null) * rising(f.ways, 0.9, 1.8) * yes(f.isLine || f.block.texture === 'meander'),
    say: (f) => `lines over the piece that ${nth(f.piece ?? 0)} holds`,
  },
  {
    key: 'field-closed-in',
    of: (f) =>
      yes((f.isLine || f.block.texture === 'meander') && f.block.index > 0 && f.n > 2) *
      rising(f.ways, 0.9, 1.8) *
      rising(f.span, 0.35, 0.6) *
      yes(f.block.index < f.n - 1),
    say: () => 'a field of lines, with blocks before and after',
  },
  {
    key: 'field-no-piece',
    of: (f) =>
      yes(!f.pieceAnywhere && (f.isLine || f.block.texture === 'meander')) * rising(f.ways, 0.9, 1.8),
    say: () => 'a field of lines, and nothing was laid',
  },
  {
    key: 'net-then-satin',
    of: (f) =>
      yes(f.piece === null && f.block.index < f.n - 1 && !f.isOutline && !f.straight) *
      rising(f.satinOver, 0.5, 1) *
      rising(f.ways, 1.5, 2.5),
    say: (f) =>
      `lines about ${mm(2 / Math.max(0.01, f.perMm2))} mm apart with no cloth under them, and satin over them later`,
  },
  {
    key: 'net-dense-then-satin',
    of: (f) =>
      yes(f.piece === null && !f.isOutline && !f.straight) *
      rising(f.satinOver, 0.5, 1) *
      rising(f.perMm2, NET / 2, NET) *
      rising(f.ways, 1.5, 2.5),
    say: (f) =>
      `a net of lines about ${mm(2 / Math.max(0.01, f.perMm2))} mm apart with no cloth under it, and satin over it`,
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

/** All evidence, in the order of the table of weights. Adding a row here and running the fit is all that a new one needs. */
export const EVIDENCE: readonly Evidence[] = [...SEWN, ...PLACE, ...EDGES, ...BUILT];
