/** What is kept in this browser. The only room that knows IndexedDB. */
export { Store, attempt, type StoredRun } from './store';
export { JoltDb } from './db';
