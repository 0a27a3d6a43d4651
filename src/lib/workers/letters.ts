import fontUrl from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-800-normal.woff?url';
import type { Letters, SingleLine } from '$lib/core/letters';

let outlines: Promise<Letters> | undefined;
/** The letters that ship with Jolt Step, fetched when the first one is drawn. */
export const letters = (): Promise<Letters> =>
  (outlines ??= Promise.all([import('$lib/core/letters'), fetch(fontUrl).then((r) => r.arrayBuffer())]).then(
    ([{ lettersOf }, bytes]) => lettersOf(bytes),
  ));
let lines: Promise<SingleLine> | undefined;
/** The same as single lines. */
export const singleLine = (): Promise<SingleLine> =>
  (lines ??= Promise.all([import('$lib/core/letters'), import('hershey/font/jhf/rowmans.jhf?raw')]).then(
    ([{ singleLineOf }, { default: rows }]) => singleLineOf(rows),
  ));
