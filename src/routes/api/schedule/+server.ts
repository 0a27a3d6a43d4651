import { workRoute } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** Heads, people and hoopings in, who does what when out. */
export const POST: RequestHandler = (event) => workRoute(event, 'schedule', (body) => ({ body }));
