import { workRoute } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** Shapes and a hoop's field in, how many fit and where out. */
export const POST: RequestHandler = (event) => workRoute(event, 'arrange', (body) => ({ body }));
