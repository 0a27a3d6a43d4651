import type { Page } from 'playwright-core';
import type { RunEvent } from '$lib/core/run';

/** Rows of a table of the workroom as they lie in the database, read without the application. */
const rowsOf = <T>(page: Page, table: string, by: { index?: string; key: string }): Promise<T[]> =>
  page.evaluate(
    ({ table, by }) =>
      new Promise<T[]>((resolve, reject) => {
        const open = indexedDB.open('jolt-step');
        open.onerror = () => reject(open.error);
        // One that is not there must not be made by looking for it.
        open.onupgradeneeded = () => {
          open.transaction?.abort();
          reject(new Error('The browser has no database of the workroom.'));
        };
        open.onsuccess = () => {
          const store = open.result.transaction(table).objectStore(table);
          const all = (by.index ? store.index(by.index) : store).getAll(by.key);
          all.onsuccess = () => {
            open.result.close();
            resolve(all.result);
          };
        };
      }),
    { table, by },
  );

export const eventsOf = (page: Page, runId: string): Promise<{ n: number; event: RunEvent }[]> =>
  rowsOf(page, 'events', { index: 'runId', key: runId });
export const stepIdsOf = async (page: Page, runId: string): Promise<string[]> => {
  const [run] = await rowsOf<{ score: { steps: { id: string }[] } }>(page, 'runs', { key: runId });
  return run.score.steps.map((s) => s.id);
};

/** Copies of the runs that are over, each four hours older than the one before: a log of years. */
export const ageLog = (page: Page, copies: number): Promise<void> =>
  page.evaluate(
    (copies) =>
      new Promise<void>((resolve, reject) => {
        const open = indexedDB.open('jolt-step');
        open.onerror = () => reject(open.error);
        open.onsuccess = () => {
          const tables = open.result.transaction(['runs', 'events'], 'readwrite');
          const [runs, events] = [tables.objectStore('runs'), tables.objectStore('events')];
          const all = { runs: runs.getAll(), events: events.getAll() };
          all.events.onsuccess = () => {
            const ended = (id: string) =>
              all.events.result.some(
                (e) => e.runId === id && ['finished', 'given-up'].includes(e.event.type),
              );
            const over = all.runs.result.filter((r) => ended(r.id));
            for (let i = 0; i < copies; i++) {
              const run = over[i % over.length];
              const id = `${run.id}-copy-${i}`;
              runs.put({ ...run, id, createdAt: run.createdAt - i * 4 * 3_600_000 });
              for (const e of all.events.result) if (e.runId === run.id) events.put({ ...e, runId: id });
            }
          };
          tables.oncomplete = () => {
            open.result.close();
            resolve();
          };
        };
      }),
    copies,
  );
