import type { RequestEvent } from '@sveltejs/kit';
import type { Problem, Result } from '$lib/core/base';
import { MAX_BYTES } from '$lib/core/tape';
import { BUSY, pool, refusal, resultAnswer, type Answer } from './jobs';
import type { JobName, Jobs } from './jobs/work';

/** Bodies that are arriving, all together, bytes: so many half-sent ones fill no memory. */
const MOST_ARRIVING = 256 * 1024 * 1024;
/** A body of which nothing comes for so long is given up, ms. */
const PATIENCE_MS = 20_000;
const RETRY_SECONDS = 2;
let arriving = 0;

const tooLarge: Problem = {
  code: 'too-large',
  message: 'The body is larger than 64 MiB.',
  next: 'Send one tape at a time.',
};
const noContentType: Problem = {
  code: 'no-content-type',
  message: 'The body came without a content-type and was not read.',
  next: 'Send a tape as application/octet-stream, a CSV as text/csv, all else as application/json.',
};
const cutOff: Problem = {
  code: 'cut-off',
  message: 'The body did not come whole.',
  next: 'Send it again.',
};
const crowded: Problem = {
  code: BUSY,
  message: 'Too many bodies are on their way at once.',
  next: 'Ask again in a few seconds.',
};
/** The line is closed after the answer, and what still comes of the body with it. */
const last = { connection: 'close' };
const retry = { 'retry-after': String(RETRY_SECONDS) };

/** An answer of a worker as a Response. */
export const respond = ({ status, headers, body }: Answer): Response =>
  new Response(body, { status, headers });
/** A problem as the routes say it. */
export const refuse = (problem: Problem, status = 422, headers = {}): Response =>
  respond(refusal(problem, status, headers));
/** A result as JSON, or its problem. */
export const answer = <T>(result: Result<T>, status = 422): Response => respond(resultAnswer(result, status));

/**
 * Reads what is sent, however long that takes, and keeps none of it: a line that is closed under somebody who still sends
 * loses the answer. The server before us hands on hardly more than MAX_BYTES, and ends a request that takes too long.
 */
async function discard(request: Request): Promise<void> {
  const reader = request.body?.getReader();
  try {
    while ((await reader?.read())?.done === false);
  } catch {
    // Whoever goes away needs no answer.
  }
}

/** The body as bytes, or the refusal. Counted while it arrives, so that a wrong length header cannot fill the memory. */
export async function bodyBytes(request: Request): Promise<Uint8Array | Response> {
  if (Number(request.headers.get('content-length') ?? 0) > MAX_BYTES) {
    await discard(request);
    return refuse(tooLarge, 413, last);
  }
  // The server before us hands on no body whose kind is not told.
  const { headers } = request;
  const isSent = Number(headers.get('content-length') ?? 0) > 0 || headers.has('transfer-encoding');
  if (isSent && !headers.has('content-type')) return refuse(noContentType, 415);
  const parts: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  try {
    for (;;) {
      const chunk = await inTime(reader?.read());
      if (!chunk || chunk.done) break;
      size += chunk.value.length;
      arriving += chunk.value.length;
      parts.push(chunk.value);
      if (size <= MAX_BYTES && arriving <= MOST_ARRIVING) continue;
      // Not cancelled: that would close the line before the answer.
      return size > MAX_BYTES ? refuse(tooLarge, 413, last) : refuse(crowded, 503, { ...retry, ...last });
    }
  } catch (error) {
    // The server before us counts too, and ends the body in an error of this status.
    const isTooLarge = (error as { status?: number } | null)?.status === 413;
    return isTooLarge ? refuse(tooLarge, 413, last) : refuse(cutOff, 400, last);
  } finally {
    arriving -= size;
  }
  const bytes = new Uint8Array(size);
  let at = 0;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.length;
  }
  return bytes;
}
async function inTime<T>(chunk: Promise<T> | undefined): Promise<T | undefined> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error('Nothing came.')), PATIENCE_MS);
  });
  try {
    return await Promise.race([chunk, late]);
  } finally {
    clearTimeout(timer);
  }
}

/** Asks with a signal that is raised when whoever asked has closed the line: nobody waits for the answer. */
async function whileAsked<T>(
  { platform }: Pick<RequestEvent, 'platform'>,
  ask: (left: AbortSignal) => Promise<T>,
): Promise<T> {
  const socket = platform?.req?.socket;
  const left = new AbortController();
  const leave = () => left.abort();
  socket?.once('close', leave);
  try {
    return await ask(left.signal);
  } finally {
    // A line serves many requests.
    socket?.off('close', leave);
  }
}
const STATUS = new Map([
  [BUSY, 503],
  ['took-too-long', 503],
  ['stopped', 503],
  ['too-much-memory', 413],
  ['fault', 500],
]);
/** A job of the pool on the body of a request; its result, or the response that says why there is none. */
export async function work<N extends JobName>(
  event: RequestEvent,
  name: N,
  input: (body: Uint8Array) => Parameters<Jobs[N]>[0],
): Promise<ReturnType<Jobs[N]> | Response> {
  const body = await bodyBytes(event.request);
  if (body instanceof Response) return body;
  const done = await whileAsked(event, (left) => pool.run(name, input(body), left));
  if (done.ok) return done.value;
  const status = STATUS.get(done.problem.code) ?? 500;
  return refuse(done.problem, status, status === 503 ? retry : {});
}
/** What a route does by itself. */
type Route = Exclude<JobName, 'machineTape'>;
/** A route that is all one job. */
export async function workRoute<N extends Route>(
  event: RequestEvent,
  name: N,
  input: (body: Uint8Array) => Parameters<Jobs[N]>[0],
): Promise<Response> {
  const done = await work(event, name, input);
  return done instanceof Response ? done : respond(done as Answer);
}
