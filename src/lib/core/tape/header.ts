import { STOP, HEADER_BYTES, type Tape } from './types';

const LABEL_CHARS = 16;
const END_MARK = String.fromCharCode(0x1a);
const asText = (bytes: Uint8Array) => String.fromCharCode(...bytes.subarray(0, HEADER_BYTES));

/** Fields `XX:value`, ended by CR, LF or the 0x1A mark; writers vary. */
function headerFields(bytes: Uint8Array): Map<string, string> {
  const fields = new Map<string, string>();
  for (const line of asText(bytes)
    .replaceAll(END_MARK, '\n')
    .split(/[\r\n]+/)) {
    const match = /^\s*([A-Z+-][A-Z]):(.*)$/.exec(line);
    if (match) fields.set(match[1], match[2].trim());
  }
  return fields;
}

/** The label, printable characters only. */
export const headerLabel = (bytes: Uint8Array): string =>
  (headerFields(bytes).get('LA') ?? '')
    .replace(/[^\x20-\x7e]/g, '')
    .trim()
    .slice(0, LABEL_CHARS);

/** What the records say where the header says it too: counts, and extents from the start point in 0.1 mm. */
export interface TapeCounts {
  records: number;
  stops: number;
  minX: number;
  maxX: number;
  minY: number;
  maxY: number;
}

function tapeCounts(tape: Tape): TapeCounts {
  let stops = 0;
  let minX = 0;
  let maxX = 0;
  let minY = 0;
  let maxY = 0;
  for (let i = 0; i < tape.kind.length; i++) {
    if (tape.kind[i] === STOP) stops++;
    minX = Math.min(minX, tape.x[i]);
    maxX = Math.max(maxX, tape.x[i]);
    minY = Math.min(minY, tape.y[i]);
    maxY = Math.max(maxY, tape.y[i]);
  }
  return { records: tape.kind.length, stops, minX, maxX, minY, maxY };
}

/** Sentences for what the header says otherwise than the records. */
export function checkHeader(bytes: Uint8Array, counts: TapeCounts): string[] {
  const fields = headerFields(bytes);
  if (!fields.has('LA') && !fields.has('ST')) return ['The header cannot be read; the records were trusted.'];
  const warnings: string[] = [];
  const numbers = ['ST', 'CO', '+X', '-X', '+Y', '-Y'];
  const unread = numbers.filter((key) => Number.isNaN(Number(fields.get(key)?.replace(/\s/g, '') ?? 0)));
  for (const key of unread)
    warnings.push(`The header’s field ${key} is no number; the records were trusted.`);
  const differs = (key: string, ...allowed: number[]) => {
    const said = Number(fields.get(key)?.replace(/\s/g, ''));
    return fields.has(key) && Number.isFinite(said) && !allowed.includes(said) ? said : null;
  };
  // Some writers count the end record too.
  const st = differs('ST', counts.records, counts.records + 1);
  if (st !== null) warnings.push(`The header counts ${st} records, the tape has ${counts.records}.`);
  const co = differs('CO', counts.stops);
  if (co !== null) warnings.push(`The header counts ${co} stops, the tape has ${counts.stops}.`);
  const sizes: [string, number][] = [
    ['+X', counts.maxX],
    ['-X', -counts.minX],
    ['+Y', counts.maxY],
    ['-Y', -counts.minY],
  ];
  if (sizes.some(([key, value]) => differs(key, value - 1, value, value + 1) !== null))
    warnings.push('The size in the header is not the size of the stitches; the stitches were trusted.');
  return warnings;
}

/** A header with true counts. AX, AY: last point relative to the first. */
export function makeHeader(tape: Tape): Uint8Array {
  const counts = tapeCounts(tape);
  const digits = (value: number, width: number) => String(Math.abs(value)).padStart(width, '0');
  const signed = (value: number) => `${value < 0 ? '-' : '+'}${String(Math.abs(value)).padStart(5, ' ')}`;
  const last = tape.x.length - 1;
  const text = [
    `LA:${tape.label
      .replace(/[^\x20-\x7e]/g, '?')
      .slice(0, LABEL_CHARS)
      .padEnd(LABEL_CHARS)}`,
    `ST:${digits(counts.records, 7)}`,
    `CO:${digits(counts.stops, 3)}`,
    `+X:${digits(counts.maxX, 5)}`,
    `-X:${digits(counts.minX, 5)}`,
    `+Y:${digits(counts.maxY, 5)}`,
    `-Y:${digits(counts.minY, 5)}`,
    `AX:${signed(tape.x[last] ?? 0)}`,
    `AY:${signed(tape.y[last] ?? 0)}`,
    'MX:+    0',
    'MY:+    0',
    'PD:******',
  ].join('\r');
  const header = new Uint8Array(HEADER_BYTES).fill(0x20);
  header.set(new TextEncoder().encode(`${text}\r\x1a`));
  return header;
}
