import { fail, ok, type Problem, type Result } from '$lib/core/base';

/** The database that this page has opened is not there any more, or is another, empty one. */
export class DatabaseGone extends Error {
  override name = 'DatabaseGone';
}

/** An older page in another tab holds the old shape of the data. */
export const blocked: Problem = {
  code: 'store-blocked',
  message: 'Another tab with an older Jolt Step holds the data; nothing is lost.',
  next: 'Close the other tabs of Jolt Step; this one goes on by itself.',
};
/** A newer version has been used in this browser. */
export const newer: Problem = {
  code: 'store-newer',
  message: 'This browser holds data of a newer Jolt Step; it was not touched.',
  next: 'Get the newer version; until then nothing can be read or written here.',
};
/** See DatabaseGone. */
export const gone: Problem = {
  code: 'store-gone',
  message: 'The browser has taken the database of this workroom away; nothing more can be kept here.',
  next: 'Reload the page: what the second copy holds comes back. A backup holds what was there when it was made.',
};

/** What a browser says when it cannot keep data, as a sentence. */
export function storeProblem(error: unknown): Problem {
  const name = error instanceof Error ? `${error.name} ${error.message}` : String(error);
  if (/quota/i.test(name))
    return fail(
      'store-full',
      'The browser has no room left; the last change was not kept.',
      'Make a backup in Workshop, then remove pictures or builds that you no longer need.',
    ).problem;
  if (/constraint|already exists/i.test(name))
    return fail(
      'already-written',
      'Another tab has written here meanwhile; nothing was overwritten.',
      'Reload this page to see what is there now.',
    ).problem;
  if (/DatabaseGone|DatabaseClosed|connection is clos/.test(name)) return gone;
  if (/version/i.test(name)) return newer;
  if (/InvalidState|Security|NotAllowed|MissingAPI|OpenFailed|UnknownError/.test(name))
    return fail(
      'store-closed',
      'The browser does not let Jolt Step keep data here.',
      'Leave private browsing or allow storage for this page, then reload.',
    ).problem;
  if (!(error instanceof DOMException && error.name === 'AbortError'))
    console.error('A write failed:', error);
  return fail(
    'not-stored',
    'The last change could not be stored; what was there before is unchanged.',
    'Try again; if it happens again, make a backup in Workshop and reload the page.',
  ).problem;
}

/** Runs a write; a refusal becomes a sentence instead of a lost change. */
export async function attempt<T>(write: () => Promise<T>): Promise<Result<T>> {
  try {
    return ok(await write());
  } catch (error) {
    return { ok: false, problem: storeProblem(error) };
  }
}
