import { workRoute } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** A shape and its construction lines in, a tape of their stitches out. */
export const POST: RequestHandler = (event) => workRoute(event, 'outline', (body) => ({ body }));
