import rows from 'hershey/font/jhf/rowmans.jhf?raw';
import * as Comlink from 'comlink';
import { ok } from '$lib/core/base';
import { lettersOf, singleLineOf, type Letters } from '$lib/core/letters';
import type { LettersWorker } from './protocol';

let outlines: Promise<Letters> | undefined;
const singleLine = singleLineOf(rows);

const worker: LettersWorker = {
  async outlines(fontUrl, text, capitalMm, apartMm) {
    outlines ??= fetch(fontUrl).then(async (answer) => lettersOf(await answer.arrayBuffer()));
    return ok((await outlines)(text, capitalMm, apartMm));
  },
  strokes: (text, capitalMm) => ok(singleLine(text, capitalMm)),
};
Comlink.expose(worker);
