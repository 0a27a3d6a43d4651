/**
 * The whole workroom in one ZIP, and back. In: records as they are kept. Out: bytes; the same records give the same bytes,
 * so that a backup of a restored backup is identical. Every record is checked by its schema on the way in.
 */
export { packBackup, readBackup } from './file';
export { mergeBackup, summarise, type MergeMode, type RestoreSummary } from './merge';
export { emptyWorkroom, type WorkroomData } from './types';
