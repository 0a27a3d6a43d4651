import svgpath from 'svgpath';
import { fail, ok, type Path, type Point, type Problem, type Result } from '../base';
import { cubicAt } from '../outline';

/** Curves keep within this of their chords, mm. */
const FLATNESS = 0.05;
const LONGEST = 20_000;
const MOST_OUTLINES = 60;
const problem = (message: string): { ok: false; problem: Problem } =>
  fail('bad-path', message, 'Send closed outlines as the d of an SVG path, in mm.');

/** The outlines of an SVG path's d, mm; it is drawn with y down, and comes out with y up. */
export function pathsOf(svg: string): Result<Path[]> {
  if (svg.length > LONGEST) return problem(`A path of more than ${LONGEST} letters is not read.`);
  const read = svgpath(svg);
  const { err } = read as unknown as { err: string };
  if (err) return problem(`The path cannot be read: ${err.replace(/^SvgPath: /, '')}.`);
  const outlines: Path[] = [];
  let out: Path = [];
  let at: Point = { x: 0, y: 0 };
  const to = (x: number, y: number) => out.push((at = { x, y }));
  read
    .abs()
    .unarc()
    .unshort()
    .iterate((segment) => {
      const [command, ...v] = segment as [string, ...number[]];
      if (command === 'M') {
        outlines.push((out = []));
        to(v[0], v[1]);
      } else if (command === 'L') to(v[0], v[1]);
      else if (command === 'H') to(v[0], at.y);
      else if (command === 'V') to(at.x, v[0]);
      else if (command === 'C') bend(at, p(v[0], v[1]), p(v[2], v[3]), p(v[4], v[5]), to);
      else if (command === 'Q') {
        // A quadratic curve is the cubic one whose handles reach two thirds to its own.
        const [a, q, d] = [at, p(v[0], v[1]), p(v[2], v[3])];
        const towards = (end: Point) => p(end.x + (2 / 3) * (q.x - end.x), end.y + (2 / 3) * (q.y - end.y));
        bend(a, towards(a), towards(d), d, to);
      }
    });
  if (outlines.length > MOST_OUTLINES)
    return problem(`A path of more than ${MOST_OUTLINES} outlines is not read.`);
  if (!outlines.length || outlines.some(({ length }) => length < 3))
    return problem('The path encloses nothing.');
  return ok(outlines.map((path) => path.map(({ x, y }) => ({ x, y: -y }))));
}
const p = (x: number, y: number): Point => ({ x, y });

/** Chords along a cubic curve: their number follows from how far it bends (second differences bound the error). */
function bend(a: Point, b: Point, c: Point, d: Point, to: (x: number, y: number) => void) {
  const second = Math.max(
    Math.hypot(a.x - 2 * b.x + c.x, a.y - 2 * b.y + c.y),
    Math.hypot(b.x - 2 * c.x + d.x, b.y - 2 * c.y + d.y),
  );
  const n = Math.min(2000, Math.max(1, Math.ceil(Math.sqrt((0.75 * second) / FLATNESS))));
  for (let i = 1; i <= n; i++) {
    const { x, y } = cubicAt(a, b, c, d, i / n);
    to(x, y);
  }
}
