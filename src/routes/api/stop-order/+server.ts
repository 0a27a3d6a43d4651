import { workRoute } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** Blocks with their threads in, the order with the fewest changes out. */
export const POST: RequestHandler = (event) => workRoute(event, 'stopOrder', (body) => ({ body }));
