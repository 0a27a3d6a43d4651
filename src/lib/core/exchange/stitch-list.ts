import Papa from 'papaparse';
import * as z from 'zod';
import { fail, ok, type Result } from '../problem';
import { MAX_EXTENT, MAX_RECORDS, rowsToTape, tapeToRows, type Tape } from '../tape';

const limit = MAX_EXTENT / 10;
const rowSchema = z.object({
  x: z.coerce.number().min(-limit).max(limit),
  y: z.coerce.number().min(-limit).max(limit),
  kind: z.enum(['stitch', 'jump', 'stop']),
});

/** One stitch of the open list, and the whole list with its label: the shape POST /api/tape takes. */
export const stitchListSchema = z.object({
  label: z.string().max(200).default(''),
  stitches: z.array(rowSchema.extend({ x: z.number().min(-limit).max(limit), y: z.number().min(-limit).max(limit) })).min(1).max(MAX_RECORDS), // prettier-ignore
});

/** The tape as `x,y,kind` lines, mm to 0.1, y up. */
export const tapeToCsv = (tape: Tape): string =>
  `${Papa.unparse(
    tapeToRows(tape).map((r) => [r.x.toFixed(1), r.y.toFixed(1), r.kind]),
    { newline: '\n' },
  ).replace(/^/, 'x,y,kind\n')}\n`;

/** Reads the CSV stitch list. The first bad line is named; nothing is guessed. */
export function csvToTape(text: string, label = ''): Result<Tape> {
  const parsed = Papa.parse<Record<string, string>>(text.trim(), { header: true, skipEmptyLines: true });
  const missing = ['x', 'y', 'kind'].filter((name) => !parsed.meta.fields?.includes(name));
  if (missing.length)
    return fail(
      'csv-columns',
      `This list has no column ${missing.join(', ')}.`,
      'The first line must read x,y,kind.',
    );
  if (parsed.data.length === 0)
    return fail('csv-empty', 'This list has no stitches.', 'Put one stitch on each line.');
  if (parsed.data.length > MAX_RECORDS)
    return fail(
      'too-many-records',
      `This list has ${parsed.data.length} lines; ${MAX_RECORDS} is the most.`,
      'Split the design into parts.',
    );
  const rows = [];
  for (const [i, raw] of parsed.data.entries()) {
    const row = rowSchema.safeParse({ ...raw, x: raw.x?.trim() || NaN, y: raw.y?.trim() || NaN });
    if (!row.success)
      return fail(
        'csv-line',
        `Line ${i + 2} is not a stitch: ${row.error.issues[0].path.join('.')} does not fit.`,
        'Each line needs x and y in mm and stitch, jump or stop.',
      );
    rows.push(row.data);
  }
  return ok(rowsToTape(label, rows));
}
