import type { Path, Point } from '../base';
import { quarterTurned, type PieceShape } from './turned';

/** What a template draws, whatever it is drawn on. mm, y up, from the lower left corner. */
export interface TemplateDrawing {
  title: string;
  /** with room for the check bar */
  widthMm: number;
  heightMm: number;
  lines: { kind: 'cut' | 'fold' | 'catch' | 'bar' | 'sheet'; path: Path; closed: boolean }[];
  texts: { at: Point; sizeMm: number; text: string }[];
}
/** Anybody can lay a ruler on it: the print is true when this is. mm */
export const CHECK_BAR_MM = 50;
const ROOM_MM = 16;
const EDGE_MM = 3;
const TICK_MM = 2;

/** One piece with its folds and the lines that will catch it. @param size its width and height in words */
export function pieceTemplate(shape: PieceShape, subject: string, size: string): TemplateDrawing {
  const at = { x: EDGE_MM, y: ROOM_MM };
  const notes = [
    size,
    shape.preCut ? 'cut on the line' : 'cut the rectangle',
    shape.mirrored ? 'mirrored: draw it on the wrong side' : 'right side up',
    shape.arrow === 'up'
      ? 'print or nap looks up'
      : shape.arrow === 'threads'
        ? 'sides along the threads'
        : '',
  ].filter(Boolean);
  return framed(
    `${subject}: ${shape.name}`,
    notes.join(' · '),
    Math.max(shape.widthMm + 2 * EDGE_MM, CHECK_BAR_MM + 2 * EDGE_MM),
    shape.heightMm + ROOM_MM + EDGE_MM,
    placed(shape, at),
  );
}

/** One sheet of a layout with every piece in its place. widthMm, heightMm: of the sheet. */
export function sheetTemplate(
  title: string,
  widthMm: number,
  heightMm: number,
  pieces: readonly { shape: PieceShape; turned: boolean; xMm: number; yMm: number }[],
): TemplateDrawing {
  const at = { x: EDGE_MM, y: ROOM_MM };
  const sheet: Path = [
    { x: 0, y: 0 },
    { x: widthMm, y: 0 },
    { x: widthMm, y: heightMm },
    { x: 0, y: heightMm },
  ].map((p) => ({ x: p.x + at.x, y: p.y + at.y }));
  const drawn = pieces.map(({ shape, turned, xMm, yMm }) =>
    placed(turned ? quarterTurned(shape) : shape, { x: xMm + at.x, y: yMm + at.y }),
  );
  return framed(title, '', widthMm + 2 * EDGE_MM, heightMm + ROOM_MM + EDGE_MM, {
    lines: [
      { kind: 'sheet', path: sheet, closed: true },
      ...drawn.flatMap((d) => d.lines.filter((l) => l.kind === 'cut')),
    ],
    texts: pieces.map(({ shape, xMm, yMm }) => ({
      at: { x: xMm + at.x + 2, y: yMm + at.y + 2 },
      sizeMm: 3,
      text: shape.name,
    })),
  });
}

type Marks = Pick<TemplateDrawing, 'lines' | 'texts'>;
function placed(shape: PieceShape, { x, y }: Point): Marks {
  const to = (p: Point) => ({ x: p.x + x, y: p.y + y });
  const [cx, cy] = [x + shape.widthMm / 2, y + shape.heightMm / 2];
  const length = Math.min(40, shape.heightMm / 3);
  const head = (dy: number): Path => [
    { x: cx - 2, y: cy + dy * (length / 2 - 3) },
    { x: cx, y: cy + (dy * length) / 2 },
    { x: cx + 2, y: cy + dy * (length / 2 - 3) },
  ];
  const shaft: Path = [
    { x: cx, y: cy - length / 2 },
    { x: cx, y: cy + length / 2 },
  ];
  const arrows =
    shape.arrow === 'none' ? [] : shape.arrow === 'up' ? [shaft, head(1)] : [shaft, head(1), head(-1)];
  return {
    lines: [
      ...shape.outlines.map((path) => ({ kind: 'cut' as const, path: path.map(to), closed: true })),
      ...shape.folds.map((path) => ({ kind: 'fold' as const, path: path.map(to), closed: false })),
      ...[...shape.catches.map((path) => path.map(to)), ...arrows].map((path) => ({
        kind: 'catch' as const,
        path,
        closed: false,
      })),
    ],
    texts: [],
  };
}

/** With the title and the bar by which the scale is checked, below. */
export function framed(
  title: string,
  notes: string,
  widthMm: number,
  heightMm: number,
  marks: Marks,
): TemplateDrawing {
  const bar = (path: Path) => ({ kind: 'bar' as const, path, closed: false });
  const end = (x: number): Path => [
    { x, y: EDGE_MM - TICK_MM },
    { x, y: EDGE_MM + TICK_MM },
  ];
  return {
    title,
    widthMm,
    heightMm,
    lines: [
      ...marks.lines,
      bar([
        { x: EDGE_MM, y: EDGE_MM },
        { x: EDGE_MM + CHECK_BAR_MM, y: EDGE_MM },
      ]),
      bar(end(EDGE_MM)),
      bar(end(EDGE_MM + CHECK_BAR_MM)),
    ],
    texts: [
      ...marks.texts,
      { at: { x: EDGE_MM, y: EDGE_MM + 7.5 }, sizeMm: 3.2, text: title },
      {
        at: { x: EDGE_MM, y: EDGE_MM + 4 },
        sizeMm: 2.4,
        text: `${notes}${notes ? ' · ' : ''}this bar must measure ${CHECK_BAR_MM} mm`,
      },
    ],
  };
}
