import { ok } from '$lib/core/base';
import { answer } from '$lib/server/api';
import { headStates } from '$lib/server/machines';
import type { RequestHandler } from './$types';

/** All simulated heads that are set up. */
export const GET: RequestHandler = () => answer(ok({ heads: headStates() }));
