import type { Tape } from '../tape';
import { itemAt, type Box } from '../base';
import { bladesOf } from './blades';
import { copiesOf, firstOf, type CopyPlaces } from './copies';
import { factsOf, type Facts } from './facts';
import { followsOf } from './follow';
import { linesOf } from './lines';
import { besideOf, onceAround, openingIn } from './opening';
import { needlePoints, type NeedlePoints } from './needle';
import { AreaGrid, CELL } from './area-grid';
import { profileBlock } from './profile';
import { LINE } from './stretch';
import { coverReach, sewnBeside } from './cover-margin';
import { oddsOf, tellRoles, weigh, type RoleOverrides } from './roles';
import { dashedLoop } from './dashes';
import { isLine, mainLine, type Decode, type OneCopy, type Unread } from './unread';
import type { Weighed } from './weigh';
import { centrelineOf } from './centreline';
import type { Centreline } from './strands';
import { blanketOf } from './blanket';
import { coversArea, mayBeTwice, textureOf, wanders } from './texture';
import type { BlockReading, Reading, Role } from './types';

/** What a reading depends on besides the tape. */
export interface ReadOptions {
  /** jumps in a row that mean a trim, 2-5 */
  trimJumps: number;
  /** roles set by the maker, by block */
  roles?: RoleOverrides;
  /** told now and then which share of the needle points is read, 0-1 */
  onProgress?: (share: number) => void;
}
/** Needle points between two tellings. */
const TELL_EVERY = 40_000;

/** Nothing is turned through the gap of an ornament. */
const ADORNS: ReadonlySet<Role> = new Set<Role>(['decoration', 'quilting', 'marker']);
/** Less of a block sewn as lines than this, and it is no blanket stitch. */
const TOOTHED = 0.6;

/** What is measured of a tape before anybody says what its blocks are for. */
interface Measured {
  points: NeedlePoints;
  blocks: Unread[];
  /** the same, with only the first copy in those that sew several; and where the copies lie */
  first: Unread[];
  copies: CopyPlaces | null;
  /** mm */
  extents: Box;
  facts: Facts[];
}
const inMm = ({ minX, minY, maxX, maxY }: Box): Box => ({
  minX: minX / 10,
  minY: minY / 10,
  maxX: maxX / 10,
  maxY: maxY / 10,
});
/** Measures the blocks of a tape. Time grows with the number of needle points; n of them need some 40 n bytes meanwhile. */
function measureDesign(tape: Tape, { trimJumps, onProgress }: ReadOptions): Measured {
  const points = needlePoints(tape, trimJumps);
  const last = points.blocks[points.blocks.length - 1]?.end ?? 0;
  const grid = new AreaGrid(points.box);
  const centrelines: (Centreline | null)[] = [];
  let reported = 0;
  const unread = points.blocks.map((block, index): Unread => {
    if (onProgress && block.first - reported > TELL_EVERY) onProgress((reported = block.first) / last);
    const profile = profileBlock(points, block, grid);
    // What covers an area or wanders over it has no line that another block could follow.
    const teeth = profile.byKind[LINE] > TOOTHED * profile.length ? blanketOf(points, block) : null;
    const wandering = wanders(profile, points, block);
    const centreline =
      !teeth && (coversArea(profile) || (wandering && !mayBeTwice(profile)))
        ? null
        : centrelineOf(points, profile, teeth?.tips);
    const texture = teeth ? 'mixed' : textureOf(profile, centreline, wandering);
    centrelines.push((texture === 'mixed' && !teeth) || texture === 'meander' ? null : centreline);
    const box = inMm(profile);
    const lines =
      centreline && texture !== 'meander'
        ? linesOf(centreline, texture === 'zigzag' || texture === 'satin' ? texture : null)
        : [];
    const across = texture === 'satin' ? 1 : texture === 'zigzag' ? 0 : null;
    const stitches = block.end - block.first;
    return {
      index,
      from: block.from,
      to: block.to,
      stitches,
      jumps: block.jumps,
      trims: block.trims,
      floats: block.floats,
      sewnLengthMm: profile.length / 10,
      lengthBins: profile.lengthBins,
      texture,
      widthMm: teeth ? teeth.length / 10 : across === null ? null : profile.width[across] / 10,
      advanceMm: teeth ? teeth.pitch / 10 : across === null ? null : profile.advance[across] / 10,
      blanket: teeth !== null,
      bladeDeg: null,
      box,
      closed: lines.at(0)?.closed ?? false,
      perimeterMm: null,
      lines,
      dashed: isLine({ texture }) ? dashedLoop(lines) : null,
      openings: [],
      follows: null,
      typed: null,
      densityPerCm2: stitches / (Math.max(1, profile.cells) * (CELL / 100) ** 2),
    };
  });
  const follows = followsOf(
    unread.map((b, i) => ({ centreline: centrelines[i], width: (b.widthMm ?? 0) * 10 })),
  );
  const blades = bladesOf(points, unread);
  unread.forEach((b, i) => {
    b.follows = itemAt(follows.best, i);
    b.bladeDeg = itemAt(blades, i);
    const followed = b.follows ? mainLine(unread[b.follows.index]) : undefined;
    const opening = openingIn(b, b.lines, b.box, (line) => besideOf(line, followed, unread.slice(0, i)));
    const main = mainLine(b);
    b.openings = opening ? [opening] : [];
    b.perimeterMm = main ? onceAround(main, opening) : null;
  });
  const extents = inMm(points.box);
  const copies = copiesOf(points, unread, extents);
  const first = copies && !copies.inTurn ? unread.map((b) => firstOf(b, copies, unread)) : unread;
  // What the blocks of one copy are for is asked once.
  const asked = copies?.inTurn ? first.slice(0, copies.blocks[0].length) : first;
  const facts = factsOf(asked, follows, copies?.extents ?? extents, (b, line, band) =>
    sewnBeside(points, points.blocks[b], line, band),
  );
  return { points, blocks: unread, first, copies, extents, facts };
}
/**
 * What weights are fitted on: the evidence of a tape, and what its blocks show; of copies that are sewn in turn, of the first.
 * @param tape with trims of three jumps
 */
