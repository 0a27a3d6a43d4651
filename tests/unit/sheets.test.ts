import { expect } from 'chai';
import fc from 'fast-check';
import { zipSync, strToU8 } from 'fflate';
import { readBundle, readSheetLines, stopsOf } from '$lib/core/exchange';
import { planBuild, proposeTyped } from '$lib/core/plan';
import { densityMap, denseSpots, typedReading } from '$lib/core/reading';
import { planThread } from '$lib/core/thread';
import { closePath, rectangle, run, satin, tatami, TapeMaker } from '$lib/core/outline';
import { writeTape } from '$lib/core/tape';
import { newWorkshop } from '$lib/core/workshop';
import { pouch, tailTab } from '$lib/demo';
import { example, readAs, workshopWith } from '../support/examples';

const stops = (text: string) => stopsOf(readSheetLines(text));

describe('stops typed from a sheet', () => {
  it('gives the same score as a tape, with the times of the screen, and pieces once a size is known', () => {
    const typed = stops(
      '1 placement slate 0:40\n2 tack-down slate 0:30\n3 design white 4:00\n4 final line navy 1:10',
    );
    const given = { id: 'b', tapeId: 'typed', fileName: 'tab', now: '2026-05-01T08:00:00.000Z' };
    const shop = newWorkshop();
    for (const size of [null, 50]) {
      const build = {
        ...proposeTyped({ stops: typed, widthMm: size, heightMm: size && 70 }, shop, given),
        technique: 'felt-tab',
      };
      const reading = typedReading(typed, size ? { width: 50, height: 70 } : null, 600);
      const plan = planBuild(build, reading, shop);
      expect(plan.time.item.screenSeconds).to.equal(40 + 30 + 240 + 70);
      expect(plan.score.steps.filter((s) => s.kind === 'needle').map((s) => s.title)).to.deep.equal([
        'placement',
        'tack-down',
        'design',
        'final line',
      ]);
      expect(plan.score.steps.some((s) => s.kind === 'hand' && s.action === 'flip-hoop')).to.equal(true);
      const front = plan.cut.pieces.find((p) => p.id === 'front');
      if (size) expect(front?.width.cutMm).to.equal(75);
      else expect(front).to.equal(undefined);
    }
  });
});

describe('a ZIP bundle', () => {
  const tape = writeTape(tailTab());
  it('gives its tapes in order, its sheets, and the names of the rest', () => {
    const zip = zipSync({
      'set/tab-10.dst': tape,
      'set/tab-2.DST': tape,
      'set/steps.pdf': strToU8('%PDF'),
      'set/.hidden.dst': tape,
      'set/run.exe': strToU8('x'),
    });
    const bundle = readBundle(zip);
    if (!bundle.ok) throw new Error(bundle.problem.message);
    expect(bundle.value.tapes.map((t) => t.name)).to.deep.equal(['tab-2.DST', 'tab-10.dst']);
    expect(bundle.value.tapes[0].bytes).to.deep.equal(tape);
    expect(bundle.value.documents.map((d) => d.name)).to.deep.equal(['steps.pdf']);
    expect(bundle.value.others).to.deep.equal(['run.exe']);
  });
  it('tells two tapes of one name in two folders apart, by their folders', () => {
    const other = writeTape(pouch());
    const bundle = readBundle(
      zipSync({ 'small/tab.dst': tape, 'large/tab.dst': other, 'a.txt': strToU8('x') }),
    );
    if (!bundle.ok) throw new Error(bundle.problem.message);
    expect(bundle.value.tapes.map((t) => [t.name, t.path, t.bytes.length])).to.deep.equal([
      ['large/tab.dst', 'large/tab.dst', other.length],
      ['small/tab.dst', 'small/tab.dst', tape.length],
    ]);
    const labels = (files: string[]) => {
      const read = readBundle(zipSync(Object.fromEntries(files.map((f) => [f, tape]))));
      return read.ok && read.value.tapes.map((t) => t.label);
    };
    // What all lie in tells nothing apart.
    expect(labels(['kite/large/plain/a.dst', 'kite/small/b.dst'])).to.deep.equal(['large / plain', 'small']);
    expect(labels(['kite/a.dst', 'kite/b.dst'])).to.deep.equal(['', '']);
  });
  it('refuses what is none, cut off, empty of tapes, or would fill the memory', () => {
    const zip = zipSync({ 'a.dst': tape });
    const bomb = zipSync({ 'a.dst': new Uint8Array(40_000_000) }, { level: 9 });
    const code = (bytes: Uint8Array) => {
      const read = readBundle(bytes);
      return read.ok ? 'ok' : read.problem.code;
    };
    expect(code(strToU8('hello'))).to.equal('not-a-zip');
    expect(code(zip.slice(0, zip.length - 40))).to.equal('bad-zip');
    expect(code(zipSync({ 'readme.txt': strToU8('x') }))).to.equal('no-tape');
    expect(code(bomb)).to.equal('zip-bomb');
  });
  it('never throws, whatever is dropped', () => {
    fc.assert(
      fc.property(
        fc.uint8Array({ maxLength: 400 }),
        (bytes) => void readBundle(Uint8Array.from([0x50, 0x4b, 3, 4, ...bytes])),
      ),
    );
  });
});

