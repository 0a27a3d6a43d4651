import { expect } from 'chai';
import { hoopBase } from '$lib/core/hoop';
import { tightTrim } from '$lib/core/score';
import { cutList, notionsOf, purchaseOfThread } from '$lib/core/cut';
import { numbersWith, type Numbers } from '$lib/core/numbers';
import { doubtfulDays, orderReason, planOrder } from '$lib/core/order';
import { weighBundle } from '$lib/core/plan';
import { densityMap, LENGTH_BIN_MM, typedReading, type BlockReading, type Reading } from '$lib/core/reading';
import type { HandStep, NeedleStep, Score, ScorePiece, Step } from '$lib/core/score';
import { TapeAssembler, STITCH } from '$lib/core/tape';
import {
  bobbinsForOrder,
  bobbinsToWind,
  bobbinWords,
  gatherThreads,
  howThreadLasts,
  planThread,
} from '$lib/core/thread';
import { hoopingSeconds, timeSteps } from '$lib/core/time';
import { bobbinKindOf, newWorkshop } from '$lib/core/workshop';

// Small cases whose figures were worked out on paper, from the table of numbers as it ships.
const numbers = numbersWith();
const shop = newWorkshop();
const home = { ...shop.machines[0], speed: 600 };
const many = { ...home, kind: 'multi-needle' as const };
const BOX = { minX: -50, minY: -30, maxX: 50, maxY: 30 };

/** A block of a design of 100 × 60 mm, all of whose stitches have one length. */
function blockOf(
  index: number,
  stitches: number,
  mm: number,
  more: Partial<BlockReading> = {},
): BlockReading {
  const [plain] = typedReading(
    [{ title: 'x', role: 'tack-down', stitches, seconds: null }],
    { width: 100, height: 60 },
    600,
  ).blocks;
  const lengthBins = plain.lengthBins.map(() => 0);
  lengthBins[Math.floor(mm / LENGTH_BIN_MM)] = stitches;
  const line = {
    points: Float32Array.from([-50, -30, 50, -30, 50, 30, -50, 30]),
    closed: true,
    lengthMm: 320,
  };
  return {
    ...plain,
    index,
    lengthBins,
    sewnLengthMm: stitches * mm,
    typed: null,
    lines: [line],
    perimeterMm: 320,
    closed: true,
    box: BOX,
    ...more,
  };
}
const readingOf = (...blocks: BlockReading[]): Reading => ({
  label: '',
  warnings: [],
  jumps: 0,
  trims: 0,
  stops: blocks.length - 1,
  covers: [],
  copies: null,
  techniques: [],
  stitches: blocks.reduce((sum, b) => sum + b.stitches, 0),
  extents: BOX,
  blocks,
});
const needle = (block: number, more: Partial<NeedleStep> = {}): NeedleStep => ({
  kind: 'needle',
  id: `n${block}`,
  title: `Block ${block + 1}`,
  because: '',
  stop: block,
  block,
  role: 'tack-down',
  confidence: 1,
  holds: [],
  attended: false,
  bothSides: false,
  skipped: false,
  again: false,
  thread: null,
  copy: null,
  inserted: null,
  ...more,
});
const hand = (id: string, action: HandStep['action'], more: Partial<HandStep> = {}): HandStep => ({
  kind: 'hand',
  id,
  title: id,
  because: '',
  text: '',
  stop: 0,
  hand: 1,
  action,
  side: 'front',
  pieces: [],
  along: null,
  keeps: null,
  tapeSides: 0,
  heldBy: null,
  hoopBecause: '',
  number: null,
  wait: null,
  tools: [],
  cautions: [],
  times: 1,
  places: 1,
  copy: null,
  uses: [],
  ownSeconds: null,
  own: false,
  ...more,
});
const piece = (
  id: string,
  material: ScorePiece['material'],
  size: ScorePiece['size'],
  more: Partial<ScorePiece> = {},
): ScorePiece => ({
  id,
  name: id,
  purpose: '',
  material,
  colour: '#000000',
  layers: 1,
  traits: [],
  fusible: 'none',
  prewashed: false,
  own: null,
  interfacing: false,
  marginMm: null,
  cutTo: null,
  mayTurn: null,
  size,
  blocks: { line: [0] },
  round: null,
  tags: [],
  copies: 1,
  copy: null,
  like: null,
  ...more,
});
const film = piece('film', 'film', { rule: 'hoop' }, { blocks: {} });
const front = piece('front', 'cotton', { rule: 'cover', by: ['line'] });
const scoreOf = (steps: Step[], pieces: ScorePiece[] = [film, front]): Score => ({
  steps,
  pieces,
  technique: 'as-read',
  schools: {},
  changed: [],
  open: null,
  stale: [],
});
const timesOf = (
  steps: Step[],
  reading: Reading,
  machine = home,
  own: Numbers = numbers,
  magneticHoop = false,
) =>
  timeSteps(scoreOf(steps), { reading, one: reading }, { machine, numbers: own, magneticHoop, threads: [] });

