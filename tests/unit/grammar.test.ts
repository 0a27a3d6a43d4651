import { expect } from 'chai';
import { measuredOf, ROLES } from '$lib/core/reading';
import { bestWay, decodeBy, GRAMMAR, type PatternSlot, type TechniquePattern } from '$lib/core/grammar';
import { pattern, TERMS, type GrammarWeights } from '$lib/core/grammar/pattern';
import { waysThrough } from '$lib/core/grammar/ways';
import type { Row } from '$lib/core/grammar/weighed';
import { TECHNIQUES } from '$lib/core/techniques/all';
import { secondHand } from '../support/labelled/second-hand';
import { Dice } from '../support/labelled/types';

const slot = (key: string, more: Partial<PatternSlot>): PatternSlot => ({ key, roles: {}, ...more });
const SLOTS = [
  slot('place', { roles: { placement: 1, 'cut-line': 0.5 }, extent: 'whole' }),
  slot('tack', { roles: { 'tack-down': 0.9 }, optional: true, prefers: ['zigzag'] }),
  slot('design', { roles: { decoration: 1, cover: 0.7 }, many: true }),
  slot('edge', { roles: { cover: 1, 'final-outline': 0.8 }, opening: false }),
];
const small: TechniquePattern = { id: 'small', name: 'Small', parts: [{ slots: SLOTS }] };
const { one } = measuredOf(secondHand(1).find((d) => d.technique === 'applique')!.tape);
/** Four blocks of a real design with odds that no reading gave. */
const row = (dice: Dice): Row => ({
  ...one,
  blocks: one.blocks.slice(0, 4),
  odds: one.blocks.slice(0, 4).map(() => {
    const odds = ROLES.map(() => dice.next() ** 6 + 1e-3);
    const sum = odds.reduce((a, b) => a + b, 0);
    return odds.map((p) => p / sum);
  }),
});

/** What one block counts for in one slot and role: the definition, written once more. */
function inSlot({ blocks, extents: e, odds }: Row, i: number, { roles, ...s }: PatternSlot, r: number) {
  const { terms: t } = GRAMMAR;
  const { box: b, openings, texture } = blocks[i];
  const spans = Math.min((b.maxX - b.minX) / (e.maxX - e.minX), (b.maxY - b.minY) / (e.maxY - e.minY));
  const fit = roles[ROLES[r]];
  if (!fit) return -Infinity;
  let sum = t.role * Math.log(odds[i][r]) + t.fit * Math.log(fit);
  sum += t.breadth * Math.log(Object.values(roles).reduce((a, v) => a + v, 0));
  if (s.extent && spans < 0.84) sum += t.extent;
  if (s.opening === false && openings.length) sum += t.opening;
  if (s.prefers && !s.prefers.includes(texture)) sum += t.texture;
  return sum;
}
/** Every way there is, one by one: slots (−1: stray) with roles, and what they count for. */
function everyWay(rows: Row) {
  const { terms: t } = GRAMMAR;
  const passed = (from: number, to: number) =>
    SLOTS.slice(from, to).reduce((sum, s) => sum + (s.optional ? t.skipped : t.missing), 0);
  const found: { slots: number[]; roles: number[]; sum: number }[] = [];
  const go = (slots: number[], roles: number[], at: number, sum: number) => {
    const i = slots.length;
    if (i === rows.blocks.length)
      return void found.push({ slots, roles, sum: sum + passed(at + 1, SLOTS.length) });
    ROLES.forEach((_, r) => {
      go([...slots, -1], [...roles, r], at, sum + t.stray + t.role * Math.log(rows.odds[i][r]));
      SLOTS.forEach((s, k) => {
        if (k < at || (k === at && !s.many)) return;
        const step = k === at ? t.same : passed(at + 1, k);
        go([...slots, k], [...roles, r], k, sum + step + inSlot(rows, i, s, r));
      });
    });
  };
  go([], [], -1, 0);
  return found;
}