describe('thread', () => {
  it('takes 1.15 of the way above and 0.40 below, and 1.5 and 1.0 of the thickness a stitch', () => {
    const tape = new TapeMaker('T')
      .sew(
        run(
          [
            { x: 0, y: 0 },
            { x: 1000, y: 0 },
          ],
          4,
        ),
      )
      .done();
    const { plan, reading } = example(tape, { technique: 'panel' });
    const block = reading.blocks[0];
    // Cotton and cut-away: 0.25 + 0.20 mm.
    const tails = 0.1;
    expect(plan.thread.topM).to.be.closeTo(
      (1.15 * block.sewnLengthMm + 1.5 * 0.45 * block.stitches) / 1000 + tails,
      0.001,
    );
    expect(plan.thread.bobbinM).to.be.closeTo(
      (0.4 * block.sewnLengthMm + 0.45 * block.stitches) / 1000 + tails,
      0.001,
    );
    // About 5.5 m above and 2.2 m below for 1,000 stitches of 4 mm.
    expect(((plan.thread.topM - tails) / block.stitches) * 1000).to.be.closeTo(5.3, 0.4);
  });
  it('changes the bobbin before the border, not inside it, and never lets one run out where it shows', () => {
    const square = rectangle({ x: 0, y: 0 }, 60, 60);
    const tape = new TapeMaker('T')
      .sew(...tatami(square, 0.4, 4))
      .stop()
      .sew(satin(closePath(square), 4, 0.4))
      .done();
    const shop = workshopWith({ 'thread.bobbinHome': 10, 'thread.bobbinKeep': 35 });
    const { plan, reading } = example(tape, { technique: 'as-read' }, shop);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 6.5, noNaN: true }), (startM) => {
        const {
          bobbins: { swaps },
          steps,
        } = planThread(plan.score, reading, plan.threads, {
          machine: plan.machine,
          numbers: plan.numbers,
          startM,
        });
        const [fill, border] = [steps.n0.bobbinM, steps.n1.bobbinM];
        const isIn = (id: string) => swaps.some((s) => s.stepId === id);
        /** Sewn from so much: what is left then, and full ones that were put in within it. */
        const after = (start: number, takes: number) => {
          const full = Math.max(0, Math.ceil((takes - start) / 6.5 - 1e-9));
          return { left: start + 6.5 * full - takes, full };
        };
        const filled = after(isIn('n0') ? 6.5 : startM, fill);
        const onBorder = isIn('n1') ? 6.5 : filled.left;
        expect(onBorder, 'the border has no join').to.be.at.least(border - 1e-9);
        // No more bobbins than if one were changed only where it must be.
        const late = after(startM, fill);
        expect(swaps.length + filled.full).to.be.at.most(late.full + (border > late.left ? 1 : 0));
      }),
    );
  });
  it('counts the bobbin over all items of a hooping: no border of any of them is joined', () => {
    const tape = new TapeMaker('T').sew(satin(closePath(rectangle({ x: 0, y: 0 }, 60, 60)), 4, 0.4)).done();
    const { plan, reading } = example(tape, { technique: 'as-read', roles: { '0': 'cover' } });
    const needs = plan.thread.steps.n0.bobbinM;
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        (items, startM) => {
          const {
            bobbins: { swaps },
            bobbinM,
            bobbinHoldsM: holds,
          } = planThread(plan.score, reading, plan.threads, {
            machine: plan.machine,
            numbers: plan.numbers,
            items,
            startM,
          });
          expect(bobbinM, 'of one item').to.equal(needs);
          let left = startM;
          for (let item = 0; item < items; item++) {
            if (swaps.some((s) => s.item === item)) left = holds;
            left -= needs;
            expect(left, `item ${item + 1} of ${items}`).to.be.at.least(-1e-9);
          }
          // None is changed while it would have done for one more.
          const most = Math.floor(holds / needs + 1e-9);
          const first = Math.min(items, Math.floor(startM / needs + 1e-9));
          expect(swaps).to.have.length(Math.ceil((items - first) / most));
        },
      ),
    );
  });
});

describe('density', () => {
  it('marks where fill is sewn over fill over fill, and nowhere else', () => {
    const big = rectangle({ x: 0, y: 0 }, 60, 40);
    const small = rectangle({ x: 15, y: 0 }, 8, 8);
    const maker = new TapeMaker('D').sew(...tatami(big, 0.4, 4));
    for (let i = 0; i < 9; i++) maker.stop().sew(...tatami(small, 0.35, 3, i * 0.4));
    const tape = maker.done();
    const spots = denseSpots(densityMap(tape, readAs(tape)), 320);
    expect(spots).to.have.length(1);
    expect(Math.hypot(spots[0].x - 15, spots[0].y)).to.be.below(2.5);
    const plain = new TapeMaker('D').sew(...tatami(big, 0.4, 4)).done();
    expect(denseSpots(densityMap(plain, readAs(plain)), 320)).to.deep.equal([]);
  });
});
