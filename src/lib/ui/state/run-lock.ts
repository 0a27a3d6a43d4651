/** One tab holds a run; others watch it until that one lets go, or is gone. */
export class RunLock {
  private release = () => {};
  private readonly closing = new AbortController();

  /**
   * Resolves once the run is held or watched.
   * @param held the run is this tab's now: at once, or when the tab that has it lets go  @param watching another tab has it
   */
  seize(id: string, held: () => Promise<void>, watching: () => void): Promise<void> {
    const name = `jolt-run-${id}`;
    return new Promise((resolve) => {
      const take = async () => {
        await held();
        resolve();
        await new Promise<void>((done) => (this.release = done));
      };
      // Very old browsers have no locks: the database still refuses to write an event over another.
      const locks = globalThis.navigator?.locks;
      if (!locks) return void take();
      void locks.request(name, { ifAvailable: true }, async (lock) => {
        if (lock) return take();
        watching();
        resolve();
        // Asked for in the queue: granted when the other tab lets go of it.
        locks.request(name, { signal: this.closing.signal }, take).catch(() => undefined);
      });
    });
  }
  close() {
    this.closing.abort();
    this.release();
  }
}
