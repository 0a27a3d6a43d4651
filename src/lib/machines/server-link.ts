import { machineStateSchema, type MachineCommand, type MachineLoad } from '$lib/core/exchange';
import type { MachineLink, MachineState } from '$lib/core/machine';
import { fail, ok, type Result } from '$lib/core/problem';
import { writeTape, type Tape } from '$lib/core/tape';

const silent: Result<MachineState> = fail(
  'machine-silent',
  'The machine does not answer.',
  'The run is kept; go on by hand, or connect it again.',
);

/** The simulated machine on the server, over its own routes and Server-Sent Events. */
export class ServerMachine implements MachineLink {
  private readonly base: string;
  constructor(
    readonly name: string,
    private readonly options: Omit<MachineLoad, 'halts'> & { halts?: readonly number[] },
    base = '/api/machine',
  ) {
    this.base = `${base}/${name}`;
  }

  load(tape: Tape): Promise<Result<MachineState>> {
    const { halts, ...more } = this.options;
    const query = new URLSearchParams(Object.entries(more).map(([k, v]) => [k, String(v)]));
    if (halts?.length) query.set('halts', halts.join());
    return this.ask(`/load?${query}`, {
      method: 'POST',
      body: new Blob([writeTape(tape) as Uint8Array<ArrayBuffer>], { type: 'application/octet-stream' }),
    });
  }
  trace = () => this.say({ command: 'trace' });
  start = () => this.say({ command: 'start' });
  halt = () => this.say({ command: 'halt' });
  back = (stitches: number) => this.say({ command: 'back', stitches });
  jump = (block: number, stitch: number) => this.say({ command: 'jump', block, stitch });
  setSpeed = (speed: number) => this.say({ command: 'speed', speed });
  freshBobbin = () => this.say({ command: 'fresh-bobbin' });
  setRate = (rate: number) => this.say({ command: 'rate', rate });

  watch(onstate: (state: MachineState) => void, onlost: (lost: boolean) => void): () => void {
    const source = new EventSource(`${this.base}/events`);
    source.addEventListener('state', (event) => {
      const state = machineStateSchema.safeParse(parse(event.data)).data;
      if (!state) return;
      onlost(false);
      onstate(state);
    });
    source.addEventListener('gone', () => {
      source.close();
      onlost(true);
    });
    // The browser connects again by itself; until then nothing is known.
    source.addEventListener('error', () => onlost(true));
    return () => source.close();
  }
  async close(): Promise<void> {
    await fetch(this.base, { method: 'DELETE' }).catch(() => undefined);
  }

  private say = (command: MachineCommand) =>
    this.ask('/command', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(command),
    });
  private async ask(path: string, init: RequestInit): Promise<Result<MachineState>> {
    try {
      const response = await fetch(this.base + path, init);
      const body: unknown = await response.json();
      const state = machineStateSchema.safeParse(body).data;
      if (response.ok && state) return ok(state);
      const { error } = body as { error?: { code: string; message: string; next: string } };
      return error ? { ok: false, problem: error } : silent;
    } catch {
      return silent;
    }
  }
}
function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
