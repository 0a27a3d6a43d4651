import { mount } from 'svelte';
import { toast } from 'svelte-sonner';
import Toasts from './Toasts.svelte';

let isThere = false;
/** What shows notices, put on the page when it is first asked for. @param theme that it follows */
export function toaster(theme: { current: 'light' | 'dark' }): typeof toast {
  if (!isThere) mount(Toasts, { target: document.body, props: { theme } });
  isThere = true;
  return toast;
}
