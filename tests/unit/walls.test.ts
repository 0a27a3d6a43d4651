import { expect } from 'chai';
import { Linter } from 'eslint';
import svelte from 'eslint-plugin-svelte';
import { Worker } from 'node:worker_threads';
import * as z from 'zod';
import { limitsOf } from '$lib/core/base';
import { materialSchema } from '$lib/core/build';
import { gatherChecklist } from '$lib/core/cut';
import { isPlainJpeg, pictureType } from '$lib/core/picture';
import { planBuild } from '$lib/core/plan';
import { newWorkshop } from '$lib/core/workshop';
import { tailTab } from '$lib/demo';
import { Pool } from '$lib/server/jobs/pool';
import { isWriting, WriteQueue } from '$lib/ui/state/write-queue';
import eachKeyIsAnId from '../../scripts/lint/each-key-is-an-id.js';
import { example } from '../support/examples';
import { CAMERA, jpeg, REMARK } from '../support/picture';

describe('a queue of writes', () => {
  it('goes on after one that fails or throws at once, tells it to who asked, and keeps the order', async () => {
    const queue = new WriteQueue();
    const done: string[] = [];
    const write = (name: string, ms: number) => () =>
      new Promise<string>((resolve) => setTimeout(() => (done.push(name), resolve(name)), ms));
    const first = queue.add(write('first', 20));
    const failed = queue.add(() => Promise.reject(new Error('full')));
    const thrown = queue.add(() => {
      throw new TypeError('no target');
    });
    const last = queue.add(write('last', 0));
    expect(isWriting()).to.equal(true);
    const [a, b, c, d] = await Promise.allSettled([first, failed, thrown, last]);
    expect([a.status, b.status, c.status, d.status]).to.deep.equal([
      'fulfilled',
      'rejected',
      'rejected',
      'fulfilled',
    ]);
    expect(done).to.deep.equal(['first', 'last']);
    await queue.settled();
    expect(isWriting()).to.equal(false);
  });
});

describe('lists that are shown', () => {
  it('are keyed by ids or by their place: anything else does not pass', () => {
    const linter = new Linter();
    const config = [
      ...svelte.configs.base,
      {
        files: ['**/*.svelte'],
        plugins: { jolt: { rules: { 'each-key-is-an-id': eachKeyIsAnId } } },
        rules: { 'jolt/each-key-is-an-id': 'error' as const },
      },
    ] as Linter.Config[];
    const faults = (code: string) =>
      linter.verify(code, config, 'a.svelte').filter((m) => m.ruleId === 'jolt/each-key-is-an-id').length;
    for (const key of ['p.id', 'p.key', 'i', 'p.piece.id'])
      expect(faults(`{#each list as p, i (${key})}x{/each}`), key).to.equal(0);
    for (const fixed of ['KINDS', "['mm', 'inch']"])
      expect(faults(`{#each ${fixed} as kind (kind)}x{/each}`), fixed).to.equal(0);
    expect(faults('{#each [...told, ...stale] as line (line)}x{/each}')).to.equal(1);
    for (const key of ['p.name', 'p', 'p.name + p.id', 'p.at'])
      expect(faults(`{#each list as p, i (${key})}x{/each}`), key).to.equal(1);
  });

  it('of what must lie ready: two pieces of one name and size are two lines', () => {
    const { build, plan } = example(tailTab());
    const pieces = plan.cut.pieces.flatMap((p) => [p, { ...p, id: `${p.id}-2` }]);
    const twice = { ...plan, cut: { ...plan.cut, pieces } };
    const lines = gatherChecklist(build, twice, plan.cut.notions, 'mm');
    expect(new Set(lines.map((l) => l.id)).size).to.equal(lines.length);
    expect(lines.filter((l) => l.group === 'Pieces').length).to.equal(2 * plan.cut.pieces.length);
  });

  it('of steps: one put in twice under one id is told, not shown twice', () => {
    const { build, reading } = example(tailTab());
    const put = {
      kind: 'insert',
      stepId: 'own:1',
      before: null,
      title: 'Look',
      text: '',
      side: 'front',
      seconds: 5,
    } as const;
    const { score } = planBuild({ ...build, edits: [put, put] }, reading, newWorkshop());
    expect(score.steps.filter((s) => s.id === 'own:1')).to.have.length(1);
    expect(score.stale).to.deep.equal(['Step put in: a step of this id is in the score already.']);
  });
});

