import {
  yes,
  rising,
  nth,
  share,
  isLast,
  light,
  lines,
  bands,
  follow,
  again,
  type Evidence,
} from './evidence-terms';
import { mm } from './unread';

/** What it has to do with other lines. */
export const EDGES: Evidence[] = [
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
      yes(light(f) && lines(f) + bands(f) === 0 && f.after.lines.length === 0 && f.after.bands.length > 0),
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