export function measuredOf(tape: Tape): { weighed: Weighed; one: OneCopy } {
  const measured = measureDesign(tape, { trimJumps: 3 });
  return { weighed: weigh(measured.facts), one: oneOf(measured) };
}
/** One copy of what is measured. */
const oneOf = ({ first, copies, extents, facts }: Measured): OneCopy => ({
  blocks: first.slice(0, facts.length),
  extents: copies?.extents ?? extents,
  hasCopies: copies !== null,
});

/** Roles of all blocks, and the techniques: what is said of one copy holds for all. */
function decodeWith(decode: Decode, measured: Measured, set: RoleOverrides) {
  const { blocks, copies, facts } = measured;
  const m = facts.length;
  const said = Object.fromEntries(Object.entries(set).map(([b, role]) => [Number(b) % m, role]));
  const weighed = weigh(facts);
  const alone = oddsOf(weighed, said);
  const { odds: together, techniques, pattern } = decode(oneOf(measured), alone);
  const given = tellRoles(facts, weighed, said, { alone, together, pattern });
  const roles = blocks.map(({ index }) => {
    const role = given[index % m];
    const n = Math.floor(index / m) + 1;
    return !copies?.inTurn || n === 1 || role.by === 'maker'
      ? role
      : {
          ...role,
          because: `copy ${n} of ${copies.offsets.length}, as block ${(index % m) + 1}: ${role.because}`,
        };
  });
  return { roles, techniques };
}

/** Reads the blocks of a tape: what each one is, which line it follows, and, with the patterns that there are, what it is for. */
export function readBlocks(tape: Tape, options: ReadOptions, decode: Decode): Reading {
  const measured = measureDesign(tape, options);
  const { points, blocks: unread, first, copies, extents } = measured;
  const { roles, techniques } = decodeWith(decode, measured, options.roles ?? {});
  const withRoles = (blocks: Unread[]) =>
    blocks.map((b, i): BlockReading => {
      const role = roles[i];
      return { ...b, role, openings: ADORNS.has(role.value) ? [] : b.openings };
    });
  const blocks = withRoles(unread);
  const sum = (pick: (b: (typeof unread)[number]) => number) =>
    unread.reduce((total, b) => total + pick(b), 0);
  return {
    label: tape.label,
    warnings: tape.warnings,
    stitches: sum((b) => b.stitches),
    jumps: sum((b) => b.jumps),
    trims: sum((b) => b.trims),
    stops: Math.max(0, unread.length - 1),
    extents,
    blocks,
    covers: blocks.flatMap((b) => {
      const over = b.role.value === 'cover' && b.follows ? blocks[b.follows.index] : undefined;
      return (over && coverReach(points, points.blocks[b.index], b, over)) ?? [];
    }),
    copies: copies && { ...copies, first: withRoles(first) },
    techniques,
  };
}
