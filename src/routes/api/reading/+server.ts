import { workRoute } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** Tape bytes in, the reading out. */
export const POST: RequestHandler = (event) => workRoute(event, 'reading', (body) => ({ body }));
