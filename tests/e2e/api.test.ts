import { expect } from 'chai';
import { execFileSync } from 'node:child_process';
import { request } from 'node:http';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import {
  arrangeAnswerSchema,
  bobbinsAnswerSchema,
  stopOrderAnswerSchema,
  layoutReportSchema,
  planReportSchema,
  priceAnswerSchema,
  scheduleAnswerSchema,
  readingReportSchema,
  tapeToCsv,
  toBase64,
} from '$lib/core/exchange';
import { readTape, tapeBlocks, tapeToRows, writeTape, type StitchRow } from '$lib/core/tape';
import { pouch, tailTab } from '$lib/demo';
import { PRICED } from '../support/priced-order';
import { startApp, type App } from '../support/app';

let app: App;
before(async () => (app = await startApp()));
after(() => app?.stop());

const post = (path: string, body: BodyInit, type = 'application/octet-stream') =>
  fetch(app.url + path, { method: 'POST', body, headers: { 'content-type': type } }).catch((error: Error) => {
    // Why is in its cause alone.
    throw new Error(`${path}: ${error.message}`, { cause: error.cause });
  });
const bytes = writeTape(pouch()) as Uint8Array<ArrayBuffer>;
const needle = (file: ArrayBuffer) => {
  const read = readTape(new Uint8Array(file));
  if (!read.ok) throw new Error(read.problem.message);
  return tapeToRows(read.value).filter((r) => r.kind !== 'jump');
};

/** One hooping of two steps on Petrel, and Una from 0 to 8 h. */
const day = (hooping: object, trimS = 900) =>
  JSON.stringify({
    heads: [{ id: 'Petrel' }],
    people: [{ id: 'Una', shifts: [{ fromS: 0, toS: 28_800 }] }],
    frames: [{ id: 'f', kind: 'square', count: 2 }],
    hoopings: [{ id: 'tabs', heads: null, setup: 'coral', steps: [{ id: 'sew', kind: 'needle', seconds: 600, atHead: true }, { id: 'trim', kind: 'hand', seconds: trimS, atHead: false }], ...hooping }], // prettier-ignore
    seconds: 0,
  });
