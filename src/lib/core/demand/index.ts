/**
 * What a build asks of the cutting table: pieces with their drawings, notions, and what must lie ready. In: a build, the
 * bytes of its tapes, the workshop. Out: plain records without any reading in them, so that a worker can hand them over.
 */
export { demandOf, type Demand, type StoredTapes, type TapeReader } from './make';
export { bobbinsToBuy, prepareDay, type MachineDay } from './day';
