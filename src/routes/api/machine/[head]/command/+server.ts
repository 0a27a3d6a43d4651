import { machineCommandSchema } from '$lib/core/exchange';
import { answer, bodyJson } from '$lib/server/api';
import { commandHead } from '$lib/server/machines';
import type { RequestHandler } from './$types';

/** One command to a head; the answer is what the machine then says. */
export const POST: RequestHandler = async ({ request, params }) => {
  const command = await bodyJson(request, machineCommandSchema);
  if (command instanceof Response) return command;
  const result = commandHead(params.head, command);
  return answer(result, !result.ok && result.problem.code === 'no-head' ? 404 : 409);
};
