import { json } from '@sveltejs/kit';
import { layoutAnswerSchema, layoutRequestSchema } from '$lib/core/exchange';
import { cutSheet, solveLayout } from '$lib/core/layout';
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
  const sheets = layout.sheets.map((sheet) => {
    const stock = body.stock.find((s) => s.id === sheet.stockId);
    const roll = stock?.roll ?? stock?.quantity === 1;
    const heightMm = roll ? sheet.usedHeightMm : (stock?.heightMm ?? 0);
    const plan = body.edgeToEdge
      ? cutSheet(sheet.placements, stock?.widthMm ?? 0, heightMm, body.plies)
      : null;
    const cuts = plan?.cuts.map(({ stack, ...cut }) => ({ ...cut, stacked: stack.length })) ?? null;
    return { ...sheet, cuts, rests: plan?.rests ?? [] };
  });
  return json(layoutAnswerSchema.parse({ ...layout, sheets, seconds: gone() }));
};
