import { expect } from 'chai';
import type { Path } from '$lib/core/base';
import {
  fitIn,
  hoopBase,
  hoopField,
  hoopForMore,
  hoopsThatFit,
  intoInset,
  movedWithin,
  repeatPlaces,
  repeatsThatFit,
} from '$lib/core/hoop';
import { circle, closePath, satin } from '$lib/core/outline';
import { sewn } from '../support/copies';
import { numbersWith } from '$lib/core/numbers';
import { loadingsFor } from '$lib/core/order';
import {
  changeHoop,
  changeMachine,
  COMMON_FIELDS,
  fieldAtOnce,
  firstWorkshop,
  hoursAWeek,
  isUntold,
  metresAGram,
  MACHINE_KINDS,
  newHoop,
  newMachine,
  newWorkshop,
  shelfFor,
  stepOf,
  withThread,
  withAgain,
  withMachine,
  withoutHoop,
  withoutMachine,
  workshopSchema,
  type MachineKind,
} from '$lib/core/workshop';
import { tailTab } from '$lib/demo';
import { example, readAs } from '../support/examples';

describe('what is told of machines and hoops', () => {
  const shop = newWorkshop();
  const [machine] = shop.machines;
  const [, hoop] = shop.hoops;
  const numbers = numbersWith();
  const many = { ...machine, kind: 'multi-needle' as const };
  const cotton = (m: typeof machine) => example(tailTab(), {}, { ...shop, machines: [m] }).plan;

  it('a bobbin of its own kind, with a twentieth kept in hand', () => {
    // 60, 115, 110 and 200 m by the table, less 5 %.
    expect(cotton(machine).thread.bobbinHoldsM).to.be.closeTo(57, 1e-9);
    expect(cotton(many).thread.bobbinHoldsM).to.be.closeTo(109.25, 1e-9);
    expect(cotton({ ...machine, bobbin: 'prewound' }).thread.bobbinHoldsM).to.be.closeTo(104.5, 1e-9);
    expect(cotton({ ...many, bobbin: 'size-m' }).thread.bobbinHoldsM).to.be.closeTo(190, 1e-9);
  });
  it('trims by hand take 10 s where it cuts no thread by itself', () => {
    const seconds = (m: typeof machine) => cotton(m).time.item.needleSeconds;
    const trims = readAs(tailTab()).blocks.reduce((sum, b) => sum + b.trims, 0);
    expect(trims).to.be.above(0);
    expect(seconds({ ...machine, trims: false }) - seconds(machine)).to.be.closeTo(trims * (10 - 6), 1e-6);
    expect(seconds({ ...many, trims: false }) - seconds(many)).to.be.closeTo(trims * (10 - 4), 1e-6);
  });
  it('two positions that overlap by 30 are 165 of 300 each, 135 apart; a design must go into one', () => {
    const long = { ...hoop, widthMm: 130, heightMm: 300, positions: { count: 2, overlapMm: 30 } };
    expect([fieldAtOnce(long).heightMm, stepOf(long)]).to.deep.equal([165, 135]);
    const three = { ...long, positions: { count: 3, overlapMm: 30 } };
    expect([fieldAtOnce(three).heightMm, stepOf(three)]).to.deep.equal([120, 90]);
    const fits = (height: number) => hoopField(long, machine, numbers, { width: 100, height }).fits;
    expect([fits(155), fits(155.1)]).to.deep.equal([true, false]);
    // The base goes under all of it: 130 + 40 + 2 · 25, 300 + 40 + 2 · 25.
    expect(hoopBase(long, machine, numbers)).to.include({ widthMm: 220, heightMm: 390 });
  });
  it('a round field: what is round goes in, its box would not; it is moved no further than the foot allows', () => {
    const round = { ...hoop, widthMm: 100, heightMm: 100, shape: 'oval' as const };
    const fits = (design: { width: number; height: number; hull?: Path }) =>
      hoopField(round, machine, numbers, design).fits;
    const hull = circle({ x: 0, y: 0 }, 45);
    expect(fits({ width: 90, height: 90, hull })).to.equal(true);
    expect(fits({ width: 90, height: 90 })).to.equal(false);
    // 54 × 72 has its corners 45 from the middle.
    expect([fits({ width: 54, height: 72 }), fits({ width: 54.2, height: 72 })]).to.deep.equal([true, false]);
    const field = hoopField(round, machine, numbers, {
      width: 60,
      height: 60,
      hull: circle({ x: 0, y: 0 }, 30),
    });
    const [moved] = movedWithin([{ x: 0, y: 0, turnDeg: 0 }], [circle({ x: 0, y: 0 }, 30)], field, {
      dx: 30,
      dy: 40,
    });
    // From 30 to 45 are 15, along the way of 3 : 4.
    expect(moved.x).to.be.closeTo(9, 0.1);
    expect(moved.y).to.be.closeTo(12, 0.1);
    expect(intoInset(circle({ x: 0, y: 20 }, 30), field)).to.be.closeTo(5, 0.1);
    expect(fitIn(circle({ x: 7, y: 7 }, 45), { ...fieldAtOnce(round), oval: true }, 5)).to.include({
      turnDeg: 0,
      fits: true,
    });
    // Of 200 across: 3 of 50 with 10 between reach 170, and leave 105 for one; two by two is most.
    const wide = { width: 210, height: 210, inset: 5, oval: true };
    expect(repeatsThatFit(wide, { width: 50, height: 50 }, 10)).to.deep.equal({ across: 2, down: 2 });
    expect(repeatPlaces(wide, { width: 50, height: 50 }, 10, 5)).to.equal(null);
  });
  it('a round patch is planned in a round hoop as it is', () => {
    const patch = sewn([satin(closePath(circle({ x: 10, y: -5 }, 43)), 3, 0.4)]);
    const round = { ...hoop, widthMm: 100, heightMm: 100, shape: 'oval' as const };
    const { plan } = example(patch, { hoopId: round.id }, { ...shop, hoops: [round] });
    expect(plan.hooping.field.fits).to.equal(true);
    const large = sewn([satin(closePath(circle({ x: 10, y: -5 }, 44.5)), 3, 0.4)]);
    expect(
      example(large, { hoopId: round.id }, { ...shop, hoops: [round] }).plan.hooping.field.fits,
    ).to.equal(false);
  });
  it('its own outer size and its own room for the foot', () => {
    const own = { ...hoop, outerWidthMm: 150, outerHeightMm: 210, insetMm: 12 };
    expect(hoopBase(own, machine, numbers)).to.include({ widthMm: 200, heightMm: 260 });
    // 130 less 12 on either side; across, the frame lies turned too.
    expect(hoopField(own, machine, numbers, { width: 106, height: 156 })).to.include({
      fits: true,
      inset: 12,
    });
    expect(hoopField(own, machine, numbers, { width: 106.1, height: 156 }).fits).to.equal(false);
    const across = hoopField(own, machine, numbers, { width: 150, height: 100 });
    expect(across).to.include({ turned: true, outerWidth: 210, outerHeight: 150 });
  });
  it('the usual machine and hoop come first, then the smaller', () => {
    const two = withMachine(shop, newMachine('some-needles', 'big', shop), [newHoop('frame', 'big')]);
    const order = (w: typeof shop) =>
      hoopsThatFit(w, numbers, { width: 80, height: 80 }).map((f) => f.hoop.id);
    expect(order(two)).to.deep.equal(['hoop-100x100', 'hoop-130x180', 'hoop-160x260', 'frame']);
    expect(order({ ...two, usual: { machineId: 'big', hoopId: null } })[0]).to.equal('frame');
    const usual = { machineId: null, hoopId: 'hoop-160x260' };
    expect(order({ ...two, usual })).to.deep.equal(['hoop-160x260', 'hoop-100x100', 'hoop-130x180', 'frame']);
    const onBoth = changeHoop(two, 'hoop-100x100', { alsoOn: ['big'] });
    const [first] = hoopsThatFit({ ...onBoth, usual: { machineId: 'big', hoopId: null } }, numbers, { width: 80, height: 80 }); // prettier-ignore
    expect([first.hoop.id, first.machine.id]).to.deep.equal(['hoop-100x100', 'big']);
  });
  it('a hoop that holds more: the smallest whose rows and columns do', () => {
    const size = { width: 40, height: 40 };
    // With 10 between: 2 × 2 in 90 × 90, 2 × 3 in 120 × 170, 3 × 5 in 150 × 250.
    const more = (count: number) => hoopForMore(shop, numbers, size, 10, count)?.name;
    expect([3, 4, 5, 6, 14, 15].map(more)).to.deep.equal(['100 × 100', '130 × 180', '130 × 180', '160 × 260', '160 × 260', undefined]); // prettier-ignore
  });
  it('is never set faster than it can go; a hoop that fits another machine stays when its own goes', () => {
    expect(changeMachine(shop, machine.id, { topSpeed: 550 }).machines[0].speed).to.equal(550);
    expect(changeMachine(shop, machine.id, { topSpeed: 800 }).machines[0].speed).to.equal(600);
    const two = changeHoop(withMachine(shop, newMachine('some-needles', 'big', shop)), hoop.id, {
      alsoOn: ['big'],
    });
    expect(withoutMachine(two, machine.id)?.hoops).to.deep.equal([{ ...hoop, machineId: 'big', alsoOn: [] }]);
  });
  it('heads that sew together are filled together: seven hoopings on four heads are two loadings', () => {
    expect(loadingsFor(7, { heads: 4, headsTogether: true })).to.equal(2);
    expect(loadingsFor(8, { heads: 4, headsTogether: true })).to.equal(2);
    expect(loadingsFor(7, { heads: 4, headsTogether: false })).to.equal(7);
  });
  it('a thread is weighed: 40 m a gram of 40 weight, 60 of 60; each needle keeps its own', () => {
    expect([metresAGram(40, numbers), metresAGram(60, numbers)]).to.deep.equal([40, 60]);
    const three = { ...machine, needles: 3, threaded: ['a'] };
    expect(withThread(three, 2, 'c').threaded).to.deep.equal(['a', null, 'c']);
    expect(withThread({ ...three, threaded: ['a', 'b', 'c', 'd'] }, 1, null).threaded).to.deep.equal([
      'a',
      null,
      'c',
    ]);
  });
  it('the hours of a week, past midnight too', () => {
    const person = {
      id: 'p',
      name: 'P',
      does: 'all' as const,
      days: ['Mon' as const, 'Tue' as const],
      from: '18:00',
      to: '21:30',
    };
    expect(hoursAWeek(person)).to.equal(7);
    expect(hoursAWeek({ ...person, from: '22:00', to: '02:00' })).to.equal(8);
  });
});

