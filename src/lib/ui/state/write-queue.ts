/** One write after the other. One that fails is told to who asked for it, and ends nobody's turn. */
export class WriteQueue {
  private last: Promise<unknown> = Promise.resolve();
  add<T>(write: () => T | Promise<T>): Promise<T> {
    const done = this.last.then(write);
    this.last = done.catch(() => undefined);
    return done;
  }
  /** When all that was asked for until now is stored or refused. */
  async settled(): Promise<void> {
    await this.last;
  }
}
