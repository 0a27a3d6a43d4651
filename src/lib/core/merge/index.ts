/**
 * Changes of two hands to one record. In: what both began with, and what each made of it. Out: one record with the changes of
 * both, and the fields that both changed to different values. Plain JSON values; no units.
 */
export { mergeChanges, type Conflict, type MergedChanges } from './merge';
export { withValueAt } from './at';
export { same } from './same';
