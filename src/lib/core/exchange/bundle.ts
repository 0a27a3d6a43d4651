import { unzipSync, type UnzipFileInfo } from 'fflate';
import { fail, ok, type Result } from '../base';
import { MAX_BYTES } from '../tape';

/** A file out of a bundle. */
export interface BundleEntry {
  /** within the bundle: told apart by it alone */
  path: string;
  /** without its folders; with them where another file of its kind has the same name */
  name: string;
  /** its folders, without those that all files of the bundle lie in: often what tells versions apart */
  label: string;
  bytes: Uint8Array;
}
/** What a zip of versions and sheets holds, sorted by what it is. */
export interface Bundle {
  tapes: BundleEntry[];
  /** instruction and colour sheets: PDF, text, pictures */
  documents: BundleEntry[];
  /** names of what is neither */
  others: string[];
}

/** Sheets by the end of their name, and what they are to a browser. */
const SHEETS = new Map(
  Object.entries({
    pdf: 'application/pdf',
    txt: 'text/plain',
    md: 'text/plain',
    rtf: 'text/plain',
    png: 'image/png',
    jpg: 'image/jpeg',
    jpeg: 'image/jpeg',
    webp: 'image/webp',
  }),
);
/** The media type of a sheet by its name; null: it is none. */
export const sheetType = (name: string): string | null =>
  SHEETS.get(/\.([a-z]+)$/i.exec(name)?.[1]?.toLowerCase() ?? '') ?? null;
const TAPE = /\.dst$/i;
/** Hidden files and resource forks say nothing to a maker. */
const HIDDEN = /(^|\/)(\.|__MACOSX)/;
const MOST_FILES = 2000;
/** What a build keeps of a name, in letters. */
const MOST_NAME = 260;
/** A bundle that unpacks to more than this, or to so many times its size, is no bundle of designs. */
const MOST_UNPACKED = 256 * 1024 * 1024;
const MOST_RATIO = 400;
/** Of one sheet, bytes. */
export const MOST_SHEET = 32 * 1024 * 1024;

const baseName = (path: string) => path.replaceAll('\\', '/').split('/').pop() ?? path;

const foldersOf = (path: string): string[] => path.replaceAll('\\', '/').split('/').slice(0, -1);
/** How many folders from the top all files lie in. */
function sharedFolders(all: readonly string[][]): number {
  const [first = []] = all;
  const differs = first.findIndex((folder, depth) => all.some((folders) => folders[depth] !== folder));
  return differs < 0 ? first.length : differs;
}

/** Opens a ZIP of designs. Errors: not a ZIP, damaged, or unpacking to far more than it should. */
export function readBundle(bytes: Uint8Array): Result<Bundle> {
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b)
    return fail(
      'not-a-zip',
      'This file is not a ZIP bundle.',
      'Choose the .zip as it was downloaded, or a .dst tape.',
    );
  let total = 0;
  let files = 0;
  let bomb = false;
  const others: string[] = [];
  const wanted = (file: UnzipFileInfo): boolean => {
    if (file.name.endsWith('/') || HIDDEN.test(file.name)) return false;
    const name = baseName(file.name);
    const most = TAPE.test(name) ? MAX_BYTES : sheetType(name) ? MOST_SHEET : 0;
    if (!most || file.originalSize > most) {
      others.push(name);
      return false;
    }
    total += file.originalSize;
    if (
      ++files > MOST_FILES ||
      total > MOST_UNPACKED ||
      file.originalSize > MOST_RATIO * Math.max(1024, file.size)
    )
      bomb = true;
    return !bomb;
  };
  let unpacked: Record<string, Uint8Array> | null = null;
  try {
    unpacked = unzipSync(bytes, { filter: wanted });
  } catch {
    // Told below: a damaged archive throws whatever it met.
  }
  if (bomb)
    return fail(
      'zip-bomb',
      'This bundle would unpack to far more than designs take; it was not opened.',
      'Unpack it yourself and drop the tapes; nothing here was changed.',
    );
  if (!unpacked)
    return fail(
      'bad-zip',
      'This bundle is cut off or damaged and cannot be opened.',
      'Download it again; nothing here was changed.',
    );
  const paths = Object.keys(unpacked);
  const isTwice = (name: string) => paths.filter((p) => baseName(p) === name).length > 1;
  const shared = sharedFolders(paths.map(foldersOf));
  const entries = Object.entries(unpacked).map(([path, data]): BundleEntry => {
    const name = baseName(path);
    const label = foldersOf(path).slice(shared).join(' / ');
    return { path, name: (isTwice(name) ? path : name).slice(-MOST_NAME), label, bytes: data };
  });
  const tapes = entries.filter((e) => TAPE.test(e.path));
  if (!tapes.length)
    return fail(
      'no-tape',
      'There is no stitch tape (.dst) in this bundle.',
      'Download the design in the .dst format, or drop another bundle.',
    );
  const byName = (a: BundleEntry, b: BundleEntry) => a.name.localeCompare(b.name, 'en', { numeric: true });
  return ok({
    tapes: tapes.sort(byName),
    documents: entries.filter((e) => sheetType(e.path) !== null).sort(byName),
    others,
  });
}
