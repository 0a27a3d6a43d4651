import { csvToTape, stitchListSchema } from '$lib/core/exchange';
import { rowsToTape, writeTape, type Tape } from '$lib/core/tape';
import { bodyBytes, refuse } from '$lib/server/api';
import type { Problem } from '$lib/core/problem';
import type { RequestHandler } from './$types';

/** A stitch list in (JSON, or CSV with the columns x,y,kind), tape bytes out. */
export const POST: RequestHandler = async ({ request, url }) => {
  const bytes = await bodyBytes(request);
  if (bytes instanceof Response) return bytes;
  const text = new TextDecoder().decode(bytes);
  if (request.headers.get('content-type')?.includes('text/csv')) {
    const tape = csvToTape(text, url.searchParams.get('label') ?? '');
    return tape.ok ? answer(tape.value) : refuse(tape.problem);
  }
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return refuse({ code: 'not-json', message: 'The body is not JSON.', next: 'Send {label, stitches:[{x, y, kind}]}, or a CSV with content-type text/csv.' }, 400); // prettier-ignore
  }
  const list = stitchListSchema.safeParse(raw);
  if (list.success) return answer(rowsToTape(list.data.label, list.data.stitches));
  const [issue] = list.error.issues;
  const problem: Problem = {
    code: 'bad-stitch-list',
    message: `The stitch list does not fit at ${issue.path.join('.') || 'its root'}: ${issue.message}.`,
    next: 'Each stitch needs x and y in mm and kind stitch, jump or stop.',
  };
  return refuse(problem);
};

const answer = (tape: Tape) =>
  new Response(writeTape(tape) as Uint8Array<ArrayBuffer>, {
    headers: {
      'content-type': 'application/octet-stream',
      'content-disposition': 'attachment; filename="tape.dst"',
    },
  });
