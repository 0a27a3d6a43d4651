import { itemAt, limitsOf } from '../base';
import {
  MOST_STITCHES,
  MOST_STOPS,
  MOST_THREAD,
  MOST_THREAD_NUMBER,
  MOST_TITLE,
  stepSecondsSchema,
  type TypedStop,
} from '../build';
import type { Action } from '../catalogue';
import { columnOf, handOf, roleOf, splitAtColour, type Column } from './sheet-words';

/** A line of a sheet as it was understood: a block that is sewn, work of the hands, or neither. */
export type SheetLine = {
  /** from 1 */
  n: number;
  /** as it stands there */
  text: string;
} & ({ is: 'stop'; stop: TypedStop } | { is: 'hand'; action: Action } | { is: 'other' });

const MOST_LINES = 5000;
const MOST_SECONDS = limitsOf(stepSecondsSchema).max;

/**
 * A colour or step sheet as it was pasted: numbered or not, with times, stitches or neither, or a table with its headers in
 * any order. Nothing is refused: what says neither what is sewn nor what hands do is told as it stands.
 */
export function readSheetLines(text: string): SheetLine[] {
  const lines = text.split(/\r?\n/).slice(0, MOST_LINES);
  const read = readTable(lines) ?? readList(lines);
  let stops = 0;
  return read.map((line) =>
    line.is === 'stop' && ++stops > MOST_STOPS ? { n: line.n, text: line.text, is: 'other' } : line,
  );
}
/** A line of a sheet that is sewn, with nothing known of it but its words. */
export const plainStop = (text: string): TypedStop => ({
  title: text.trim().slice(0, MOST_TITLE),
  role: 'decoration',
  thread: '',
  seconds: null,
  stitches: null,
});
/** The stops of a sheet alone. */
export const stopsOf = (lines: readonly SheetLine[]): TypedStop[] =>
  lines.flatMap((line) => (line.is === 'stop' ? [line.stop] : []));

/** What a sheet says of one stop, before its bare figure is known to be stitches or a thread's number. */
interface Said {
  n: number;
  text: string;
  isNumbered: boolean;
  title: string;
  thread: string;
  seconds: number | null;
  stitches: number | null;
  bare: string | null;
}

function readList(lines: readonly string[]): SheetLine[] {
  const said = lines.flatMap((text, i) => (text.trim() ? [readLine(text, i + 1)] : []));
  const isTelling = (line: Said) =>
    line.isNumbered || line.seconds !== null || line.stitches !== null || line.bare !== null;
  // Only where no line has a number, a time or stitches, words alone make a stop.
  const byWords = !said.some((line) => isTelling(line));
  const isNumber = figuresNumberThreads(said);
  return said.map((line): SheetLine => {
    const { n, text } = line;
    const isTimed = line.seconds !== null || line.stitches !== null;
    const action = isTimed ? null : handOf(line.title);
    if (action) return { n, text, is: 'hand', action };
    if (!isTelling(line) && !(byWords && roleOf(line.title))) return { n, text, is: 'other' };
    return { n, text, is: 'stop', stop: stopOf(line, isNumber) };
  });
}

