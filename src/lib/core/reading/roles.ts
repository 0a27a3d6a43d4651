import { boxOf, type Box } from '../geometry';
import type { Follows } from './follow';
import type { BlockReading, Line, Role, RoleReading } from './types';

type Unread = Omit<BlockReading, 'role'>;
export type RoleOverrides = Readonly<Record<number, Role>>;

/** Everything a rule may look at. */
interface Context {
  block: Unread;
  all: Unread[];
  follows: Follows;
  design: Box;
  sewnBeside: SewnBeside;
  /** roles given so far: earlier blocks, and those the maker has set */
  known: (Role | undefined)[];
}
/** How much of a line has stitches of a block beside it, 0-1; 0 when any stitch of the block lies further off than the band (mm). */
export type SewnBeside = (block: number, line: Line, bandMm: number) => number;
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
/** More than this in one figure is decoration, twice round included. */
const MARKER_SEWN_MM = 50;
const lineBox = ({ points }: Line): Box =>
  boxOf(Array.from({ length: points.length / 2 }, (_, i) => ({ x: points[2 * i], y: points[2 * i + 1] })));
const marker: Rule = (c) => {
  const { block, design } = c;
  // A small piece has small lines too; but those are sewn over again.
  if ((block.follows?.share ?? 0) > 0.6 || laterOn(c).length) return null;
  const boxes = block.lines.map(lineBox);
  const small = boxes.length > 0 && boxes.every((b) => width(b) <= MARKER_MM && height(b) <= MARKER_MM);
  if (!small || !isLine(block) || boxes.length > 16 || block.sewnLengthMm > boxes.length * MARKER_SEWN_MM)
    return null;
  if (boxes.length === 1 && span(block.box, design) > 0.5) return null;
  const largest = Math.max(...boxes.map((b) => Math.max(width(b), height(b))));
  return say(
    'marker',
    0.92,
    `${boxes.length === 1 ? 'one tiny figure' : `${boxes.length} tiny figures`}, the largest ${mm(largest)} mm across: a place to find later`,
  );
};

/** The line followed is a placement of corners only: all of it is met, but it is not all of the line. */
const isCorners = ({ block: { follows: f }, known }: Context) =>
  !!f && known[f.index] === 'placement' && f.shareBack > 0.9 && f.share > 0.3;

