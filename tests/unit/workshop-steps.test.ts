import { expect } from 'chai';
import { newWorkshop } from '$lib/core/workshop';
import { changedParts, isBatchPart, workshopSteps } from '$lib/ui/state/workshop-steps.svelte';

describe('what was changed of a workshop', () => {
  const told: string[] = [];
  const note = (name: string, parts: Parameters<typeof workshopSteps.note>[0]['parts'], again = true) =>
    workshopSteps.note({
      parts,
      back: async () => told.push(`${name} back`),
      again: again ? async () => told.push(`${name} again`) : null,
    });
  const batch = () => workshopSteps.of(isBatchPart);
  const shop = () => workshopSteps.of((part) => !isBatchPart(part));

  it('is told by its lists and figures', () => {
    const workshop = newWorkshop();
    expect(changedParts(workshop, { ...workshop })).to.deep.equal([]);
    expect(changedParts(workshop, { ...workshop, name: 'Shed', runsAlone: !workshop.runsAlone })).to.have.members(['name', 'runsAlone']); // prettier-ignore
  });
  it('is undone by the place that shows it, last first, and made again until it is overtaken', () => {
    note('nothing', []);
    expect([batch().canUndo, shop().canUndo]).to.deep.equal([false, false]);
    note('order', ['orders']);
    note('machine', ['machines', 'hoops']);
    note('moved', ['stock'], false);
    batch().undo();
    expect(told).to.deep.equal(['order back']);
    expect([batch().canUndo, batch().canRedo]).to.deep.equal([false, true]);
    shop().undo();
    // A movement of the shelf is made anew by hand, not again.
    expect(shop().canRedo).to.equal(false);
    shop().undo();
    expect(told.slice(1)).to.deep.equal(['moved back', 'machine back']);
    // What touches the same lists overtakes what was undone of them; not what was undone of others.
    note('hoop', ['hoops']);
    expect([shop().canRedo, batch().canRedo]).to.deep.equal([false, true]);
    batch().redo();
    expect(told.at(-1)).to.equal('order again');
    batch().undo();
    expect(told.at(-1)).to.equal('order back');
  });
});
