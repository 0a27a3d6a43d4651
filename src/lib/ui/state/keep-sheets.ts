import { fail, ok, type Problem, type Result } from '$lib/core/base';
import { MOST_SHEETS, type Build } from '$lib/core/build';
import { MOST_SHEET, sheetType } from '$lib/core/exchange';
import { attempt } from '$lib/store';
import { newId } from './ids';
import { workroom } from './workroom.svelte';

/** What a build keeps of a sheet's name, in letters: its end tells what it is. */
const MOST_NAME = 260;
const megabytes = (bytes: number) => Math.floor(bytes / 1e6);

/** Stores sheets for a build that has so many already. Answers those that were kept, and why others were not. */
export async function keepSheets(
  files: readonly File[],
  has: number,
): Promise<{ kept: Build['documents']; problems: Problem[] }> {
  const kept: Build['documents'] = [];
  const problems: Problem[] = [];
  for (const file of files) {
    const type = sheetTypeOf(file, has + kept.length);
    const sheet = { id: newId(), name: file.name.slice(-MOST_NAME) };
    const stored = type.ok ? await store({ ...sheet, type: type.value }, file) : type;
    if (stored.ok) kept.push(sheet);
    else problems.push(stored.problem);
  }
  return { kept, problems };
}
/** The media type of a sheet that may be kept. Errors: no sheet, too large, one too many. */
function sheetTypeOf({ name, size }: File, has: number): Result<string> {
  const type = sheetType(name);
  const left = (message: string) => fail('sheet', message, 'It was left out; nothing else here was changed.');
  if (!type) return left(`${name} is no sheet: a PDF, a text or a picture is one.`);
  if (size > MOST_SHEET)
    return left(`${name} has ${megabytes(size)} MB; a sheet has at most ${megabytes(MOST_SHEET)}.`);
  if (has >= MOST_SHEETS) return left(`A build keeps ${MOST_SHEETS} sheets; ${name} would be one more.`);
  return ok(type);
}
const store = (sheet: { id: string; name: string; type: string }, file: File): Promise<Result<void>> =>
  attempt(async () => workroom.store.addSheet({ ...sheet, bytes: new Uint8Array(await file.arrayBuffer()) }));