describe('the grammar of the techniques', () => {
  it('sums exactly what all ways through a small pattern sum to, one by one; and shares roles as they do', () => {
    for (let seed = 0; seed < 3; seed++) {
      const rows = { ...row(new Dice(seed)) };
      rows.blocks = rows.blocks.slice(0, 3);
      rows.odds = rows.odds.slice(0, 3);
      const ways = everyWay(rows);
      const whole = ways.reduce((sum, w) => sum + Math.exp(w.sum), 0);
      const { logZ, roles } = waysThrough(small, rows, GRAMMAR);
      expect(logZ).to.be.closeTo(Math.log(whole), 1e-9);
      roles().forEach((shares, i) =>
        shares.forEach((share, r) => {
          const part = ways.reduce((sum, w) => (w.roles[i] === r ? sum + Math.exp(w.sum) : sum), 0);
          expect(share).to.be.closeTo(part / whole, 1e-9);
        }),
      );
    }
  });

  it('counts what is passed over on each step, as worked out by hand', () => {
    const any = (key: string, more: Partial<PatternSlot> = {}) => slot(key, { roles: { cover: 1 }, ...more });
    const { steps, ends } = pattern({
      id: 'parts',
      name: 'Parts',
      parts: [
        { repeat: true, optional: true, slots: [any('line'), any('tack'), any('cover', { optional: true })] },
        { slots: [any('design', { many: true })] },
        { slots: [any('windows'), any('chops', { optional: true, standsFor: 'windows' }), any('edges')] },
      ],
    });
    const keys = ['start', 'line', 'tack', 'cover', 'design', 'windows', 'chops', 'edges'];
    const step = (from: string, to: string) => steps[keys.indexOf(from)][keys.indexOf(to) - 1];
    const passed = { missing: 0, unfinished: 0, skipped: 0 };
    // A part that may be left out is: three slots. One that was entered is not: its tack is wanting in this round.
    expect(step('start', 'design')).to.deep.equal({ ...passed, skipped: 3 });
    expect(step('tack', 'line')).to.deep.equal({ ...passed, again: 1, skipped: 1 });
    expect(step('line', 'line')).to.deep.equal({ ...passed, again: 1, unfinished: 1, skipped: 1 });
    expect(step('cover', 'tack')).to.deep.equal({ ...passed, again: 1, unfinished: 1 });
    expect(step('line', 'design')).to.deep.equal({ ...passed, unfinished: 1, skipped: 1 });
    expect(step('design', 'design')).to.deep.equal({ same: 1 });
    expect(step('design', 'line')).to.equal(null);
    expect(step('edges', 'edges')).to.equal(null);
    // Chops stand for the windows, before or after; edges without either miss them.
    expect(step('design', 'chops')).to.deep.equal({ ...passed, skipped: 1 });
    expect(step('design', 'edges')).to.deep.equal({ ...passed, missing: 1, skipped: 1 });
    expect(ends[keys.indexOf('design')]).to.deep.equal({ ...passed, missing: 2, skipped: 1 });
    expect(ends[keys.indexOf('edges')]).to.deep.equal(passed);
  });

  it('lays blocks on the slots of the likeliest way, whatever their roles', () => {
    for (let seed = 0; seed < 3; seed++) {
      const rows = row(new Dice(seed));
      rows.blocks = rows.blocks.slice(0, 3);
      rows.odds = rows.odds.slice(0, 3);
      const bySlots = new Map<string, number>();
      for (const { slots, sum } of everyWay(rows)) {
        const key = slots.join();
        bySlots.set(key, (bySlots.get(key) ?? 0) + Math.exp(sum));
      }
      const best = [...bySlots].reduce((a, b) => (b[1] > a[1] ? b : a))[0];
      expect(bestWay(small, rows, GRAMMAR).map((s) => s ?? -1)).to.deep.equal(best.split(',').map(Number));
    }
  });

  it('meets each term as often as the sum grows with its weight, in every technique', () => {
    const rows = row(new Dice(9));
    const step = 1e-5;
    for (const technique of TECHNIQUES) {
      const met = new Map<string, number>();
      waysThrough(technique, rows, GRAMMAR, (term, by) => met.set(term, (met.get(term) ?? 0) + by));
      for (const term of TERMS) {
        const by = (d: number): GrammarWeights => ({
          ...GRAMMAR,
          terms: { ...GRAMMAR.terms, [term]: GRAMMAR.terms[term] + d },
        });
        const slope =
          (waysThrough(technique, rows, by(step)).logZ - waysThrough(technique, rows, by(-step)).logZ) /
          (2 * step);
        expect(slope, `${technique.id}: ${term}`).to.be.closeTo(met.get(term) ?? 0, 1e-5);
      }
    }
  });

  it('gives shares: of the techniques, and of the roles of each block; what the maker has said stays', () => {
    const rows = row(new Dice(4));
    const said = rows.odds.map((odds, i) => (i === 1 ? ROLES.map((r) => +(r === 'marker')) : [...odds]));
    const { odds, techniques } = decodeBy(TECHNIQUES, GRAMMAR)(rows, said);
    for (const shares of [...odds, techniques.map((t) => t.share)])
      expect(shares.reduce((a, b) => a + b, 0)).to.be.closeTo(1, 1e-9);
    expect(odds[1][ROLES.indexOf('marker')]).to.be.closeTo(1, 1e-9);
    expect(techniques.map((t) => t.share)).to.deep.equal(
      techniques.map((t) => t.share).sort((a, b) => b - a),
    );
    const none = decodeBy(TECHNIQUES, GRAMMAR)({ ...rows, blocks: [] }, []);
    expect(none.techniques.every((t) => Number.isFinite(t.share))).to.equal(true);
  });
});
