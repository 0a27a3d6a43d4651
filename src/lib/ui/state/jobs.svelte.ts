/** Long work that is shown with a bar and can be stopped. */
class Jobs {
  current = $state.raw<{ what: string; share: number; stop: () => void } | null>(null);

  /** Runs one job; `tell` moves the bar, the signal is raised when the maker stops it. */
  async watch<T>(
    what: string,
    work: (tell: (share: number) => void, signal: AbortSignal) => Promise<T>,
  ): Promise<T> {
    const controller = new AbortController();
    const show = (share: number) => (this.current = { what, share, stop: () => controller.abort() });
    show(0);
    try {
      return await work(show, controller.signal);
    } finally {
      this.current = null;
    }
  }
}
export const jobs = new Jobs();
