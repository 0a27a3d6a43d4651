import { json } from '@sveltejs/kit';
import { headStates } from '$lib/server/machines';
import type { RequestHandler } from './$types';

/** All simulated heads that are set up. */
export const GET: RequestHandler = () => json({ heads: headStates() });
