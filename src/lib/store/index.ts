/** What is kept in this browser. The only room that knows IndexedDB. */
export { Store } from './store';
export { attempt } from './problems';
export type { StoredRun } from './run-store';
export { JoltDb, type DocumentRecord, type PhotoRecord } from './db';
export type { Files } from './files';
