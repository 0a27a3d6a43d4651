import { boxOf, type Box } from '../geometry';
import type { Follows } from './follow';
import type { BlockReading, Role, RoleReading } from './types';

type Unread = Omit<BlockReading, 'role'>;
export type RoleOverrides = Readonly<Record<number, Role>>;

/** Everything a rule may look at. */
interface Context {
  block: Unread;
  all: Unread[];
  follows: Follows;
  design: Box;
  /** roles given so far: earlier blocks, and those the maker has set */
  known: (Role | undefined)[];
}
type Verdict = { value: Role; confidence: number; because: string } | null;
type Rule = (c: Context) => Verdict;

const say = (value: Role, confidence: number, because: string): Verdict => ({
  value,
  confidence: Math.min(0.99, confidence),
  because,
});
const percent = (share: number) => `${Math.round(share * 100)} %`;
const mm = (v: number) => v.toFixed(1).replace(/\.0$/, '');
const width = (b: Box) => b.maxX - b.minX;
const height = (b: Box) => b.maxY - b.minY;
const isLine = ({ texture }: Unread) => ['run', 'double-run', 'bean'].includes(texture);
const covers = ({ texture }: Unread) => texture === 'satin' || texture === 'zigzag';

/** How much of the whole design a block spans, 0-1, the smaller way. */
const span = (b: Box, design: Box) =>
  Math.min(width(b) / Math.max(1e-6, width(design)), height(b) / Math.max(1e-6, height(design)));
const isStraight = ({ lines }: Unread) => {
  const [line] = lines;
  if (!line || lines.length > 2) return false;
  const p = line.points;
  const n = p.length;
  return Math.hypot(p[n - 2] - p[0], p[n - 1] - p[1]) / line.lengthMm > 0.985;
};

/** Blocks after this one that run along most of its line. */
const laterOn = ({ block, all, follows }: Context, along = 0.7) =>
  all.filter((o) => o.index > block.index && follows.share(block.index, o.index) >= along);

const MARKER_MM = 14;
const marker: Rule = (c) => {
  const { block, design } = c;
  // A small piece has small lines too; but those are sewn over again.
  if ((block.follows?.share ?? 0) > 0.6 || laterOn(c).length) return null;
  const boxes = block.lines.map(({ points }) => {
    const at = Array.from({ length: points.length / 2 }, (_, i) => ({
      x: points[2 * i],
      y: points[2 * i + 1],
    }));
    return boxOf(at);
  });
  const small = boxes.length > 0 && boxes.every((b) => width(b) <= MARKER_MM && height(b) <= MARKER_MM);
  if (!small || !isLine(block) || boxes.length > 16 || block.sewnLengthMm > boxes.length * 120) return null;
  if (boxes.length === 1 && span(block.box, design) > 0.5) return null;
  const largest = Math.max(...boxes.map((b) => Math.max(width(b), height(b))));
  return say(
    'marker',
    0.92,
    `${boxes.length === 1 ? 'one tiny figure' : `${boxes.length} tiny figures`}, the largest ${mm(largest)} mm across: a place to find later`,
  );
};

/** A zigzag more open than this shows the raw edge between its peaks. */
const HIDES_TO_MM = 1.7;
const cover: Rule = (c) => {
  const { block, design } = c;
  if (!covers(block)) return null;
  const f = block.follows;
  const stitch = `${block.texture} ${mm(block.widthMm ?? 0)} mm wide`;
  if (f && f.share >= 0.6) {
    const firstOnLine = !['tack-down', 'cover'].includes(c.known[f.index] ?? '');
    const covered = laterOn(c).some((o) => o.texture === 'satin');
    if (block.texture === 'zigzag' && firstOnLine && covered)
      return say('tack-down', 0.9, `${stitch}, holds block ${f.index + 1}'s line, and satin covers it later`);
    if (firstOnLine && (block.advanceMm ?? 0) > HIDES_TO_MM)
      return say(
        'tack-down',
        0.9,
        `follows block ${f.index + 1}'s line for ${percent(f.share)}, ${stitch} and ${mm(block.advanceMm ?? 0)} mm from peak to peak: it holds, but is too open to hide an edge`,
      );
    return say(
      'cover',
      0.7 + 0.28 * f.share,
      `follows block ${f.index + 1}'s line for ${percent(f.share)} within ${mm(Math.max(0.1, f.distanceMm))} mm, ${stitch}`,
    );
  }
  if (block.closed && span(block.box, design) > 0.85)
    return say('cover', 0.86, `${stitch}, runs once around nearly the whole design`);
  return null;
};

