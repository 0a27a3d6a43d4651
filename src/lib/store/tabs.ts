import * as z from 'zod';

/** More changes than this at once, as of a restore, are told as one: look at everything anew. */
const MOST_PATHS = 200;
const messageSchema = z.object({ paths: z.array(z.string().max(400)).max(MOST_PATHS).nullable() });

/** What another tab of this browser has stored, as paths (see changes.ts); null: so much that all is to be read anew. */
type Listener = (paths: readonly string[] | null) => void;

/** Tabs of one browser tell each other what they have stored. */
export class Tabs {
  private readonly channel: BroadcastChannel | null;
  /** @param name of the database; tabs of another one are not heard */
  constructor(name: string) {
    // Outside a page nobody listens, and an open channel would keep the process alive.
    this.channel = 'window' in globalThis ? new BroadcastChannel(name) : null;
  }
  tell(paths: ReadonlySet<string>): void {
    this.channel?.postMessage({ paths: paths.size > MOST_PATHS ? null : [...paths] });
  }
  listen(listener: Listener): void {
    this.channel?.addEventListener('message', (event) => {
      const message = messageSchema.safeParse(event.data).data;
      if (message) listener(message.paths);
    });
  }
}
