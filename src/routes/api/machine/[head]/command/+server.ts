import { machineCommandSchema, OWNER_HEADER } from '$lib/core/exchange';
import { answer, bodyBytes, respond } from '$lib/server/api';
import { parseJson } from '$lib/server/jobs';
import { commandHead } from '$lib/server/machines';
import type { RequestHandler } from './$types';

const STATUS = new Map([
  ['no-head', 404],
  ['not-owner', 403],
]);

/** One command to a head; the answer is what the machine then says. Never behind the heavy routes. */
export const POST: RequestHandler = async ({ request, params }) => {
  const body = await bodyBytes(request);
  if (body instanceof Response) return body;
  const command = parseJson(body, machineCommandSchema);
  if ('refused' in command) return respond(command.refused);
  const result = commandHead(params.head, command.value, request.headers.get(OWNER_HEADER));
  return answer(result, result.ok ? 200 : (STATUS.get(result.problem.code) ?? 409));
};
