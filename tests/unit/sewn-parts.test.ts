import { expect } from 'chai';
import { newWorkshop } from '$lib/core/workshop';
import { crewPatch, tailTab } from '$lib/demo';
import { handCalls, itemsOf, laidAsSewn, type SewnPart } from '$lib/ui/hoop/one-tape';
import { example } from '../support/examples';

describe('what lies in a hooping, as one tape sews it', () => {
  const workshop = newWorkshop();
  const large = workshop.hoops.reduce((a, b) => (b.widthMm * b.heightMm > a.widthMm * a.heightMm ? b : a));
  const part = (tape: SewnPart['tape'], repeats: number): SewnPart => {
    const { build } = example(tape);
    const order = { ...build.order, quantity: repeats, repeats };
    return { plan: example(tape, { order, hoopId: large.id }, workshop).plan, tape };
  };
  const patch = part(crewPatch(), 2);
  const tab = part(tailTab(), 3);

  it('calls hands as often as one item does, and item by item once more for each', () => {
    expect([itemsOf([patch]), itemsOf([tab]), itemsOf([patch, tab])]).to.deep.equal([2, 3, 5]);
    // The patch: lay the blank, lay a sail and trim it, twice. The tab: lay the front; turn over and lay the back.
    expect(handCalls([patch], 'block-by-block')).to.equal(5);
    expect(handCalls([patch], 'item-by-item')).to.equal(2 * 5);
    expect(handCalls([patch, tab], 'design-by-design')).to.equal(5 + 2);
    expect(handCalls([patch, tab], 'item-by-item')).to.equal(2 * 5 + 3 * 2);
  });
  it('has each block as it is sewn, and each item in its place', () => {
    const [laid, other] = laidAsSewn([patch, tab]);
    expect([laid?.places.length, other?.places.length]).to.deep.equal([2, 3]);
    const { blocks } = patch.plan.design.reading;
    expect(laid?.design.blocks.map(({ from, to }) => [from, to])).to.deep.equal(
      blocks.map(({ from, to }) => [from, to]),
    );
  });
});
