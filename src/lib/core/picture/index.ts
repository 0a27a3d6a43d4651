/**
 * Pictures by their bytes, not by what is said of them. In: bytes. Out: which of the few kinds that are shown here, and whether
 * a JPEG is nothing but a picture.
 */
import { itemAt } from '../base';
/** Kinds of picture that are taken in. */
export type PictureType = 'image/jpeg' | 'image/png' | 'image/webp';

const ascii = (bytes: Uint8Array, from: number, text: string): boolean =>
  [...text].every((c, i) => bytes[from + i] === c.charCodeAt(0));

/** null: none that is shown here; an SVG is a document with scripts of its own, and no picture. */
export function pictureType(bytes: Uint8Array): PictureType | null {
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'image/jpeg';
  if (bytes[0] === 0x89 && ascii(bytes, 1, 'PNG\r\n\u001a\n')) return 'image/png';
  return ascii(bytes, 0, 'RIFF') && ascii(bytes, 8, 'WEBP') ? 'image/webp' : null;
}

const SOI = 0xd8;
const EOI = 0xd9;
const SOS = 0xda;
/** Tables, frame and the plain file header: what a picture needs. Remarks, camera data and whatever else are left out. */
const NEEDED = new Set([0xe0, 0xdb, 0xc0, 0xc1, 0xc2, 0xc4, 0xdd]);

/**
 * Whether a JPEG holds a picture and nothing beside it: no remarks, no data of a camera or another program, nothing after its
 * end. (ISO/IEC 10918-1, annex B: markers and segments.)
 */
export function isPlainJpeg(bytes: Uint8Array): boolean {
  if (bytes[0] !== 0xff || bytes[1] !== SOI) return false;
  let at = 2;
  while (at + 4 <= bytes.length) {
    if (bytes[at] !== 0xff) return false;
    const marker = itemAt(bytes, at + 1);
    if (marker === EOI) return at + 2 === bytes.length;
    if (marker !== SOS && !NEEDED.has(marker)) return false;
    at += 2 + itemAt(bytes, at + 2) * 256 + itemAt(bytes, at + 3);
    if (marker === SOS) at = afterScan(bytes, at);
  }
  return bytes[at] === 0xff && bytes[at + 1] === EOI && at + 2 === bytes.length;
}
/** Where the next marker stands: in a scan, FF is followed by 00, or by one of the restart markers. */
function afterScan(bytes: Uint8Array, from: number): number {
  let at = from;
  for (; at + 1 < bytes.length; at++) {
    const next = itemAt(bytes, at + 1);
    if (bytes[at] === 0xff && next !== 0 && !(next >= 0xd0 && next <= 0xd7)) break;
  }
  return at;
}
