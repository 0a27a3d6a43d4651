import { decodeBy, GRAMMAR } from '../grammar';
import { TECHNIQUES } from './all';

/** Decodes by all techniques that there are. */
export const decode = decodeBy(TECHNIQUES, GRAMMAR);
