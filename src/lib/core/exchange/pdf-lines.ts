/** Whether bytes are a PDF, whatever their file is called: "%PDF". */
export const isPdf = (bytes: Uint8Array): boolean =>
  [0x25, 0x50, 0x44, 0x46].every((byte, i) => bytes[i] === byte);

/** A run of text where a page of a PDF has it: left end of its baseline, width and height in points, y up. */
export interface PageText {
  text: string;
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Baselines nearer than this share of the letters' height are one line. */
const ONE_LINE = 0.5;
/** A gap wider than this many times the letters' height stands between two columns, and one wider than this between words. */
const COLUMN_GAP = 0.6;
const WORD_GAP = 0.15;

/** The lines of a page from top to bottom, its columns parted by tabs. */
export function linesOfPage(page: readonly PageText[]): string[] {
  const lines: { y: number; height: number; runs: PageText[] }[] = [];
  const inOrder = page.filter((r) => r.text.trim()).sort((a, b) => b.y - a.y);
  for (const run of inOrder) {
    const line = lines.at(-1);
    if (line && line.y - run.y <= ONE_LINE * Math.max(line.height, run.height)) line.runs.push(run);
    else lines.push({ y: run.y, height: run.height, runs: [run] });
  }
  return lines.map(({ runs }) => {
    let end = -Infinity;
    return runs
      .sort((a, b) => a.x - b.x)
      .map((run) => {
        const gap = (run.x - end) / run.height;
        end = run.x + run.width;
        return (
          (gap === Infinity ? '' : gap > COLUMN_GAP ? '\t' : gap > WORD_GAP ? ' ' : '') + run.text.trim()
        );
      })
      .join('');
  });
}
