import { expect } from 'chai';
import { rectangle, closePath, circle, run } from '$lib/core/outline';
import type { Path } from '$lib/core/base';
import type { Build } from '$lib/core/build';
import { orderedNotions } from '$lib/core/cut';
import { stepFacts } from '$lib/core/plan';
import type { HandStep } from '$lib/core/score';
import { tailTab, bib } from '$lib/demo';
import { example } from '../support/examples';
import { sewn, tab } from '../support/copies';
import { strangers } from '../support/labelled/strangers';

const ring = (x: number, y: number, r = 2) => run(closePath(circle({ x, y }, r)), 1.5);
const slot = (x: number, y: number) => run(closePath(rectangle({ x, y }, 12, 2)), 1.5);
/** A felt tab with a block of marks before its last line. */
const marked = (...marks: Path[]) => {
  const lines = tab(0);
  return sewn(...lines.slice(0, -1), marks, ...lines.slice(-1));
};
const felt = (marks: Path[], change: Partial<Build> = {}) =>
  example(marked(...marks), { technique: 'felt-tab', roles: marks.length ? { 3: 'marker' } : {}, ...change });
const taken = ({ plan }: ReturnType<typeof example>) =>
  Object.fromEntries(
    orderedNotions(plan.cut.notions, plan.order)
      .filter(({ notion }) => /snap|eyelet|ribbon/.test(notion))
      .map(({ notion, amount }) => [notion, amount]),
  );
const step = ({ plan }: ReturnType<typeof example>, id: string) =>
  plan.score.steps.find((s): s is HandStep => s.id === id);

describe('marks for a closure', () => {
  it('two that meet are one snap: ten tabs take 20 caps, 10 sockets and 10 studs', () => {
    const ten = { order: { quantity: 10, repeats: 1 } };
    const snaps = felt([ring(0, 18), ring(0, -18)], ten);
    expect(taken(snaps)).to.deep.equal({ 'snap cap': 20, 'snap socket': 10, 'snap stud': 10 });
    expect(step(snaps, 'finish:snap')?.title).to.equal('Set 1 snap');
    expect(taken(felt([ring(-6, 18), ring(6, 18), ring(-6, -18), ring(6, -18)], ten))).to.deep.equal({
      'snap cap': 40,
      'snap socket': 20,
      'snap stud': 20,
    });
  });
  it('one ring is an eyelet, a slot a ribbon, and without marks nothing is invented', () => {
    expect(taken(felt([ring(0, 18)]))).to.deep.equal({ eyelet: 1 });
    const three = felt([ring(0, 18), ring(0, 0), ring(0, -18)]);
    expect([taken(three), step(three, 'finish:eyelet')?.title]).to.deep.equal([
      { eyelet: 3 },
      'Set 3 eyelets',
    ]);
    expect(Object.keys(taken(felt([slot(0, 18)])))).to.deep.equal(['ribbon']);
    expect(taken(felt([]))).to.deep.equal({});
    // A cross is one mark, not two.
    const cross: Path[] = [
      [
        { x: -2, y: 18 },
        { x: 2, y: 18 },
      ],
      [
        { x: 0, y: 16 },
        { x: 0, y: 20 },
      ],
    ];
    expect(taken(felt(cross))).to.deep.equal({ eyelet: 1 });
  });
  it('the maker’s word stands against the marks, once where there is none', () => {
    expect(taken(felt([ring(0, 18), ring(0, -18)], { schools: { closure: 'none' } }))).to.deep.equal({});
    expect(taken(felt([], { schools: { closure: 'snaps' } }))).to.deep.equal({
      'snap cap': 2,
      'snap socket': 1,
      'snap stud': 1,
    });
  });
  it('on designs by another hand, and on our own', () => {
    const stranger = (name: string) => {
      const found = strangers().find((d) => d.name.startsWith(name))!;
      return taken(example(found.tape));
    };
    const oneSnap = { 'snap cap': 2, 'snap socket': 1, 'snap stud': 1 };
    for (const name of ['b1', 'b2', 'd1', 'd2']) expect(stranger(name), name).to.deep.equal(oneSnap);
    expect(taken(example(tailTab()))).to.deep.equal({ 'snap cap': 4, 'snap socket': 2, 'snap stud': 2 });
    expect(taken(example(bib()))).to.deep.equal(oneSnap);
  });
});

describe('what is inside a turned item', () => {
  const turned = (inside?: string) =>
    example(tailTab(), { technique: 'turned-item', schools: inside ? { inside } : {} });
  const has = (e: ReturnType<typeof example>) => [
    e.plan.score.pieces.some((p) => p.name === 'Batting'),
    e.plan.cut.notions.some((n) => n.notion === 'filling'),
    step(e, 'finish:fill') !== undefined,
  ];
  it('is asked where nothing is quilted, and not invented', () => {
    expect([turned().plan.score.open?.key, ...has(turned())]).to.deep.equal(['inside', false, false, false]);
    expect(has(turned('batting'))).to.deep.equal([true, false, false]);
    expect(has(turned('none'))).to.deep.equal([false, false, false]);
    // 46 × 74 mm, 9 g for each dm².
    const filled = turned('filling');
    expect(has(filled)).to.deep.equal([false, true, true]);
    const { width, height } = filled.plan.design.size;
    const { amount } = filled.plan.cut.notions.find((n) => n.notion === 'filling')!;
    expect(amount).to.be.closeTo((9 * width * height) / 10_000, 1e-9);
  });
});

describe('what a list says of each step', () => {
  it('what is laid, how large, which side up, where; what a trim keeps; the thread above and below', () => {
    const { plan } = example(tailTab(), {
      threads: Array.from({ length: 5 }, () => ({ name: 'Sand', colour: '#cbb48a' })),
    });
    const facts = (title: RegExp) => {
      const found = plan.score.steps.find((s) => title.test(s.title))!;
      return stepFacts(found, plan, 'mm').map((fact) => fact.replace(/\s/g, ' '));
    };
    const front = plan.cut.pieces.find((p) => p.id === 'front')!;
    expect(facts(/^Lay the front/)).to.deep.equal([
      `Front ${front.width.cutMm} × ${front.height.cutMm} mm`,
      'right side up',
      'front of the hoop',
      'hoop stays on',
    ]);
    expect(facts(/^Cut out/)).to.deep.equal(['3 mm outside the line', 'at the table']);
    expect(facts(/^Details/)).to.deep.equal(['in Sand', 'bobbin thread']);
    expect(facts(/^Last line/)).to.deep.equal(['in Sand', 'matching bobbin']);
  });
});
