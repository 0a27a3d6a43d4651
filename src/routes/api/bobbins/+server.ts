import { workRoute } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** What each block takes of which bobbin in, when to change it out. */
export const POST: RequestHandler = (event) => workRoute(event, 'bobbins', (body) => ({ body }));
