import { expect } from 'chai';
import {
  MACHINE_KINDS,
  newMachine,
  newWorkshop,
  withHoop,
  withMachine,
  withoutHoop,
  withoutMachine,
  workshopSchema,
  type MachineKind,
} from '$lib/core/workshop';

describe('machines and hoops', () => {
  const shop = newWorkshop();
  const [small, middle] = shop.hoops;

  it('of each kind are what the border lets in, under a name of their own', () => {
    const all = (Object.keys(MACHINE_KINDS) as MachineKind[]).reduce(
      (w, kind) =>
        withMachine(withMachine(w, newMachine(kind, `${kind}1`, w)), newMachine(kind, `${kind}2`, w)),
      shop,
    );
    const parsed = workshopSchema.parse(all);
    expect(parsed.machines).to.have.length(9);
    const twice = withMachine(shop, newMachine('many-needles', 'a', shop));
    expect(newMachine('many-needles', 'b', twice).name).to.equal('Shop machine 2');
    expect(newMachine('several-heads', 'c', shop)).to.include({ kind: 'multi-needle', heads: 4 });
  });

  it('are changed in place, taken out, and put back where they stood', () => {
    const wider = withHoop(shop, { ...middle, widthMm: 140 });
    expect(wider.hoops.map((h) => h.widthMm)).to.deep.equal([100, 140, 160]);
    const without = withoutHoop(shop, small.id);
    expect(without?.hoops.map((h) => h.id)).to.deep.equal(shop.hoops.slice(1).map((h) => h.id));
    expect(without && withHoop(without, small, 0)).to.deep.equal(shop);
  });

  it('take their hoops with them, and never leave nothing to sew in', () => {
    const second = newMachine('some-needles', 'second', shop);
    const frame = { ...small, id: 'frame', machineId: 'second' };
    const two = withMachine(shop, second, [frame]);
    const gone = withoutMachine(two, 'machine-1');
    expect(gone?.hoops).to.deep.equal([frame]);
    expect(withoutMachine(shop, 'machine-1')).to.equal(null);
    expect(withoutMachine(withMachine(shop, second), 'machine-1')).to.equal(null);
    const one = { ...shop, hoops: [small] };
    expect(withoutHoop(one, small.id)).to.equal(null);
  });
});
