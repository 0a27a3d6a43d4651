import { workRoute } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** Tapes and where each item lies in the hoop in, one tape for all of them out. */
export const POST: RequestHandler = (event) => workRoute(event, 'compose', (body) => ({ body }));
