/**
 * What a build asks of the cutting table: pieces with their drawings, notions, and what must lie ready. In: a build, what
 * was read of its tapes, the workshop. Out: plain records without any reading in them, so that a worker can hand them over.
 */
export { demandOf, type BuildReadings, type Demand } from './make';
export { bobbinsToBuy, prepareDay, type MachineDay } from './day';
