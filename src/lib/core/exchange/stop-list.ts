import type { TypedStop } from '../build';
import { itemAt, fail, ok, type Result } from '../base';
import type { Role } from '../reading';

/** Words that say what a block is for, the most telling first. */
const ROLE_WORDS: [RegExp, Role][] = [
  [/final|last (line|seam|outline)|close (up|round)|end outline/i, 'final-outline'],
  [/tack|hold|baste|secure|fix(ing)?\b/i, 'tack-down'],
  [/placement|place\b|position|guide|die ?line/i, 'placement'],
  [/cut ?line|cutting line|trim line/i, 'cut-line'],
  [/seam|join|topstitch/i, 'seam'],
  [/quilt|stippl|meander|diamond/i, 'quilting'],
  [/mark|dot|snap|button ?hole|eyelet/i, 'marker'],
  [/net\b|underlay|mesh/i, 'lace-underlay'],
  [/lace/i, 'lace'],
  [/cover|satin|border|edge|blanket|zig-?zag|motif edge/i, 'cover'],
];
/** Plain words for colours: the thread of a stop is the words from the first of them on. */
const COLOURS =
  /\b(?:(?:light|dark|pale|deep|bright|soft|off|any|matching|metallic|royal|sky|lime|warm|cool)[ -])?(?:white|black|gr[ae]y|red|blue|navy|green|yellow|gold|orange|pink|purple|violet|lilac|brown|tan|beige|cream|ivory|sand|silver|teal|turquoise|coral|slate|chalk|rust|olive|charcoal)\b(?: [a-z]+)?$/i;

const MOST_LINES = 400;

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
/** "2,450 stitches", "350 st", or a bare figure at the end of the line. */
function takeStitches(line: string): { stitches: number; rest: string } | null {
  const found =
    /(\d{1,3}(?:[ ,.\u202f]\d{3})+|\d+)\s*(?:stitches|stitch|sts?)\b\.?/i.exec(line) ??
    /(?:^|[\s,;])(\d{1,3}(?:[,.\u202f]\d{3})+|\d{2,7})$/.exec(line);
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

/**
 * Stops typed or pasted, one a line: "1 placement white 0:40", "2. Tack-down, navy, 350 st", or a whole sheet.
 * Lines that name neither a time nor stitches are taken for headings and left out.
 * Error: not one line could be read.
 */
export function readStopList(text: string): Result<{ stops: TypedStop[]; skipped: number[] }> {
  const stops: TypedStop[] = [];
  const skipped: number[] = [];
  const lines = text.split(/\r?\n/).slice(0, 5000);
  lines.forEach((raw, i) => {
    if (!raw.trim() || stops.length >= MOST_LINES) return;
    const stop = readLine(raw);
    if (stop) stops.push(stop);
    else skipped.push(i + 1);
  });
  if (!stops.length)
    return fail(
      'no-stops',
      'No stop could be read from this text.',
      'Write one a line with its time or stitches, such as “1 placement white 0:40”.',
    );
  return ok({ stops, skipped });
}

function readLine(raw: string): TypedStop | null {
  let line = tidy(raw).replace(/^(?:stop|step|colou?r|no\.?|#)?\s*\d{1,3}\s*[.):]?\s+/i, '');
  const time = takeTime(line);
  if (time) line = time.rest;
  const stitches = takeStitches(line);
  if (stitches) line = stitches.rest;
  if (!time && !stitches) return null;
  line = tidy(line);
  const colour = COLOURS.exec(line);
  const before = colour ? tidy(line.slice(0, colour.index)) : line;
  // "Tack-down, navy blue": what follows the first comma is the thread when no colour word was met.
  const [title = '', ...others] = colour ? [before] : before.split(/\s*[,;]\s*/);
  const thread = colour ? colour[0] : others.join(' ');
  return {
    title: (title || 'Stop').slice(0, 80),
    role: ROLE_WORDS.find(([words]) => words.test(title))?.[1] ?? 'decoration',
    thread: thread.slice(0, 60),
    seconds: time ? Math.min(86_400, Math.round(time.seconds)) : null,
    stitches: stitches && !time ? Math.min(5_000_000, stitches.stitches) : null,
  };
}
