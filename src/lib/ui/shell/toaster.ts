import { mount } from 'svelte';
import { toast } from 'svelte-sonner';
import Toasts from './Toasts.svelte';

let isThere = false;
/** What shows notices, put on the page when it is first asked for. */
export function toaster(): typeof toast {
  if (!isThere) mount(Toasts, { target: document.body });
  isThere = true;
  return toast;
}
