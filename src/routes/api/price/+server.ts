import { workRoute } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** Amounts, seconds and rates of an order in, what it costs and is sold for out. */
export const POST: RequestHandler = (event) => workRoute(event, 'price', (body) => ({ body }));
