import { json } from '@sveltejs/kit';
import { planReportSchema, planRequestSchema } from '$lib/core/exchange';
import { bodyJson, refuse } from '$lib/server/api';
import { planFor } from '$lib/server/plan';
import type { RequestHandler } from './$types';

/** A build and its tape in; score, pieces, time, thread and the plan check out. */
export const POST: RequestHandler = async ({ request }) => {
  const body = await bodyJson(request, planRequestSchema);
  if (body instanceof Response) return body;
  const plan = planFor(body);
  return plan.ok ? json(planReportSchema.parse(plan.value)) : refuse(plan.problem);
};
