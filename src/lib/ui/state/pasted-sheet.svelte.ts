import type { TypedStop } from '$lib/core/build';
import { plainStop, readSheetLines, toldLines, type SheetLine, type ToldLine } from '$lib/core/exchange';

/** A line of a sheet with what its maker makes of it. */
export interface PastedLine {
  line: SheetLine;
  /** told apart by it, as long as the line stays as it is */
  key: string;
  /** null: nothing is sewn by it */
  stop: TypedStop | null;
  /** which of the stops it is, or the last one before it, from 1 */
  stopNumber: number;
}

/** A pasted sheet as it was understood; each line can be set right, left out, or taken after all. */
export class PastedSheet {
  text = $state('');
  /** what the maker says of a line; null: it is no stop */
  private said = $state.raw<Record<string, Partial<TypedStop> | null>>({});

  readonly lines: readonly PastedLine[] = $derived.by(() => {
    let stopNumber = 0;
    return readSheetLines(this.text).map((line): PastedLine => {
      const key = `${line.n} ${line.text}`;
      const own = this.said[key];
      const read = line.is === 'stop' ? line.stop : own ? plainStop(line.text) : null;
      const stop = own === null ? null : read && { ...read, ...own };
      if (stop) stopNumber++;
      return { line, key, stop, stopNumber };
    });
  });
  readonly stops: TypedStop[] = $derived(this.lines.flatMap(({ stop }) => (stop ? [stop] : [])));
  /** what counts of it, in its order */
  readonly told: ToldLine[] = $derived(
    this.lines.flatMap(({ line, stop }): ToldLine[] =>
      stop ? [{ stop }] : line.is === 'hand' ? toldLines([line]) : [],
    ),
  );
  /** lines that are neither sewn nor done by hand */
  readonly unread = $derived(this.lines.filter(({ stop, line }) => !stop && line.is === 'other').length);

  set(key: string, change: Partial<TypedStop>) {
    this.said = { ...this.said, [key]: { ...this.said[key], ...change } };
  }
  leaveOut(key: string) {
    this.said = { ...this.said, [key]: null };
  }
}
