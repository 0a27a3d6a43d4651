import { mount } from 'svelte';
import Toasts from './Toasts.svelte';

mount(Toasts, { target: document.body });
export { toast } from 'svelte-sonner';
