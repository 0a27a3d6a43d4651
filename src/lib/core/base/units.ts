/**
 * Lengths in millimetres and times in seconds come in; text for people goes out, in mm or inches.
 * Inches are fractions to 1/16, as on a ruler.
 */
/** What lengths are shown and typed in; they are kept in mm. */
export type LengthUnit = 'mm' | 'inch';

/** Exact since 1959. */
export const MM_PER_INCH = 25.4;
const SIXTEENTHS = 16;

const grouped = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 1, useGrouping: true });

/** 12345.6 → "12 345.6" with narrow no-break spaces, so that columns stay readable in any locale. */
export const formatNumber = (value: number): string => grouped.format(value).replaceAll(',', '\u202f');
/** A share, 0-1, in whole hundredths: “97 %”. */
export const percent = (share: number): string => `${Math.round(100 * share)} %`;

/** 2.375 → "2 3/8", to the nearest 1/16. */
function inchWords(inches: number): string {
  const all = Math.round(Math.abs(inches) * SIXTEENTHS);
  const whole = Math.floor(all / SIXTEENTHS);
  let [over, under] = [all % SIXTEENTHS, SIXTEENTHS];
  for (; over && over % 2 === 0; under /= 2) over /= 2;
  const words = [whole || !over ? whole : '', over ? `${over}/${under}` : '']
    .filter((w) => w !== '')
    .join(' ');
  return inches < 0 && all ? `-${words}` : words;
}

/**
 * A length for reading. mm to one decimal; inches to the nearest 1/16. Figure and unit stay on one line.
 * @param mm length in millimetres
 */
export function formatLength(mm: number, unit: LengthUnit, withUnit = true): string {
  if (unit === 'mm') return `${formatNumber(Math.round(mm * 10) / 10)}${withUnit ? '\u00a0mm' : ''}`;
  return `${inchWords(mm / MM_PER_INCH)}${withUnit ? '\u00a0in' : ''}`;
}

/** Widths of stitches are told in mm by every machine; only longer lengths are measured with a ruler. mm */
const RULER_MM = 6;
/** Lengths in mm within a sentence, in the maker's unit. "leaves 60 mm open, 3.2 mm wide" → "leaves 2 3/8 in open, 3.2 mm wide" */
export const lengthsIn = (text: string, unit: LengthUnit): string =>
  unit === 'mm'
    ? text
    : text.replace(/(\d+(?:\.\d+)?) mm\b/g, (found, mm) =>
        Number(mm) < RULER_MM ? found : formatLength(Number(mm), unit),
      );

/** Width × height, one unit for both. */
export const formatSize = (widthMm: number, heightMm: number, unit: LengthUnit): string =>
  `${formatLength(widthMm, unit, false)} × ${formatLength(heightMm, unit)}`;

/**
 * Rounds a cut length up to the maker's cutting grid: a piece must never come out smaller than asked.
 * @param mm length in millimetres
 * @param gridMm grid in millimetres (5 mm, or 6.35 for a quarter inch)
 */
export function roundUpToGrid(mm: number, gridMm: number): number {
  // Without the small allowance 190.00000001 would jump a whole grid step.
  return Math.ceil(mm / gridMm - 1e-6) * gridMm;
}

/** 40 → "40 s", 130 → "2:10 min", 3900 → "1 h 05 min". */
export function formatDuration(seconds: number): string {
  const s = Math.round(seconds);
  if (s < 60) return `${s} s`;
  if (s < 3600) return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')} min`;
  const minutes = Math.round(s / 60);
  return `${formatNumber(Math.floor(minutes / 60))} h ${String(minutes % 60).padStart(2, '0')} min`;
}

/** A running clock: 75 → "1:15", 3675 → "1:01:15". */
export function formatClock(seconds: number): string {
  const s = Math.max(0, Math.floor(seconds));
  const mm = Math.floor(s / 60) % 60;
  const ss = String(s % 60).padStart(2, '0');
  const h = Math.floor(s / 3600);
  return h > 0 ? `${h}:${String(mm).padStart(2, '0')}:${ss}` : `${mm}:${ss}`;
}

/** A wait that one plans by: whole minutes from two on, else a clock. 700 → "11 minutes", 75 → "1:15". */
export const formatWait = (seconds: number): string =>
  seconds >= 120 ? count(Math.floor(seconds / 60), 'minute') : formatClock(seconds);

/** What is only known roughly: 1317 → "22 min", 36000 → "10 h", below a minute to ten seconds. */
export function formatRoughly(seconds: number): string {
  const rounded = seconds < 55 ? 10 * Math.ceil(seconds / 10) : 60 * Math.round(seconds / 60);
  return formatDuration(rounded).replace(/:00|\s00\smin$/, '');
}

/** With a capital letter first. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** 1 stop, 2 stops. */
export const count = (n: number, one: string, many = `${one}s`): string =>
  `${formatNumber(n)} ${n === 1 ? one : many}`;
