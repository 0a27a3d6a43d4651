import { expect } from 'chai';
import fc from 'fast-check';
import type * as z from 'zod';
import {
  arrangeRequestSchema,
  bobbinsRequestSchema,
  composeRequestSchema,
  layoutRequestSchema,
  machineCommandSchema,
  outlineRequestSchema,
  planRequestSchema,
  priceRequestSchema,
  scheduleRequestSchema,
  stitchListSchema,
  stopOrderRequestSchema,
  toBase64,
} from '$lib/core/exchange';
import { writeTape } from '$lib/core/tape';
import { crewPatch, pouch, tailTab } from '$lib/demo';
import { startApp, type App } from '../support/app';
import { arbitraryOf } from '../support/arbitrary';

/** Bodies for each route; FUZZ=5000 tries harder. */
const RUNS = Number(process.env.FUZZ ?? 120);
/** An answer that takes longer than this hangs, whatever else the machine is doing, ms. */
const HANGS = 300_000;

let app: App;
// What takes long on a busy machine is not given up sooner by the server.
before(async () => (app = await startApp({ env: { JOLT_DEADLINE_MS: String(2 * HANGS) } })));
after(() => app?.stop());

/** The status of an answer; an error must have its shape. */
async function send(path: string, body: BodyInit, type: string, method = 'POST'): Promise<number> {
  const headers = { 'content-type': type, 'x-head-token': 'fuzz' };
  const response = await fetch(app.url + path, { method, headers, body, signal: AbortSignal.timeout(HANGS) });
  const text = await response.text();
  if (response.status >= 500) throw new Error(`${response.status} ${text.slice(0, 300)}`);
  if (response.status >= 400) expect(JSON.parse(text).error).to.include.keys('code', 'message', 'next');
  return response.status;
}
/** Sends what fits a schema, and counts how much of it was done. */
async function fuzz(path: string, values: fc.Arbitrary<unknown>, runs = RUNS): Promise<number> {
  let done = 0;
  await fc.assert(
    fc.asyncProperty(values, async (value) => {
      if ((await send(path, JSON.stringify(value) ?? 'null', 'application/json')) === 200) done++;
    }),
    // The body as it was found: to look for a smaller one takes as long again for each that hangs.
    { numRuns: runs, endOnFailure: true, includeErrorInReport: true },
  );
  return done;
}
const tapes = fc.constantFrom(...[pouch(), tailTab(), crewPatch()].map((t) => toBase64(writeTape(t))));
const asJson = (schema: z.ZodType) => arbitraryOf(schema);

