import { wake } from '$lib/workers';

export const load = () => wake.outline();
