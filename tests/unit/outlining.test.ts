import { expect } from 'chai';
import { fail, ok, type Result } from '$lib/core/base';
import { newDraft, workOut, type Draft, type DraftTask, type WorkedOut } from '$lib/core/recipe';
import { demoWorkroom } from '$lib/demo';
import { Outlining } from '$lib/ui/state/outlining.svelte';

const { workshop } = demoWorkroom(0);
/** A draft on its own, whose answers come when they are let through. */
function place(kept: unknown = null) {
  const stored: Draft[] = [];
  const waiting: (() => void)[] = [];
  let isHeld = false;
  let asked = 0;
  const outlining = new Outlining({
    workOut: async (task: DraftTask): Promise<Result<WorkedOut>> => {
      asked++;
      const answer = workOut(task);
      if (isHeld) await new Promise<void>((go) => waiting.push(go));
      return answer;
    },
    write: ({ outlines }) =>
      Promise.resolve(
        outlines
          ? fail('no-font', 'The letters could not be fetched.', 'Try again.')
          : ok({ outlines: null, strokes: null }),
      ),
    tape: () => Promise.resolve(null),
    workshop: () => workshop,
    unit: () => 'mm',
    kept: () => Promise.resolve(kept),
    keep: (draft) => Promise.resolve(void stored.push(draft)),
  });
  return { outlining, stored, waiting, asked: () => asked, hold: (on: boolean) => (isHeld = on) };
}
const widthOf = ({ worked }: Outlining) => worked && Math.round(10 * worked.drawing.size.finished.width) / 10;

describe('an outline under way', () => {
  it('is taken up as it was left; what cannot be read is begun anew', async () => {
    const left = { ...newDraft('turned'), name: 'Bib' };
    const { outlining } = place(left);
    await outlining.begin(null);
    expect(outlining.draft).to.deep.equal(left);
    const broken = place({ ...left, recipe: 'gone' });
    await broken.outlining.begin(null);
    expect(broken.outlining.draft).to.deep.equal(newDraft('applique'));
    expect(broken.stored, 'nothing is changed by looking').to.deep.equal([]);
  });
  it('a side of one size is changed alone, also when the other size was the one that stays', async () => {
    const { outlining } = place();
    await outlining.begin(null);
    await outlining.redraw();
    // 80 × 60 finished with 5 mm of border are 70 × 50 inside.
    outlining.setSize('inside', 'width', 75);
    expect(outlining.draft.holds).to.equal('inside');
    expect(outlining.draft.shape).to.include({ widthMm: 75, heightMm: 50 });
    await outlining.redraw();
    expect(widthOf(outlining)).to.equal(85);
    outlining.setPart('cover', { widthMm: 4 });
    await outlining.redraw();
    expect(widthOf(outlining)).to.equal(83);
  });
  it('goes back and forth, keeps what it comes to, and notes no change that is none', async () => {
    const { outlining, stored } = place();
    await outlining.begin(null);
    outlining.setPart('cover', { widthMm: 4 });
    outlining.setPart('cover', { widthMm: 4 });
    outlining.takeCloth('felt');
    expect(stored).to.have.length(2);
    outlining.undo();
    expect(outlining.draft.cloth).to.equal(null);
    outlining.undo();
    expect(outlining.draft).to.deep.equal(newDraft('applique'));
    expect(outlining.canUndo).to.equal(false);
    outlining.redo();
    expect(outlining.draft.parts).to.deep.equal({ cover: { widthMm: 4 } });
    expect(stored.at(-1)).to.deep.equal(outlining.draft);
    outlining.resetPart('cover');
    expect(outlining.draft.parts).to.deep.equal({});
  });
  it('of changes that come while it draws only the last is drawn; a problem leaves what was drawn', async () => {
    const { outlining, asked, waiting, hold } = place();
    await outlining.begin(null);
    await outlining.redraw();
    hold(true);
    const drawing = [85, 90, 100].map((width) => {
      outlining.setSize('finished', 'width', width);
      return outlining.redraw();
    });
    expect(outlining.isWorking).to.equal(true);
    while (!waiting.length) await new Promise((go) => setTimeout(go));
    waiting.shift()?.();
    while (!waiting.length) await new Promise((go) => setTimeout(go));
    expect(widthOf(outlining), 'what was overtaken is not shown').to.equal(80);
    waiting.shift()?.();
    await Promise.all(drawing);
    expect(widthOf(outlining)).to.equal(100);
    expect(asked()).to.equal(3);
    expect(outlining.isWorking).to.equal(false);
    hold(false);
    outlining.setShape({ kind: 'letters' });
    await outlining.redraw();
    expect(outlining.problem?.code).to.equal('no-font');
    expect(outlining.isDrawn).to.equal(false);
    expect(widthOf(outlining)).to.equal(100);
    outlining.undo();
    await outlining.redraw();
    expect(outlining.isDrawn).to.equal(true);
  });
  it('what it was before the last change stands beside what it is', async () => {
    const { outlining } = place();
    await outlining.begin(null);
    await outlining.redraw();
    outlining.setPart('cover', { widthMm: 3 });
    await outlining.redraw();
    // Drawn once more for another unit, it is still the same change.
    await outlining.redraw();
    const outside = (worked: WorkedOut | null) =>
      worked?.covered.find(({ overId }) => overId === 'tack')?.outsideMm;
    expect(outside(outlining.before)).to.be.closeTo(2.5, 0.1);
    expect(outside(outlining.worked)).to.be.closeTo(1.5, 0.1);
  });
  it('a matter is settled by its fix, a design is gone round and taken out again', async () => {
    const { outlining } = place();
    await outlining.begin({ tapeId: 't1', name: 'Gull' });
    expect(outlining.draft).to.deep.include({ tapeId: 't1', name: 'Gull' });
    expect(outlining.draft.shape.kind).to.equal('tape');
    await outlining.redraw();
    expect(outlining.problem?.code).to.equal('no-design');
    outlining.withoutDesign();
    expect(outlining.draft.shape.kind).to.equal('rectangle');
    outlining.takeRecipe('turned');
    outlining.setPart('final', { opening: { side: 'top', lengthMm: 20 } });
    await outlining.redraw();
    const small = outlining.worked?.advice.find(({ id }) => id === 'opening-small');
    if (!small) throw new Error('nothing is said');
    outlining.settle(small);
    expect(outlining.draft.parts.final?.opening).to.deep.equal({ side: 'top', lengthMm: 40 });
    outlining.startAgain();
    expect(outlining.draft).to.deep.equal(newDraft('turned'));
  });
});
