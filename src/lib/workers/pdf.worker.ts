import * as Comlink from 'comlink';
import { getDocumentProxy } from 'unpdf';
import { fail, ok } from '$lib/core/base';
import { linesOfPage } from '$lib/core/exchange';
import type { PdfWorker } from './protocol';

const MOST_PAGES = 60;

async function linesOf(bytes: Uint8Array): Promise<string[]> {
  const document = await getDocumentProxy(bytes, { isEvalSupported: false });
  try {
    const lines: string[] = [];
    for (let n = 1; n <= Math.min(MOST_PAGES, document.numPages); n++) {
      const { items } = await (await document.getPage(n)).getTextContent();
      const page = items.flatMap((item) => {
        if (!('str' in item)) return [];
        const [x, y] = item.transform.slice(4) as [number, number];
        return [{ text: item.str, x, y, width: item.width, height: item.height }];
      });
      lines.push(...linesOfPage(page));
    }
    return lines;
  } finally {
    await document.destroy();
  }
}

const worker: PdfWorker = {
  async text(bytes) {
    try {
      const lines = await linesOf(bytes);
      if (lines.length) return ok(lines.join('\n'));
      return fail(
        'no-text',
        'This PDF holds pictures of its pages, and no text.',
        'Type its stops, one a line, beside the picture; nothing was changed.',
      );
    } catch (error) {
      console.error('A PDF could not be read:', error);
      return fail(
        'bad-pdf',
        'This PDF is damaged or locked and cannot be read.',
        'Open it, copy its list and paste it here; nothing was changed.',
      );
    }
  },
};
Comlink.expose(worker);