describe('pictures', () => {
  it('are known by their bytes; what is none is not shown', () => {
    expect(pictureType(jpeg())).to.equal('image/jpeg');
    expect(pictureType(Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10]))).to.equal('image/png');
    expect(pictureType(new TextEncoder().encode('RIFF1234WEBPVP8 '))).to.equal('image/webp');
    for (const text of ['<html>', '<svg onload="x">', 'GIF89a', '', 'RIFF1234WAVE'])
      expect(pictureType(new TextEncoder().encode(text)), text).to.equal(null);
  });
  it('a JPEG is plain when there is nothing beside the picture: no remark, no camera, nothing after its end', () => {
    expect(isPlainJpeg(jpeg())).to.equal(true);
    for (const [what, bytes] of Object.entries({
      remark: jpeg(REMARK),
      camera: jpeg(CAMERA),
      after: jpeg([], [0x3c]),
      cut: jpeg().slice(0, -2),
      empty: new Uint8Array(),
    }))
      expect(isPlainJpeg(bytes), what).to.equal(false);
  });
});

describe('what a field takes', () => {
  it('is what its schema lets in: whole figures or not, left out or not, at either end or at none', () => {
    expect(limitsOf(z.int().min(1).max(6))).to.deep.equal({ min: 1, max: 6 });
    expect(limitsOf(z.number().min(-2.5).max(0.5).optional())).to.deep.equal({ min: -2.5, max: 0.5 });
    expect(limitsOf(z.number().min(0))).to.deep.equal({ min: 0, max: Infinity });
    const { layers, marginMm } = materialSchema.shape;
    for (const schema of [layers, marginMm])
      for (const [edge, by] of [
        ['min', -1],
        ['max', 1],
      ] as const) {
        const at = limitsOf(schema)[edge];
        expect([schema.safeParse(at).success, schema.safeParse(at + by).success]).to.deep.equal([
          true,
          false,
        ]);
      }
  });
});

describe('the pool of workers', () => {
  /** A worker whose job is what it is told: to answer, to hang, to fill the memory, to fail. */
  const code = `
    const { parentPort } = require('node:worker_threads');
    parentPort.on('message', ({ input }) => {
      if (input.does === 'hang') for (;;);
      if (input.does === 'fill') { const all = []; for (;;) all.push(new Array(1e5).fill({})); }
      if (input.does === 'fail') parentPort.postMessage({ fault: 'planted' });
      else setTimeout(() => parentPort.postMessage({ value: input.does }), input.ms ?? 0);
    });`;
  let started = 0;
  const pool = (deadlineMs = 20_000, queue = 2) =>
    new Pool({ size: 1, queue, deadlineMs, memoryMb: 24 }, (memoryMb) => {
      started++;
      return new Worker(code, { eval: true, resourceLimits: { maxOldGenerationSizeMb: memoryMb } });
    });
  const ask = (p: Pool, does: string, ms = 0, left?: AbortSignal) =>
    p.run('reading', { does, ms } as never, left).then((r) => (r.ok ? (r.value as unknown) : r.problem.code));

  it('answers, refuses what no longer fits its queue, and answers again', async () => {
    const p = pool();
    const asked = ['a', 'b', 'c', 'd'].map((does) => ask(p, does, 20));
    expect(await Promise.all(asked)).to.deep.equal(['a', 'b', 'c', 'busy']);
    expect(await ask(p, 'e')).to.equal('e');
    p.close();
    expect(await ask(p, 'f')).to.equal('busy');
  });
  it('stops a job at its deadline, at its cap of memory, or when nobody waits for it; the next one has a fresh worker', async function () {
    this.timeout(120_000);
    // Long enough that a fresh worker starts in it on a busy machine.
    const p = pool(8000);
    expect(await ask(p, 'hang')).to.equal('took-too-long');
    expect(await ask(p, 'next')).to.equal('next');
    p.close();
    const q = pool();
    expect(await ask(q, 'fill')).to.equal('too-much-memory');
    expect(await ask(q, 'fail')).to.equal('fault');
    const before = started;
    const left = new AbortController();
    const hanging = ask(q, 'hang', 0, left.signal);
    const queued = new AbortController();
    const waiting = ask(q, 'never', 0, queued.signal);
    queued.abort();
    expect(await waiting).to.equal('stopped');
    left.abort();
    expect(await hanging).to.equal('stopped');
    expect(await ask(q, 'on')).to.equal('on');
    expect(started).to.equal(before + 1);
    q.close();
  });
});
