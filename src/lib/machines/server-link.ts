import { EventSourceParserStream } from 'eventsource-parser/stream';
import {
  HEARTBEAT_MS,
  machineStateSchema,
  OWNER_HEADER,
  type MachineCommand,
  type MachineLoad,
} from '$lib/core/exchange';
import type { MachineLine, MachineLink, MachineState } from '$lib/core/machine';
import { fail, ok, type Result } from '$lib/core/base';
import { tapeIdOf, writeTape, type Tape } from '$lib/core/tape';

/** A command that is not answered in this time may or may not have been obeyed, ms. */
const COMMAND_MS = 2000;
/** Loading carries a whole tape, ms. */
const LOAD_MS = 30_000;
/** So many heartbeats missed, and the machine counts as silent. */
const MISSED = 3;
/** Before it is looked for again, ms. */
const AGAIN_MS = 1000;

const silent: Result<MachineState> = fail(
  'machine-silent',
  'The machine does not answer; whether it obeyed is not known.',
  'Stop it at the machine itself: the real stop is there. The run is kept; go on by hand, or wait until it is heard of again.',
);

/** The simulated machine on the server, over its own routes and Server-Sent Events. */
export class ServerMachine implements MachineLink {
  private readonly base: string;
  /** of what was loaded last: another one on the head is not ours */
  tapeId = '';
  /** @param token says to the server whose head it is */
  constructor(
    readonly name: string,
    private readonly token: string,
    private readonly options: Omit<MachineLoad, 'halts'> & { halts?: readonly number[] },
    base = '/api/machine',
  ) {
    this.base = `${base}/${name}`;
  }

  load(tape: Tape): Promise<Result<MachineState>> {
    const { halts, ...more } = this.options;
    const query = new URLSearchParams(Object.entries(more).map(([k, v]) => [k, String(v)]));
    if (halts?.length) query.set('halts', halts.join());
    const bytes = writeTape(tape);
    this.tapeId = tapeIdOf(bytes);
    return this.ask(`/load?${query}`, 'application/octet-stream', new Blob([bytes]), LOAD_MS);
  }
  trace = () => this.say({ command: 'trace' });
  start = () => this.say({ command: 'start' });
  halt = () => this.say({ command: 'halt' });
  back = (stitches: number) => this.say({ command: 'back', stitches });
  jump = (block: number, stitch: number) => this.say({ command: 'jump', block, stitch });
  setSpeed = (speed: number) => this.say({ command: 'speed', speed });
  freshBobbin = () => this.say({ command: 'fresh-bobbin' });
  setRate = (rate: number) => this.say({ command: 'rate', rate });

  watch(onstate: (state: MachineState) => void, online: (line: MachineLine) => void): () => void {
    const end = new AbortController();
    void this.listen(onstate, online, end.signal);
    return () => end.abort();
  }
  /** Listens until it is ended, and comes back whenever the line is lost. */
  private async listen(
    onstate: (state: MachineState) => void,
    online: (line: MachineLine) => void,
    end: AbortSignal,
  ): Promise<void> {
    while (!end.aborted) {
      const line = await this.hear(onstate, online, end).catch(() => 'silent' as const);
      if (end.aborted) return;
      online(line);
      await new Promise((next) => setTimeout(next, AGAIN_MS));
    }
  }
  /** One line, until it breaks. @returns what is known then */
  private async hear(
    onstate: (state: MachineState) => void,
    online: (line: MachineLine) => void,
    end: AbortSignal,
  ): Promise<MachineLine> {
    const lost = new AbortController();
    let timer = setTimeout(() => lost.abort(), COMMAND_MS);
    try {
      const signal = AbortSignal.any([end, lost.signal]);
      const response = await fetch(`${this.base}/events`, {
        headers: { [OWNER_HEADER]: this.token },
        signal,
      });
      if (response.status === 404) return 'gone';
      if (!response.ok || !response.body) return 'silent';
      const events = response.body
        .pipeThrough(new TextDecoderStream())
        .pipeThrough(new EventSourceParserStream());
      const reader = events.getReader();
      for (;;) {
        clearTimeout(timer);
        timer = setTimeout(() => lost.abort(), MISSED * HEARTBEAT_MS);
        const { value, done } = await reader.read();
        if (done) return 'silent';
        if (value.event === 'gone') return 'gone';
        online('here');
        const state = value.event === 'state' && machineStateSchema.safeParse(parse(value.data)).data;
        if (state) onstate(state);
      }
    } finally {
      clearTimeout(timer);
      lost.abort();
    }
  }
  async close(): Promise<void> {
    await fetch(this.base, { method: 'DELETE', headers: { [OWNER_HEADER]: this.token } }).catch(
      () => undefined,
    );
  }

  private say = (command: MachineCommand) =>
    this.ask('/command', 'application/json', JSON.stringify(command), COMMAND_MS);
  private async ask(
    path: string,
    type: string,
    body: BodyInit,
    patienceMs: number,
  ): Promise<Result<MachineState>> {
    try {
      const response = await fetch(this.base + path, {
        method: 'POST',
        body,
        headers: { 'content-type': type, [OWNER_HEADER]: this.token },
        signal: AbortSignal.timeout(patienceMs),
      });
      const answer: unknown = await response.json();
      const state = machineStateSchema.safeParse(answer).data;
      if (response.ok && state) return ok(state);
      const { error } = answer as { error?: { code: string; message: string; next: string } };
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
