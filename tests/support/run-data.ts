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

/** Whether the browser has the database of the workroom; asking makes none. */
export const hasWorkroom = (page: Page): Promise<boolean> =>
  page.evaluate(async () => (await indexedDB.databases()).some(({ name }) => name === 'jolt-step'));
/** When the second copy has all of the workroom for the first time. */
export async function mirrorMade(page: Page): Promise<void> {
  for (;;) {
    const [mark] = await rowsOf(page, 'settings', { key: 'second copy' });
    if (mark) return;
    await page.waitForTimeout(50);
  }
}
/** As a browser that throws its database away. */
export const loseWorkroom = (page: Page): Promise<void> =>
  page.evaluate(
    () =>
      new Promise<void>((resolve, reject) => {
        const gone = indexedDB.deleteDatabase('jolt-step');
        gone.onsuccess = () => resolve();
        // One that a page still holds, kept for the way back, is deleted when the browser has dropped that page.
        gone.onerror = () => reject(gone.error);
      }),
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

/** Nobody reads runs from the database until `letGo`: what reads them is caught in the middle. */
export const holdRuns = (page: Page): Promise<void> =>
  page.evaluate(
    () =>
      new Promise<void>((resolve, reject) => {
        const held = window as Window & { letGoOfRuns?: () => void };
        held.letGoOfRuns?.();
        let isHeld = true;
        held.letGoOfRuns = () => (isHeld = false);
        const open = indexedDB.open('jolt-step');
        open.onerror = () => reject(open.error);
        open.onsuccess = () => {
          const runs = open.result.transaction('runs', 'readwrite').objectStore('runs');
          // A transaction lives for as long as something is asked of it.
          const ask = () => {
            resolve();
            if (isHeld) runs.count().onsuccess = ask;
            else open.result.close();
          };
          ask();
        };
      }),
  );
export const letGoOfRuns = (page: Page): Promise<void> =>
  page.evaluate(() => (window as Window & { letGoOfRuns?: () => void }).letGoOfRuns?.());
