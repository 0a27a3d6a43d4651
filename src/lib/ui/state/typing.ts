/** A field with letters in it that are not taken over yet: nothing may be put in their place. */
let unsaved: HTMLElement | null = null;
let waiting: (() => void)[] = [];

function ended(event: Event) {
  if (event.target !== unsaved) return;
  unsaved = null;
  const due = waiting;
  waiting = [];
  // After what the field does with them.
  setTimeout(() => due.forEach((go) => go()));
}
/** Has what is being typed taken over now. */
export const leaveField = (): void => (unsaved?.isConnected ? unsaved.blur() : undefined);
/** Notices what is being typed, from now on. */
export function watchTyping(): void {
  window.addEventListener('input', ({ target }) => {
    if (target instanceof HTMLElement && target.matches('input, textarea')) unsaved = target;
  });
  window.addEventListener('change', ended);
  window.addEventListener('focusout', ended);
}
/** When what is being typed, if anything, is taken over or left. */
export const typed = (): Promise<void> =>
  unsaved?.isConnected ? new Promise((go) => waiting.push(go)) : Promise.resolve();
