import { OWNER_HEADER } from '$lib/core/exchange';
import { answer } from '$lib/server/api';
import { headState, removeHead } from '$lib/server/machines';
import { ok } from '$lib/core/base';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => answer(headState(params.head), 404);
/** Takes the head down; who watches it is told. */
export const DELETE: RequestHandler = ({ params, request }) => {
  const removed = removeHead(params.head, request.headers.get(OWNER_HEADER));
  if (removed.ok) return answer(ok({ removed: params.head }));
  return answer(removed, removed.problem.code === 'no-head' ? 404 : 403);
};
