import { workRoute } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** A stitch list in (JSON, or CSV with the columns x,y,kind), tape bytes out. */
export const POST: RequestHandler = (event) => {
  const csv = event.request.headers.get('content-type')?.includes('text/csv') ?? false;
  const label = event.url.searchParams.get('label') ?? '';
  return workRoute(event, 'tape', (body) => ({ body, csv, label }));
};
