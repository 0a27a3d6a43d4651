import { PATTERNS } from '$lib/core/techniques';

// Fetched where a tape is read: most visits find all that was read before.
export { PATTERNS };
