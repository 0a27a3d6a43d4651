import { fail, ok, type Result } from '../base';
import { readTape, type Tape } from '../tape';

/** Bytes as text, in the browser and on the server alike. Chunks keep the argument list short. */
const CHUNK = 0x8000;

/** Text without line breaks. */
export function toBase64(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += CHUNK) text += String.fromCharCode(...bytes.subarray(i, i + CHUNK));
  return btoa(text);
}
/** null when the text is no base64. */
export function fromBase64(text: string): Uint8Array | null {
  try {
    return Uint8Array.from(atob(text), (c) => c.charCodeAt(0));
  } catch {
    return null;
  }
}

/** A tape that was sent as text. @param what names it in the sentence that refuses it */
export function tapeFromBase64(text: string, what: string): Result<{ tape: Tape; bytes: Uint8Array }> {
  const bytes = fromBase64(text);
  if (!bytes) return fail('bad-base64', `${what} is not base64.`, 'Send its bytes in base64.');
  const tape = readTape(bytes);
  return tape.ok ? ok({ tape: tape.value, bytes }) : tape;
}
