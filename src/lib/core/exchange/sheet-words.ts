import type { Action } from '../catalogue';
import type { Role } from '../reading';

/** Words that say what a block is for, the most telling first. */
const ROLE_WORDS: [RegExp, Role][] = [
  [
    /final|\blast (?:line|seam|outline)|close (?:up|round)|(?:end|outer|outside) (?:outline|seam)|assembl|finishing line/i,
    'final-outline',
  ],
  [/tack|hold|bast(?:e|ing)|secur(?:e|ing)|fix(?:ing)?\b|attach/i, 'tack-down'],
  [
    /placement|place (?:line|stitch)|\bplace$|position|guide|die ?line|locat(?:e|ing|ion)|template line/i,
    'placement',
  ],
  [/cut ?line|cutting line|trim line/i, 'cut-line'],
  [/seam|join|top ?stitch|ditch/i, 'seam'],
  [/quilt|stippl|meander|diamond|crosshatch|echo/i, 'quilting'],
  [/mark|\bdots?\b|snap|button ?hole|eyelet/i, 'marker'],
  [/\bnet\b|underlay|mesh/i, 'lace-underlay'],
  [/lace/i, 'lace'],
  [/cover|satin|border|edg(?:e|ing)|blanket|zig-?zag/i, 'cover'],
];
/** What a title says that a block is for; null: nothing that is known. */
export const roleOf = (title: string): Role | null =>
  ROLE_WORDS.find(([words]) => words.test(title))?.[1] ?? null;

/** How hands' work is told, the most telling first: a line begins with its verb. */
const HAND_WORDS: [RegExp, Action][] = [
  [/^(?:un-?hoop|(?:remove|take)\b.*\b(?:from|out of|off) (?:the )?hoop)/i, 'unhoop'],
  [/^(?:flip|turn)\b.*\bhoop|^(?:flip|turn) (?:it |everything )?over\b/i, 'flip-hoop'],
  [/^(?:re-?)?hoop\b(?! size)/i, 'hoop-up'],
  [/^(?:open|unzip)\b.*\bzip|^unzip\b/i, 'open-zip'],
  [/^(?:change|put|wind|insert|swap|use)\b.*\bbobbin/i, 'bobbin'],
  [/^(?:change|put on|re-?thread)\b.*\bthread|^(?:change|switch) (?:to|colou?rs?)\b/i, 'thread'],
  [/^(?:cut|trim)\b.*\bout\b/i, 'cut-out'],
  [/^(?:cut|trim|clip)\b.*\b(?:seam|corners?|curves?)\b/i, 'trim-seam'],
  [/^(?:trim\b(?! line)|cut\b.*\b(?:close|away|excess))/i, 'trim-close'],
  [/^(?:snip|clip)\b/i, 'snip'],
  [/^fold\b(?! line)/i, 'fold'],
  [/^(?:tear|rip|peel|remove|take off)\b.*\b(?:stabili[sz]er|base|backing|paper|topping|film)/i, 'tear'],
  [/^(?:rinse|wash|soak|dissolve)\b/i, 'dissolve'],
  [/^fuse\b/i, 'fuse'],
  [/^(?:press|iron)\b/i, 'press'],
  [/^turn\b.*\b(?:right side|through|inside|out)\b/i, 'turn'],
  [/^(?:close|hand ?sew|whip ?stitch|ladder ?stitch)\b.*\bopening/i, 'close'],
  [
    /^(?:lay|put|float|cent(?:er|re)|insert|slide|add|tape|place(?! (?:line|stitch))|position(?! line))\b /i,
    'lay',
  ],
];
/** What hands do by a line of a sheet; null: it is no work of theirs. */
export const handOf = (line: string): Action | null =>
  HAND_WORDS.find(([words]) => words.test(line))?.[1] ?? null;

/** Plain words for colours: the thread of a stop is the words from the first of them on. */
const COLOURS =
  /\b(?:(?:light|dark|pale|deep|bright|soft|off|any|matching|metallic|royal|sky|lime|warm|cool|snow|jet)[ -])*(?:white|black|gr[ae]y|red|blue|navy|green|yellow|gold|orange|pink|purple|violet|lilac|brown|tan|beige|cream|ivory|sand|silver|teal|turquoise|coral|slate|chalk|rust|olive|charcoal)\b(?: [a-z]+)?$/i;
/** A line as its title and, from the first word for a colour on, its thread. */
export function splitAtColour(line: string): { title: string; thread: string } | null {
  const found = COLOURS.exec(line);
  return found && { title: line.slice(0, found.index), thread: found[0] };
}

/** A column of a table of stops. */
export type Column = 'n' | 'thread' | 'number' | 'title' | 'stitches' | 'minutes' | 'seconds' | 'ignored';
const HEADERS: [RegExp, Column][] = [
  [/^(?:#|no\.?|nr\.?|stop|step|order|block|seq(?:uence)?)$/, 'n'],
  [/^(?:(?:thread|colou?r)[ -]?(?:no\.?|nr\.?|#|code|number)|code)$/, 'number'],
  [/^(?:colou?r(?: name)?|thread(?: colou?r| name)?)$/, 'thread'],
  [
    /^(?:name|title|description|part|what|what for|element|instructions?|purpose|type|role|section|action)$/,
    'title',
  ],
  [/^(?:stitches|stitch count|sts?\.?|count)$/, 'stitches'],
  [/^(?:time|minutes?|mins?\.?|duration)$/, 'minutes'],
  [/^(?:seconds?|secs?\.?)$/, 'seconds'],
  [/^(?:length|thread (?:used|length)|met(?:er|re)s?|yards?|m|needle|notes?|remarks?)$/, 'ignored'],
];
/** What a header says that its column holds. */
export const columnOf = (header: string): Column | null =>
  HEADERS.find(([words]) =>
    words.test(
      header
        .trim()
        .toLowerCase()
        .replace(/\s*\((?:m|mm|min|s)\)$/, ''),
    ),
  )?.[1] ?? null;
