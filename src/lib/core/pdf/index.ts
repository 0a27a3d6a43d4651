/** Templates as PDF at true scale, in pages. Load it when it is asked for: the writer is large. mm in. */
import {
  clip,
  closePath,
  endPath,
  lineTo,
  moveTo,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  setDashPattern,
  setLineWidth,
  setStrokingGrayscaleColor,
  StandardFonts,
  stroke,
  type PDFFont,
  type PDFOperator,
  type PDFPage,
} from '@cantoo/pdf-lib';
import type { TemplateDrawing } from '../template';
import { PAPERS, PT_PER_MM, text, type Paper } from './paper';

export { PAPERS, type Paper } from './paper';
export { quotePdf, type QuoteSheet } from './quote';

/** Printers leave an edge; tiles overlap by this much so that they can be laid over each other. mm */
const EDGE_MM = 10;
const OVERLAP_MM = 10;
const CROSS_MM = 4;

const STYLES: Record<
  TemplateDrawing['lines'][number]['kind'],
  { width: number; grey: number; dash: number[] }
> = {
  cut: { width: 0.3, grey: 0, dash: [] },
  sheet: { width: 0.2, grey: 0.5, dash: [] },
  fold: { width: 0.2, grey: 0, dash: [4, 2] },
  catch: { width: 0.15, grey: 0.35, dash: [1, 1] },
  bar: { width: 0.4, grey: 0, dash: [] },
};

/** How many pages a drawing takes, and how far each page reaches. mm */
export function tilesOf(drawing: Pick<TemplateDrawing, 'widthMm' | 'heightMm'>, paper: Paper) {
  const { widthMm, heightMm } = PAPERS[paper];
  const [w, h] = [widthMm - 2 * EDGE_MM, heightMm - 2 * EDGE_MM];
  const n = (length: number, page: number) =>
    length <= page ? 1 : Math.ceil((length - OVERLAP_MM) / (page - OVERLAP_MM));
  return { across: n(drawing.widthMm, w), down: n(drawing.heightMm, h), w, h };
}

/** Templates as one PDF at true scale; what is larger than the paper goes over several pages with marks where they overlap. */
export async function templatesPdf(drawings: readonly TemplateDrawing[], paper: Paper): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(
    drawings
      .map((d) => d.title)
      .join(', ')
      .slice(0, 200),
  );
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  for (const drawing of drawings) {
    const { across, down, w, h } = tilesOf(drawing, paper);
    for (let row = 0; row < down; row++)
      for (let column = 0; column < across; column++) {
        const page = pdf.addPage([PAPERS[paper].widthMm * PT_PER_MM, PAPERS[paper].heightMm * PT_PER_MM]);
        // Rows are told from the top, as they are laid on the table.
        const origin = { x: column * (w - OVERLAP_MM), y: (down - 1 - row) * (h - OVERLAP_MM) };
        drawTile(page, font, drawing, origin, { w, h });
        const many = across * down > 1;
        const tile = `row ${row + 1} of ${down}, column ${column + 1} of ${across}`;
        if (many)
          drawOverlaps(
            page,
            { w, h },
            { left: column > 0, right: column < across - 1, bottom: row < down - 1, top: row > 0 },
          );
        text(page, font, many ? `${drawing.title}: ${tile}` : drawing.title, EDGE_MM, 4, 2.6);
      }
  }
  return pdf.save({ useObjectStreams: false });
}

interface Area {
  w: number;
  h: number;
}
function drawTile(
  page: PDFPage,
  font: PDFFont,
  { lines, texts }: TemplateDrawing,
  origin: { x: number; y: number },
  { w, h }: Area,
) {
  const x = (v: number) => (v - origin.x + EDGE_MM) * PT_PER_MM;
  const y = (v: number) => (v - origin.y + EDGE_MM) * PT_PER_MM;
  const operators: PDFOperator[] = [
    pushGraphicsState(),
    rectangle(EDGE_MM * PT_PER_MM, EDGE_MM * PT_PER_MM, w * PT_PER_MM, h * PT_PER_MM),
    clip(),
    endPath(),
  ];
  for (const { kind, path, closed } of lines) {
    const style = STYLES[kind];
    operators.push(
      setLineWidth(style.width * PT_PER_MM),
      setStrokingGrayscaleColor(style.grey),
      setDashPattern(
        style.dash.map((d) => d * PT_PER_MM),
        0,
      ),
      ...path.map((p, i) => (i ? lineTo : moveTo)(x(p.x), y(p.y))),
      ...(closed ? [closePath()] : []),
      stroke(),
    );
  }
  page.pushOperators(...operators, popGraphicsState());
  for (const t of texts) {
    const inside = t.at.x >= origin.x && t.at.x < origin.x + w && t.at.y >= origin.y && t.at.y < origin.y + h;
    if (inside) text(page, font, t.text, t.at.x - origin.x + EDGE_MM, t.at.y - origin.y + EDGE_MM, t.sizeMm);
  }
}

/** Crosses in the corners of the overlap: they must meet those of the next page. */
function drawOverlaps(
  page: PDFPage,
  { w, h }: Area,
  side: { left: boolean; right: boolean; top: boolean; bottom: boolean },
) {
  const half = OVERLAP_MM / 2;
  const xs = [...(side.left ? [EDGE_MM + half] : []), ...(side.right ? [EDGE_MM + w - half] : [])];
  const ys = [...(side.bottom ? [EDGE_MM + half] : []), ...(side.top ? [EDGE_MM + h - half] : [])];
  const marks = [
    ...xs.flatMap((x) => [0.1, 0.9].map((t) => ({ x, y: EDGE_MM + t * h }))),
    ...ys.flatMap((y) => [0.1, 0.9].map((t) => ({ x: EDGE_MM + t * w, y }))),
  ];
  page.pushOperators(
    pushGraphicsState(),
    setLineWidth(0.2 * PT_PER_MM),
    ...marks.flatMap(({ x, y }) => [
      moveTo((x - CROSS_MM) * PT_PER_MM, y * PT_PER_MM),
      lineTo((x + CROSS_MM) * PT_PER_MM, y * PT_PER_MM),
      moveTo(x * PT_PER_MM, (y - CROSS_MM) * PT_PER_MM),
      lineTo(x * PT_PER_MM, (y + CROSS_MM) * PT_PER_MM),
      stroke(),
    ]),
    popGraphicsState(),
  );
}
