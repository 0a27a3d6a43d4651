/** Long work that is shown with a bar and can be stopped. */
class Jobs {
  current = $state.raw<{ what: string; share: number; stop: () => void } | null>(null);

  private running: AbortController | null = null;

  /** Runs one job; `tell` moves the bar, the signal is raised when the maker stops it. */
  async watch<T>(
    what: string,
    work: (tell: (share: number) => void, signal: AbortSignal) => Promise<T>,
  ): Promise<T> {
    // Work within work goes behind the bar that is there, and stops with it.
    if (this.running) return work(() => undefined, this.running.signal);
    const controller = (this.running = new AbortController());
    const show = (share: number) => (this.current = { what, share, stop: () => controller.abort() });
    show(0);
    try {
      return await work(show, controller.signal);
    } finally {
      this.current = null;
      this.running = null;
    }
  }
}
export const jobs = new Jobs();
