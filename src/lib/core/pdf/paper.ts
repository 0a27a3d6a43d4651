import type { PDFFont, PDFPage } from '@cantoo/pdf-lib';

/** mm */
export const PAPERS = {
  A4: { widthMm: 210, heightMm: 297 },
  Letter: { widthMm: 215.9, heightMm: 279.4 },
} as const;
/** A size of paper, by name. */
export type Paper = keyof typeof PAPERS;
export const PT_PER_MM = 72 / 25.4;

/** The built-in fonts know Western letters only: narrow spaces become plain ones, others a dot rather than an error. */
export function known(words: string, font: PDFFont): string {
  const letters = new Set(font.getCharacterSet());
  return [...words.replaceAll(/[\u202f\u00a0]/g, ' ')]
    .map((c) => (letters.has(c.codePointAt(0) ?? 0) ? c : '·'))
    .join('');
}
/** @param yMm up from the page's lower edge */
export function text(
  page: PDFPage,
  font: PDFFont,
  words: string,
  xMm: number,
  yMm: number,
  sizeMm: number,
): void {
  page.drawText(known(words, font), {
    x: xMm * PT_PER_MM,
    y: yMm * PT_PER_MM,
    size: sizeMm * PT_PER_MM,
    font,
  });
}
