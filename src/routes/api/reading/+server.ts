import { json } from '@sveltejs/kit';
import { readingReport, readingReportSchema } from '$lib/core/exchange';
import { numbersWith } from '$lib/core/numbers';
import { readDesign } from '$lib/core/reading';
import { readTape } from '$lib/core/tape';
import { bodyBytes, refuse } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** Tape bytes in, the reading out. */
export const POST: RequestHandler = async ({ request }) => {
  const bytes = await bodyBytes(request);
  if (bytes instanceof Response) return bytes;
  const tape = readTape(bytes);
  if (!tape.ok) return refuse(tape.problem, tape.problem.code === 'too-large' ? 413 : 422);
  const reading = readDesign(tape.value, { trimJumps: numbersWith()['reading.trimJumps'] });
  return json(readingReportSchema.parse(readingReport(reading)));
};
