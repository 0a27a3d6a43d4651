/**
 * Letters of open fonts: as outlines, what a text encloses, holes and all; or as single lines. mm, y up, centred on 0, 0.
 */
import type { PathCommand } from 'opentype.js';
import { parse } from 'opentype.js/dist/opentype.mjs';
import { boxOf, middleOf, type Path } from '../base';
import { pathsOf } from '../maker';
import { united } from '../outline';

export { singleLineOf } from './single-line';

/** Outlines of a text whose capitals are so high, its letters so much further apart than usual, mm; none where the font draws nothing of it. */
export type Letters = (text: string, capitalMm: number, apartMm: number) => Path[];

/** A command as SVG has it; the library's own way of writing loses whole hundreds. */
const written = ({ type, ...at }: PathCommand): string =>
  type +
  (['x1', 'y1', 'x2', 'y2', 'x', 'y'] as const)
    .flatMap((key) => (key in at ? [(at as Record<typeof key, number>)[key]] : []))
    .join(' ');
/** A capital that is as high as capitals are. */
const CAPITAL = 'H';
/** The letters of a font. @param bytes of an OpenType file, or of one packed as WOFF */
export function lettersOf(bytes: ArrayBuffer): Letters {
  const font = parse(bytes);
  const capital = font.getPath(CAPITAL, 0, 0, 1000).getBoundingBox();
  return (text, capitalMm, apartMm) => {
    const size = (1000 * capitalMm) / (capital.y2 - capital.y1);
    const path = font.getPath(text, 0, 0, size, { letterSpacing: apartMm / size });
    const drawn = path.commands.length ? pathsOf(path.commands.map(written).join('')) : null;
    if (!drawn?.ok) return [];
    // Where strokes of a letter lie on each other they are one.
    const rings = united(drawn.value);
    const middle = middleOf(boxOf(rings.flat()));
    return rings.map((ring) => ring.map(({ x, y }) => ({ x: x - middle.x, y: y - middle.y })));
  };
}
