import { json } from '@sveltejs/kit';
import { layoutReportSchema, layoutRequestSchema } from '$lib/core/exchange';
import { solveLayout } from '$lib/core/layout';
import { bodyJson } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** Pieces and stock in, a layout out. */
export const POST: RequestHandler = async ({ request }) => {
  const body = await bodyJson(request, layoutRequestSchema);
  if (body instanceof Response) return body;
  const from = performance.now();
  const gone = () => (performance.now() - from) / 1000;
  const layout = solveLayout(body.pieces, body.stock, {
    edgeToEdge: body.edgeToEdge,
    gapMm: body.gapMm,
    seed: 1,
    goOn: () => gone() < body.seconds,
  });
  return json(layoutReportSchema.parse({ ...layout, seconds: gone() }));
};
