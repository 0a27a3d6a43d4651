/** A fault of ours, written where a developer looks. @param what could not be shown */
export function report(error: unknown, what: string): void {
  console.error(`${what} could not be shown:`, error);
}
/** What a calculation gives; a fault of ours in it is written down, and gives `instead`. */
export function orFault<T>(instead: T, what: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    report(error, what);
    return instead;
  }
}
