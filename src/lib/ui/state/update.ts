import { showNote, showOffer } from './notices';

/** How often it is looked for a newer version, and whether the last run is over, ms. */
const LOOK_MS = 60_000;
/** Set while a page is loaded again because it had come past the worker. */
const PAST_KEY = 'jolt-past-worker';

/** Whether any tab holds a run at a machine. */
async function isRunning(): Promise<boolean> {
  const locks = await navigator.locks?.query?.();
  return !!locks?.held?.some(({ name }) => name?.startsWith('jolt-run-'));
}

/** Whether this page shows a run, also while it is still being opened and holds none yet. */
const showsRun = () => location.pathname.startsWith('/run/');

let registration: ServiceWorkerRegistration | undefined;
let offered = false;
/** done before a newer version is taken: a backup, where the maker has a folder for it */
let before: () => Promise<unknown> = () => Promise.resolve();
/** What is to be done before a newer version is taken. */
export function beforeUpdate(work: () => Promise<unknown>): void {
  before = work;
}

/** Offers the newer version, if there is one, unless a run is on in whichever tab. */
export async function offerUpdate(): Promise<void> {
  if (!registration?.waiting || offered || showsRun() || (await isRunning())) return;
  offered = true;
  showOffer(
    'A newer Jolt Step is ready.',
    'Nothing is lost: everything is stored.',
    { name: 'Use it now', run: () => void takeUpdate() },
    () => (offered = false),
  );
}
/**
 * Takes the version that waits, never under a run; without one the page is loaded again as it is.
 * @param lost this page can keep nothing any more: a run that it holds goes on only in the next one
 */
export async function takeUpdate({ lost = false } = {}): Promise<void> {
  if (!lost && (await isRunning())) {
    offered = false;
    showNote(
      'A run is at the machine: the newer Jolt Step waits.',
      'It is offered again when the run is left.',
    );
    return;
  }
  if (!lost) await before().catch(() => undefined);
  await registration?.update().catch(() => undefined);
  const waiting = registration?.waiting;
  if (!waiting) return location.reload();
  navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
  waiting.postMessage('take over');
}
/**
 * A newer version is fetched beside the one in use, and offered once no run is on; it is never put under a run. Without
 * offline work in this browser nothing happens.
 */
export async function watchForUpdates(): Promise<void> {
  registration = await navigator.serviceWorker?.ready;
  if (!registration) return;
  setInterval(() => void offerUpdate(), LOOK_MS);
  registration.addEventListener('updatefound', () =>
    registration?.installing?.addEventListener('statechange', () => void offerUpdate()),
  );
  await offerUpdate();
}
/**
 * A page that was loaded past the worker, as by a forced reload, may be of another version than the one in use: it must not
 * open the data. It is loaded once more, through the worker. @returns whether this page may go on
 */
export async function isOfThisVersion(): Promise<boolean> {
  const { serviceWorker } = navigator;
  if (!serviceWorker || serviceWorker.controller) {
    sessionStorage.removeItem(PAST_KEY);
    return true;
  }
  const active = (await serviceWorker.getRegistration().catch(() => undefined))?.active;
  // A worker that does not take this page over would load it again for ever.
  if (!active || sessionStorage.getItem(PAST_KEY)) return true;
  sessionStorage.setItem(PAST_KEY, '1');
  location.reload();
  return false;
}
