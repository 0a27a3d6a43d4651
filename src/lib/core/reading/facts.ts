import { heightOf, overlaps, shareSpanned, widthOf, type Box } from '../base';
import type { Follows } from './follow';
import {
  isBeside,
  isLine,
  isStraight,
  covers,
  encloses,
  leavesSideOut,
  lineBox,
  type SewnBeside,
  type Unread,
} from './unread';

/** What is known of a block and of how it lies among the others, before anybody says what it is for. Lengths in mm. */
export interface Facts {
  block: Unread;
  n: number;
  isLine: boolean;
  isBand: boolean;
  /** one closed line makes up most of it */
  isOutline: boolean;
  straight: boolean;
  /** one open line that does not come home and is no straight one */
  isU: boolean;
  /** share of the design's box that it spans, the smaller and the larger way */
  span: number;
  spanMost: number;
  /** all figures tiny; how many, and the largest */
  tiny: boolean;
  figures: number;
  largestMm: number;
  /** length of its lines once, over the way round its box; and per mm² of it */
  ways: number;
  perMm2: number;
  /** blocks on the same edge: earlier and later lines and bands, newest first */
  before: { lines: number[]; bands: number[] };
  after: { lines: number[]; bands: number[] };
  /** earlier closed outline a little outside or inside of it */
  beside: number | null;
  /** the newest earlier outline that something was held along (placed and sewn again) and that encloses it */
  piece: number | null;
  /** anything was placed and held before it, or is in the whole design */
  pieceBefore: boolean;
  pieceAnywhere: boolean;
  /** the newest net of lines over which it lies */
  net: number | null;
  /** share of the later satin blocks that lie within its box */
  satinOver: number;
  /** how many straight lines the design has, where it is one of them */
  straights: number;
  /** the block before is straight, and it runs along that and round one side; the same of the block after */
  foldsOver: boolean;
  foldedNext: boolean;
  /** what is not cut by a blade itself: whether cutting needles come before or after it, in the same place */
  bladesEarlier: boolean;
  bladesLater: boolean;
  /** pairs of closed lines, one just inside the other */
  pairs: number;
  /** figures in a row along the edge of an earlier held piece: share of the edge that is met, and how many times as long */
  motif: { edge: number; met: number; times: number } | null;
  /** nothing but tiny figures comes after it, or nothing at all */
  onlyTinyLater: boolean;
  /** shares of later blocks that lie within it, and of earlier ones */
  holdsLater: number;
  holdsEarlier: number;
}

const MARKER_MM = 14;
/** Blocks sewn along one edge: most of each lies by the other. */
const SAME = 0.55;
const MOTIF_LENGTH = 1.4;
const MOTIF_BAND_MM = 8;
const MOTIF_BAND_SHARE = 0.22;
/** Mm of line a mm² of its box above which a net holds lace; wider ones quilt. */
export const NET = 0.37;

/** Of so many blocks what lies within which is asked only of those that span this share of the design. */
const MANY = 200;
const LARGE = 0.3;
const isTiny = (b: Box) => Math.max(widthOf(b), heightOf(b)) <= MARKER_MM;
const isTogether = (follows: Follows, a: number, b: number) => {
  const [forth, back] = [follows.share(b, a), follows.share(a, b)];
  return Math.max(forth, back) > 0.7 && Math.min(forth, back) > 0.3 && forth + back > 2 * SAME;
};

