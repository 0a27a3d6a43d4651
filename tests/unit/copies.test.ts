import { expect } from 'chai';
import { closePath, rectangle, run, satin } from '$lib/core/outline';
import type { Role } from '$lib/core/reading';
import { readDesign } from '$lib/core/techniques';
import type { Build } from '$lib/core/build';
import { newWorkshop } from '$lib/core/workshop';
import { stackAt, stackHere } from '$lib/core/score';
import { pieceShape } from '$lib/core/template';
import type { Tape } from '$lib/core/tape';
import { minis, round, sewn, tab, twinTabs } from '../support/copies';
import { example, findingsOf } from '../support/examples';

const shop = newWorkshop();
const read = (tape: Tape) => readDesign(tape, { trimJumps: 3 });
const SIX: [number, number][] = [-46, 0, 46].flatMap((x) => [23, -23].map((y): [number, number] => [x, y]));
const planned = (tape: Tape, change: Partial<Build> = {}) => example(tape, change, shop);
const patches = (quantity: number, repeats = 1) => ({
  technique: 'pile-patch',
  order: { quantity, repeats },
});
const title = (t: { title: string }) => t.title;

describe('the same thing several times in one tape', () => {
  it('is seen when one whole copy follows the other', () => {
    const { copies } = read(twinTabs(48));
    expect(copies?.inTurn).to.equal(true);
    expect(copies?.blocks).to.deep.equal([
      [0, 1, 2, 3],
      [4, 5, 6, 7],
    ]);
    expect(copies?.offsets.map(([x, y]) => [Math.round(x), Math.round(y)])).to.deep.equal([
      [0, 0],
      [48, 0],
    ]);
  });
  it('is seen when each block sews all of them; one of them is measured', () => {
    const { copies, blocks } = read(minis(SIX));
    expect(copies?.inTurn).to.equal(false);
    expect(copies?.offsets).to.have.length(6);
    // 2 π 14; the satin of 3 mm stands out by half of it on either side.
    expect(copies?.first.map((b) => b.lines.length)).to.deep.equal([1, 1, 1]);
    expect(copies?.first[0].perimeterMm).to.be.closeTo(88, 0.9);
    expect(copies && copies.extents.maxX - copies.extents.minX).to.be.closeTo(31, 0.4);
    expect(blocks.map((b) => b.role.value)).to.deep.equal([
      'placement',
      'tack-down',
      'cover',
    ] satisfies Role[]);
  });
  it('is not seen in one thing, in things that differ, or in a picture with two like parts', () => {
    expect(read(sewn(...tab(0))).copies).to.equal(null);
    const other = rectangle({ x: 40, y: 0 }, 30, 40, 6);
    const differ = tab(40).map((paths, k) => (k === 2 ? paths : [run(closePath(other), 2.5)]));
    expect(read(sewn(...tab(-24), ...differ)).copies).to.equal(null);
    const stars = [-20, 20].map((x) => run(round(x, 0, 6), 2));
    expect(read(sewn(stars, [satin(round(0, 0, 45), 3, 0.4)])).copies).to.equal(null);
    // Nothing is built: the same flourish twice in each of two threads.
    const bars = (y: number) =>
      [-30, 30].map((x) =>
        satin(
          [
            { x: x - 5, y },
            { x: x + 5, y },
          ],
          3,
          0.4,
        ),
      );
    expect(read(sewn(bars(0), bars(8))).copies).to.equal(null);
  });
  it('asks each block’s role once, and takes what the maker says of one for all', () => {
    const tape = twinTabs(48);
    const roles = (set: Record<number, Role> = {}) =>
      readDesign(tape, { trimJumps: 3, roles: set }).blocks.map((b) => b.role);
    expect(roles().map((r) => r.value)).to.deep.equal(
      [0, 1].flatMap(() => ['placement', 'tack-down', 'decoration', 'final-outline']),
    );
    expect(roles()[5].because).to.match(/^copy 2 of 2, as block 2: /);
    const said = roles({ 6: 'marker' });
    expect([said[2], said[6]].map((r) => [r.value, r.by])).to.deep.equal([
      ['marker', 'maker'],
      ['marker', 'maker'],
    ]);
  });

  it('in turn: each has its own front, back and last line, in one size; the bobbin is changed once', () => {
    const { build, plan } = planned(twinTabs(90));
    expect(build.technique).to.equal('felt-tab');
    const fronts = plan.cut.pieces.filter((p) => p.name.startsWith('Front'));
    expect(fronts.map((p) => p.name)).to.deep.equal(['Front, 1 of 2', 'Front, 2 of 2']);
    expect(fronts[0].width.cutMm).to.equal(fronts[1].width.cutMm);
    expect(fronts.map((p) => p.lies && Math.round((p.lies.minX + p.lies.maxX) / 2))).to.deep.equal([-45, 45]);
    const lays = plan.score.steps.filter((s) => s.kind === 'hand' && s.action === 'lay');
    expect(lays.map(title)).to.deep.equal(
      [1, 2].flatMap((n) => [`Lay the front, ${n} of 2`, `Lay the back, ${n} of 2`]),
    );
    expect(plan.score.steps.filter((s) => s.kind === 'hand' && s.action === 'bobbin')).to.have.length(1);
    // The second front is loose though the first is held.
    const at = plan.score.steps.indexOf(lays[2]);
    expect(stackAt(plan.score, at).layers.find((l) => l.pieceId === 'front~2')?.held).to.equal(false);
    expect(stackAt(plan.score, at).layers.find((l) => l.pieceId === 'front')?.held).to.equal(true);
    // Side by side, not on top of each other: seen are the layers at the one that is sewn.
    const here = stackHere(stackAt(plan.score, at), plan.score.steps[at]);
    expect(here.layers.map((l) => l.pieceId)).to.deep.equal(['front~2', 'base']);
    // The second last line goes through no more than the first.
    const lines = plan.score.steps.filter((s) => s.kind === 'needle' && s.role === 'final-outline');
    const [first, second] = lines.map((s) => plan.thread.steps[s.id].bobbinM);
    expect(second).to.be.closeTo(first, 0.01);
  });
  it('together: a piece at each place, hands as often, small parts and pieces of all', () => {
    const one = planned(minis([[0, 0]]));
    const six = planned(minis(SIX));
    expect(six.build.technique).to.equal(one.build.technique);
    const step = (p: typeof six, action: string) =>
      p.plan.score.steps.find((s) => s.kind === 'hand' && s.action === action)!;
    const seconds = (p: typeof six, action: string) => p.plan.time.steps[step(p, action).id].seconds;
    expect(seconds(six, 'lay')).to.be.closeTo(6 * seconds(one, 'lay'), 0.01);
    expect(seconds(six, 'trim-close')).to.be.closeTo(6 * seconds(one, 'trim-close'), 2);
    expect(seconds(six, 'hoop-up')).to.equal(seconds(one, 'hoop-up'));
    expect(seconds(six, 'unhoop')).to.equal(seconds(one, 'unhoop'));
    const laid = (p: typeof six) =>
      p.plan.cut.pieces.find((c) => step(p, 'lay').kind === 'hand' && !c.perHooping)!;
    expect(laid(six).copies).to.equal(6);
    expect(laid(six).width.cutMm).to.equal(laid(one).width.cutMm);
  });
  it('an order of seven from a tape of six sews it twice', () => {
    const { plan } = planned(minis(SIX), patches(7));
    // Eight are begun for seven good ones; two tapes of six give twelve.
    expect([plan.order.inTape, plan.order.designs, plan.order.load, plan.order.spare]).to.deep.equal([
      6, 2, 12, 5,
    ]);
    // Six of six would be good in 0.97⁶ = 83 of 100: seven are begun, and a tape more is sewn; five are met by one.
    const tapes = (wanted: number) => planned(minis(SIX), patches(wanted)).plan.order.designs;
    expect([tapes(5), tapes(6)]).to.deep.equal([1, 2]);
    // Three tapes in a hooping: one hooping, all eighteen in it.
    const both = planned(minis(SIX), patches(12, 3)).plan;
    expect([both.order.designs, both.order.hoopings, both.order.lastHooping]).to.deep.equal([3, 1, 18]);
  });
  it('pieces on one cloth are pieces, not items', () => {
    const { plan } = planned(minis(SIX), { ...patches(2), technique: 'applique' });
    expect([plan.order.inTape, plan.order.load]).to.deep.equal([1, plan.order.designs]);
    const step = plan.score.steps.find((s) => s.kind === 'hand' && s.action === 'press');
    expect(step?.kind === 'hand' && step.places).to.equal(1);
  });
  it('says when a piece would lie over the next one, and cuts it narrower', () => {
    // 48 mm apart the tabs leave 18 mm; the back's margin is 20.
    const { build, reading } = planned(twinTabs(48));
    const found = findingsOf(build, reading, shop).filter((f) => f.id === 'over-next');
    expect(found.map((f) => f.message.replace(/\s/g, ' '))).to.deep.equal([
      'Back, 1 of 2 would lie 2 mm over the next one.',
    ]);
    const mended = { ...build, ...found[0].fix?.change };
    expect(findingsOf(mended, reading, shop).some((f) => f.id === 'over-next')).to.equal(false);
    const says = (tape: Tape, change: Partial<Build> = {}) => {
      const { build, reading } = planned(tape, change);
      return findingsOf(build, reading, shop).some((f) => f.id === 'over-next');
    };
    expect(says(twinTabs(90))).to.equal(false);
    // Where nothing is known of copies, nothing lies beside anything.
    expect(says(twinTabs(48), { technique: 'flip-fold' })).to.equal(false);
  });
  it('three in turn: what mends the margin of one mends it for all, in one size', () => {
    const tape = sewn(...tab(-48), ...tab(0), ...tab(48));
    const { build, reading } = planned(tape);
    const found = findingsOf(build, reading, shop).filter((f) => f.id === 'over-next');
    expect(found).to.have.length(2);
    const second = planned(tape, { materials: found[1].fix?.change.materials });
    expect(findingsOf(second.build, reading, shop).some((f) => f.id === 'over-next')).to.equal(false);
    const backs = second.plan.cut.pieces.filter((c) => c.name.startsWith('Back'));
    expect(new Set(backs.map((c) => c.width.cutMm)).size).to.equal(1);
  });
  it('what is said of the first holds for all, but for what is said of another', () => {
    const { plan } = planned(twinTabs(90), {
      materials: { front: { colour: '#112233', marginMm: 7 }, 'front~2': { colour: '#445566' } },
    });
    const fronts = plan.score.pieces.filter((c) => c.name.startsWith('Front'));
    expect(fronts.map((f) => [f.colour, f.marginMm])).to.deep.equal([
      ['#112233', 7],
      ['#445566', 7],
    ]);
  });
  it('a template shows the lines of one copy; what lies over all, the lines of all', () => {
    const { plan } = planned(minis(SIX), patches(1));
    const lines = (id: string) =>
      pieceShape(
        plan.cut.pieces.find((c) => c.id === id)!,
        plan.design,
        plan.numbers,
      ).catches.length;
    // Its line and its tack-down; tack-down and border of six.
    expect([lines('pile'), lines('topping')]).to.deep.equal([2, 12]);
  });
  it('a score from before there were copies shows all of its layers', () => {
    const { score } = planned(twinTabs(90)).plan;
    const old = JSON.parse(
      JSON.stringify(score, (key, value) =>
        ['copy', 'copies', 'like', 'places'].includes(key) ? undefined : value,
      ),
    ) as typeof score;
    const at = old.steps.findIndex((s) => s.kind === 'needle' && s.role === 'final-outline');
    expect(stackHere(stackAt(old, at), old.steps[at]).layers.map((l) => l.pieceId)).to.deep.equal([
      'front',
      'base',
      'back',
    ]);
  });
});
