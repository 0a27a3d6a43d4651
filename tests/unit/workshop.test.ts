import { expect } from 'chai';
import {
  changeHoop,
  changeMachine,
  MACHINE_KINDS,
  newHoop,
  newMachine,
  newWorkshop,
  withAgain,
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

  it('are changed in place; the kind follows the needles, an unnamed hoop is called by its field', () => {
    const wider = changeHoop(shop, middle.id, { widthMm: 140 });
    expect(wider.hoops.map((h) => h.name)).to.deep.equal(['100 × 100', '140 × 180', '160 × 260']);
    const named = changeHoop(changeHoop(shop, middle.id, { name: 'Blue' }), middle.id, { widthMm: 140 });
    expect(named.hoops[1]).to.include({ name: 'Blue', widthMm: 140 });
    expect(changeMachine(shop, 'machine-1', { needles: 4 }).machines[0].kind).to.equal('multi-needle');
    expect(changeMachine(shop, 'gone', { needles: 4 })).to.deep.equal(shop);
  });

  it('come back where they stood, and what has come since stays', () => {
    const second = withMachine(shop, newMachine('some-needles', 'second', shop), [
      newHoop('frame', 'second'),
    ]);
    const gone = withoutMachine(second, 'machine-1')!;
    const since = { ...gone, hoops: [...gone.hoops, newHoop('new', 'second')] };
    const back = withAgain(since, second, (item) => item.id === 'machine-1' || ('machineId' in item && item.machineId === 'machine-1')); // prettier-ignore
    expect(back.machines).to.deep.equal(second.machines);
    expect(back.hoops.map((h) => h.id)).to.deep.equal([...second.hoops.map((h) => h.id), 'new']);
    const without = withoutHoop(shop, small.id)!;
    expect(withAgain(without, shop, (item) => item.id === small.id)).to.deep.equal(shop);
    expect(withAgain(without, shop, () => false)).to.deep.equal(without);
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
