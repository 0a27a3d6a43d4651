import { headName, machineLoadSchema, OWNER_HEADER, ownerToken } from '$lib/core/exchange';
import { numbersWith } from '$lib/core/numbers';
import { answer, refuse, work } from '$lib/server/api';
import { shapeProblem } from '$lib/server/jobs';
import { loadHead } from '$lib/server/machines';
import type { RequestHandler } from './$types';

/**
 * Tape bytes in: the head is set up with them, its needle at the first stitch. From then on it belongs to the token that was
 * sent, or to a new one; the answer's header tells it.
 */
export const POST: RequestHandler = async (event) => {
  const { request, params, url } = event;
  const name = headName.safeParse(params.head);
  if (!name.success) return refuse(shapeProblem('bad-query', 'The name of the head', name.error));
  const query = machineLoadSchema.safeParse(Object.fromEntries(url.searchParams));
  if (!query.success) return refuse(shapeProblem('bad-query', 'The query', query.error));
  const token = ownerToken.safeParse(request.headers.get(OWNER_HEADER) ?? crypto.randomUUID());
  if (!token.success) return refuse(shapeProblem('bad-query', `The header ${OWNER_HEADER}`, token.error));
  const { seed, rate, speed, breaks, bobbinM, kind, halts } = query.data;
  const numbers = numbersWith();
  const one = kind === 'one-needle';
  const settings = {
    seed,
    speed: speed ?? numbers['stitch.speedHome'],
    breaksPer10k: breaks ?? numbers['stitch.breakRate'],
    bobbinM: bobbinM ?? numbers[one ? 'thread.bobbinHome' : 'thread.bobbinShop'],
    halts: halts ?? ('all' as const),
    changeSeconds: numbers[one ? 'stop.plain' : 'stop.colourMulti'],
    trimSeconds: numbers[one ? 'stop.trimHome' : 'stop.trimMulti'],
    numbers,
  };
  const tape = await work(event, 'machineTape', (body) => ({ body, settings }));
  if (tape instanceof Response) return tape;
  if (!tape.ok) return refuse(tape.problem);
  const loaded = loadHead(name.data, tape.value, settings, rate, token.data);
  const response = answer(loaded, loaded.ok || loaded.problem.code !== 'not-owner' ? 409 : 403);
  if (loaded.ok) response.headers.set(OWNER_HEADER, token.data);
  return response;
};