describe('routes for scripts', () => {
  it('POST /api/reading answers as documented', async () => {
    const response = await post('/api/reading', bytes);
    expect(response.status).to.equal(200);
    const report = readingReportSchema.parse(await response.json());
    expect(report).to.include({ label: 'LINE WINDER', stops: 14 });
    expect(report.blocks[14].openings[0].side).to.equal('bottom');
  });

  it('POST /api/plan answers score, pieces, time, thread and checks, from the tape alone or with a build', async () => {
    const plan = async (body: unknown) => {
      const response = await post('/api/plan', JSON.stringify(body), 'application/json');
      expect(response.status).to.equal(200);
      return planReportSchema.parse(await response.json());
    };
    const tape = toBase64(bytes);
    const plain = await plan({ build: {}, tape });
    expect(plain.technique).to.equal('zip-pouch');
    expect(plain.score.filter((s) => s.kind === 'needle')).to.have.length(15);
    const total = plain.score.reduce((sum, s) => sum + s.seconds, 0);
    expect(total).to.be.closeTo(plain.time.itemSeconds, 0.01);
    expect(plain.pieces.find((p) => p.id === 'lining-back')).to.include({
      widthMm: 220,
      heightMm: 160,
      side: 'back',
      layFace: 'down',
      quantity: 1,
    });
    const removed = plain.score.find((s) => s.kind === 'hand' && s.action === 'open-zip')!;
    const told = await plan({
      build: {
        edits: [{ kind: 'remove', stepId: removed.id }],
        order: { quantity: 5, repeats: 1 },
        materials: { zip: { traits: ['metal'] } },
        silenced: { 'metal-zip': 'It is a coil, only shiny.' },
      },
      tape,
    });
    expect(told.checks.map((c) => [c.id, c.severity, c.silenced])).to.deep.equal([
      ['metal-zip', 'stop', 'It is a coil, only shiny.'],
      ['zip-closed', 'stop', null],
    ]);
    // Five good ones at 3 % spoiled: five are all good at 0.97^5 = 0.86 only, so six are loaded.
    expect(told.pieces.find((p) => p.id === 'back')?.quantity).to.equal(6);
    const typed = await plan({
      build: {
        typed: {
          stops: [
            { title: 'placement', role: 'placement', thread: 'white', seconds: 40, stitches: null },
            { title: 'border', role: 'cover', thread: 'navy', seconds: 300, stitches: null },
          ],
          widthMm: null,
          heightMm: null,
        },
      },
    });
    expect(typed.time.screenSeconds).to.equal(340);
  });

  it('POST /api/layout lays pieces out, says what is left over, and how few sheets there could be', async () => {
    const response = await post(
      '/api/layout',
      JSON.stringify({
        pieces: [
          { id: 'front', widthMm: 200, heightMm: 150, quantity: 4, mayTurn: false },
          { id: 'strap', widthMm: 100, heightMm: 600, quantity: 1, mayTurn: true },
        ],
        stock: [{ id: 'roll', widthMm: 500, heightMm: 400, quantity: 1 }],
        edgeToEdge: true,
        seconds: 0.2,
      }),
      'application/json',
    );
    expect(response.status).to.equal(200);
    const layout = layoutReportSchema.parse(await response.json());
    expect(layout.unplaced).to.deep.equal([{ pieceId: 'strap', quantity: 1 }]);
    expect(layout).to.include({ rollLengthMm: 300, lowerBoundSheets: 1, usedAreaMm2: 120_000 });
  });

  it('POST /api/arrange says how many fit, where, and what to type into the machine', async () => {
    const body = {
      field: { widthMm: 130, heightMm: 180 },
      insetMm: 5,
      gapMm: 2,
      shapes: [{ id: 'patch', outline: { diameterMm: 20 }, quantity: null }],
      seconds: 0.3,
    };
    const response = await post('/api/arrange', JSON.stringify(body), 'application/json');
    expect(response.status).to.equal(200);
    const answer = arrangeAnswerSchema.parse(await response.json());
    expect(answer).to.include({ count: 42, upperBound: 48, way: 'staggered' });
    expect(answer.grid!.across * answer.grid!.down).to.equal(42);
    const large = { ...body, shapes: [{ id: 'patch', outline: { diameterMm: 121 }, quantity: 3 }] };
    const none = arrangeAnswerSchema.parse(
      await (await post('/api/arrange', JSON.stringify(large), 'application/json')).json(),
    );
    expect([none.count, none.unplaced]).to.deep.equal([0, [{ shapeId: 'patch', quantity: 3 }]]);
    expect(none.because).to.match(/120 × 170 mm/);
  });

  it('POST /api/schedule says who does what when', async () => {
    const answered = await post(
      '/api/schedule',
      day({ dueS: 1200, frameKind: 'square' }),
      'application/json',
    );
    const plan = scheduleAnswerSchema.parse(await answered.json());
    expect(plan.tasks).to.deep.equal([
      { hoopingId: 'tabs', stepId: 'sew', headId: 'Petrel', personId: null, startS: 0, endS: 600 },
      { hoopingId: 'tabs', stepId: 'trim', headId: null, personId: 'Una', startS: 600, endS: 1500 },
    ]);
    expect([plan.finishS, plan.lateS, plan.bound.finishS, plan.spread]).to.deep.equal([
      1500,
      300,
      1500,
      null,
    ]);
  });
  it('POST /api/price answers in whole units that add up', async () => {
    const answered = await post('/api/price', JSON.stringify(PRICED), 'application/json');
    const price = priceAnswerSchema.parse(await answered.json());
    expect(price.unitPrice).to.equal(price.schools.byTime.unitPrice);
    expect(price.lines.reduce((sum, { cost }) => sum + cost, 0)).to.equal(price.totalPrice);
    expect(price.perThousandStitches).to.equal(null);
  });
  it('POST /api/stop-order has the fewest changes, and POST /api/bobbins the fewest bobbins', async () => {
    const blocks = [...'yryrb'].map((thread, i) => ({ id: `b${i}`, thread }));
    const asked = { blocks, before: [['b3', 'b4']], needles: 2 };
    const response = await post('/api/stop-order', JSON.stringify(asked), 'application/json');
    const { computeSeconds, ...found } = stopOrderAnswerSchema.parse(await response.json());
    expect(computeSeconds).to.be.at.least(0);
    expect(found).to.deep.include({ changes: 2, naive: 4, optimal: true, lowerBound: 2, rethreads: 1 });
    expect(found.needles?.map(({ needle }) => needle)).to.deep.equal([1, 2]);
    expect(found.order.indexOf('b3')).to.be.below(found.order.indexOf('b4'));
    const sewn = [
      { id: 'fill', bobbinM: 16, bobbin: 'white', mayJoin: true },
      { id: 'border', bobbinM: 6, bobbin: 'white', mayJoin: false },
    ];
    const wound = await post('/api/bobbins', JSON.stringify({ blocks: sewn, capacityM: { white: 22 }, keepM: 2 }), 'application/json'); // prettier-ignore
    const { swaps, ...plan } = bobbinsAnswerSchema.parse(await wound.json());
    expect(plan).to.deep.equal({ wind: [{ bobbin: 'white', count: 2 }], joins: [], possible: true });
    expect(swaps.map(({ beforeBlock }) => beforeBlock)).to.deep.equal(['border']);
  });

  it('POST /api/compose makes one tape of a hooping: every needle point at its place, a stop between blocks', async () => {
    const tape = tailTab();
    const body = {
      tapes: [{ id: 'tab', base64: toBase64(writeTape(tape)) }],
      placements: [
        { tapeId: 'tab', xMm: -30, yMm: 0, turnDeg: 180 },
        { tapeId: 'tab', xMm: 30.2, yMm: 5, turnDeg: 0, mirrored: true },
      ],
      order: 'block-by-block',
    };
    const response = await post('/api/compose', JSON.stringify(body), 'application/json');
    expect(response.headers.get('content-type')).to.equal('application/octet-stream');
    const made = needle(await response.arrayBuffer());
    const own = tapeToRows(tape);
    const points = (rows: StitchRow[], place = (r: StitchRow) => r) =>
      rows.filter((r) => r.kind === 'stitch').map((r) => `${place(r).x.toFixed(1)} ${place(r).y.toFixed(1)}`);
    const turned = points(own, (r) => ({ ...r, x: -30 - r.x, y: 0 - r.y }));
    const mirrored = points(own, (r) => ({ ...r, x: 30.2 - r.x, y: 5 + r.y }));
    const plain = (list: string[]) => list.map((p) => p.replaceAll('-0.0', '0.0')).sort();
    expect(plain(points(made))).to.deep.equal(plain([...turned, ...mirrored]));
    // One stop between blocks, for both items.
    expect(made.filter((r) => r.kind === 'stop').length).to.equal(tapeBlocks(tape).length - 1);
  });

  it('POST /api/tape gives needle points and stops back exactly, from JSON and from CSV', async () => {
    const tape = pouch();
    const json = await post(
      '/api/tape',
      JSON.stringify({ label: 'X', stitches: tapeToRows(tape) }),
      'application/json',
    );
    const csv = await post('/api/tape?label=X', tapeToCsv(tape), 'text/csv');
    const wanted = tapeToRows(tape).filter((r) => r.kind !== 'jump');
    expect(needle(await json.arrayBuffer())).to.deep.equal(wanted);
    expect(needle(await csv.arrayBuffer())).to.deep.equal(wanted);
  });

  it('refuses in one sentence, with what to do, and a fitting status', async () => {
    const cases: [string, BodyInit, string, number, string][] = [
      ['/api/reading', '', 'application/octet-stream', 422, 'empty-file'],
      ['/api/reading', '%PDF-1.7 hello', 'application/octet-stream', 422, 'not-a-tape'],
      ['/api/tape', '{"label":', 'application/json', 400, 'not-json'],
      [
        '/api/tape',
        '{"label":"x","stitches":[{"x":"a","y":0,"kind":"stitch"}]}',
        'application/json',
        422,
        'bad-stitch-list',
      ],
      ['/api/tape', 'x,y,kind\n1,2,hop\n', 'text/csv', 422, 'csv-line'],
      ['/api/plan', '{"build":{}', 'application/json', 400, 'not-json'],
      ['/api/plan', '{"build":{}}', 'application/json', 422, 'no-tape'],
      ['/api/plan', '{"build":{"order":{"quantity":0,"repeats":1}}}', 'application/json', 422, 'bad-body'],
      [
        '/api/layout',
        '{"pieces":[{"id":"a","widthMm":0,"heightMm":5,"quantity":1}],"stock":[]}',
        'application/json',
        422,
        'bad-body',
      ],
      ['/api/plan', '{"build":{},"tape":"%%%"}', 'application/json', 422, 'bad-base64'],
      [
        '/api/compose',
        '{"tapes":[{"id":"a","base64":"%%%"}],"placements":[{"tapeId":"a","xMm":0,"yMm":0}]}',
        'application/json',
        422,
        'bad-base64',
      ],
      [
        '/api/compose',
        JSON.stringify({
          tapes: [{ id: 'a', base64: toBase64(writeTape(tailTab())) }],
          placements: [{ tapeId: 'b', xMm: 0, yMm: 0 }],
        }),
        'application/json',
        422,
        'no-such-tape',
      ],
      [
        '/api/arrange',
        '{"field":{"widthMm":100,"heightMm":100},"shapes":[{"id":"a","quantity":1,"outline":[[0,0],[9,9],[9,0],[0,9]]}]}',
        'application/json',
        422,
        'crosses-itself',
      ],
      [
        '/api/arrange',
        '{"field":{"widthMm":100,"heightMm":100},"gapMm":-1,"shapes":[{"id":"a","quantity":1,"outline":{"diameterMm":9}}]}',
        'application/json',
        422,
        'bad-body',
      ],
    ];
    const orders = (before: string[][]) => JSON.stringify({ blocks: ['a', 'b'].map((id) => ({ id, thread: 'x' })), before }); // prettier-ignore
    const sewn = (bobbinM: number, capacityM: object) => JSON.stringify({ blocks: [{ id: 'a', bobbinM, bobbin: 'white', mayJoin: true }], capacityM, keepM: 2 }); // prettier-ignore
    cases.push(
      ['/api/stop-order', orders([['a', 'b'], ['b', 'a']]), 'application/json', 422, 'circular-order'], // prettier-ignore
      ['/api/stop-order', orders([['a', 'c']]), 'application/json', 422, 'unknown-block'],
      ['/api/stop-order', '{"blocks":[]}', 'application/json', 422, 'bad-body'],
      ['/api/schedule', day({ heads: ['Gannet'] }), 'application/json', 422, 'unknown-head'],
      ['/api/schedule', day({ heads: [] }), 'application/json', 422, 'no-head'],
      ['/api/schedule', day({ frameKind: 'round' }), 'application/json', 422, 'no-frame'],
      ['/api/schedule', day({}, 30_000), 'application/json', 422, 'no-shift'],
      ['/api/schedule', day({ releaseS: 28_000 }), 'application/json', 422, 'no-room'],
      ['/api/schedule', '{"heads":[],"people":[],"hoopings":[]}', 'application/json', 422, 'bad-body'],
      ['/api/price', JSON.stringify({ ...PRICED, loads: 9 }), 'application/json', 422, 'bad-body'],
      ['/api/price', JSON.stringify({ ...PRICED, margin: 1 }), 'application/json', 422, 'bad-body'],
      ['/api/price', JSON.stringify({ ...PRICED, machineRate: 1e9, machineSeconds: 1e8, quantity: 1e6, loads: 1e6, margin: 0.999 }), 'application/json', 422, 'too-dear'], // prettier-ignore
      ['/api/bobbins', sewn(0, { white: 20 }), 'application/json', 422, 'no-length'],
      ['/api/bobbins', sewn(5, { coral: 20 }), 'application/json', 422, 'no-bobbin'],
      ['/api/bobbins', sewn(5, { white: 2 }), 'application/json', 422, 'empty-bobbin'],
    );
    for (const [path, body, type, status, code] of cases) {
      const response = await post(path, body, type);
      const { error } = await response.json();
      expect([response.status, error.code], code).to.deep.equal([status, code]);
      expect(error.message).to.match(/\.$/);
      expect(error.next).to.match(/\.$/);
    }
  });

  it('takes bodies far over the framework’s half megabyte, and refuses more than 64 MiB', async () => {
    const long = new Uint8Array(900_000).fill(3);
    long.set(bytes.subarray(0, 512));
    expect((await post('/api/reading', long)).status).to.equal(200);
    const huge = await post('/api/reading', new Uint8Array(64 * 1024 * 1024 + 10));
    expect(huge.status).to.equal(413);
    expect((await huge.json()).error.code).to.equal('too-large');
  });

  it('answers only to its own names, and lets no other site change anything', async () => {
    const ask = (headers: Record<string, string>, method = 'GET', path = '/api/machine') =>
      new Promise<{ status: number; code: string; policy: unknown }>((resolve, reject) => {
        const sent = request(app.url + path, { method, headers }, (answer) => {
          let text = '';
          answer.on('data', (part) => (text += part));
          answer.on('end', () =>
            resolve({
              status: answer.statusCode ?? 0,
              code: text.startsWith('{"error') ? JSON.parse(text).error.code : '',
              policy: answer.headers['cross-origin-resource-policy'],
            }),
          );
        });
        sent.on('error', reject).end();
      });
    const { host, port } = new URL(app.url);
    expect(await ask({ host: 'a-kite.example' })).to.deep.equal({
      status: 421,
      code: 'wrong-host',
      policy: 'same-origin',
    });
    expect((await ask({ host: `a-kite.example:${port}` }, 'GET', '/')).status).to.equal(421);
    for (const own of [host, `127.0.0.1:${port}`]) expect((await ask({ host: own })).status).to.equal(200);
    for (const site of ['cross-site', 'same-site'])
      expect(await ask({ 'sec-fetch-site': site }, 'DELETE', '/api/machine/x')).to.include({
        status: 403,
        code: 'other-site',
      });
    // Reading is not changing; scripts send no such header, and our own page says same-origin.
    expect((await ask({ 'sec-fetch-site': 'cross-site' })).status).to.equal(200);
    for (const more of [{}, { 'sec-fetch-site': 'same-origin' }] as Record<string, string>[])
      expect((await ask(more, 'DELETE', '/api/machine/x')).code).to.equal('no-head');
  });

  it('refuses a body that is too long in its own words though it came without a length, and holds no stream for a HEAD', async () => {
    // A byte more than it takes, and no more: whatever it left unread would close the line before its answer is heard.
    const [status, said] = await new Promise<[number | undefined, string]>((resolve, reject) => {
      const sending = request(`${app.url}/api/reading`, {
        method: 'POST',
        headers: { 'content-type': 'application/octet-stream' },
      });
      sending
        .on('error', reject)
        .on('response', (r) => void text(r).then((all) => resolve([r.statusCode, all]), reject));
      for (let mb = 0; mb < 64; mb++) sending.write(new Uint8Array(1024 * 1024));
      sending.write('!');
    });
    expect([status, JSON.parse(said).error.code]).to.deep.equal([413, 'too-large']);
    const bare = await fetch(`${app.url}/api/reading`, { method: 'POST', body: new Blob([bytes]) });
    expect([bare.status, (await bare.json()).error.code]).to.deep.equal([415, 'no-content-type']);
    await post('/api/machine/still/load', bytes);
    const head = await fetch(`${app.url}/api/machine/still/events`, { method: 'HEAD' });
    expect([head.status, head.headers.get('content-type')]).to.deep.equal([200, 'text/event-stream']);
    expect((await fetch(`${app.url}/api/machine/nobody/events`, { method: 'HEAD' })).status).to.equal(404);
  });

  it('refuses with 503 and when to ask again what is more than it can take; pages and halts are answered all the while', async () => {
    const layout = JSON.stringify({
      pieces: [{ id: 'a', widthMm: 210, heightMm: 150, quantity: 900 }],
      stock: [{ id: 'b', widthMm: 1100, heightMm: 90_000, quantity: 1 }],
      seconds: 1,
    });
    const many = Array.from({ length: 24 }, () => post('/api/layout', layout, 'application/json'));
    const halted = await fetch(`${app.url}/api/machine/nobody/command`, {
      method: 'POST',
      body: '{"command":"halt"}',
      headers: { 'content-type': 'application/json' },
    });
    expect([halted.status, (await fetch(app.url)).status]).to.deep.equal([404, 200]);
    const answers = await Promise.all(many);
    const refused = answers.filter((a) => a.status === 503);
    expect(refused.every((a) => Number(a.headers.get('retry-after')) > 0)).to.equal(true);
    const codes = await Promise.all(refused.map(async (a) => (await a.json()).error.code as string));
    expect(codes.filter((code) => code === 'busy').length).to.be.within(1, 10);
    // On a machine that has more to do than this, one that was let in may be stopped.
    expect(codes.filter((code) => code !== 'busy' && code !== 'took-too-long')).to.deep.equal([]);
    expect(answers.filter((a) => a.status === 200).length).to.equal(24 - refused.length);
  });

  it('does what docs/api.md says: its curl lines run', () => {
    const folder = mkdtempSync(join(tmpdir(), 'jolt-api-'));
    writeFileSync(join(folder, 'pouch.dst'), bytes);
    writeFileSync(join(folder, 'stitches.csv'), tapeToCsv(pouch()));
    writeFileSync(join(folder, 'plan.json'), JSON.stringify({ build: {}, tape: toBase64(bytes) }));
    const tapes = [{ id: 'pouch', base64: toBase64(bytes) }];
    const placements = [{ tapeId: 'pouch', xMm: 0, yMm: 0 }];
    writeFileSync(join(folder, 'hooping.json'), JSON.stringify({ tapes, placements }));
    const lines = [...readFileSync('docs/api.md', 'utf8').matchAll(/^curl (?:[^\n]*\\\n)*[^\n]*/gm)].map(
      (m) => m[0],
    );
    expect(lines.length).to.be.at.least(5);
    for (const line of lines) {
      const output = execFileSync('sh', ['-ec', line.replaceAll('http://localhost:4173', app.url)], {
        cwd: folder,
        stdio: ['ignore', 'pipe', 'ignore'],
      });
      if (line.includes('-o '))
        expect(readFileSync(join(folder, /-o (\S+)/.exec(line)![1])).length).to.be.above(512);
      else
        expect(JSON.parse(String(output))).to.have.any.keys(
          'blocks',
          'score',
          'sheets',
          'placements',
          'order',
          'wind',
          'tasks',
          'schools',
        );
    }
    rmSync(folder, { recursive: true });
  });
});
