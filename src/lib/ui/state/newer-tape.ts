import { carryOver } from '$lib/core/plan';

// Fetched when a newer tape comes.
export { carryOver };