/** Where an outline belongs among the last lines, it holds everything together. */
const finalOutline: Rule = (c) => {
  const { block, all, design } = c;
  if (!isLine(block) || span(block.box, design) < 0.8) return null;
  const around = block.closed || block.openings.length > 0;
  const later = all.filter((o) => o.index > block.index);
  if (!around || later.length > 0 || all.length < 3) return null;
  const strong = block.texture !== 'run' || block.openings.length > 0;
  const opening = block.openings[0];
  const gap = opening ? `, leaves ${mm(opening.lengthMm)} mm open on the ${opening.side}` : '';
  return say(
    'final-outline',
    strong ? 0.95 : 0.85,
    `the last line, ${block.texture.replace('-', ' ')}, around ${percent(span(block.box, design))} of the design${gap}`,
  );
};

const tackDown: Rule = (c) => {
  const { block, known } = c;
  const f = block.follows;
  // What is folded over a seam is held along it and around.
  const before = block.index - 1;
  if (isLine(block) && known[before] === 'seam' && c.follows.share(before, block.index) > 0.6)
    return say(
      'tack-down',
      0.92,
      `runs along block ${block.index}'s seam and around one side of it: holds what was folded over`,
    );
  if (!f || !isLine(block) || f.share < 0.55) return null;
  const held = known[f.index] ?? 'decoration';
  if (!['placement', 'tack-down', 'seam', 'cover'].includes(held)) return null;
  return say(
    'tack-down',
    0.62 + 0.35 * f.share,
    `follows block ${f.index + 1}'s ${held} for ${percent(f.share)} within ${mm(Math.max(0.1, f.distanceMm))} mm`,
  );
};

const seam: Rule = (c) => {
  const { block, all, design } = c;
  if (!isLine(block) || !isStraight(block) || block.index === 0) return null;
  const length = block.lines[0].lengthMm;
  if (length < 0.4 * Math.max(width(design), height(design))) return null;
  // What is folded over a seam is tacked next, on one side of it.
  const next = all[block.index + 1];
  const folds = next && isLine(next) && !isStraight(next) && c.follows.share(block.index, next.index) > 0.5;
  return say(
    'seam',
    folds ? 0.93 : 0.75,
    `a straight line of ${mm(length)} mm${folds ? ', and the next block runs along it and around one side' : ''}`,
  );
};

const quilting: Rule = ({ block, design }) => {
  if (!(block.texture === 'meander' || isLine(block)) || span(block.box, design) < 0.35) return null;
  const around = 2 * (width(block.box) + height(block.box));
  const sewn =
    block.texture === 'meander' ? block.sewnLengthMm : block.lines.reduce((sum, l) => sum + l.lengthMm, 0);
  const ways = sewn / around;
  if (ways < 2.2) return null;
  return say(
    'quilting',
    block.texture === 'meander' ? 0.95 : 0.9,
    `${block.texture === 'meander' ? 'a wandering line' : 'open lines'} over ${percent(span(block.box, design))} of the design, ${ways.toFixed(1)} times its edge long`,
  );
};

const placement: Rule = (c) => {
  const { block } = c;
  if (!['run', 'double-run'].includes(block.texture)) return null;
  const later = laterOn(c);
  if (later.length) {
    const share = c.follows.share(block.index, later[0].index);
    return say(
      'placement',
      0.66 + 0.3 * share,
      `a light ${block.texture.replace('-', ' ')} that block ${later[0].index + 1} goes over again (${percent(share)})`,
    );
  }
  if (block.index === 0 && (block.closed || block.openings.length) && c.all.length > 1)
    return say('placement', 0.7, 'the first line, a light closed run before anything is laid');
  return null;
};

const decoration: Rule = ({ block }) => {
  const sure = ['fill', 'satin', 'mixed'].includes(block.texture) ? 0.88 : 0.6;
  return say(
    'decoration',
    sure,
    `${block.texture.replace('-', ' ')} that neither places, holds nor hides a piece`,
  );
};

/** In order: the first that speaks is believed. */
const RULES: Rule[] = [marker, cover, finalOutline, quilting, tackDown, seam, placement, decoration];

/** Roles for all blocks, with reasons; the maker's own decisions stand and the rest is reasoned around them. */
export function readRoles(
  all: Unread[],
  follows: Follows,
  design: Box,
  overrides: RoleOverrides,
): RoleReading[] {
  const known: (Role | undefined)[] = all.map((b) => overrides[b.index]);
  return all.map((block) => {
    const own = overrides[block.index];
    if (own) return { value: own, confidence: 1, because: 'you said so', by: 'maker' };
    for (const rule of RULES) {
      const verdict = rule({ block, all, follows, design, known });
      if (!verdict) continue;
      known[block.index] = verdict.value;
      return { ...verdict, by: 'reading' };
    }
    throw new Error('decoration always speaks');
  });
}
