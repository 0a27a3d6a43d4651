import type { Page } from 'playwright-core';
import type { RunEvent } from '$lib/core/run';

/** Rows of a table of the workroom as they lie in the database, read without the application. */
const rowsOf = <T>(page: Page, table: string, by: { index?: string; key: string }): Promise<T[]> =>
  page.evaluate(
    ({ table, by }) =>
      new Promise<T[]>((resolve, reject) => {
        const open = indexedDB.open('jolt-step');
        open.onerror = () => reject(open.error);
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
