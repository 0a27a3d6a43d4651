import { boxOf, middleOf, type Path } from '../base';

/** Strokes of a text whose capitals are so high, mm; null: it holds a letter that the font has not. */
export type SingleLine = (text: string, capitalMm: number) => Path[] | null;

/** In units of the font: what its coordinates are counted from, and how high its capitals are. */
const ZERO = 'R'.charCodeAt(0);
const CAPITAL = 21;
/** Characters of a row before its coordinates: a number, how many pairs follow. */
const HEAD = 8;
const FIRST = ' '.charCodeAt(0);

interface Glyph {
  left: number;
  right: number;
  strokes: Path[];
}
/**
 * The letters of a font of single lines by A. V. Hershey, in the format by J. Hurt: a row for each character from the space on; pairs
 * of letters are coordinates, counted from R, y down; the first pair is its left and right side; " R" lifts the pen.
 */
export function singleLineOf(rows: string): SingleLine {
  const glyphs = rows.split('\n').filter(Boolean).map(glyphOf);
  return (text, capitalMm) => {
    const scale = capitalMm / CAPITAL;
    const strokes: Path[] = [];
    let at = 0;
    for (const letter of text) {
      const glyph = glyphs.at(Math.max(0, letter.charCodeAt(0) - FIRST));
      if (!glyph || letter.charCodeAt(0) < FIRST) return null;
      const from = at - glyph.left;
      for (const stroke of glyph.strokes)
        strokes.push(stroke.map(({ x, y }) => ({ x: (from + x) * scale, y: -y * scale })));
      at += glyph.right - glyph.left;
    }
    if (!strokes.length) return [];
    const middle = middleOf(boxOf(strokes.flat()));
    return strokes.map((stroke) => stroke.map(({ x, y }) => ({ x: x - middle.x, y: y - middle.y })));
  };
}
function glyphOf(row: string): Glyph {
  const pairs = row.slice(HEAD).match(/../g) ?? [];
  const value = (pair: string, i: number) => pair.charCodeAt(i) - ZERO;
  const [sides = 'RR', ...points] = pairs;
  const strokes: Path[] = [[]];
  for (const pair of points)
    if (pair === ' R') strokes.push([]);
    else strokes.at(-1)?.push({ x: value(pair, 0), y: value(pair, 1) });
  return {
    left: value(sides, 0),
    right: value(sides, 1),
    strokes: strokes.filter(({ length }) => length > 1),
  };
}
