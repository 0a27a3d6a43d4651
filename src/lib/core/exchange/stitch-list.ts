import Papa from 'papaparse';
import * as z from 'zod';
import { itemAt, fail, ok, type Result } from '../base';
import {
  KIND_NAMES,
  MAX_EXTENT,
  MAX_RECORDS,
  JUMP,
  STITCH,
  STOP,
  TapeAssembler,
  tapeToRows,
  type RecordKind,
  type Tape,
} from '../tape';

const limit = MAX_EXTENT / 10;
const KINDS = new Map<string, RecordKind>([
  ['stitch', STITCH],
  ['jump', JUMP],
  ['stop', STOP],
]);
const mm = z.number().min(-limit).max(limit);

/** One stitch of the open list, and the whole list with its label: the shape POST /api/tape takes. */
export const stitchListSchema = z.object({
  label: z.string().max(200).default(''),
  stitches: z
    .array(z.object({ x: mm, y: mm, kind: z.enum(KIND_NAMES) }))
    .min(1)
    .max(MAX_RECORDS),
});

/** The tape as `x,y,kind` lines, mm to 0.1, y up. */
export const tapeToCsv = (tape: Tape): string =>
  `${Papa.unparse(
    tapeToRows(tape).map((r) => [r.x.toFixed(1), r.y.toFixed(1), r.kind]),
    { newline: '\n' },
  ).replace(/^/, 'x,y,kind\n')}\n`;

/** Parsed at a time, letters: a long list never lies in memory as lines. */
const CHUNK = 1 << 20;
const COLUMNS = ['x', 'y', 'kind'] as const;
const badLine = (line: number, what: string) =>
  fail(
    'csv-line',
    `Line ${line} is not a stitch: ${what} does not fit.`,
    'Each line needs x and y in mm and stitch, jump or stop.',
  );

/** Reads the CSV stitch list, line by line into the arrays of a tape. The first bad line is named; nothing is guessed. */
export function csvToTape(text: string, label = ''): Result<Tape> {
  // A stitch takes ten letters and more in most lists: "-1.5,20.3,stitch".
  const tape = new TapeAssembler(label, Math.min(MAX_RECORDS, Math.ceil(text.length / 10)));
  let columns: number[] | null = null;
  let refused: ReturnType<typeof fail> | null = null;
  const line = (cells: string[]): void => {
    if (!columns) {
      const names = cells.map((c) => c.trim());
      columns = COLUMNS.map((name) => names.indexOf(name));
      const missing = COLUMNS.filter((name) => !names.includes(name));
      if (missing.length)
        refused = fail(
          'csv-columns',
          `This list has no column ${missing.join(', ')}.`,
          'The first line must read x,y,kind.',
        );
      return;
    }
    const [a = '', b = '', c = ''] = columns.map((at) => cells[at]?.trim());
    const at = [a === '' ? NaN : Number(a), b === '' ? NaN : Number(b)];
    const kind = KINDS.get(c);
    if (!(Math.abs(itemAt(at, 0)) <= limit)) refused = badLine(tape.records + 2, 'x');
    else if (!(Math.abs(itemAt(at, 1)) <= limit)) refused = badLine(tape.records + 2, 'y');
    else if (kind === undefined) refused = badLine(tape.records + 2, 'kind');
    else if (tape.records === MAX_RECORDS)
      refused = fail(
        'too-many-records',
        `This list has more than ${MAX_RECORDS} lines.`,
        'Split the design into parts.',
      );
    else tape.put(10 * itemAt(at, 0), 10 * itemAt(at, 1), kind);
  };
  Papa.parse<string[]>(text, {
    skipEmptyLines: 'greedy',
    chunkSize: CHUNK,
    step: ({ data }, parser) => {
      line(data);
      if (refused) parser.abort();
    },
  });
  if (refused) return refused;
  if (!columns)
    return fail('csv-columns', 'This list has no column x, y, kind.', 'The first line must read x,y,kind.');
  if (!tape.records) return fail('csv-empty', 'This list has no stitches.', 'Put one stitch on each line.');
  return ok(tape.done());
}
