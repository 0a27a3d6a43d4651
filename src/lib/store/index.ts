/** What is kept in this browser. The only room that knows IndexedDB. */
export { Store, attempt, type NewTape, type StoredRun } from './store';
export { JoltDb, type DocumentRecord } from './db';
