/**
 * The patterns of the techniques as a grammar of needle blocks: how likely each technique is, and with it the role of each block.
 * It knows what a pattern is, not which there are: those are handed to it.
 */
export { decodeBy } from './decode';
export { WHOLE_SHARE, type PatternPart, type PatternSlot, type TechniquePattern } from './pattern';
export { bestWay } from './best-way';
export { GRAMMAR } from './weights';
