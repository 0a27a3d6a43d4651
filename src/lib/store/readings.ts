import type { Reading } from '$lib/core/reading';
import type { Tape } from '$lib/core/tape';
import type { JoltDb } from './db';

/** So many are kept; those written longest ago go first. */
const MOST = 250;

/** What has been read from tapes, so that a build opens without being read again. Nothing is lost where it is lost. */
export class ReadingStore {
  constructor(private readonly db: JoltDb) {}

  /** @param by the version that reads: what another one has read is not taken */
  async get(key: string, by: string): Promise<{ tape: Tape; reading: Reading } | null> {
    const found = await this.db.readings.get(key).catch(() => undefined);
    return found?.by === by ? { tape: found.tape, reading: found.reading } : null;
  }

  /** Keeps one where there is room; a full disk is told where something is kept that cannot be read again. */
  async put(key: string, by: string, read: { tape: Tape; reading: Reading }): Promise<void> {
    const { readings } = this.db;
    await this.db
      .transaction('rw', readings, async () => {
        await readings.put({ key, by, at: Date.now(), ...read });
        await readings.where('by').notEqual(by).delete();
        const over = (await readings.count()) - MOST;
        if (over > 0) await readings.orderBy('at').limit(over).delete();
      })
      .catch(() => undefined);
  }
}
