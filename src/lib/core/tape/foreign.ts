import { HEADER_BYTES } from './types';

/** First bytes of the files that people drop by mistake. */
const SIGNATURES: [string, string][] = [
  ['%PDF', 'a PDF document'],
  ['\x89PNG', 'a picture (PNG)'],
  ['\xff\xd8\xff', 'a picture (JPEG)'],
  ['GIF8', 'a picture (GIF)'],
  ['PK\x03\x04', 'a ZIP archive'],
  ['RIFF', 'a sound or picture file'],
  ['\x1f\x8b', 'a compressed file'],
  ['<svg', 'a drawing (SVG)'],
  ['<?xml', 'an XML text'],
  ['<!doctype', 'a web page'],
  ['<html', 'a web page'],
  ['{', 'a JSON text'],
];
/** Enough of the body to tell text from records. */
const SAMPLE = 4096;

/** What the bytes are when they are plainly not a tape, in words; null when they may be one. */
export function foreignKind(bytes: Uint8Array): string | null {
  const start = String.fromCharCode(...bytes.subarray(0, 12));
  for (const [signature, name] of SIGNATURES)
    if (start.toLowerCase().startsWith(signature.toLowerCase())) return name;
  // Records always have bytes above 0x7e among them; a text renamed to .dst has none.
  const from = bytes.length > HEADER_BYTES + 30 ? HEADER_BYTES : 0;
  const body = bytes.subarray(from, from + SAMPLE);
  if (from === 0 && start.startsWith('LA:')) return null;
  const isText = body.every((b) => (b >= 0x20 && b < 0x7f) || b === 9 || b === 10 || b === 13);
  return isText ? 'a text' : null;
}
