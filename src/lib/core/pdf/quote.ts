import { PDFDocument, StandardFonts, type PDFFont, type PDFPage } from '@cantoo/pdf-lib';
import { known, PAPERS, PT_PER_MM, text, type Paper } from './paper';

/** A quote as it is printed: words only. */
export interface QuoteSheet {
  workroom: string;
  customer: string;
  date: string;
  lines: { name: string; quantity: string; each: string; total: string }[];
  total: string;
  /** by when it is safe to promise; empty: nothing is said */
  delivery: string;
  terms: string;
}
const EDGE_MM = 20;
const LINE_MM = 7;
const SMALL_MM = 3.4;
const TEXT_MM = 3.9;

/** A quote as PDF; its lines go on over as many pages as they need. */
export async function quotePdf(sheet: QuoteSheet, paper: Paper): Promise<Uint8Array> {
  const { widthMm, heightMm } = PAPERS[paper];
  const pdf = await PDFDocument.create();
  pdf.setTitle(`Quote for ${sheet.customer}`.slice(0, 200));
  const plain = await pdf.embedFont(StandardFonts.Helvetica);
  const bold = await pdf.embedFont(StandardFonts.HelveticaBold);
  const right = widthMm - EDGE_MM;
  const columns = { quantity: right - 70, each: right - 35, total: right };
  let page: PDFPage = newPage();
  let y = heightMm - EDGE_MM;
  put(bold, sheet.workroom, EDGE_MM, 5.5);
  putRight(plain, sheet.date, right, SMALL_MM);
  down(11);
  put(plain, `Quote for ${sheet.customer}`, EDGE_MM, 4.6);
  down(12);
  put(plain, 'What', EDGE_MM, SMALL_MM);
  putRight(plain, 'Items', columns.quantity, SMALL_MM);
  putRight(plain, 'Each', columns.each, SMALL_MM);
  putRight(plain, 'Together', columns.total, SMALL_MM);
  rule();
  for (const { name, quantity, each, total } of sheet.lines) {
    const words = wrapped(plain, name, TEXT_MM, columns.quantity - EDGE_MM - 20);
    for (const [n, part] of words.entries()) {
      put(plain, part, EDGE_MM, TEXT_MM);
      if (n === 0) {
        putRight(plain, quantity, columns.quantity, TEXT_MM);
        putRight(plain, each, columns.each, TEXT_MM);
        putRight(plain, total, columns.total, TEXT_MM);
      }
      down(LINE_MM);
    }
  }
  rule(-4);
  put(bold, 'Together', EDGE_MM, TEXT_MM);
  putRight(bold, sheet.total, columns.total, TEXT_MM);
  down(12);
  for (const paragraph of [sheet.delivery, ...sheet.terms.split('\n')]) {
    for (const part of wrapped(plain, paragraph, TEXT_MM, right - EDGE_MM)) {
      put(plain, part, EDGE_MM, TEXT_MM);
      down(5.5);
    }
    down(2);
  }
  return pdf.save({ useObjectStreams: false });

  function newPage(): PDFPage {
    return pdf.addPage([widthMm * PT_PER_MM, heightMm * PT_PER_MM]);
  }
  function down(mm: number) {
    y -= mm;
    if (y > EDGE_MM) return;
    page = newPage();
    y = heightMm - EDGE_MM;
  }
  function put(font: PDFFont, words: string, x: number, size: number) {
    text(page, font, words, x, y, size);
  }
  function putRight(font: PDFFont, words: string, x: number, size: number) {
    text(page, font, words, x - widthOf(font, words, size), y, size);
  }
  function rule(above = 3) {
    page.drawLine({
      start: { x: EDGE_MM * PT_PER_MM, y: (y - above) * PT_PER_MM },
      end: { x: right * PT_PER_MM, y: (y - above) * PT_PER_MM },
      thickness: 0.6,
    });
    if (above > 0) down(LINE_MM + 1);
  }
}
const widthOf = (font: PDFFont, words: string, sizeMm: number) =>
  font.widthOfTextAtSize(known(words, font), sizeMm);
/** A text in lines no wider than so many mm; a word that is longer stands by itself. */
function wrapped(font: PDFFont, words: string, sizeMm: number, widthMm: number): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of words.split(/\s+/).filter(Boolean)) {
    const longer = line ? `${line} ${word}` : word;
    if (line && widthOf(font, longer, sizeMm) > widthMm) {
      lines.push(line);
      line = word;
    } else line = longer;
  }
  return line ? [...lines, line] : lines;
}
