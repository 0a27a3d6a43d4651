import { json } from '@sveltejs/kit';
import { answer } from '$lib/server/api';
import { headState, removeHead } from '$lib/server/machines';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => answer(headState(params.head), 404);
/** Takes the head down; who watches it is told. */
export const DELETE: RequestHandler = ({ params }) => {
  const removed = removeHead(params.head);
  return removed.ok ? json({ removed: params.head }) : answer(removed, 404);
};
