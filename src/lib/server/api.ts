import { error, json } from '@sveltejs/kit';
import type * as z from 'zod';
import type { Problem, Result } from '$lib/core/problem';
import { MAX_BYTES } from '$lib/core/tape';

/** A problem as the API says it. */
export const refuse = (problem: Problem, status = 422): Response => json({ error: problem }, { status });

/** A result as JSON, or its problem. */
export const answer = <T>(result: Result<T>, status = 422): Response =>
  result.ok ? json(result.value) : refuse(result.problem, status);
/** What does not fit a shape, named by its first fault. */
export function refuseShape(what: string, { issues }: z.ZodError): Response {
  const [{ path, message }] = issues;
  return refuse({
    code: 'bad-query',
    message: `${what} does not fit${path.length ? ` at ${path.join('.')}` : ''}: ${message}.`,
    next: 'See docs/api.md for its shape.',
  });
}

const tooLarge: Problem = {
  code: 'too-large',
  message: 'The body is larger than 64 MiB.',
  next: 'Send one tape at a time.',
};

/** The body as bytes, or the refusal. Counted while it arrives, so that a wrong length header cannot fill the memory. */
export async function bodyBytes(request: Request): Promise<Uint8Array | Response> {
  if (Number(request.headers.get('content-length') ?? 0) > MAX_BYTES) return refuse(tooLarge, 413);
  const parts: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  for (;;) {
    const chunk = await reader
      ?.read()
      .catch(() => error(413, { message: tooLarge.message, next: tooLarge.next }));
    if (!chunk || chunk.done) break;
    size += chunk.value.length;
    if (size > MAX_BYTES) {
      await reader?.cancel();
      return refuse(tooLarge, 413);
    }
    parts.push(chunk.value);
  }
  const bytes = new Uint8Array(size);
  let at = 0;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.length;
  }
  return bytes;
}

/** The body as JSON of a shape, or the refusal that names the field. */
export async function bodyJson<S extends z.ZodType>(
  request: Request,
  schema: S,
): Promise<z.infer<S> | Response> {
  const bytes = await bodyBytes(request);
  if (bytes instanceof Response) return bytes;
  let raw: unknown;
  try {
    raw = JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    return refuse(
      { code: 'not-json', message: 'The body is not JSON.', next: 'See docs/api.md for its shape.' },
      400,
    );
  }
  const parsed = schema.safeParse(raw);
  if (parsed.success) return parsed.data;
  const { path, message } = parsed.error.issues[0];
  return refuse({
    code: 'bad-body',
    message: `The body does not fit at ${path.join('.') || 'its root'}: ${message}.`,
    next: 'See docs/api.md for its shape.',
  });
}
