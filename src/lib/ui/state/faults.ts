import { showProblem } from './notices';

/** The same sentence is not said again within this time, ms. */
const QUIET_MS = 5000;
let saidAt = -Infinity;

/** Parts of the application that the server does not have any more: it was replaced under this page. */
const isMissingPart = (error: unknown): boolean =>
  /dynamically imported module|module script|preload/i.test(
    error instanceof Error ? error.message : String(error),
  );

/** Says once that something went wrong where no sentence was made for it. What is stored is not touched by it. */
function sayFault(error: unknown): void {
  console.error(error);
  if (performance.now() - saidAt < QUIET_MS) return;
  saidAt = performance.now();
  if (isMissingPart(error)) return sayReplaced();
  showProblem({
    code: 'fault',
    message: 'Something went wrong in Jolt Step; what is stored is untouched.',
    next: 'Try it once more. If it happens again, make a backup in Workshop and reload the page.',
  });
}
/** A newer version is on the server; this page has no part of it, and lost nothing. */
function sayReplaced(): void {
  showProblem(
    {
      code: 'replaced',
      message: 'The server has a newer Jolt Step; this page is of the one before and lacks a part.',
      next: 'Reload the page when it suits you: everything is stored, a run goes on where it is.',
    },
    { name: 'Reload', run: () => location.reload() },
  );
}
/** Faults that nobody else catches. */
export function watchFaults(): void {
  window.addEventListener('error', (event) => sayFault(event.error ?? event.message));
  window.addEventListener('unhandledrejection', (event) => sayFault(event.reason));
  window.addEventListener('vite:preloadError', sayReplaced);
}
