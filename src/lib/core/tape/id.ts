import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';

/**
 * Names a tape by its bytes: their number and their SHA-256. Reckoned here, not by the browser, which does it over HTTPS
 * alone. Workrooms of older versions hold shorter names, which stay.
 */
export const tapeIdOf = (bytes: Uint8Array): string => `t${bytes.length}-${bytesToHex(sha256(bytes))}`;
