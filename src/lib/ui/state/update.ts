import { toast } from 'svelte-sonner';

/** How often it is looked for a newer version, and whether the last run is over, ms. */
const LOOK_MS = 60_000;

/** Whether any tab holds a run at a machine. */
async function isRunning(): Promise<boolean> {
  const locks = await navigator.locks?.query?.();
  return !!locks?.held?.some(({ name }) => name?.startsWith('jolt-run-'));
}

let registration: ServiceWorkerRegistration | undefined;
let offered = false;

/** Offers the newer version, if there is one, unless a run is on in whichever tab. */
export async function offerUpdate(): Promise<void> {
  const waiting = registration?.waiting;
  if (!waiting || offered || (await isRunning())) return;
  offered = true;
  toast('A newer Jolt Step is ready.', {
    description: 'Nothing is lost: everything is stored.',
    duration: Infinity,
    action: {
      label: 'Use it now',
      onClick: () => {
        navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
        waiting.postMessage('take over');
      },
    },
  });
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
