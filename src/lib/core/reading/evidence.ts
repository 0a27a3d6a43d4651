import { BUILT } from './evidence-built';
import { EDGES } from './evidence-edges';
import { PLACE } from './evidence-place';
import { SEWN } from './evidence-sewn';
import type { Evidence } from './evidence-terms';

/** All evidence, in the order of the table of weights. Adding a row here and running the fit is all that a new one needs. */
export const EVIDENCE: readonly Evidence[] = [...SEWN, ...PLACE, ...EDGES, ...BUILT];
