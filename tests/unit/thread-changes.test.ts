import { expect } from 'chai';
import { inOneThread, threadsOf, UNNAMED, type Build } from '$lib/core/build';
import { carryOver } from '$lib/core/plan';
import { stopList, type HandStep } from '$lib/core/score';
import { newWorkshop } from '$lib/core/workshop';
import { tatami, rectangle } from '$lib/core/outline';
import { gullPennant, windStar } from '$lib/demo';
import { example } from '../support/examples';
import { sewn } from '../support/copies';

/** Three fields beside each other: nothing is done by hand between them. */
const fields = sewn(...[-30, 0, 30].map((x) => [...tatami(rectangle({ x, y: 0 }, 20, 20), 0.4, 4)]));
const coral = { name: 'Coral', colour: '#d9644a' };
const plain = (threads: Build['threads'], workshop = newWorkshop()) =>
  example(fields, { technique: 'as-read', threads }, workshop);
const changes = ({ plan }: ReturnType<typeof example>, action: HandStep['action'] = 'thread') =>
  plan.score.steps.flatMap((s) => (s.kind === 'hand' && s.action === action ? [`${s.stop} ${s.title}`] : []));
const shop = newWorkshop();
const manyNeedles = {
  ...shop,
  machines: shop.machines.map((m) => ({ ...m, kind: 'multi-needle' as const, needles: 6 })),
};

describe('changes of thread', () => {
  it('are asked for at every stop where nothing else is done and no thread is named', () => {
    const asked = plain([]);
    expect(changes(asked)).to.deep.equal(['1 Thread ?', '2 Thread ?']);
    const one = plain(inOneThread({ threads: [] }, 3));
    expect(changes(one)).to.deep.equal([]);
    // 60 s each on one needle.
    expect(asked.plan.time.item.handSeconds - one.plan.time.item.handSeconds).to.be.closeTo(120, 1e-9);
    expect(asked.plan.time.item.needleSeconds).to.equal(one.plan.time.item.needleSeconds);
  });
  it('are the machine’s on many needles: 5 s at every stop, and nobody is asked', () => {
    const many = plain([], manyNeedles);
    expect(changes(many)).to.deep.equal([]);
    expect(
      ['n0', 'n1', 'n2'].map(
        (id) => many.plan.time.steps[id].terms.find((t) => t.label === 'change of needle')?.seconds,
      ),
    ).to.deep.equal([undefined, 5, 5]);
  });
  it('are not asked for where hands are at work anyway', () => {
    const { score } = example(gullPennant()).plan;
    const stops = stopList(score);
    expect(stops.filter((s) => s.hands.length).map((s) => s.stop)).to.deep.equal([1, 2, 4, 5, 7, 8]);
    expect(stops.filter((s) => s.threadByHand).map((s) => s.stop)).to.deep.equal([3, 6, 9]);
  });
  it('are named one by one; what follows an unnamed block is another thread again', () => {
    expect(changes(plain([coral, UNNAMED, coral]))).to.deep.equal([
      '0 Thread Coral',
      '1 Thread ?',
      '2 Thread Coral',
    ]);
    expect(changes(plain([coral, coral, UNNAMED]))).to.deep.equal(['0 Thread Coral', '2 Thread ?']);
  });
  it('are none where a block goes on in the thread of another, whatever that is called later', () => {
    const same = { ...UNNAMED, sameAs: 0 };
    expect(changes(plain([UNNAMED, same, same]))).to.deep.equal([]);
    const named = plain([coral, same, { ...UNNAMED, sameAs: 1 }]);
    expect(changes(named)).to.deep.equal(['0 Thread Coral']);
    expect(named.plan.thread.byThread.map((t) => t.name)).to.deep.equal(['Coral']);
    expect(named.plan.thread.byThread[0].metres).to.be.closeTo(named.plan.thread.topM, 1e-9);
  });
  it('are told by their number as well as by their name', () => {
    const [a, b] = ['1001', '1002'].map((number) => ({ name: 'White', number, colour: '#f4f2ec' }));
    const both = plain([a, b, b]);
    expect(changes(both)).to.deep.equal(['0 Thread White 1001', '1 Thread White 1002']);
    expect(both.plan.thread.byThread.map((t) => t.name)).to.have.members(['White 1001', 'White 1002']);
  });
  it('end where threads are told in a circle, or of a block that is not there', () => {
    const of = (...as: number[]) => threadsOf({ threads: as.map((sameAs) => ({ ...UNNAMED, sameAs })) });
    expect(of(1, 0)).to.deep.equal([undefined, undefined]);
    expect(of(0)).to.deep.equal([undefined]);
    expect(of(7)).to.deep.equal([undefined]);
  });
  it('take the bobbin along where both sides show', () => {
    const lace = (threads: Build['threads']) => example(windStar(), { technique: 'free-lace', threads });
    const blocks = lace([]).reading.blocks.length;
    const shown = lace([]).plan.score.steps.filter((s) => s.kind === 'needle' && s.bothSides).length;
    expect(shown).to.be.at.least(2);
    const named = (...names: string[]) =>
      Array.from({ length: blocks }, (_, i) => ({ name: names[i % names.length], colour: coral.colour }));
    // The one at the start, and one before each block in another thread.
    expect(changes(lace(named('a')), 'bobbin')).to.have.length(1);
    expect(changes(lace(named('a', 'b')), 'bobbin')).to.have.length(blocks);
    expect(changes(lace([]), 'bobbin')).to.have.length(blocks);
    // The machine changes its thread by itself; the bobbin nobody but the maker does.
    const many = example(windStar(), { technique: 'free-lace', threads: named('a', 'b') }, manyNeedles);
    expect([changes(many), changes(many, 'bobbin').length]).to.deep.equal([[], blocks]);
  });
  it('go with their blocks onto a newer tape', () => {
    const before = plain([coral, { ...UNNAMED, sameAs: 0 }, { ...UNNAMED, sameAs: 1 }]);
    const kept = carryOver(before.build, before.reading, before.reading, {
      tapeId: 'new',
      fileName: 'n.dst',
    });
    expect(kept.build.threads).to.deep.equal(before.build.threads);
    // A name of its own counts, whatever it was the same as before.
    const own = plain([coral, { name: 'Sky', colour: '#5588bb', sameAs: 0 }, UNNAMED]);
    const onward = carryOver(own.build, own.reading, own.reading, { tapeId: 'new', fileName: 'n.dst' });
    expect(threadsOf(onward.build).map((t) => t?.name)).to.deep.equal(['Coral', 'Sky', undefined]);
    // Without its first block the others keep their thread by its name.
    const shorter = example(
      sewn(...[0, 30].map((x) => [...tatami(rectangle({ x, y: 0 }, 20, 20), 0.4, 4)])),
      { technique: 'as-read' },
    ).reading;
    const moved = carryOver(before.build, before.reading, shorter, { tapeId: 'new', fileName: 'n.dst' });
    expect(threadsOf(moved.build).map((t) => t?.name)).to.deep.equal(['Coral', 'Coral']);
  });
});
