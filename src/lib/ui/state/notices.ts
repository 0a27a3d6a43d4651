import type { ExternalToast } from 'svelte-sonner';
import type { Problem } from '$lib/core/base';
import { theme } from './theme.svelte';

/** What helps, as a button: a name and what it does; or what “Try again” does. */
type Remedy = (() => void) | { name: string; run: () => void };

/** The part that shows notices comes with the first. Where it cannot be had any more, the browser says the sentence. */
function show(text: string, more: ExternalToast, as: 'error' | 'message' = 'message'): void {
  import('../shell/toaster').then(
    ({ toaster }) => toaster(theme)[as](text, more),
    () => alert([text, more.description].filter(Boolean).join('\n')),
  );
}

/** Fetches what shows notices before it is needed: where the server may hang, and whoever waits must be told. */
export const prepareNotices = (): void => void import('../shell/toaster').catch(() => undefined);

/** A problem stays until it is closed: what happened, and what to do. The same one twice is shown once. */
export const showProblem = (problem: Problem, remedy?: Remedy): void =>
  show(
    problem.message,
    {
      id: `${problem.code} ${problem.message}`,
      description: problem.next,
      duration: Infinity,
      closeButton: true,
      action:
        remedy &&
        (typeof remedy === 'function'
          ? { label: 'Try again', onClick: remedy }
          : { label: remedy.name, onClick: remedy.run }),
    },
    'error',
  );
/** @param stays until it is closed */
export const showNote = (text: string, more?: string, stays = false): void =>
  show(text, { description: more, ...(stays && { duration: Infinity, closeButton: true }) });
/** What was just done, with a way to take it back. */
export const showUndo = (text: string, undo: () => void): void =>
  show(text, { duration: 10_000, action: { label: 'Undo', onClick: undo } });
/** Something that is offered until it is taken or put away. */
export const showOffer = (
  text: string,
  more: string,
  offer: { name: string; run: () => void },
  away: () => void,
): void =>
  show(text, {
    description: more,
    duration: Infinity,
    action: { label: offer.name, onClick: offer.run },
    onDismiss: away,
  });
