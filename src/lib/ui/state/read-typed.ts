import { readTyped } from '$lib/core/plan';

// Fetched where there is no tape: most builds never need it.
export { readTyped };
