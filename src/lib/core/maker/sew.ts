import { along, distance, ok, type Path, type Point, type Result } from '../base';
import { bean, circle, closePath, doubleRun, run, twiceAround } from '../outline';
import { Holes, LONGEST, lozenges, teeth, zigzagAcross } from './border';
import { alongOf, between, lengthOf, moved, pointAt, sewnBeside } from './line';
import { isWide, type Underlay, type WholePart } from './parts';
import { columnsBetween, columnsOf, turnsOf, type Column } from './rails';

/** Ends of a closed line lie over each other by so much, mm. */
const LAP = 2.5;
/** Underlay ends so far inside the border's edge, at the least, mm. */
const UNDER = 0.4;
/** Of zigzag underlay, from one hole to the next on one side, mm. */
const UNDER_ADVANCE = 2;
/** Where a line with an opening begins and ends it is sewn three stitches back. */
const BACK = 3;
/** Places on a line that are looked at for its start; how far round about, mm; turns that count as alike, radians. */
const PLACES = 120;
const ROUND_ABOUT = 8;
const ALIKE = 0.1;
/** A needle point this near to the one before is the same, mm. */
const SAME = 0.05;
/** Half a marker's arm, mm. */
const ARM = 2;

/** Needle points of a part, by what is sewn without a cut. Errors: a border that does not fit. @param rings of the line that all parts follow */
export function sewPart(part: WholePart, rings: readonly Path[]): Result<Path[]> {
  if (part.kind === 'basting') return ok([run(closePath(placesOf(part)), part.stitchMm)]);
  if (part.kind === 'lettering') return ok(part.strokes.map((stroke) => short(alongStroke(part, stroke))));
  if (part.kind === 'markers' && !part.ringMm) return ok(placesOf(part).map(cross));
  const lines = part.kind === 'markers' ? placesOf(part).map((p) => circle(p, part.ringMm / 2)) : rings;
  const sewn: Path[] = [];
  for (const [i, line] of lines.entries()) {
    // Only the outermost is left open.
    const path = sewRing(i ? { ...part, opening: null } : part, line);
    if (!path.ok) return path;
    sewn.push(short(path.value));
  }
  return ok(sewn);
}
const placesOf = ({ points }: WholePart): Path => points.map(([x, y]) => ({ x, y }));
function sewRing(part: WholePart, line: Path): Result<Path> {
  const own = moved(line, part.offsetMm, part.corners === 'mitre' ? 'miter' : 'round', 'line');
  if (!own.ok) return own;
  return isWide(part) ? border(part, line, own.value) : runs(part, line, own.value);
}

/** From where to where an own line is sewn, mm along it, when a place of the common line stays open. */
function ends(part: WholePart, line: Path, own: Path): Result<{ fromMm: number; toMm: number } | null> {
  if (!part.opening) return ok(null);
  const beside = sewnBeside(line, part.opening);
  if (!beside.ok) return beside;
  const on = (atMm: number) => alongOf(own, pointAt(line, atMm));
  return ok({ fromMm: on(beside.value.fromMm), toMm: on(beside.value.toMm) });
}

function runs(part: WholePart, line: Path, own: Path): Result<Path> {
  const open = ends(part, line, own);
  if (!open.ok) return open;
  const { stitchMm } = part;
  if (open.value) {
    const path = between(own, open.value.fromMm, open.value.toMm);
    if (part.stitch === 'double-run') return ok(doubleRun(path, stitchMm));
    const sewn = part.stitch === 'bean' ? bean(path, stitchMm) : run(path, stitchMm);
    return ok(strongEnds(sewn, run(path, stitchMm)));
  }
  const start = startOf(own);
  const round = between(own, start, start);
  if (part.stitch === 'double-run') return ok(twiceAround(round.slice(0, -1), stitchMm));
  const lap = between(own, start, start + Math.min(LAP, lengthOf(own) / 4));
  const sewn = part.stitch === 'bean' ? bean(round, stitchMm) : run(round, stitchMm);
  return ok([...sewn, ...run(lap, stitchMm).slice(1)]);
}
/** Three stitches back and forth once more at both ends. */
function strongEnds(sewn: Path, once: Path): Path {
  const n = Math.min(BACK, once.length - 1);
  const head = once.slice(0, n + 1);
  const tail = once.slice(-n - 1).reverse();
  return [
    ...head,
    ...head.slice(0, -1).reverse(),
    ...sewn.slice(1),
    ...tail.slice(1),
    ...tail.slice(0, -1).reverse(),
  ];
}

/** Along an open line, from its beginning to its end. */
function alongStroke(part: WholePart, stroke: Path): Path {
  const { stitch, stitchMm } = part;
  if (!isWide(part)) {
    if (stitch === 'double-run') return doubleRun(stroke, stitchMm);
    return stitch === 'bean' ? bean(stroke, stitchMm) : run(stroke, stitchMm);
  }
  const half = (part.widthMm + part.pullMm) / 2;
  const columns = columnsOf(stroke, half, part.corners, false);
  const holes = new Holes();
  // Its underlay goes before it, and comes back to where it begins.
  const under = part.underlay.length ? doubleRun(stroke, stitchMm) : [];
  for (const p of under) holes.put(p);
  return [...under, ...across(part, columns, columns, holes)];
}
/** The border itself over its columns. @param round of a closed line without its lap, for what is a whole number of figures */
function across({ stitch, advanceMm }: WholePart, columns: Column[], round: Column[], holes: Holes): Path {
  if (stitch === 'blanket') return teeth(columns, advanceMm);
  return stitch === 'motif' ? lozenges(round, advanceMm) : zigzagAcross(columns, advanceMm, holes);
}

