import type { DBCore, DBCoreMutateRequest, DBCoreTable, DBCoreTransaction } from 'dexie';
import { isOfThisDevice, type JoltDb } from './db';

/** Names what changed: `table/key`; of the events, `events/run`. */
export const pathOf = (table: string, key: unknown): string =>
  `${table}/${String(table === 'events' ? (key as [string, number])[0] : key)}`;
/** @returns its table, and the key in it */
export function splitPath(path: string): [table: string, key: string] {
  const at = path.indexOf('/');
  return [path.slice(0, at), path.slice(at + 1)];
}
const keysOf = (table: DBCoreTable, req: DBCoreMutateRequest): readonly unknown[] => {
  if (req.type === 'delete') return req.keys;
  // Nothing here clears whole tables.
  if (req.type === 'deleteRange') return [];
  return req.values.map((row: unknown) => table.schema.primaryKey.extractKey?.(row));
};

/** Tells what each transaction has changed, once it is on the disk; of one that is undone, nothing. */
export function watchChanges(db: JoltDb, tell: (paths: ReadonlySet<string>) => void): void {
  db.use({ stack: 'dbcore', name: 'changes', create: (down) => watched(down, tell) });
}
function watched(down: DBCore, tell: (paths: ReadonlySet<string>) => void): DBCore {
  const changed = new WeakMap<DBCoreTransaction, Set<string>>();
  return {
    ...down,
    transaction: (stores, mode, options) => {
      const transaction = down.transaction(stores, mode, options);
      const paths = new Set<string>();
      changed.set(transaction, paths);
      if (mode === 'readwrite')
        (transaction as IDBTransaction).addEventListener('complete', () => paths.size && tell(paths));
      return transaction;
    },
    table: (name) => {
      const table = down.table(name);
      if (isOfThisDevice(name)) return table;
      return {
        ...table,
        mutate: (req) => {
          for (const key of keysOf(table, req)) changed.get(req.trans)?.add(pathOf(name, key));
          return table.mutate(req);
        },
      };
    },
  };
}