describe('worked out by hand', () => {
  // 600 stitches of 2.25 mm at 600 a minute: 60 s; 9 jumps at half speed: 1.8 s; 2 trims; breaks 600/10,000 · 0.15 · 90 = 0.81 s.
  const sewn = readingOf(blockOf(0, 1, 2), blockOf(1, 600, 2.25, { jumps: 9, trims: 2, floats: 2 }));

  it('the needle: stitches, a run-up at each start, ties, jumps, trims, breaks, its stop', () => {
    const one = timesOf([needle(1)], sewn).n1;
    // 60 + 3 · 1.5 + 1 + 1.8 + 2 · 6 + 0.81 + 3
    expect(one.seconds).to.be.closeTo(83.11, 1e-9);
    expect(one.freeSeconds).to.be.closeTo(63.11, 1e-9);
    // The stop comes once for four of them: 4 · 80.11 + 3.
    expect(hoopingSeconds(one, 4)).to.be.closeTo(323.44, 1e-9);
    // Many needles: 60 + 4.5 + 1 + 1.8 + 2 · 4 + 0.81 + 5
    expect(timesOf([needle(1)], sewn, many).n1.seconds).to.be.closeTo(81.11, 1e-9);
    // The first block has no stop before it: 0.1 + 1.5 + 1 + 1/10,000 · 13.5
    expect(timesOf([needle(0)], sewn).n0.seconds).to.be.closeTo(2.60135, 1e-9);
    // Passed over: found on the panel, 20 s, once.
    expect(timesOf([needle(1, { skipped: true })], sewn).n1).to.include({
      seconds: 20,
      perHooping: true,
      freeSeconds: 0,
    });
    // Held with a stylus at 350 a minute: 600 · 60 / 350 = 102.857, and nobody is free.
    const held = timesOf([needle(1, { attended: true })], sewn).n1;
    expect(held.seconds).to.be.closeTo(83.11 - 60 + 102.857142857, 1e-6);
    expect(held.freeSeconds).to.equal(0);
  });

  it('a metallic thread is sewn at its own speed, and hands are told the figure that they go by', () => {
    const silver = { name: 'silver', colour: '#cccccc', metallic: true };
    const { n1 } = timesOf([needle(1, { thread: silver })], sewn);
    // 600 stitches at the 500 a minute of the table, not at the machine's 600
    expect(numbers['thread.metallicSpeed']).to.be.below(600);
    expect(n1.terms[0].seconds).to.be.closeTo((600 * 60) / numbers['thread.metallicSpeed'], 1e-9);
    const trimmed = timesOf([needle(1), hand('trim', 'trim-close', { along: 1 })], sewn).trim;
    const perCm = trimmed.terms.find((t) => t.label.includes(' cm × '));
    expect(perCm?.label).to.equal('trim close: 32.0 cm × 5 s');
  });

  it('long stitches: of 6.75 mm at 0.6222 of the speed, of 9.75 mm at 0.49', () => {
    const long = readingOf(blockOf(0, 0, 2), blockOf(1, 100, 6.75), blockOf(2, 100, 9.75));
    const stitching = (id: string) => timesOf([needle(1), needle(2)], long)[id].terms[0].seconds;
    // 1 − 0.4 · 4.25 / 4.5 = 0.62222: 100 · 60 / 600 / 0.62222; 0.6 − 0.2 · 2.75 / 5 = 0.49
    expect(stitching('n1')).to.be.closeTo(10 / (1 - (0.4 * 4.25) / 4.5), 1e-9);
    expect(stitching('n2')).to.be.closeTo(10 / 0.49, 1e-9);
  });

  it('hands: by the cm, by the corner, by the piece and its taped sides, by the thread to snip', () => {
    const at = (step: HandStep, machine = home, magnetic = false) =>
      timesOf([needle(1), step], sewn, machine, numbers, magnetic)[step.id].seconds;
    expect(at(hand('a', 'trim-close', { along: 1 }))).to.equal(32 * 5);
    // Round the design of 100 × 60: 32 cm at 4 s; torn with no line to go along: its 30 s alone.
    expect(at(hand('a', 'cut-base', { side: 'off' }))).to.equal(32 * 4);
    expect(at(hand('a', 'tear', { side: 'off' }))).to.equal(30);
    expect(at(hand('a', 'trim-seam', { along: 1, times: 4, side: 'off' }))).to.equal(32 * 2 + 4 * 2);
    expect(at(hand('a', 'lay', { pieces: ['front', 'film'], tapeSides: 2 }))).to.equal(2 * 30 + 2 * 2 * 6);
    expect(at(hand('a', 'lay', { pieces: ['front'], heldBy: 'tape' }))).to.equal(30 + 4 * 6);
    const [one, two] = [['front'], ['front', 'film']].map(
      (pieces) => timesOf([hand('a', 'lay', { pieces })], sewn).a.terms[0].label,
    );
    expect([one, two]).to.deep.equal(['lay the piece', 'lay pieces, 2 times']);
    expect(at(hand('a', 'snip', { side: 'off' }))).to.equal(20 + 2 * 4);
    expect(at(hand('a', 'tear', { along: 1, side: 'off' }))).to.equal(30 + 32);
    expect([at(hand('a', 'hoop-up')), at(hand('a', 'hoop-up'), home, true)]).to.deep.equal([
      90 + 20,
      35 + 20,
    ]);
    // By hand, on the one needle or on one of several; a needle of its own takes as long as a blade.
    expect([at(hand('a', 'thread')), at(hand('a', 'rethread'), many), at(hand('a', 'needle'))]).to.deep.equal([60, 60, 45]); // prettier-ignore
    // The hoop comes off for it: 25 s at home, 40 s with a bracket; not once more for the next.
    expect([
      at(hand('a', 'fold', { hoop: 'off' })),
      at(hand('a', 'fold', { hoop: 'off' }), many),
    ]).to.deep.equal([45, 60]);
    const both = timesOf([hand('a', 'flip-hoop', { hoop: 'off' }), hand('b', 'fold', { hoop: 'off' })], sewn);
    expect([both.a.seconds, both.b.seconds]).to.deep.equal([10 + 25, 20]);
    expect(timesOf([hand('a', 'dry-lace')], sewn).a).to.include({ seconds: 0, waitSeconds: 36_000 });
    expect(at(hand('a', 'work', { number: 'hand.eyelet', times: 2 }))).to.equal(90);
  });

  it('thread: by the stitch, by the thickness of the stack, and a tail at each start', () => {
    const reading = readingOf(blockOf(0, 800, 2.5, { trims: 2 }));
    const steps = (role: NeedleStep['role']) => [
      hand('hoop', 'hoop-up', { pieces: ['film'] }),
      hand('lay', 'lay', { pieces: ['front'] }),
      needle(0, { role }),
    ];
    const plan = (role: NeedleStep['role'], items: number) =>
      planThread(scoreOf(steps(role)), reading, [], { machine: home, numbers, items });
    // Film 0.15 and cotton 0.25 mm: 1.15 · 2 m + 1.5 · 0.4 · 800 mm + 3 · 0.1 m; 0.4 · 2 m + 0.4 · 800 mm + 0.3 m
    expect(plan('cover', 1).steps.n0.topM).to.be.closeTo(2.3 + 0.48 + 0.3, 1e-9);
    expect(plan('cover', 1).steps.n0.bobbinM).to.be.closeTo(0.8 + 0.32 + 0.3, 1e-9);
    // Two layers of the front are as thick as two pieces: 0.65 mm in all.
    const double = planThread(scoreOf(steps('cover'), [film, { ...front, layers: 2 }]), reading, [], {
      machine: home,
      numbers,
      items: 1,
    });
    expect(double.steps.n0.topM).to.be.closeTo(2.3 + 1.5 * 0.65 * 0.8 + 0.3, 1e-9);
    // Typed from a sheet only the lengths of the bins are known: 2.75 mm is the middle of the one that 2.5 mm lies in.
    const typed = planThread(
      scoreOf(steps('cover')),
      readingOf(blockOf(0, 800, 2.5, { trims: 2, sewnLengthMm: 0 })),
      [],
      { machine: home, numbers, items: 1 },
    );
    expect(typed.steps.n0.topM).to.be.closeTo(1.15 * 2.2 + 0.48 + 0.3, 1e-9);
    // 60 m, 5 % kept: 57 m give 40 items of 1.42 m; the 41st would have a join.
    for (const role of ['cover', 'lace', 'final-outline'] as const)
      expect(
        plan(role, 43).bobbins.swaps.map((s) => [s.item, Math.round(s.leftM * 100)]),
        role,
      ).to.deep.equal([[40, 20]]);
    expect(plan('cover', 43).bobbins.swaps[0].because).to.include('item 41 of 43, takes 1.4 m');
    expect(plan('decoration', 43).bobbins.swaps).to.deep.equal([]);
    expect(plan('cover', 40).bobbins.swaps).to.deep.equal([]);
    // Of an order: 81 of one each hooping, or all in one; a hooping of 3 takes 4.26 m, and 13 of them 55.38 m.
    const wound = (designs: number, hoopings: number) =>
      bobbinsForOrder(plan('cover', 1), { designs, inHooping: Math.ceil(designs / hoopings), inTape: 1 }).map(
        bobbinWords,
      );
    expect([wound(1, 1), wound(40, 1), wound(41, 41), wound(81, 1), wound(81, 27)]).to.deep.equal([
      ['1 full bobbin'],
      ['1 full bobbin'],
      ['2 full bobbins'],
      ['3 full bobbins'],
      ['3 full bobbins'],
    ]);
    // 45 in hoopings of 44 (each a tape of two): the last one holds the rest, and takes the second bobbin no further.
    const rest = { designs: 45, inHooping: 88, inTape: 2 };
    expect(bobbinsForOrder(plan('cover', 1), rest).map(bobbinWords)).to.deep.equal(['2 full bobbins']);
    // Two of white wait for this machine, and one of coral; what is wound for another kind is none of its.
    const waiting = [
      { id: 'w', colour: '#ffffff', kind: bobbinKindOf(home), name: 'White', count: 2 },
      { id: 'c', colour: '#ffffff', kind: bobbinKindOf(home), name: 'coral', count: 1 },
      { id: 'm', colour: '#ffffff', kind: 'size-m' as const, name: 'white', count: 9 },
    ];
    const coral = { name: 'coral', colour: '#d9644a' };
    const toWind = bobbinsToWind([{ thread: null, count: 3 }, { thread: coral, count: 1 }, { thread: { ...coral, name: 'slate' }, count: 2 }], home, waiting); // prettier-ignore
    expect(toWind.map((w) => [w.waiting, w.missing])).to.deep.equal([[2, 1], [1, 0], [0, 2]]); // prettier-ignore
    // A bobbin of top thread holds 38 · 0.95 = 36.1 m: 25 items.
    const matched = [...steps('cover').slice(0, 2), hand('bobbin', 'bobbin'), needle(0, { role: 'cover' })];
    const { swaps } = planThread(scoreOf(matched), reading, [], {
      machine: home,
      numbers,
      items: 30,
    }).bobbins;
    expect(swaps.map((s) => s.item)).to.deep.equal([25]);
    // What is wound onto it comes off the same cone: 1.42 m an item below, beside what is sewn above.
    const inCoral = (of: typeof matched) =>
      planThread(scoreOf(of), reading, [coral], { machine: home, numbers });
    const [own, white] = [inCoral(matched), inCoral(matched.filter((s) => s.kind !== 'hand' || s.action !== 'bobbin'))]; // prettier-ignore
    expect(white.byThread[0]!.metres).to.be.closeTo(white.topM, 1e-9);
    expect(own.byThread[0]!.metres - own.topM).to.be.closeTo(own.bobbinM, 1e-9);
  });

  it('thread of an order against the shelf: what lasts, what ends in which hooping, what is not there', () => {
    const byThread = [
      { name: 'coral', bare: 'coral', colour: '#D9644A', metres: 7 },
      { name: 'slate', bare: 'slate', colour: '#5f6c78', metres: 2 },
      { name: 'sand', bare: 'sand', colour: '#ddccaa', metres: 1 },
    ];
    const spool = { kind: 'rayon' as const, weight: 40, form: 'spool' as const, count: 1 };
    const shelf = [
      { ...spool, id: 'c', name: 'coral', colour: '#d9644a', metres: 60 },
      { ...spool, id: 's', name: 'slate', colour: '#5f6c78', metres: 24 },
      { ...spool, id: 'other', name: 'sand', colour: '#000000', metres: 900 },
    ];
    // 12 in 4 hoopings: 21 m of coral each; two of them leave 18 m, the third ends it.
    const lasts = howThreadLasts({ byThread }, { designs: 12, inHooping: 3, inTape: 1 }, shelf);
    expect(lasts.map(({ name, metres, onShelf, endsIn }) => [name, metres, onShelf, endsIn])).to.deep.equal([
      ['coral', 84, 60, 3],
      ['slate', 24, 24, null],
      ['sand', 12, null, null],
    ]);
    // A tape of two: hoopings of six are three of it.
    const inTwos = howThreadLasts({ byThread }, { designs: 12, inHooping: 6, inTape: 2 }, shelf);
    expect(inTwos.map(({ endsIn }) => endsIn)).to.deep.equal([3, null, null]);
    const twice = gatherThreads([
      { threads: byThread, order: { designs: 12 } },
      { threads: byThread.slice(1), order: { designs: 100 } },
    ]);
    expect(twice.map(({ name, metres }) => [name, metres])).to.deep.equal([['slate', 224], ['sand', 112], ['coral', 84]]); // prettier-ignore
    const bought = twice.map((need) => purchaseOfThread(need, shelf));
    expect(bought.map((p) => p && [p.amount, p.needs, p.cost])).to.deep.equal([
      ['1 spool of 500 m', '224 m, 24 m on the shelf', 3],
      ['1 spool of 500 m', '112 m', 3],
      ['1 spool of 500 m', '84 m, 60 m on the shelf', 3],
    ]);
    const cones = [{ ...shelf[0]!, form: 'cone' as const, metres: 100 }];
    const many = purchaseOfThread({ ...byThread[0]!, metres: 3200 }, cones, { 'thread-cone': { price: 7 } });
    expect([many?.amount, many?.cost]).to.deep.equal(['4 cones of 1\u202f000 m', 28]);
    expect(purchaseOfThread({ ...byThread[0]!, metres: 100 }, cones)).to.equal(null);
  });

  it('an order: the hands’ work at the table finds its place while the needle needs nobody', () => {
    const even = numbersWith({ 'hand.learningFirst': 1, 'order.rejectRate': 0 });
    const steps = [
      hand('lay', 'lay', { pieces: ['front'] }),
      needle(0),
      hand('unhoop', 'unhoop', { side: 'off' }),
      hand('press', 'press', { side: 'off' }),
    ];
    const order = (free: number, press: number, quantity = 2, repeats = 1) => {
      const step = (seconds: number, perHooping = false) => ({
        seconds,
        terms: [{ label: '', seconds }],
        freeSeconds: 0,
        waitSeconds: 0,
        perHooping,
      });
      const times = { lay: step(30), n0: step(free + 20), unhoop: step(20, true), press: step(press) };
      return planOrder(scoreOf(steps), times, { quantity, repeats }, even);
    };
    // Six copies in the tape: pressing all takes 360 s, and one of them goes into the second tape's 80 s.
    const press = hand('press', 'press', { side: 'off', places: 6 });
    const plain = { freeSeconds: 0, waitSeconds: 0, perHooping: false };
    const lasting = (seconds: number) => ({ ...plain, seconds, terms: [{ label: '', seconds }] });
    expect(
      planOrder(
        scoreOf([...steps.slice(0, 3), press]),
        {
          lay: lasting(30),
          n0: lasting(100),
          unhoop: { ...lasting(20), perHooping: true },
          press: lasting(360),
        },
        { quantity: 12, repeats: 1 },
        even,
        6,
      ),
    ).to.deep.equal({
      load: 12,
      designs: 2,
      inTape: 6,
      spare: 0,
      withOthers: 0,
      hoopings: 2,
      ownDesigns: 2,
      inHooping: 6,
      lastHooping: 6,
      seconds: 300 + 720 - 60,
      needleSeconds: 200,
      handSeconds: 2 * 50 + 720,
      overlappedSeconds: 60,
      oneSeconds: 30 + 100 + 20 + 360,
      learningSeconds: 0,
      sharedSeconds: 0,
    });
    // 2 · (30 + 100 + 20) and the last press; the first one fits into the second 80 s.
    expect(order(80, 60)).to.deep.equal({
      load: 2,
      designs: 2,
      inTape: 1,
      spare: 0,
      withOthers: 0,
      hoopings: 2,
      ownDesigns: 2,
      inHooping: 1,
      lastHooping: 1,
      seconds: 360,
      needleSeconds: 200,
      handSeconds: 220,
      overlappedSeconds: 60,
      oneSeconds: 210,
      learningSeconds: 0,
      sharedSeconds: 0,
    });
    // 2 · 210 s less the 60 s that found their place.
    expect(orderReason(order(80, 60))).to.equal(
      '2 × 3:30 min are 7:00 min, less 1:00 min while the needle ran by itself.',
    );
    expect(orderReason(order(80, 40, 6, 2))).to.equal(
      '6 × 3:10 min are 19:00 min, less 1:00 min done once for a whole hooping and 2:40 min while the needle ran by itself.',
    );
    // 81 s do not fit into 80: both are done at the end.
    expect(order(80, 81)).to.include({ seconds: 300 + 162, overlappedSeconds: 0 });
    // Two jobs of 40 s fit into one 80 s; of three hoopings of two, the jobs of the last are left.
    expect(order(80, 40, 6, 2)).to.include({
      hoopings: 3,
      lastHooping: 2,
      overlappedSeconds: 160,
      seconds: 3 * (2 * 30 + 2 * 100 + 20) + 80,
      // Unhooped three times, not six: 6 · 190 − 3 · 20 − 160 is the same.
      oneSeconds: 190,
      sharedSeconds: 60,
      learningSeconds: 0,
    });
    // With other builds: one hooping that they have filled and take out, and one that it is hooped for and stays in.
    const lots = [
      { designs: 1, isHooped: false, isTakenOut: false },
      { designs: 2, isHooped: true, isTakenOut: false },
    ];
    const hooped = [hand('up', 'hoop-up', { pieces: ['film'] }), ...steps.slice(0, 3)];
    const plain30 = { up: { ...lasting(300), perHooping: true }, lay: lasting(30), n0: lasting(100), unhoop: { ...lasting(20), perHooping: true } }; // prettier-ignore
    const asked = { quantity: 5, repeats: 2 };
    const among = planOrder(scoreOf(hooped), plain30, asked, even, 1, lots);
    // Of five, three lie with others; the two left are one hooping of its own.
    expect(among).to.include({
      designs: 5,
      withOthers: 3,
      hoopings: 1,
      ownDesigns: 2,
      inHooping: 2,
      lastHooping: 2,
    });
    expect(among).to.include({ needleSeconds: 500, handSeconds: (300 + 2 * 30 + 20) + 30 + (300 + 2 * 30) }); // prettier-ignore
    // Nothing of its own is left, and one is spare.
    const all = planOrder(scoreOf(hooped), plain30, { quantity: 2, repeats: 2 }, even, 1, lots);
    expect(all).to.include({
      designs: 3,
      spare: 1,
      withOthers: 3,
      hoopings: 0,
      ownDesigns: 0,
      lastHooping: 0,
    });
    // The first item takes half as long again, the second 1.275 times.
    const learning = planOrder(
      scoreOf(steps.slice(0, 3)),
      timesOf(steps.slice(0, 3), sewn),
      { quantity: 2, repeats: 1 },
      numbersWith({ 'order.rejectRate': 0 }),
    );
    expect(learning.handSeconds).to.be.closeTo((30 + 20) * (1.5 + 1.275), 1e-9);
    expect(learning.learningSeconds).to.be.closeTo((30 + 20) * (0.5 + 0.275), 1e-9);
    expect(learning.seconds).to.be.closeTo(2 * learning.oneSeconds + learning.learningSeconds, 1e-9);
  });

  it('cut sizes: outline and margin, base past the hoop, up to the grid', () => {
    const back = piece('back', 'cotton', { rule: 'cover', by: ['line'] });
    const steps = [
      hand('hoop', 'hoop-up', { pieces: ['film'] }),
      hand('lay', 'lay', { pieces: ['front'] }),
      hand('turn', 'lay', { pieces: ['back'], side: 'back' }),
    ];
    const cut = (magnetic: boolean, unit: 'mm' | 'inch' = 'mm') =>
      cutList(
        scoreOf(steps, [film, front, back]),
        { reading: sewn, one: sewn },
        {
          numbers,
          unit,
          hoop: { outerWidth: 170, outerHeight: 220, magnetic },
          washed: false,
        },
      ).map((p) => [p.id, p.width.cutMm, p.height.cutMm]);
    // 170 + 2 · 25, 220 + 2 · 25; 100 + 2 · 12 and 60 + 2 · 12, up to 5; 100 + 2 · 20, 60 + 2 · 20
    expect(cut(false)).to.deep.equal([
      ['film', 220, 270],
      ['front', 125, 85],
      ['back', 140, 100],
    ]);
    // Stuck on the front instead, it lies in sight: the front's margin.
    steps[2] = hand('turn', 'lay', { pieces: ['back'], side: 'front' });
    expect(cut(false)[2]).to.deep.equal(['back', 125, 85]);
    expect(cut(true)[0]).to.deep.equal(['film', 195, 245]);
    // Up to a quarter inch: 124 to 20 quarters, 84 to 14.
    expect(cut(false, 'inch')[1]).to.deep.equal(['front', 20 * 6.35, 14 * 6.35]);
    const [hoop] = shop.hoops.filter((h) => h.widthMm === 130);
    expect(hoopBase(hoop, home, numbers)).to.deep.include({ widthMm: 220, heightMm: 270 });
    expect(hoopBase({ ...hoop, magnetic: true }, home, numbers)).to.deep.include({
      widthMm: 194,
      heightMm: 244,
    });
  });

  it('a trim as close as the cover asks for, and never closer than scissors can follow', () => {
    const tight = (outsideMm: number, widthMm: number | null = null) => {
      const cover = {
        cover: 1,
        over: 0,
        outsideMm,
        insideMm: 3,
        outsideAt: [0, 30],
        insideAt: [0, 0],
      } as const;
      const reading = readingOf(blockOf(0, 10, 2, { widthMm }), blockOf(1, 10, 2));
      return (
        tightTrim(0, { ...reading, covers: [{ ...cover, outsideAt: [0, 30], insideAt: [0, 0] }] }, numbers)
          ?.allowanceMm ?? null
      );
    };
    // 1 mm past the line, 0.3 mm spare; 1.8 and more is close enough as usual; of a zigzag of 1 mm, half stands outside already.
    expect(tight(1)).to.be.closeTo(0.7, 1e-9);
    expect(tight(1, 0.5)).to.be.closeTo(0.45, 1e-9);
    expect([tight(1.8), tight(0.4), tight(0.4, 0.5)]).to.deep.equal([null, 0.3, 0.3]);
  });

  it('a shape cut before: the box of its line, past it by the table on both sides', () => {
    const shape = piece('shape', 'cotton', { rule: 'shape', by: ['line'] });
    const cut = cutList(
      scoreOf([hand('lay', 'lay', { pieces: ['shape'] })], [film, shape]),
      { reading: sewn, one: sewn },
      {
        numbers: numbersWith({ 'cut.preCutOffset': 0.5 }),
        unit: 'mm',
        hoop: { outerWidth: 170, outerHeight: 220, magnetic: false },
        washed: false,
      },
    ).find((p) => p.id === 'shape');
    expect([cut?.width.sumMm, cut?.height.sumMm]).to.deep.equal([101, 61]);
  });

  it('small parts: a strip of tape for each taped side, glue round the edge, spray over the back, filling by the area', () => {
    const steps = [hand('lay', 'lay', { pieces: ['front'] })];
    const pieces = cutList(
      scoreOf(steps),
      { reading: sewn, one: sewn },
      {
        numbers,
        unit: 'mm',
        hoop: { outerWidth: 170, outerHeight: 220, magnetic: false },
        washed: false,
      },
    );
    const used = (more: Partial<HandStep>, of = numbers) =>
      notionsOf(
        scoreOf([hand('lay', 'lay', { pieces: ['front'], ...more })]),
        pieces,
        { width: 100, height: 60 },
        of,
      ).map((n) => [n.notion, Number(n.amount.toFixed(6))]);
    // 125 × 85: 0.42 m round it, 0.010625 m² of it.
    // Of tape 50 mm a side; where the piece is shorter than a strip of 100 mm, as much as it is long: twice 100 and twice 85.
    expect(used({ heldBy: 'tape' })).to.deep.equal([['paper tape', 0.2]]);
    expect(used({ heldBy: 'tape' }, { ...numbers, 'cut.tapeStrip': 100 })).to.deep.equal([
      ['paper tape', 0.37],
    ]);
    expect(used({ heldBy: 'glue' })).to.deep.equal([['glue stick', 0.42]]);
    expect(used({ heldBy: 'spray' })).to.deep.equal([['spray adhesive', 0.010625]]);
    expect(used({ tapeSides: 2 })).to.deep.equal([['paper tape', 0.1]]);
    expect(used({ times: 2, uses: [{ notion: 'snap cap', count: 2 }] })).to.deep.equal([['snap cap', 4]]);
    // 60 mm twice and 20 mm; 9 g a dm² of 0.6 dm².
    expect(
      used({ uses: [{ notion: 'ribbon', length: 'cut.ribbonLoop', times: 2, plus: 'cut.ribbonSeam' }] }),
    ).to.deep.equal([['ribbon', 0.14]]);
    expect(used({ uses: [{ notion: 'filling', perDm2: 'cut.fillingPerDm2' }] })).to.deep.equal([
      ['filling', 5.4],
    ]);
  });

  it('an order is asked about from 41 days of eight hours on', () => {
    const days = (n: number) => doubtfulDays({ seconds: n * 28_800 });
    expect([days(1), days(40), days(40.4), days(41), days(1000)]).to.deep.equal([null, null, null, 41, 1000]);
  });

  it('of a bundle, the largest version that fits a hoop; of two as large, the one with fewer stops', () => {
    const version = (name: string, w: number, h: number, stops = 3) => ({
      name,
      reading: { ...sewn, stops, extents: { minX: 0, minY: 0, maxX: w, maxY: h } },
    });
    const all = [
      version('small', 90, 90),
      version('middle', 120, 170, 9),
      version('same', 120, 170, 5),
      version('large', 200, 300),
    ];
    expect(weighBundle(all, shop)).to.include({ proposed: 2 });
    expect(weighBundle(all, shop).choices.map((c) => c.hoops)).to.deep.equal([
      ['100 × 100', '130 × 180', '160 × 260'],
      ['130 × 180', '160 × 260'],
      ['130 × 180', '160 × 260'],
      [],
    ]);
    expect(weighBundle(all.slice(3), shop)).to.include({ proposed: -1 });
    // 90 + 2 · 5 is all of a hoop of 100; a tenth more is too much.
    expect(weighBundle([version('tight', 90.1, 90)], shop).choices[0].hoops[0]).to.equal('130 × 180');
  });

  it('density: a cell counts half, its neighbours the other half, in stitches a cm²', () => {
    const tape = new TapeAssembler('dense');
    // 8 points in the first cell of 2 mm, 4 in the second, none in the third: 6 × 0.1 mm.
    for (let i = 0; i < 8; i++) tape.put(5, 0, STITCH);
    for (let i = 0; i < 4; i++) tape.put(25, 0, STITCH);
    const map = densityMap(tape.done(), {
      extents: { minX: 0, minY: 0, maxX: 4, maxY: 0 },
      blocks: [{ from: 0, to: 12 }],
    });
    expect([map.columns, map.rows]).to.deep.equal([3, 1]);
    // (8/2 + 4/2) · 25, (4/2 + (8 + 0)/2/2) · 25, (0 + 4/2) · 25
    expect([...map.perCm2]).to.deep.equal([150, 100, 50]);
  });
});