describe('four questions for a start', () => {
  const ids = () => {
    let n = 0;
    return () => `id-${++n}`;
  };
  it('make a workroom of the answers: one machine, the hoops that were ticked, what lies on the shelf', () => {
    const long = COMMON_FIELDS.findIndex((f) => 'positions' in f);
    const answers = { kind: 'some-needles' as const, fields: [0, long], unit: 'inch' as const, has: shelfFor(['patches', 'lace']) }; // prettier-ignore
    const told = workshopSchema.parse(firstWorkshop(newWorkshop(), answers, (m) => m, ids()));
    expect(told.machines.map((m) => m.needles)).to.deep.equal([6]);
    expect(told.hoops.map((h) => [h.name, h.machineId, h.positions?.count])).to.deep.equal([
      ['100 × 100', 'id-1', undefined],
      ['130 × 300', 'id-1', 2],
    ]);
    expect(told.stock.map((s) => s.material)).to.deep.equal(['film', 'felt', 'tear-away', 'mesh']);
    expect(told.unit).to.equal('inch');
    expect([isUntold(newWorkshop(), newWorkshop()), isUntold(told, newWorkshop())]).to.deep.equal([
      true,
      false,
    ]);
  });
  it('without a hoop begin with the smallest', () => {
    const answers = { kind: 'one-needle' as const, fields: [], unit: 'mm' as const, has: [] };
    expect(firstWorkshop(newWorkshop(), answers, (m) => m, ids()).hoops.map((h) => h.name)).to.deep.equal([
      '100 × 100',
    ]);
  });
});

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
