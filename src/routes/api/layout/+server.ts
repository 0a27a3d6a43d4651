import { workRoute } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** Pieces and stock in, a layout out. */
export const POST: RequestHandler = (event) => workRoute(event, 'layout', (body) => ({ body }));
