/** Blocks that hide, hold by a zigzag, or make lace and cutwork. */
import { widthOf, heightOf, shareSpanned } from '../base';
import {
  isBeside,
  covers,
  encloses,
  isCorners,
  isLine,
  laterOn,
  lineBox,
  mm,
  percent,
  verdict,
  type RoleContext,
  type RoleRule,
  type Unread,
} from './rule-context';

/** A zigzag more open than this shows the raw edge between its peaks. */
const HIDES_TO_MM = 1.7;
/** A band over the edge of a piece, or over a line that was sewn before. */
export const cover: RoleRule = (c) => {
  const { block, design } = c;
  if (!covers(block)) return null;
  const f = block.follows;
  const stitch = `${block.texture} ${mm(block.widthMm ?? 0)} mm wide`;
  if (f && (f.share >= 0.6 || isCorners(c))) {
    const firstOnLine = !['tack-down', 'cover'].includes(c.known[f.index] ?? '');
    const covered = laterOn(c).some((o) => o.texture === 'satin');
    if (block.texture === 'zigzag' && firstOnLine && covered)
      return verdict(
        'tack-down',
        0.9,
        `${stitch}, holds block ${f.index + 1}'s line, and satin covers it later`,
      );
    if (firstOnLine && (block.advanceMm ?? 0) > HIDES_TO_MM)
      return verdict(
        'tack-down',
        0.9,
        `follows block ${f.index + 1}'s line for ${percent(f.share)}, ${stitch} and ${mm(block.advanceMm ?? 0)} mm from peak to peak: it holds, but is too open to hide an edge`,
      );
    return verdict(
      'cover',
      0.7 + 0.28 * f.share,
      `follows block ${f.index + 1}'s line for ${percent(f.share)} within ${mm(Math.max(0.1, f.distanceMm))} mm, ${stitch}`,
    );
  }
  if (block.closed && shareSpanned(block.box, design) > 0.85)
    return verdict('cover', 0.86, `${stitch}, runs once around nearly the whole design`);
  return null;
};

/** Blanket stitch or motifs along the edge of a piece: they hide it less than satin, but that is what they are for. */
export const openCover: RoleRule = ({ block, all, known, sewnBeside }) => {
  const f = block.follows;
  if (block.blanket) {
    const teeth = `a blanket stitch, teeth of ${mm(block.widthMm ?? 0)} mm every ${mm(block.advanceMm ?? 0)} mm`;
    return f && f.share > 0.55
      ? verdict(
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
      encloses(o.box, block.box, bandOf(o)) &&
      encloses(block.box, o.box, bandOf(o)),
  );
  if (!edge) return null;
  const times = block.sewnLengthMm / edge.lines[0].lengthMm;
  // A tack-down sewn twice keeps to its line; figures wander off it, and off it only a little.
  if (times < MOTIF_LENGTH || (isLine(block) && (f?.share ?? 0) > 0.85)) return null;
  const band = bandOf(edge);
  const met = sewnBeside(block.index, edge.lines[0], band);
  return met > 0.9
    ? verdict(
        'cover',
        0.84,
        `figures in a row along block ${edge.index + 1}'s line, ${mm(times)} times as long as it and never more than ${mm(band)} mm off: a motif edge`,
      )
    : null;
};

/** A row of figures is longer than its edge by this much, and reaches at most this far off it. */
const MOTIF_LENGTH = 1.4;
const MOTIF_BAND_MM = 8;
/** In a small piece all is near its edge: the band is a share of its smaller side. */
const MOTIF_BAND_SHARE = 0.22;
const bandOf = ({ box }: Unread) =>
  Math.min(MOTIF_BAND_MM, MOTIF_BAND_SHARE * Math.min(widthOf(box), heightOf(box)));
/** Anything laid before this block that reaches under all of it. */
const onCloth = ({ block, all, known }: RoleContext) =>
  all.some((o) => o.index < block.index && known[o.index] === 'placement' && encloses(o.box, block.box));

/** Lines nearer than about 5 mm hold lace together; quilting lies wider. mm of line a mm² of its box. */
const NET = 0.37;
/** A net of lines with no cloth under it, that satin is sewn onto. */
export const laceUnderlay: RoleRule = (c) => {
  const { block, all, design } = c;
  if (!isLine(block) || shareSpanned(block.box, design) < 0.5 || onCloth(c)) return null;
  const line = block.lines.reduce((sum, l) => sum + l.lengthMm, 0);
  const perMm2 = line / Math.max(1, widthOf(block.box) * heightOf(block.box));
  const over = all.find((o) => o.index > block.index && o.texture === 'satin' && encloses(block.box, o.box));
  const around = 2 * (widthOf(block.box) + heightOf(block.box));
  if (!over || line < 2.5 * around || perMm2 < NET / 2) return null;
  return verdict(
    'lace-underlay',
    perMm2 > NET ? 0.94 : 0.75,
    `a net of lines about ${mm(2 / perMm2)} mm apart with no cloth under it, and block ${over.index + 1} is satin over it`,
  );
};
/** Satin over such a net. */
export const lace: RoleRule = ({ block, all, known }) => {
  if (block.texture !== 'satin' && block.texture !== 'zigzag') return null;
  const net = all.find(
    (o) => o.index < block.index && known[o.index] === 'lace-underlay' && encloses(o.box, block.box),
  );
  return net
    ? verdict('lace', 0.94, `satin over the net of block ${net.index + 1}, where there is no cloth`)
    : null;
};

/** Cutwork: windows with a double line round each, and satin straight over it with nothing else between. */
export const windows: RoleRule = (c) => {
  const { block } = c;
  if (!isLine(block) || block.follows) return null;
  const [next] = laterOn(c);
  if (!next || next.texture !== 'satin') return null;
  const closed = block.lines.filter((l) => l.closed);
  const boxes = closed.map(lineBox);
  const pairs = boxes.filter((b, i) => boxes.some((o, k) => k !== i && isBeside(b, o)));
  const doubled = block.texture === 'double-run' && closed.length > 1;
  if (pairs.length < 2 && !doubled) return null;
  return verdict(
    'tack-down',
    0.92,
    `a double line round ${Math.ceil(pairs.length / 2) || closed.length} windows, with satin straight over it in block ${next.index + 1}`,
  );
};