/** A zigzag more open than this shows the raw edge between its peaks. */
const HIDES_TO_MM = 1.7;
const cover: Rule = (c) => {
  const { block, design } = c;
  if (!covers(block)) return null;
  const f = block.follows;
  const stitch = `${block.texture} ${mm(block.widthMm ?? 0)} mm wide`;
  if (f && (f.share >= 0.6 || isCorners(c))) {
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

/** Blanket stitch or motifs along the edge of a piece: they hide it less than satin, but that is what they are for. */
const openCover: Rule = ({ block, all, known, sewnBeside }) => {
  const f = block.follows;
  if (block.blanket) {
    const teeth = `a blanket stitch, teeth of ${mm(block.widthMm ?? 0)} mm every ${mm(block.advanceMm ?? 0)} mm`;
    return f && f.share > 0.55
      ? say(
          'cover',
          0.72 + 0.25 * f.share,
          `${teeth}, follows block ${f.index + 1}'s line for ${percent(f.share)}`,
        )
      : null;
  }
  if (covers(block) || block.texture === 'meander') return null;
  const edge = all.findLast(
    (o) =>
      o.index < block.index &&
      known[o.index] === 'tack-down' &&
      o.lines[0]?.closed &&
      encloses(o.box, block.box, MOTIF_BAND_MM) &&
      encloses(block.box, o.box, MOTIF_BAND_MM),
  );
  if (!edge) return null;
  const times = block.sewnLengthMm / edge.lines[0].lengthMm;
  // A tack-down sewn twice keeps to its line; figures wander off it, and off it only a little.
  if (times < MOTIF_LENGTH || (isLine(block) && (f?.share ?? 0) > 0.85)) return null;
  const met = sewnBeside(block.index, edge.lines[0], MOTIF_BAND_MM);
  return met > 0.9
    ? say(
        'cover',
        0.84,
        `figures in a row along block ${edge.index + 1}'s line, ${mm(times)} times as long as it and never more than ${MOTIF_BAND_MM} mm off: a motif edge`,
      )
    : null;
};

/** A row of figures is longer than its edge by this much, and reaches at most this far off it. */
const MOTIF_LENGTH = 1.4;
const MOTIF_BAND_MM = 6;
const encloses = (a: Box, b: Box, slack = 2) =>
  a.minX <= b.minX + slack &&
  a.minY <= b.minY + slack &&
  a.maxX >= b.maxX - slack &&
  a.maxY >= b.maxY - slack;
/** Anything laid before this block that reaches under all of it. */
const onCloth = ({ block, all, known }: Context) =>
  all.some((o) => o.index < block.index && known[o.index] === 'placement' && encloses(o.box, block.box));

/** Lines nearer than about 5 mm hold lace together; quilting lies wider. mm of line a mm² of its box. */
const NET = 0.37;
const laceUnderlay: Rule = (c) => {
  const { block, all, design } = c;
  if (!isLine(block) || span(block.box, design) < 0.5 || onCloth(c)) return null;
  const line = block.lines.reduce((sum, l) => sum + l.lengthMm, 0);
  const perMm2 = line / Math.max(1, width(block.box) * height(block.box));
  const over = all.find((o) => o.index > block.index && o.texture === 'satin' && encloses(block.box, o.box));
  const around = 2 * (width(block.box) + height(block.box));
  if (!over || line < 2.5 * around || perMm2 < NET / 2) return null;
  return say(
    'lace-underlay',
    perMm2 > NET ? 0.94 : 0.75,
    `a net of lines about ${mm(2 / perMm2)} mm apart with no cloth under it, and block ${over.index + 1} is satin over it`,
  );
};
const lace: Rule = ({ block, all, known }) => {
  if (block.texture !== 'satin' && block.texture !== 'zigzag') return null;
  const net = all.find(
    (o) => o.index < block.index && known[o.index] === 'lace-underlay' && encloses(o.box, block.box),
  );
  return net
    ? say('lace', 0.94, `satin over the net of block ${net.index + 1}, where there is no cloth`)
    : null;
};

/** Cutwork: windows with a double line round each, and satin straight over it with nothing else between. */
const windows: Rule = (c) => {
  const { block } = c;
  if (!isLine(block) || block.follows) return null;
  const [next] = laterOn(c);
  if (!next || next.texture !== 'satin') return null;
  const closed = block.lines.filter((l) => l.closed);
  const pairs = closed.filter((l, i) => closed.some((o, k) => k !== i && isBeside(l, o)));
  const doubled = block.texture === 'double-run' && closed.length > 1;
  if (pairs.length < 2 && !doubled) return null;
  return say(
    'tack-down',
    0.92,
    `a double line round ${Math.ceil(pairs.length / 2) || closed.length} windows, with satin straight over it in block ${next.index + 1}`,
  );
};
/** One loop a little inside another. */
function isBeside(a: Line, b: Line): boolean {
  const [p, q] = [lineBox(a), lineBox(b)];
  const gaps = [p.minX - q.minX, q.maxX - p.maxX, p.minY - q.minY, q.maxY - p.maxY];
  return gaps.every((g) => g > 0.3 && g < 3.5) || gaps.every((g) => g < -0.3 && g > -3.5);
}

/** The design, and then a light line round it where nothing was laid: it shows where to cut. */
const cutLine: Rule = (c) => {
  const { block, all, design, known } = c;
  if (block.texture !== 'run' || !block.closed || span(block.box, design) < 0.7) return null;
  if (all.some((o) => o.index > block.index) || block.index === 0) return null;
  if (known.slice(0, block.index).some((r) => r === 'placement' || r === 'tack-down')) return null;
  return say(
    'cut-line',
    0.85,
    'a light closed line round the finished design, and nothing was laid or held before it',
  );
};

/** Where an outline belongs among the last lines, it holds everything together. */
const finalOutline: Rule = (c) => {
  const { block, all, design } = c;
  if (!isLine(block) || span(block.box, design) < 0.8) return null;
  const around = block.closed || block.openings.length > 0;
  const later = all.filter((o) => o.index > block.index);
  if (!around || later.length > 0 || all.length < 2) return null;
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
  if (!f || !isLine(block)) return null;
  const held = known[f.index] ?? 'decoration';
  // A placement line may be only its corners: then the tack-down runs along all of it, and on between.
  const corners = isCorners(c);
  if (f.share < 0.55 && !corners) return null;
  if (!['placement', 'tack-down', 'seam', 'cover'].includes(held)) return null;
  return say(
    'tack-down',
    0.62 + 0.35 * (corners ? 0.85 : f.share),
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

/** Open lines this many times as long as their own edge fill a field. */
const MANY_LINES = 1.6;
/** Wide one way and not thin the other. */
const fillsField = (b: Box, design: Box) =>
  span(b, design) > 0.22 && Math.max(width(b) / width(design), height(b) / height(design)) > 0.6;
const quilting: Rule = ({ block, design }) => {
  if (!(block.texture === 'meander' || isLine(block)) || !fillsField(block.box, design)) return null;
  const around = 2 * (width(block.box) + height(block.box));
  const sewn =
    block.texture === 'meander' ? block.sewnLengthMm : block.lines.reduce((sum, l) => sum + l.lengthMm, 0);
  const ways = sewn / around;
  if (ways < (block.texture === 'meander' ? 1 : MANY_LINES)) return null;
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
  // A line sewn twice or thrice is meant to be seen; a light one may be anything.
  const sure = ['fill', 'satin', 'mixed'].includes(block.texture)
    ? 0.88
    : ['bean', 'double-run'].includes(block.texture)
      ? 0.78
      : 0.6;
  return say(
    'decoration',
    sure,
    `${block.texture.replace('-', ' ')} that neither places, holds nor hides a piece`,
  );
};

/** In order: the first that speaks is believed. */
const RULES: Rule[] = [
  marker,
  laceUnderlay,
  lace,
  cover,
  openCover,
  cutLine,
  finalOutline,
  windows,
  quilting,
  tackDown,
  seam,
  placement,
  decoration,
];

/** Roles for all blocks, with reasons; the maker's own decisions stand and the rest is reasoned around them. */
export function readRoles(
  all: Unread[],
  follows: Follows,
  design: Box,
  overrides: RoleOverrides,
  sewnBeside: SewnBeside,
): RoleReading[] {
  const known: (Role | undefined)[] = all.map((b) => overrides[b.index]);
  return all.map((block) => {
    const own = overrides[block.index];
    if (own) return { value: own, confidence: 1, because: 'you said so', by: 'maker' };
    for (const rule of RULES) {
      const verdict = rule({ block, all, follows, design, known, sewnBeside });
      if (!verdict) continue;
      known[block.index] = verdict.value;
      return { ...verdict, by: 'reading' };
    }
    throw new Error('decoration always speaks');
  });
}