function border(part: WholePart, line: Path, own: Path): Result<Path> {
  const half = (part.widthMm + part.pullMm) / 2;
  const join = part.corners === 'mitre' ? 'miter' : part.corners === 'cap' ? 'square' : 'round';
  for (const by of [half, -half]) {
    const edge = moved(own, by, join, 'border');
    if (!edge.ok) return edge;
  }
  const open = ends(part, line, own);
  if (!open.ok) return open;
  // It begins at the place where ends show least.
  const start = startOf(own);
  const { fromMm, toMm } = open.value ?? { fromMm: start, toMm: start };
  const turned = between(own, start, start).slice(0, -1);
  const all = columnsOf(turned, half, part.corners);
  const columns = open.value
    ? columnsBetween(all, pointAt(own, fromMm), pointAt(own, toMm))
    : [...all, ...lapOf(all)];
  const holes = new Holes();
  /** what lies on an own line so far from the middle, from end to end */
  const beside = (by: number): Path => {
    const ring = moved(own, by, join, 'underlay');
    if (!ring.ok) return [];
    const on = (atMm: number) => alongOf(ring.value, pointAt(own, atMm));
    return between(ring.value, on(fromMm), on(toMm));
  };
  const path = part.underlay.flatMap((kind) => under(kind, columns, beside, half, part, holes));
  return ok([...path, ...across(part, columns, open.value ? columns : all, holes)]);
}
/** The first columns once more, so that the end lies over the beginning. */
function lapOf(columns: readonly Column[]): Column[] {
  const last = columns[columns.length - 1].at;
  return columns.filter(({ at }, i) => i && at <= LAP).map((c) => ({ ...c, at: last + c.at }));
}
/** There and back, so that the border begins where its underlay did. */
function under(
  kind: Underlay,
  columns: readonly Column[],
  beside: (by: number) => Path,
  half: number,
  { pullMm, stitchMm }: WholePart,
  holes: Holes,
): Path {
  const inset = pullMm / 2 + UNDER;
  const sewn = (path: Path) => {
    const points = path.length ? run(path, stitchMm) : [];
    for (const p of points) holes.put(p);
    return points;
  };
  if (kind === 'zigzag')
    return [...zigzagAcross(columns, UNDER_ADVANCE, holes, inset), ...sewn(beside(0).reverse())];
  const [there, back] = kind === 'edge' ? [half - inset, inset - half] : [0, 0];
  return [...sewn(beside(there)), ...sewn(beside(back).reverse())];
}

/** Where ends show least: where the line turns least for some way on both sides, of such places the lowest; mm along the line. */
function startOf(line: Path): number {
  const total = lengthOf(line);
  const turns = turnsOf(line);
  let before = 0;
  const corners = line.map((p, i) => {
    const at = before;
    before += distance(p, line[(i + 1) % line.length]);
    return { at, turn: Math.abs(turns[i]) };
  });
  let side = 0;
  const places = Array.from({ length: PLACES }, (_, k) => {
    const at = (k * total) / PLACES;
    while (side + 1 < line.length && corners[side + 1].at <= at) side++;
    const [a, b] = [line[side], line[(side + 1) % line.length]];
    const y = along(a, b, (at - corners[side].at) / (distance(a, b) || 1)).y;
    const near = corners.filter((c) => {
      const apart = Math.abs(c.at - at);
      return Math.min(apart, total - apart) < Math.min(ROUND_ABOUT, total / 8);
    });
    return { at, turn: near.reduce((sum, c) => sum + c.turn, 0), y };
  });
  const least = Math.min(...places.map(({ turn }) => turn)) + ALIKE;
  const straight = places.filter(({ turn }) => turn <= least);
  const lowest = Math.min(...straight.map(({ y }) => y)) + SAME;
  const bottom = straight.filter(({ y }) => y <= lowest);
  return bottom[Math.floor(bottom.length / 2)].at;
}

const cross = ({ x, y }: Point): Path => [
  { x: x - ARM, y },
  { x, y },
  { x: x + ARM, y },
  { x, y },
  { x, y: y + ARM },
  { x, y },
  { x, y: y - ARM },
  { x, y },
];
/** Longer moves are parted; a point that is there already is left out. */
function short(path: Path): Path {
  const out: Path = [];
  let from: Point | null = null;
  for (const p of path) {
    const far = from ? distance(from, p) : 0;
    if (from && far < SAME) continue;
    const parts = Math.ceil(far / LONGEST);
    for (let k = 1; from && k < parts; k++) out.push(along(from, p, k / parts));
    out.push(p);
    from = p;
  }
  return out;
}
