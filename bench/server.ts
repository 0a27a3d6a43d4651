// The built server under load: what waits for what. Run by itself: npx tsx bench/server.ts
import { readFileSync } from 'node:fs';
import { toBase64, tapeToCsv } from '$lib/core/exchange';
import { rowsToTape, writeTape } from '$lib/core/tape';
import { pouch } from '$lib/demo';
import { startApp } from '../tests/support/app';

const HEAVY = 8;
const ASKED = 60;
const MIB = 1024 * 1024;
const token = { 'x-head-token': 'bench' };

/** A square field sewn in rows: as many records as are wanted, none of them alike. */
const field = (records: number) =>
  rowsToTape(
    'FIELD',
    Array.from({ length: records }, (_, i) => ({
      x: (i % 200) * 1.9 - 190,
      y: Math.floor(i / 200) * 0.4 - 500,
      kind: 'stitch' as const,
    })),
  );

const post = (url: string, body: BodyInit, type: string) =>
  fetch(url, { method: 'POST', body, headers: { 'content-type': type, ...token } });
const timed = async (ask: () => Promise<Response>) => {
  const from = performance.now();
  const answer = await ask();
  await answer.arrayBuffer();
  return performance.now() - from;
};
const share = (all: number[], p: number) => all.toSorted((a, b) => a - b)[Math.floor(p * (all.length - 1))];
const told = (name: string, all: number[]) =>
  console.log(
    `  ${name}: median ${share(all, 0.5).toFixed(0)} ms, 95 % ${share(all, 0.95).toFixed(0)} ms, worst ${share(all, 1).toFixed(0)} ms`,
  );

const records = Math.floor((48 * MIB) / 21);
const csv = tapeToCsv(field(records));
const app = await startApp({ demo: false });
const layout = JSON.stringify({
  pieces: [
    { id: 'a', widthMm: 210, heightMm: 150, quantity: 400 },
    { id: 'b', widthMm: 90, heightMm: 70, quantity: 600 },
  ],
  stock: [{ id: 'bolt', widthMm: 1100, heightMm: 90_000, quantity: 1 }],
  seconds: 5,
});
const plan = JSON.stringify({
  build: { order: { quantity: 100_000, repeats: 1 } },
  tape: toBase64(writeTape(pouch())),
});
const long = writeTape(field(1_000_000)) as Uint8Array<ArrayBuffer>;
const kinds: [string, () => Promise<Response>][] = [
  ['layout of 1,000 pieces, 5 s', () => post(`${app.url}/api/layout`, layout, 'application/json')],
  ['reading of 1 M records', () => post(`${app.url}/api/reading`, long, 'application/octet-stream')],
  ['plan of an order of 100,000', () => post(`${app.url}/api/plan`, plan, 'application/json')],
];
await post(
  `${app.url}/api/machine/bench/load`,
  writeTape(pouch()) as Uint8Array<ArrayBuffer>,
  'application/octet-stream',
);
for (const [name, heavy] of kinds) {
  let over = false;
  const all = Promise.all(Array.from({ length: HEAVY }, () => timed(heavy))).finally(() => (over = true));
  const pages: number[] = [];
  const halts: number[] = [];
  while (!over || pages.length < ASKED) {
    pages.push(await timed(() => fetch(app.url)));
    halts.push(
      await timed(() =>
        post(`${app.url}/api/machine/bench/command`, '{"command":"halt"}', 'application/json'),
      ),
    );
    await new Promise((next) => setTimeout(next, 20));
  }
  console.log(
    `${HEAVY} × ${name}: ${((await all).reduce((a, b) => Math.max(a, b)) / 1000).toFixed(1)} s in all`,
  );
  told('GET /', pages);
  told('halt', halts);
}
{
  const ms = await timed(() => post(`${app.url}/api/tape`, csv, 'text/csv'));
  const status = readFileSync(`/proc/${app.pid}/status`, 'utf8');
  console.log(
    `CSV of ${(csv.length / MIB).toFixed(0)} MiB, ${records} lines: ${(ms / 1000).toFixed(1)} s, server at most ${(Number(/VmHWM:\s+(\d+)/.exec(status)?.[1]) / 1024).toFixed(0)} MB so far`,
  );
}
{
  void post(`${app.url}/api/layout`, layout, 'application/json').catch(() => undefined);
  const events = await fetch(`${app.url}/api/machine/bench/events`);
  await new Promise((next) => setTimeout(next, 200));
  const from = performance.now();
  await app.stop();
  console.log(`SIGTERM, with a layout and an event stream open: ${(performance.now() - from).toFixed(0)} ms`);
  await events.body?.cancel().catch(() => undefined);
}
