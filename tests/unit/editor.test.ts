import { expect } from 'chai';
import { fail, ok, type Problem, type Result } from '$lib/core/base';
import { roleOverrides, type Build } from '$lib/core/build';
import { mirrored, tapeIdOf, writeTape, type Tape } from '$lib/core/tape';
import { newWorkshop } from '$lib/core/workshop';
import { crewPatch, tailTab } from '$lib/demo';
import { BuildEditor } from '$lib/ui/state/editor.svelte';
import { example, readAs } from '../support/examples';
import { secondHand } from '../support/labelled/second-hand';

const sample = example(tailTab());

/** An editor whose disk answers when it is let, with what another tab has stored meanwhile. */
async function open(id = sample.build.id, tape: Tape = tailTab(), build: Build = sample.build) {
  const said: (Problem | string)[] = [];
  const disk = {
    stored: build,
    fails: false,
    /** what another tab stores just before this one */
    meanwhile: null as ((stored: Build) => Build) | null,
    writes: 0,
    wait: null as Promise<unknown> | null,
    reading: null as Promise<unknown> | null,
  };
  const editor = new BuildEditor({
    workshop: newWorkshop,
    stored: async (id) => (id === disk.stored.id ? disk.stored : null),
    read: async (b) => {
      await disk.reading;
      return ok({ own: { tape, reading: readAs(tape, roleOverrides(b)) }, inserted: {} });
    },
    readTape: async (bytes) =>
      bytes.length
        ? ok({ tape: crewPatch(), reading: readAs(crewPatch()) })
        : fail('empty', 'It is empty.', 'Choose another.'),
    save: async (unsaved) => {
      await disk.wait;
      const asked = unsaved();
      if (!asked) return null;
      disk.writes++;
      if (disk.fails) return { mine: asked.mine, value: fail('store-full', 'Full.', 'Make room.') };
      if (disk.meanwhile) disk.stored = { ...disk.meanwhile(asked.mine), changedAt: 'theirs' };
      else disk.stored = asked.mine;
      return { mine: asked.mine, value: ok(disk.stored) as Result<Build> };
    },
    mirrored: async (tape) => {
      const bytes = writeTape(mirrored(tape));
      return ok({ id: tapeIdOf(bytes), bytes });
    },
    addTape: async () => !disk.fails,
    wasHeard: () => true,
    tell: (problem) => said.push(problem),
    note: (text) => said.push(text),
  });
  await editor.load(id);
  return { editor, disk, said };
}
/** Everything that is under way has come to its end. */
const settled = () => new Promise((go) => setTimeout(go, 10));
const titles = (e: BuildEditor) => e.steps.map((s) => s.title);