/** "Step 3 (colour 3): ", "2. ", "1, ", "#4 - ", "Sew colour 2: " */
const NUMBER =
  /^(?:(?:sew|stitch|run)(?: out)? )?(?:(?:stop|step|colou?r|thread|block|no\.?|#)\s*#?)?\s*(\d{1,3})(?!\d|[.,]\d|\s*(?:mm|cm|x|×|stitches|sts?\b|min|sec|s\b|h\b|m\b|%|:\d))\s*(?:\((?:stop|step|colou?r|thread)\s*#?\d{1,3}\))?\s*[.):,;–-]*\s*/i;

function readLine(text: string, n: number): Said {
  let line = tidy(text);
  const number = NUMBER.exec(line);
  const isNumbered = number !== null && number[0].length < line.length;
  if (isNumbered) line = line.slice(number[0].length);
  const time = takeTime(line);
  if (time) line = time.rest;
  const stitches = takeStitches(line);
  if (stitches) line = stitches.rest;
  const bare = /(?:^|[\s,;(#])(\d{2,7})\)?$/.exec(tidy(line));
  if (bare) line = tidy(line).slice(0, bare.index);
  line = tidy(line);
  // "Tack-down, navy blue": what follows the first comma is the thread when no word for a colour was met.
  const colour = splitAtColour(line);
  const [title = '', ...others] = (colour?.title ?? line).split(/\s*[,;|]\s*|\s+[–-]\s+/);
  return {
    n,
    text,
    isNumbered,
    title: tidy(colour ? colour.title : title),
    thread: tidy(colour?.thread ?? others.join(' ')),
    seconds: time?.seconds ?? null,
    stitches: stitches?.stitches ?? null,
    bare: bare?.[1] ?? null,
  };
}

/**
 * Whether bare figures at the ends of lines are numbers of threads, not stitches: one thread has the same figure wherever it
 * stands, or all of several are as long as each other.
 */
function figuresNumberThreads(said: readonly Said[]): boolean {
  const figures = said.flatMap(({ thread, bare }) =>
    thread && bare ? [{ thread: thread.toLowerCase(), bare }] : [],
  );
  const byThread = new Map<string, Set<string>>();
  for (const { thread, bare } of figures) byThread.set(thread, (byThread.get(thread) ?? new Set()).add(bare));
  if (figures.length > byThread.size) return [...byThread.values()].every((of) => of.size === 1);
  return figures.length >= 3 && new Set(figures.map((f) => f.bare.length)).size === 1;
}

function stopOf(line: Said, isNumber: boolean): TypedStop {
  const { n, title, thread, seconds, bare } = line;
  // Beside a time or stitches, or with nothing said of what it is for, it can only be the thread's.
  const isThreads =
    bare !== null && thread !== '' && (isNumber || seconds !== null || line.stitches !== null || !title);
  const stitches = line.stitches ?? (bare !== null && !isThreads ? Number(bare) : null);
  return typedStop({
    title: title || `Stop ${n}`,
    thread,
    threadNumber: isThreads ? bare : '',
    seconds,
    stitches: seconds === null ? stitches : null,
  });
}

const typedStop = (stop: Omit<TypedStop, 'role'>): TypedStop => ({
  title: stop.title.slice(0, MOST_TITLE),
  role: roleOf(stop.title) ?? 'decoration',
  thread: stop.thread.slice(0, MOST_THREAD),
  ...(stop.threadNumber && { threadNumber: stop.threadNumber.slice(0, MOST_THREAD_NUMBER) }),
  seconds: stop.seconds === null ? null : Math.min(MOST_SECONDS, Math.round(stop.seconds)),
  stitches: stop.stitches === null ? null : Math.min(MOST_STITCHES, stop.stitches),
});

/** What stands between the cells of a table; runs of blanks last, as names have single ones. */
const BETWEEN = [/\t/, /;/, /\|/, /,/, /\s{2,}/];
const FEWEST_COLUMNS = 2;

/** A table with a line of headers; null where there is none. */
function readTable(lines: readonly string[]): SheetLine[] | null {
  for (const between of BETWEEN)
    for (const [at, line] of lines.entries()) {
      const columns = cells(line, between).map(columnOf);
      const known = columns.filter((c) => c !== null && c !== 'ignored' && c !== 'n');
      if (known.length < FEWEST_COLUMNS || new Set(known).size < known.length) continue;
      const rows = lines.map((text, i): SheetLine[] => {
        const row = i > at ? readRow(cells(text, between), columns, i + 1) : null;
        if (row) return [{ n: i + 1, text, is: 'stop', stop: row }];
        return text.trim() ? [{ n: i + 1, text, is: 'other' }] : [];
      });
      const read = rows.flat();
      if (read.some((r) => r.is === 'stop')) return read;
    }
  return null;
}
const cells = (line: string, between: RegExp): string[] =>
  line
    .trim()
    .replace(/^\||\|$/g, '')
    .split(between)
    .map((c) => c.trim().replace(/^"|"$/g, ''));

function readRow(row: readonly string[], columns: readonly (Column | null)[], n: number): TypedStop | null {
  if (row.length < FEWEST_COLUMNS) return null;
  const cell = (column: Column) => row[columns.indexOf(column)] ?? '';
  const figure = (column: Column) => {
    const digits = cell(column).replace(/[^\d]/g, '');
    return digits ? Number(digits) : null;
  };
  const stitches = figure('stitches');
  const time = timeOf(cell('minutes'), 60) ?? timeOf(cell('seconds'), 1);
  // A column of colours may hold only their numbers in order; then it is the names that say which.
  const colour = /^\d{1,2}$/.test(cell('thread')) ? '' : cell('thread');
  const isNameOfThread = !colour && !roleOf(cell('title')) && splitAtColour(cell('title')) !== null;
  const title = isNameOfThread ? '' : cell('title');
  const named = threadOf(isNameOfThread ? cell('title') : colour);
  if (!title && !named.thread && stitches === null && time === null) return null;
  return typedStop({
    title: title || `Stop ${figure('n') ?? n}`,
    thread: named.thread,
    threadNumber: cell('number') || named.threadNumber,
    seconds: time,
    stitches: time === null ? stitches : null,
  });
}
/** A cell of a column of times: "4:30", "4 min", or bare in the unit of its header. */
function timeOf(cell: string, unit: number): number | null {
  const time = takeTime(cell);
  if (time) return time.seconds;
  return /^\d+(?:[.,]\d+)?$/.test(cell) ? unit * Number(cell.replace(',', '.')) : null;
}
/** "Snow White 1001", "1001 Snow White": its name and its number. */
function threadOf(text: string): { thread: string; threadNumber: string } {
  const after = /^(.*\D)[\s#(]+(\d{3,6})\)?$/.exec(text);
  if (after) return { thread: tidy(itemAt(after, 1)), threadNumber: itemAt(after, 2) };
  const before = /^#?(\d{3,6})\s+(\D.*)$/.exec(text);
  return before
    ? { thread: tidy(itemAt(before, 2)), threadNumber: itemAt(before, 1) }
    : { thread: tidy(text), threadNumber: '' };
}

/** "0:40", "1:02:05", "12 min", "90 s": seconds, and what is left of the line. */
function takeTime(line: string): { seconds: number; rest: string } | null {
  const clock = /(?:^|[\s,;(–-])(\d{1,2}):(\d{2})(?::(\d{2}))?\)?(?=$|[\s,;])/.exec(line);
  if (clock) {
    // h:mm:ss, or m:ss
    const seconds = clock
      .slice(1)
      .filter(Boolean)
      .reduce((sum, part) => 60 * sum + Number(part), 0);
    return { seconds, rest: cut(line, clock) };
  }
  const words = /(\d+(?:[.,]\d+)?)\s*(hours?|hrs?|h|minutes?|mins?|m|seconds?|secs?|s)\b\.?/i.exec(line);
  if (!words) return null;
  const value = Number(itemAt(words, 1).replace(',', '.'));
  const unit = itemAt(itemAt(words, 2), 0).toLowerCase();
  return { seconds: value * { h: 3600, m: 60, s: 1 }[unit]!, rest: cut(line, words) };
}
/** "2,450 stitches", "350 st", "2,450" */
function takeStitches(line: string): { stitches: number; rest: string } | null {
  const found =
    /(\d{1,3}(?:[ ,.\u202f]\d{3})+|\d+)\s*(?:stitches|stitch|sts?)\b\.?/i.exec(line) ??
    /(?:^|[\s,;])(\d{1,3}(?:[,.\u202f]\d{3})+)$/.exec(line);
  if (!found) return null;
  return { stitches: Number(itemAt(found, 1).replace(/\D/g, '')), rest: cut(line, found) };
}
const cut = (line: string, { index, 0: text }: RegExpExecArray) =>
  `${line.slice(0, index)} ${line.slice(index + text.length)}`.trim();
const tidy = (text: string) =>
  text
    .replace(/[\t|]+/g, ' ')
    .replace(/\s+/g, ' ')
    .replace(/^[\s,;:.–-]+|[\s,;:–-]+$/g, '');
