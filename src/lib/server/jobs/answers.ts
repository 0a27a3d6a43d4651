import type * as z from 'zod';
import { firstFault, type Problem, type Result } from '$lib/core/base';

/** An answer as it goes over the line: made in a worker, so that a large one holds up nothing else. */
export interface Answer {
  status: number;
  headers: Record<string, string>;
  body: Uint8Array<ArrayBuffer>;
}

const text = new TextEncoder();
/** A value as JSON. */
export const jsonAnswer = (value: unknown, status = 200, headers: Record<string, string> = {}): Answer => ({
  status,
  headers: { 'content-type': 'application/json', ...headers },
  body: text.encode(JSON.stringify(value)),
});
/** A problem as the routes say it. */
export const refusal = (problem: Problem, status = 422, headers: Record<string, string> = {}): Answer =>
  jsonAnswer({ error: problem }, status, headers);
/** A result as JSON, or its problem. */
export const resultAnswer = <T>(result: Result<T>, status = 422): Answer =>
  result.ok ? jsonAnswer(result.value) : refusal(result.problem, status);

/** What does not fit a shape, named by its first fault. */
export function shapeProblem(code: string, what: string, error: z.ZodError): Problem {
  const { at, why } = firstFault(error);
  return {
    code,
    message: `${what} does not fit${at ? ` at ${at}` : ''}: ${why}.`,
    next: 'See docs/api.md for its shape.',
  };
}
const notJson: Problem = {
  code: 'not-json',
  message: 'The body is not JSON.',
  next: 'See docs/api.md for its shape.',
};
/** A body as JSON of a shape, or the refusal that names the field. */
export function parseJson<S extends z.ZodType>(
  body: Uint8Array,
  schema: S,
  code = 'bad-body',
): { value: z.infer<S> } | { refused: Answer } {
  let raw: unknown;
  try {
    raw = JSON.parse(new TextDecoder().decode(body));
  } catch {
    return { refused: refusal(notJson, 400) };
  }
  const parsed = schema.safeParse(raw);
  return parsed.success
    ? { value: parsed.data }
    : { refused: refusal(shapeProblem(code, 'The body', parsed.error)) };
}