describe('the editor of a build', () => {
  it('a build that is not there is a problem, not an empty score', async () => {
    const { editor: lost } = await open('nobody');
    expect(lost.problem?.code).to.equal('no-build');
    expect(lost.plan).to.equal(null);
  });

  it('every change is stored at once, and undone and done again step by step', async () => {
    const { editor, disk } = await open();
    const before = titles(editor);
    const hand = editor.steps.find((s) => s.kind === 'hand' && s.action === 'lay')!;
    editor.remove(hand.id);
    editor.setMaterial('base', { name: 'Firm base' });
    await settled();
    expect(disk.stored.edits).to.have.length(1);
    expect(disk.stored.materials.base?.name).to.equal('Firm base');
    expect(titles(editor)).to.have.length(before.length - 1);
    editor.undo();
    editor.undo();
    await settled();
    expect(titles(editor)).to.deep.equal(before);
    expect([disk.stored.edits, editor.canUndo, editor.canRedo]).to.deep.equal([[], false, true]);
    editor.redo();
    await settled();
    expect(titles(editor)).to.have.length(before.length - 1);
    expect(editor.canRedo).to.equal(true);
    // Another change ends what could be done again.
    editor.setMaterial('base', { name: 'Soft base' });
    expect(editor.canRedo).to.equal(false);
  });

  it('mirrored, what is laid and what is sewn in between goes over with it, and comes back; a full disk changes nothing', async () => {
    const { editor, disk } = await open();
    const outline: [number, number][] = [[0, 0], [10, 0], [3, 8]]; // prettier-ignore
    const places = [{ x: 20, y: 5, turnDeg: 0 }];
    editor.change({ hooping: { hoopId: 'hoop-130x180', outline, gapMm: 6, places } });
    await editor.mirror();
    await settled();
    expect(editor.build?.tapeId).to.equal(tapeIdOf(writeTape(mirrored(tailTab()))));
    // Anticlockwise still: its order turns round.
    expect(disk.stored.hooping).to.deep.include({ outline: [[-3, 8], [-10, 0], [-0, 0]], places }); // prettier-ignore
    editor.undo();
    await settled();
    expect(disk.stored).to.deep.include({ tapeId: sample.build.tapeId });
    expect(disk.stored.hooping?.outline).to.deep.equal(outline);
    disk.fails = true;
    await editor.mirror();
    expect(editor.build?.tapeId).to.equal(sample.build.tapeId);
  });

  it('undo takes back its own change and leaves what another tab has changed since', async () => {
    const { editor, disk, said } = await open();
    editor.change({ name: 'Tab in red' });
    await settled();
    await editor.follow({ ...disk.stored, needle: 'sharp', changedAt: 'later' });
    expect([editor.build?.needle, said.length]).to.deep.equal(['sharp', 1]);
    editor.undo();
    await settled();
    expect([editor.build?.name, editor.build?.needle]).to.deep.equal([sample.build.name, 'sharp']);
  });

  it('takes up what another tab stored while this one was storing, under its own newer changes', async () => {
    const { editor, disk } = await open();
    let let_ = () => {};
    disk.wait = new Promise<void>((go) => (let_ = go));
    editor.change({ name: 'Mine' });
    expect(editor.saved).to.equal('saving');
    disk.meanwhile = (mine) => ({ ...mine, needle: 'strong' });
    let_();
    disk.wait = null;
    await settled();
    expect([editor.build?.name, editor.build?.needle, editor.saved]).to.deep.equal([
      'Mine',
      'strong',
      'saved',
    ]);
  });

  it('says that it could not be stored, and keeps the change on screen', async () => {
    const { editor, disk } = await open();
    disk.fails = true;
    editor.change({ name: 'Nowhere' });
    await settled();
    expect([editor.saved, editor.build?.name, disk.stored.name]).to.deep.equal([
      'failed',
      'Nowhere',
      sample.build.name,
    ]);
  });

  it('keeps the cursor on its step when steps before it come and go', async () => {
    const { editor } = await open();
    const last = editor.steps.length - 1;
    editor.goTo(last);
    const at = editor.step;
    editor.insert(1, 'Breathe', '', 20);
    expect(editor.step?.title).to.equal('Breathe');
    editor.goToStep(at?.id ?? '');
    editor.undo();
    await settled();
    expect(editor.step?.id).to.equal(at?.id);
    editor.goTo(10_000);
    expect(editor.cursor).to.equal(editor.steps.length - 1);
    editor.goTo(-3);
    expect(editor.cursor).to.equal(0);
  });

  it('leaves the cursor where it was put while a changed role was still being read', async () => {
    const { editor, disk } = await open();
    let read = () => {};
    disk.reading = new Promise<void>((go) => (read = go));
    editor.setRole(0, 'decoration');
    editor.goTo(3);
    const chosen = editor.step?.id;
    read();
    await settled();
    expect(editor.reading!.blocks[0]!.role.by).to.equal('maker');
    expect(editor.step?.id).to.equal(chosen);
  });

  it('says what another technique would change before it is taken, and the same when it is', async () => {
    const { editor } = await open();
    const before = titles(editor);
    const would = editor.wouldChange({ technique: 'turned-item' });
    expect(titles(editor)).to.deep.equal(before);
    expect(would.added.length).to.be.above(0);
    editor.choose('Turned item', { technique: 'turned-item' });
    expect(editor.changes).to.deep.equal({ what: 'Turned item', by: would });
    await settled();
    for (const title of would.added) expect(titles(editor)).to.include(title);
  });

  it('offers a technique that fits clearly better after a correction, and only then', async () => {
    const { editor } = await open();
    expect(editor.better).to.equal(null);
    editor.change({ technique: 'zip-pouch' });
    // Chosen by the maker, with no correction: nobody asks.
    expect(editor.better).to.equal(null);
    editor.setRole(1, 'tack-down');
    await settled();
    const { best, own } = editor.better!;
    expect([best.technique.id, own.technique.id]).to.deep.equal(['felt-tab', 'zip-pouch']);
    expect(best.share).to.be.above(3 * own.share);
    editor.choose(best.technique.name, { technique: best.technique.id });
    expect(editor.better).to.equal(null);
  });

  it('asks which of two techniques it is until the maker says so', async () => {
    const either = secondHand(10).find((d) => d.name === 'second twins 0')!;
    const { build } = example(either.tape);
    const { editor } = await open(build.id, either.tape, build);
    const asked = editor.eitherTechnique!.map((m) => m.technique.id);
    expect(asked.sort()).to.deep.equal(['applique', 'felt-tab']);
    editor.choose('Appliqué', { technique: 'applique', techniqueBy: 'maker' });
    expect(editor.eitherTechnique).to.equal(null);
    editor.undo();
    expect(editor.eitherTechnique).not.to.equal(null);
    const { editor: plain } = await open();
    expect(plain.eitherTechnique).to.equal(null);
  });

  it('moves a step one place earlier or later, and no further than the score', async () => {
    const { editor } = await open();
    const before = editor.steps.map((s) => s.id);
    const hand = before.findIndex(
      (id) => editor.steps.find((s) => s.id === id)?.kind === 'hand' && id !== before[0],
    );
    editor.shift(before[hand]!, -1);
    await settled();
    expect(editor.steps.findIndex((s) => s.id === before[hand])).to.equal(hand - 1);
    const { edits } = editor.build!;
    editor.shift(editor.steps[0]!.id, -1);
    editor.shift(editor.steps.at(-1)!.id, 1);
    expect(editor.build!.edits).to.equal(edits);
  });

  it('a role set by the maker changes the reading; taken away, the tape speaks again', async () => {
    const { editor } = await open();
    const was = editor.reading!.blocks[0]!.role;
    editor.setRole(0, 'decoration');
    await settled();
    expect(editor.reading!.blocks[0]!.role).to.include({ value: 'decoration', by: 'maker' });
    editor.setRole(0, null);
    await settled();
    expect(editor.reading!.blocks[0]!.role).to.deep.equal(was);
  });

  it('a newer tape is taken with the decisions that fit it; one that cannot be read or kept changes nothing', async () => {
    const { editor, disk, said } = await open();
    expect(await editor.replaceTape('none', 'none.tape', new Uint8Array())).to.equal(null);
    disk.fails = true;
    expect(await editor.replaceTape('full', 'full.tape', writeTape(crewPatch()))).to.equal(null);
    expect([editor.build?.tapeId, said.length]).to.deep.equal([sample.build.tapeId, 1]);
    disk.fails = false;
    editor.setRole(4, 'decoration');
    await settled();
    const lost = await editor.replaceTape('patch', 'patch.tape', writeTape(crewPatch()));
    expect(lost).to.deep.equal(['Role “decoration” of block 5']);
    expect(editor.build).to.include({ tapeId: 'patch', fileName: 'patch.tape' });
    editor.undo();
    expect(editor.build?.tapeId).to.equal(sample.build.tapeId);
  });
});