/** Gathers the facts of all blocks. Time grows with the square of their number, and is small. */
export function factsOf(
  all: readonly Unread[],
  follows: Follows,
  design: Box,
  sewnBeside: SewnBeside,
): Facts[] {
  const n = all.length;
  const line = all.map(isLine);
  const band = all.map((b) => covers(b) || b.blanket);
  const straight = all.map((b, i) => line[i] && isStraight(b));
  const once = all.map((b) => b.lines.reduce((sum, l) => sum + l.lengthMm, 0));
  const outline = all.map((b, i) => !!b.lines[0]?.closed && b.lines[0].lengthMm > 0.7 * once[i]);
  const edges: number[][] = all.map(() => []);
  for (let i = 0; i < n; i++)
    for (let k = 0; k < i; k++)
      if (isTogether(follows, k, i)) {
        edges[i].push(k);
        edges[k].push(i);
      }
  // Held: something light was sewn, and then the same edge again.
  const held = all.map(
    (b, i) => edges[i].some((k) => k < i && line[k]) && (line[i] || covers(b) || b.blanket),
  );
  const netness = all.map((b, i) => {
    const area = Math.max(1, widthOf(b.box) * heightOf(b.box));
    const around = 2 * (widthOf(b.box) + heightOf(b.box));
    const sewn = b.texture === 'meander' || b.texture === 'fill' ? b.sewnLengthMm : once[i];
    return { perMm2: sewn / area, ways: sewn / Math.max(1, around) };
  });
  const firstHeld = held.indexOf(true);
  const pieceAnywhere = firstHeld >= 0;
  const allStraight = straight.filter(Boolean).length;
  const nets = all.flatMap((b, i) =>
    (line[i] || ['fill', 'mixed'].includes(b.texture)) &&
    !outline[i] &&
    !straight[i] &&
    netness[i].ways > 2 &&
    shareSpanned(b.box, design) > 0.5
      ? [i]
      : [],
  );
  const pieces = all.flatMap((_, i) => (held[i] && outline[i] ? [i] : []));
  const outlines = all.flatMap((_, i) => (outline[i] && line[i] ? [i] : []));
  const satins = all.flatMap((b, i) => (b.texture === 'satin' ? [i] : []));
  const blades = all.flatMap((b, i) => (b.bladeDeg === null ? [] : [i]));
  const lastLarge = all.findLastIndex((b, i) => !line[i] || !b.lines.every((l) => isTiny(lineBox(l))));
  /** share of some blocks that lie within another */
  const shareWithin = (box: Box, some: readonly number[]) => {
    let within = 0;
    for (const k of some) if (encloses(box, all[k].box, 4)) within++;
    return some.length ? within / some.length : 0;
  };
  const order = all.map((_, i) => i);

  return all.map((block, i): Facts => {
    const boxes = block.lines.map(lineBox);
    const sizes = boxes.map((b) => Math.max(widthOf(b), heightOf(b)));
    const largestMm = Math.max(0, ...sizes);
    const earlier = edges[i].filter((k) => k < i).reverse();
    const later = edges[i].filter((k) => k > i);
    const newest = (some: readonly number[], is: (k: number) => boolean) =>
      some.findLast((k) => k < i && is(k)) ?? null;
    const pairs = pairsOf(block, boxes);
    // What holds and what lies under satin is asked of few: lines that come home, fields of lines, windows.
    const isField = netness[i].ways > 1.4 || pairs > 0;
    // Among very many blocks only a large one can hold a good share of them.
    const mayHold =
      (block.closed || (line[i] && i >= n - 2)) && (n < MANY || shareSpanned(block.box, design) > LARGE);
    return {
      block,
      n,
      isLine: line[i],
      isBand: band[i],
      isOutline: outline[i],
      straight: straight[i],
      isU: leavesSideOut(block),
      span: shareSpanned(block.box, design),
      spanMost: Math.max(
        widthOf(block.box) / Math.max(1, widthOf(design)),
        heightOf(block.box) / Math.max(1, heightOf(design)),
      ),
      tiny: line[i] && boxes.length > 0 && largestMm <= MARKER_MM,
      figures: boxes.length,
      largestMm,
      ...netness[i],
      before: { lines: earlier.filter((k) => line[k]), bands: earlier.filter((k) => band[k]) },
      after: { lines: later.filter((k) => line[k]), bands: later.filter((k) => band[k]) },
      beside: outline[i] ? newest(outlines, (k) => isBeside(all[k].box, block.box)) : null,
      piece: newest(pieces, (k) => encloses(all[k].box, block.box)),
      pieceBefore: firstHeld >= 0 && firstHeld < i,
      pieceAnywhere,
      net: newest(nets, (k) => encloses(all[k].box, block.box, 6)),
      satinOver: isField
        ? shareWithin(
            block.box,
            satins.filter((k) => k > i),
          )
        : 0,
      straights: straight[i] ? allStraight : 0,
      foldsOver: i > 0 && straight[i - 1] && !straight[i] && line[i] && follows.share(i - 1, i) > 0.6,
      foldedNext:
        straight[i] && i + 1 < n && line[i + 1] && !straight[i + 1] && follows.share(i, i + 1) > 0.5,
      bladesEarlier: block.bladeDeg === null && blades.some((k) => k < i && overlaps(all[k].box, block.box)),
      bladesLater: block.bladeDeg === null && blades.some((k) => k > i && overlaps(all[k].box, block.box)),
      pairs,
      motif: motifOf(all, held, outline, block, follows, sewnBeside),
      onlyTinyLater: lastLarge <= i,
      holdsLater: mayHold ? shareWithin(block.box, order.slice(i + 1)) : 0,
      holdsEarlier: mayHold ? shareWithin(block.box, order.slice(0, i)) : 0,
    };
  });
}

const MOST_PAIRED = 40;
const pairsOf = ({ lines }: Unread, boxes: readonly Box[]): number => {
  const closed = boxes.filter((_, k) => lines[k].closed).slice(0, MOST_PAIRED);
  return closed.filter((b, k) => closed.some((o, m) => m !== k && isBeside(b, o))).length / 2;
};

function motifOf(
  all: readonly Unread[],
  held: readonly boolean[],
  outline: readonly boolean[],
  block: Unread,
  follows: Follows,
  sewnBeside: SewnBeside,
): Facts['motif'] {
  if (covers(block) || block.texture === 'meander' || block.blanket || block.texture === 'fill') return null;
  const bandOf = ({ box }: Unread) =>
    Math.min(MOTIF_BAND_MM, MOTIF_BAND_SHARE * Math.min(widthOf(box), heightOf(box)));
  const edge = all.findLast(
    (o) =>
      o.index < block.index &&
      held[o.index] &&
      outline[o.index] &&
      encloses(o.box, block.box, bandOf(o)) &&
      encloses(block.box, o.box, bandOf(o)),
  );
  if (!edge) return null;
  const times = block.sewnLengthMm / edge.lines[0].lengthMm;
  // What keeps to the line, however often, is no row of figures.
  if (times < MOTIF_LENGTH || (isLine(block) && follows.share(block.index, edge.index) > 0.85)) return null;
  return { edge: edge.index, met: sewnBeside(block.index, edge.lines[0], bandOf(edge)), times };
}