describe('routes under bodies made from their schemas', function () {
  this.timeout(20 * HANGS);

  it('POST /api/plan: never a 5xx, never without an answer', async () => {
    const bodies = fc.tuple(asJson(planRequestSchema), fc.option(tapes, { nil: undefined }), fc.boolean());
    const asked = bodies.map(([body, tape, untyped]) => {
      const { build = {}, ...more } = body as { build?: Record<string, unknown> };
      // Typed stops stand in for a tape: half of the bodies are read from one.
      return { ...more, build: untyped ? { ...build, typed: undefined } : build, tape };
    });
    expect(await fuzz('/api/plan', asked)).to.be.above(RUNS / 20);
  });

  it('POST /api/layout', async () => {
    const quick = asJson(layoutRequestSchema).map((body) => ({ ...(body as object), seconds: 0 }));
    // Found by chance once: thousands alike on one long strip were each weighed against each other.
    const [small, thin] = [{ widthMm: 0.179, heightMm: 0.1, quantity: 4410 }, { widthMm: 0.207, heightMm: 477, quantity: 580 }]; // prettier-ignore
    const strip = {
      pieces: [small, thin].map((p, k) => ({ ...p, id: `p${k}`, mayTurn: false })),
      stock: [{ id: 's', widthMm: 1, heightMm: 3923, quantity: 1 }],
      edgeToEdge: true,
      seconds: 0,
    };
    expect(await send('/api/layout', JSON.stringify(strip), 'application/json')).to.equal(200);
    expect(await fuzz('/api/layout', quick, RUNS / 2)).to.be.above(RUNS / 8);
  });

  it('POST /api/arrange', async () => {
    const quick = asJson(arrangeRequestSchema).map((body) => ({ ...(body as object), seconds: 0 }));
    // Found by chance once: a row of what is hardly wider than nothing had no end.
    const sliver = {
      field: { widthMm: 0.1, heightMm: 2999.999999001 },
      shapes: [{ id: ' ', outline: [[1e-9, 0], [-3000, 0.0005], [-3000, 5e-324]], quantity: 1, mayTurn: 'any' }], // prettier-ignore
      seconds: 0,
    };
    // Another time: hundreds of several kinds were each laid among all the others before anybody looked at the clock.
    const crowd = {
      field: { widthMm: 233, heightMm: 3000 },
      shapes: [
        { id: 'round', outline: { diameterMm: 8.7 }, quantity: 194, mayTurn: 'any' },
        { id: 'sliver', outline: { widthMm: 0.25, heightMm: 0.8 }, quantity: 1, mayTurn: 'any' },
      ],
      gapMm: 5e-324,
      seconds: 0,
    };
    for (const body of [sliver, crowd])
      expect(await send('/api/arrange', JSON.stringify(body), 'application/json')).to.equal(200);
    expect(await fuzz('/api/arrange', quick, RUNS / 2)).to.be.above(0);
  });

  it('POST /api/outline', async () => {
    const bodies = fc.tuple(asJson(outlineRequestSchema), tapes).map(([body, base64]) => {
      const { shape, around, ...rest } = body as { shape: { kind: string }; around?: object };
      return {
        ...rest,
        shape: shape.kind === 'tape' ? { ...shape, base64 } : shape,
        ...(around ? { around: { ...around, base64 } } : {}),
      };
    });
    expect(await fuzz('/api/outline', bodies)).to.be.above(0);
  });
  it('POST /api/compose', async () => {
    // A tape that can be read, under whatever names and at whatever places.
    const bodies = fc.tuple(asJson(composeRequestSchema), tapes).map(([body, base64]) => {
      const asked = body as { tapes: { id: string }[]; placements: object[] };
      const sent = asked.tapes.map((tape) => ({ ...tape, base64 }));
      const placements = asked.placements.map((p, n) => ({ ...p, tapeId: sent[n % sent.length].id }));
      return { ...asked, tapes: sent, placements, threads: {} };
    });
    expect(await fuzz('/api/compose', bodies, RUNS / 2)).to.be.above(0);
  });

  it('POST /api/stop-order and /api/bobbins', async () => {
    // Pairs and colours of what is there, whatever else is sent.
    const orders = asJson(stopOrderRequestSchema).map((body) => {
      const asked = body as { blocks: { id: string }[]; before?: unknown[] };
      const before = (asked.before ?? []).slice(0, 50).map((_, n) => [asked.blocks[n % asked.blocks.length].id, asked.blocks[(2 * n + 1) % asked.blocks.length].id]); // prettier-ignore
      return { ...asked, before };
    });
    expect(await fuzz('/api/stop-order', orders, RUNS / 4)).to.be.above(0);
    const bobbins = asJson(bobbinsRequestSchema).map((body) => {
      const asked = body as { blocks: { bobbin: string }[] };
      return {
        ...asked,
        capacityM: Object.fromEntries(asked.blocks.map(({ bobbin }, n) => [bobbin, n + 1])),
      };
    });
    expect(await fuzz('/api/bobbins', bobbins, RUNS / 2)).to.be.above(0);
  });

  it('POST /api/schedule', async () => {
    // Heads that are there, and shifts that hold something, whatever else is sent.
    const bodies = asJson(scheduleRequestSchema).map((body) => {
      const asked = body as { heads: { id: string }[]; hoopings: { steps: { seconds: number }[] }[] };
      const hoopings = asked.hoopings.map((h) => ({
        ...h,
        heads: asked.heads.map(({ id }) => id),
        steps: h.steps.map((s) => ({ ...s, seconds: s.seconds % 1000 })),
      }));
      const people = [{ id: 'Una', shifts: [{ fromS: 0, toS: 100_000_000 }] }];
      return {
        ...asked,
        heads: asked.heads.map(({ id }) => ({ id })),
        people,
        hoopings,
        frames: null,
        seconds: 0,
      };
    });
    expect(await fuzz('/api/schedule', bodies, RUNS / 2)).to.be.above(0);
  });
  it('POST /api/price', async () => {
    const prices = asJson(priceRequestSchema).map((body) => {
      const asked = body as { quantity: number; loads: number };
      return { ...asked, loads: Math.max(asked.loads, asked.quantity) };
    });
    expect(await fuzz('/api/price', prices, RUNS / 2)).to.be.above(0);
  });

  it('POST /api/tape, as JSON and as CSV', async () => {
    expect(await fuzz('/api/tape', asJson(stitchListSchema))).to.be.above(RUNS / 4);
    const cell = fc.oneof(
      fc.double().map(String),
      fc.constantFrom('', 'stitch', 'stop', '"', '1e309', '0x1F', '__proto__'),
    );
    const csv = fc.array(
      fc.array(cell, { maxLength: 4 }).map((cells) => cells.join(',')),
      { maxLength: 8 },
    );
    await fc.assert(
      fc.asyncProperty(
        csv,
        async (lines) => void (await send('/api/tape', ['x,y,kind', ...lines].join('\n'), 'text/csv')),
      ),
      { numRuns: RUNS },
    );
  });

  it('POST /api/reading, on damaged tapes and on any bytes', async () => {
    const good = writeTape(tailTab());
    const damaged = fc
      .array(fc.tuple(fc.nat(good.length - 1), fc.nat(255)), { maxLength: 40 })
      .map((changes) => {
        const bytes = good.slice();
        for (const [at, byte] of changes) bytes[at] = byte;
        return bytes;
      });
    const bytes = fc.oneof(damaged, fc.uint8Array({ maxLength: 2000 }));
    await fc.assert(
      fc.asyncProperty(
        bytes,
        async (b) =>
          void (await send('/api/reading', b as Uint8Array<ArrayBuffer>, 'application/octet-stream')),
      ),
      { numRuns: RUNS },
    );
  });

  it('a simulated head: its loading and its commands', async () => {
    const tape = writeTape(tailTab()) as Uint8Array<ArrayBuffer>;
    const query = fc.record(
      {
        seed: fc.oneof(fc.nat(), fc.constantFrom('-1', 'x', '1e99')),
        rate: fc.oneof(fc.double(), fc.constantFrom('', '0', 'Infinity')),
        halts: fc.constantFrom('', '1,2', ',', '99999', '1,1,1'),
        breaks: fc.oneof(fc.nat(2000), fc.constant('NaN')),
      },
      { requiredKeys: [] },
    );
    await fc.assert(
      fc.asyncProperty(query, async (q) => {
        const search = new URLSearchParams(Object.entries(q).map(([k, v]) => [k, String(v)]));
        await send(`/api/machine/fuzzed/load?${search}`, tape, 'application/octet-stream');
      }),
      { numRuns: RUNS / 2 },
    );
    await send('/api/machine/fuzzed/load', tape, 'application/octet-stream');
    await fuzz('/api/machine/fuzzed/command', asJson(machineCommandSchema), 2 * RUNS);
  });

  it('any JSON at all is refused in words, not in a fault', async () => {
    for (const path of ['/api/plan', '/api/layout', '/api/tape', '/api/machine/fuzzed/command'])
      await fuzz(path, fc.jsonValue(), RUNS / 4);
  });
});
