import { expect } from 'chai';
import type { Build } from '$lib/core/build';
import { blanket, closePath, rectangle, run, satin, TapeMaker } from '$lib/core/outline';
import { carryOver, composeTape, matchBlocks, mergedTape, planBuild, weighBundle } from '$lib/core/plan';
import { insertionRange, scoreChanges, stopList, type HandStep, type Score } from '$lib/core/score';
import { readTape, tapeBlocks, writeTape } from '$lib/core/tape';
import { techniqueById } from '$lib/core/techniques';
import { newWorkshop } from '$lib/core/workshop';
import { bib, crewPatch, pouch, tailTab } from '$lib/demo';
import { gullPennant } from '$lib/demo/designs/gull-pennant';
import { nameTape } from '$lib/demo/designs/name';
import { labelledSet } from '../support/labelled';
import { example, readAs } from '../support/examples';

const hands = (score: Score) => score.steps.filter((s): s is HandStep => s.kind === 'hand');
const ids = (score: Score) => score.steps.map((s) => s.id);
const shop = newWorkshop();

describe('schools', () => {
  const trimmed = example(gullPennant()).plan;
  const preCut = example(gullPennant(), { schools: { cut: 'pre-cut' } }).plan;

  it('pre-cut shapes are never trimmed: they are peeled, laid in their line and fused before the cover', () => {
    expect(hands(trimmed.score).filter((s) => s.action === 'trim-close')).to.have.length(3);
    expect(hands(preCut.score).filter((s) => s.action === 'trim-close')).to.have.length(0);
    const order = preCut.score.steps.map((s) => (s.kind === 'hand' ? s.action : s.role));
    expect(order.slice(order.indexOf('placement'), order.indexOf('cover') + 1)).to.deep.equal([
      'placement',
      'lay',
      'tack-down',
      'fuse',
      'cover',
    ]);
    expect(preCut.cut.pieces.find((p) => p.id === 'applique-1')).to.include({ preCut: true });
  });

  it('says what a school changed, and touches only the steps it owns', () => {
    const changes = scoreChanges(trimmed.score, preCut.score);
    expect(changes.removed).to.deep.equal(['Trim appliqué 1', 'Trim appliqué 2', 'Trim appliqué 3']);
    expect(changes.added).to.deep.equal(['Fuse appliqué 1', 'Fuse appliqué 2', 'Fuse appliqué 3']);
    expect(changes.pieces).to.deep.equal(['Appliqué 1', 'Appliqué 2', 'Appliqué 3']);
    const owned = (id: string) => /:(lay|trim|fuse)$/.test(id);
    expect(ids(preCut.score).filter((id) => !owned(id))).to.deep.equal(
      ids(trimmed.score).filter((id) => !owned(id)),
    );
  });

  it('every school of every technique gives a whole score, different from the default', () => {
    const set = labelledSet();
    for (const family of [
      'applique',
      'filmPatch',
      'pilePatch',
      'turned',
      'feltTab',
      'lace',
      'cutwork',
      'quiltedFlat',
      'plainDesign',
      'zipPouch',
    ]) {
      const { tape } = set.find((d) => d.family === family && d.half === 'tuning')!;
      const plain = example(tape);
      for (const { key, schools } of techniqueById(plain.build.technique).choices ?? [])
        for (const school of schools) {
          const { plan } = example(tape, { schools: { [key]: school.key } });
          expect(plan.score.schools[key]).to.equal(school.key);
          for (const step of hands(plan.score)) expect(step.text, step.id).to.match(/^[A-Z].*\.$/s);
          expect(new Set(ids(plan.score)).size, 'ids are unique').to.equal(plan.score.steps.length);
          const { added, removed, reworded, pieces } = scoreChanges(plain.plan.score, plan.score);
          const changed = added.length + removed.length + reworded.length + pieces.length;
          const hoops = plan.score.steps.map((s) => (s.kind === 'hand' ? s.hoop : ''));
          const samePlace =
            JSON.stringify(hoops) ===
            JSON.stringify(plain.plan.score.steps.map((s) => (s.kind === 'hand' ? s.hoop : '')));
          const isDefault = plain.plan.score.schools[key] === school.key;
          if (!isDefault && ownsSomething(plain.build.technique, `${key}:${school.key}`, plan.score))
            expect(changed > 0 || !samePlace, `${family} ${key}:${school.key}`).to.equal(true);
        }
    }
  });
  /** A school may have nothing to change in a tape that lacks its piece. */
  const ownsSomething = (technique: string, school: string, score: Score) =>
    JSON.stringify(techniqueById(technique)).includes(`"${school}"`) &&
    !(school === 'topping:film' && !score.pieces.some((p) => p.id === 'topping')) &&
    !(school === 'hold:fuse' || school === 'cut:pre-cut');

  it('an unknown school falls back to the default instead of leaving steps out', () => {
    const { plan } = example(gullPennant(), { schools: { cut: 'laser', nothing: 'x' } });
    expect(ids(plan.score)).to.deep.equal(ids(trimmed.score));
  });

  it('keeps the hoop on while something is loose, and says what', () => {
    const { score } = trimmed;
    const lay = hands(score).find((s) => s.id === 'a0:lay')!;
    const trim = hands(score).find((s) => s.id === 'a1:trim')!;
    expect(lay).to.include({ hoop: 'stay' });
    expect(lay.hoopBecause).to.equal('Appliqué 1 is loose until the next line.');
    expect(trim).to.include({ hoop: 'may' });
    const off = example(gullPennant(), { schools: { hoop: 'off' } }).plan;
    expect(hands(off.score).find((s) => s.id === 'a1:trim')).to.include({ hoop: 'off' });
    // Taking it off costs its time, and only there.
    expect(off.time.item.handSeconds - trimmed.time.item.handSeconds).to.be.closeTo(3 * 25, 0.01);
  });

  it('lists the stops that need hands, and those that do not', () => {
    const { plan } = example(crewPatch());
    const stops = stopList(plan.score);
    expect(stops.map((s) => s.stop)).to.deep.equal([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
    expect(stops.filter((s) => s.hands.length).map((s) => s.stop)).to.deep.equal([1, 3, 4, 5, 6]);
  });
});

describe('a name sewn in between', () => {
  const insertion = (change: Partial<Build['insertions'][number]> = {}) => ({
    id: 'name',
    name: 'ISLA',
    tapeId: 'name',
    typed: [],
    beforeBlock: 4,
    dxMm: 0,
    dyMm: -30,
    merged: false,
    ...change,
  });
  const withName = (change = {}) => {
    const { build, reading } = example(bib(), { insertions: [insertion(change)] });
    return { build, reading, plan: planBuild(build, reading, shop, { name: readAs(nameTape('ISLA')) }) };
  };

  it('knows the safe places: after the quilting, before the back', () => {
    const { plan, reading } = example(bib());
    const range = insertionRange(plan.score, reading);
    expect(range).to.include({ from: 2, to: 4 });
    expect(range.because).to.include('Lay the back');
  });

  it('tells how to leave and come back: stop and stitch, and the needle over the same point', () => {
    const { plan, reading } = withName();
    const at = plan.score.steps.findIndex((s) => s.id === 'name:n0');
    const [leave, sewn, back] = plan.score.steps.slice(at - 1, at + 2);
    const stitches = reading.blocks.slice(0, 4).reduce((sum, b) => sum + b.stitches, 0);
    expect(leave.kind === 'hand' && leave.text)
      .to.include(`stop 4, after stitch ${stitches}`)
      .and.to.include('30\u00a0mm below');
    expect(back.kind === 'hand' && back.text).to.include(`stop 4, stitch ${stitches}: block 5`);
    expect(sewn).to.deep.include({ inserted: { id: 'name', name: 'ISLA', n: 1, of: 1 }, stop: 0 });
    // The design's own stops keep the machine's numbers, and hand numbers count on.
    expect(
      plan.score.steps.filter((s) => s.kind === 'needle' && !s.inserted).map((s) => s.stop),
    ).to.deep.equal([0, 1, 2, 3, 4]);
    const numbers = hands(plan.score).map((s) => s.hand);
    expect(numbers).to.deep.equal(numbers.map((_, i) => i + 1));
  });

  it('moves the motif to its place, and counts it in size, time and thread', () => {
    const { plan } = withName();
    const plain = example(bib()).plan;
    const block = plan.design.reading.blocks[5];
    const own = plan.design.own.extents;
    expect((block.box.minY + block.box.maxY) / 2).to.be.closeTo((own.minY + own.maxY) / 2 - 30, 0.1);
    expect((block.box.minX + block.box.maxX) / 2).to.be.closeTo((own.minX + own.maxX) / 2, 0.1);
    expect(plan.time.item.needleSeconds).to.be.above(plain.time.item.needleSeconds + 30);
    expect(plan.thread.topM).to.be.above(plain.thread.topM + 1);
  });

  it('joined to one tape the stops count through, and every stitch of both is there once', () => {
    const { build, reading, plan } = withName({ merged: true });
    const name = { tape: nameTape('ISLA'), reading: readAs(nameTape('ISLA')) };
    const bytes = writeTape(mergedTape(build, bib(), reading, { name }));
    const back = readTape(bytes);
    if (!back.ok) throw new Error(back.problem.message);
    expect(tapeBlocks(back.value)).to.have.length(6);
    const joined = readAs(back.value);
    expect(joined.blocks.map((b) => b.stitches)).to.deep.equal(
      [0, 1, 2, 3, 5, 4].map((b) => plan.design.reading.blocks[b].stitches),
    );
    expect(joined.blocks[4].box.minY).to.be.closeTo(plan.design.reading.blocks[5].box.minY, 0.11);
    expect(plan.score.steps.filter((s) => s.kind === 'needle').map((s) => s.stop)).to.deep.equal([
      0, 1, 2, 3, 4, 4,
    ]);
    expect(plan.score.steps.some((s) => s.id === 'name:leave')).to.equal(false);
  });

  it('draws both from one tape: records of each block are where its reading says', () => {
    const { build, reading, plan } = withName();
    const tape = composeTape(build, bib(), reading, {
      name: { tape: nameTape('ISLA'), reading: readAs(nameTape('ISLA')) },
    });
    const { from, to, box } = plan.design.reading.blocks[5];
    const ys = Array.from(tape.y.slice(from, to), (y) => y / 10).filter((_, i) => tape.kind[from + i] === 0);
    expect([Math.min(...ys), Math.max(...ys)].map((v) => Math.round(v))).to.deep.equal(
      [box.minY, box.maxY].map((v) => Math.round(v)),
    );
  });

  it('floats a layer under a dense motif, with its own piece', () => {
    const typed = [
      { title: 'crest', role: 'decoration' as const, thread: 'navy', seconds: null, stitches: 9000 },
    ];
    const { plan } = example(bib(), { insertions: [insertion({ tapeId: null, typed })] });
    expect(plan.score.steps.some((s) => s.id === 'name:float')).to.equal(true);
    const small = example(bib(), {
      insertions: [insertion({ tapeId: null, typed: [{ ...typed[0], stitches: 900 }] })],
    });
    expect(small.plan.score.steps.some((s) => s.id === 'name:float')).to.equal(false);
  });
});

describe('blocks passed over and sewn once more', () => {
  it('a block passed over takes no thread and holds nothing; its step stays', () => {
    const plain = example(tailTab());
    const { plan } = example(tailTab(), { edits: [{ kind: 'skip', stepId: 'n2', skip: true }] });
    expect(ids(plan.score)).to.deep.equal(ids(plain.plan.score));
    expect(plan.thread.steps).not.to.have.property('n2');
    expect(plan.time.steps.n2.seconds).to.equal(plan.numbers['stop.panel']);
    const back = example(tailTab(), {
      edits: [
        { kind: 'skip', stepId: 'n2', skip: true },
        { kind: 'skip', stepId: 'n2', skip: false },
      ],
    });
    expect(back.plan.time.item).to.deep.equal(plain.plan.time.item);
  });
  it('the last line once more in another thread: back to its stop, the thread, the block', () => {
    const thread = { name: 'coral', colour: '#d9644a' };
    const { plan } = example(tailTab(), { edits: [{ kind: 'again', stepId: 'again:1', of: 'n4', thread }] });
    const at = ids(plan.score).indexOf('again:1');
    const [back, change, again] = plan.score.steps.slice(at - 2, at + 1);
    expect(back.kind === 'hand' && back.text)
      .to.include('block 5 (stop 4)')
      .and.to.include('coral');
    expect(change.kind === 'hand' && change.action).to.equal('thread');
    expect(again).to.deep.include({ block: 4, again: true, thread, stop: 4 });
    const removed = example(tailTab(), {
      edits: [
        { kind: 'again', stepId: 'again:1', of: 'n4', thread },
        { kind: 'remove', stepId: 'again:1' },
      ],
    });
    expect(ids(removed.plan.score)).to.deep.equal(ids(example(tailTab()).plan.score));
  });
});

describe('a newer version of the tape', () => {
  const before = readAs(pouch());
  /** The pouch with one block left out. */
  const without = (gone: number) => {
    const tape = pouch();
    const { from, to } = tapeBlocks(tape)[gone];
    const keep = Array.from(tape.kind.keys()).filter((i) => i < from || i > to);
    return {
      ...tape,
      x: tape.x.filter((_, i) => keep.includes(i)),
      y: tape.y.filter((_, i) => keep.includes(i)),
      kind: tape.kind.filter((_, i) => keep.includes(i)),
    };
  };
  const build = example(pouch(), {
    roles: { '10': 'decoration', '12': 'seam' },
    threads: Array.from({ length: 15 }, (_, i) => ({ name: `t${i}`, colour: '#112233' })),
    edits: [
      { kind: 'rename', stepId: 'a1:trim', title: 'Mine', text: 'Trim it.' },
      { kind: 'rename', stepId: 'b13:open', title: 'Open up', text: 'Open it.' },
      { kind: 'time', stepId: 'finish:turn', seconds: 99 },
      { kind: 'skip', stepId: 'n10', skip: true },
    ],
  }).build;

  it('keeps every decision when nothing changed', () => {
    const same = carryOver(build, before, readAs(pouch()), { tapeId: 'new', fileName: 'new.dst' });
    expect(same.lost).to.deep.equal([]);
    expect(same.build).to.deep.equal({ ...build, tapeId: 'new', fileName: 'new.dst' });
  });
  it('moves decisions with their blocks, and lists those whose block is gone', () => {
    const after = readAs(without(10));
    expect(matchBlocks(before.blocks, after.blocks)).to.deep.equal([
      0,
      1,
      2,
      3,
      4,
      5,
      6,
      7,
      8,
      9,
      null,
      10,
      11,
      12,
      13,
    ]);
    const { build: next, lost } = carryOver(build, before, after, { tapeId: 'new', fileName: 'new.dst' });
    expect(next.roles).to.deep.equal({ '11': 'seam' });
    expect(next.threads.map((t) => t.name)).to.deep.equal(
      build.threads.map((t) => t.name).filter((n) => n !== 't10'),
    );
    expect(next.edits.map((e) => e.stepId)).to.deep.equal(['a1:trim', 'b12:open', 'finish:turn']);
    expect(lost).to.deep.equal([
      'Role “decoration” of block 11',
      'Thread “t10” of block 11',
      'Passing over, made for a block that is gone',
    ]);
  });
});

describe('a bundle of versions', () => {
  it('proposes the largest that fits a hoop of the maker, and says which hoops each fits', () => {
    const { choices, proposed, because } = weighBundle(
      [
        { name: 'small', reading: readAs(tailTab()) },
        { name: 'large', reading: readAs(pouch()) },
        { name: 'patch', reading: readAs(crewPatch()) },
      ],
      { ...shop, hoops: shop.hoops.slice(0, 2) },
    );
    expect(choices.map((c) => c.hoops)).to.deep.equal([
      ['100 × 100', '130 × 180'],
      [],
      ['100 × 100', '130 × 180'],
    ]);
    expect(choices[proposed].name).to.equal('patch');
    expect(because).to.include('100 × 100');
    expect(choices[1]).to.include({ stops: 14 });
  });
  it('prefers what fits the usual machine to something larger on another, and says when nothing does', () => {
    const [hoop] = shop.hoops;
    const other = { ...shop.machines[0], id: 'big', name: 'Big one' };
    const two = {
      ...shop,
      machines: [...shop.machines.slice(0, 1), other],
      hoops: [
        { ...hoop, id: 'frame', name: 'Frame', machineId: 'big', widthMm: 400, heightMm: 400 },
        { ...hoop, id: 'wide', name: 'Wide', widthMm: 200, heightMm: 200 },
        { ...hoop, id: 'close', name: 'Close', widthMm: 100, heightMm: 100 },
      ],
    };
    const large = { name: 'large', reading: readAs(pouch()) };
    const both = weighBundle([large, { name: 'small', reading: readAs(tailTab()) }], {
      ...two,
      hoops: two.hoops.filter((h) => h.id !== 'wide'),
    });
    expect([both.choices[both.proposed].name, both.choices[both.proposed].hoops]).to.deep.equal([
      'small',
      ['Close', 'Frame'],
    ]);
    expect(weighBundle([{ name: 'small', reading: readAs(tailTab()) }], two).choices[0].hoops).to.deep.equal([
      'Close',
      'Wide',
      'Frame',
    ]);
    const only = weighBundle([large], { ...two, hoops: two.hoops.slice(0, 1) });
    expect([only.proposed, only.because]).to.deep.equal([
      0,
      'The largest that fits a hoop of Big one (Frame); none fits your usual machine.',
    ]);
  });
  it('proposes none when none fits', () => {
    const tiny = { ...shop, hoops: [{ ...shop.hoops[0], widthMm: 30, heightMm: 30 }] };
    expect(weighBundle([{ name: 'x', reading: readAs(pouch()) }], tiny).proposed).to.equal(-1);
  });
});

describe('covers that hide less', () => {
  it('reads a blanket stitch as a cover with its teeth, whichever way they stand', () => {
    for (const tooth of [3, -3]) {
      const ring = rectangle({ x: 0, y: 0 }, 60, 40, 5);
      const maker = new TapeMaker('B')
        .sew(run(closePath(ring), 2.5))
        .stop()
        .sew(run(closePath(ring), 2))
        .stop();
      const tape = maker.sew(blanket(closePath(ring), 2.6, tooth)).done();
      const block = readAs(tape).blocks[2];
      expect(block.role.value).to.equal('cover');
      expect(block.blanket).to.equal(true);
      expect(block.widthMm).to.be.closeTo(3, 0.2);
      expect(block.advanceMm).to.be.closeTo(2.6, 0.3);
    }
  });
  it('does not take a bean or a satin for one', () => {
    const ring = closePath(rectangle({ x: 0, y: 0 }, 60, 40, 5));
    const twice = run(ring, 2.5).flatMap((p, i, all) => (i ? [p, all[i - 1], p] : [p]));
    for (const path of [twice, satin(ring, 3), run(ring, 2.5)]) {
      const tape = new TapeMaker('B').sew(run(ring, 2.5)).stop().sew(path).done();
      expect(readAs(tape).blocks[1].blanket).to.equal(false);
    }
  });
});
