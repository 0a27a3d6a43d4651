/** writes of all queues that are asked for and neither stored nor refused */
let pending = 0;
/** Whether something is on its way to the disk, whichever queue it is in. */
export const isWriting = (): boolean => pending > 0;

/** One write after the other. One that fails is told to who asked for it, and ends nobody's turn. */
export class WriteQueue {
  private last: Promise<unknown> = Promise.resolve();
  add<T>(write: () => T | Promise<T>): Promise<T> {
    pending++;
    const done = this.last.then(write).finally(() => pending--);
    this.last = done.catch(() => undefined);
    return done;
  }
  /** When all that was asked for until now is stored or refused. */
  async settled(): Promise<void> {
    await this.last;
  }
}
