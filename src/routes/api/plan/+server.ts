import { workRoute } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** A build and its tape in; score, pieces, time, thread and the plan check out. */
export const POST: RequestHandler = (event) => workRoute(event, 'plan', (body) => ({ body }));
