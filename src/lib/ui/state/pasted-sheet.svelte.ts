import type { TypedStop } from '$lib/core/build';
import { readSheetLines, type SheetLine } from '$lib/core/exchange';

/** A line of a sheet with what its maker makes of it. */
export interface PastedLine {
  line: SheetLine;
  /** told apart by it, as long as the line stays as it is */
  key: string;
  /** null: nothing is sewn by it */
  stop: TypedStop | null;
}
const MOST_TITLE = 80;

/** A pasted sheet as it was understood; each line can be set right, left out, or taken after all. */
export class PastedSheet {
  text = $state('');
  /** what the maker says of a line; null: it is no stop */
  private said = $state.raw<Record<string, Partial<TypedStop> | null>>({});

  readonly lines: readonly PastedLine[] = $derived(
    readSheetLines(this.text).map((line): PastedLine => {
      const key = `${line.n} ${line.text}`;
      const own = this.said[key];
      const read = line.is === 'stop' ? line.stop : own ? asStop(line.text) : null;
      return { line, key, stop: own === null ? null : read && { ...read, ...own } };
    }),
  );
  readonly stops: TypedStop[] = $derived(this.lines.flatMap(({ stop }) => (stop ? [stop] : [])));
  /** lines that are neither sewn nor done by hand */
  readonly unread = $derived(this.lines.filter(({ stop, line }) => !stop && line.is === 'other').length);

  set(key: string, change: Partial<TypedStop>) {
    this.said = { ...this.said, [key]: { ...this.said[key], ...change } };
  }
  leaveOut(key: string) {
    this.said = { ...this.said, [key]: null };
  }
}
const asStop = (text: string): TypedStop => ({
  title: text.trim().slice(0, MOST_TITLE),
  role: 'decoration',
  thread: '',
  seconds: null,
  stitches: null,
});
