import { headName, machineLoadSchema } from '$lib/core/exchange';
import { numbersWith } from '$lib/core/numbers';
import { readTape } from '$lib/core/tape';
import { answer, bodyBytes, refuse, refuseShape } from '$lib/server/api';
import { loadHead } from '$lib/server/machines';
import type { RequestHandler } from './$types';

/** Tape bytes in: the head is set up with them, its needle at the first stitch. */
export const POST: RequestHandler = async ({ request, params, url }) => {
  const name = headName.safeParse(params.head);
  if (!name.success) return refuseShape('The name of the head', name.error);
  const query = machineLoadSchema.safeParse(Object.fromEntries(url.searchParams));
  if (!query.success) return refuseShape('The query', query.error);
  const bytes = await bodyBytes(request);
  if (bytes instanceof Response) return bytes;
  const tape = readTape(bytes);
  if (!tape.ok) return refuse(tape.problem);
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
  return answer(loadHead(name.data, tape.value, settings, rate));
};
