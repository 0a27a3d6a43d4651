import { expect } from 'chai';
import { itemAt } from '$lib/core/base';
import { rankTechniques, readDesign, techniqueQuestion } from '$lib/core/techniques';
import { GRAMMAR } from '$lib/core/grammar';
import { judge, verdict } from '../support/labelled/judge';
import { calibrationError, caseOf, fit, judgeCases, share } from '../support/labelled/fit';
import { togetherBy } from '../support/labelled/grammar-fit';
import { HANDS, weightOf } from '../support/labelled/hands';
import { secondHand } from '../support/labelled/second-hand';
import { strangers } from '../support/labelled/strangers';
import { thirdHand } from '../support/labelled/third-hand';
import { fourthHand } from '../support/labelled/fourth-hand';

/** The kept table has seen these hands, if not these designs; what it has not seen is judged below. */
describe('reading designs by other hands', () => {
  for (const [hand, designs, roles, textures, perimeters, follows] of [
    ['strangers', strangers(), 0.98, 0.97, 0.98, 0.99],
    ['second', secondHand(10, 100), 0.97, 0.98, 0.97, 0.97],
    ['third', thirdHand(10, 100), 0.97, 0.98, 0.99, 0.96],
    ['fourth', fourthHand(10, 100), 0.97, 0.98, 0.98, 0.98],
  ] as const)
    it(`${hand}: roles, textures, the way round, the line that is followed, openings`, () => {
      const judged = judge(designs);
      const v = verdict(judged);
      const wrong = judged
        .filter((j) => !j.roleRight)
        .map((j) => `${j.design} #${j.block}: ${j.role} read as ${j.roleRead} ${j.confidence.toFixed(2)}`);
      expect(v.roles, wrong.join('\n')).to.be.at.least(roles);
      expect(v.textures).to.be.at.least(textures);
      expect(v.perimeters).to.be.at.least(perimeters);
      expect(v.follows).to.be.at.least(follows);
      expect(v.sureRight).to.be.at.least(0.99);
      // A gap in scallops that no closed line runs beside: one of twenty of the fourth hand's is not told.
      expect(v.openings).to.be.at.least(hand === 'fourth' ? 0.9 : 0.98);
      expect(v.invented).to.be.at.most(0.005 * v.blocks);
    });

  it('of fifty designs by other hands that nobody has drawn before, the technique of at least 46', () => {
    const designs = [...secondHand(10, 100), ...thirdHand(10, 100), ...fourthHand(10, 100)].filter(
      (d) => d.technique,
    );
    const wrong = designs.flatMap((d) => {
      const read = itemAt(rankTechniques(readDesign(d.tape, { trimJumps: 3 })), 0).technique.id;
      return read === d.technique ? [] : [`${d.name}: ${d.technique} as ${read}`];
    });
    expect(1 - wrong.length / designs.length, wrong.join('\n')).to.be.at.least(46 / 50);
  });

  it('what is said of a technique as a fact holds in 95 of 100; where two are asked, one of them mostly is', () => {
    const designs = [...secondHand(10, 200), ...thirdHand(10, 200), ...fourthHand(10, 200)].filter(
      (d) => d.technique,
    );
    const read = designs.map((d) => {
      const ranking = rankTechniques(readDesign(d.tape, { trimJumps: 3 }));
      const asked = techniqueQuestion(ranking)?.map((m) => m.technique.id) ?? null;
      return { meant: d.technique!, said: itemAt(ranking, 0).technique.id, asked };
    });
    const facts = read.filter((r) => !r.asked);
    expect(facts.length).to.be.above(0.85 * read.length);
    expect(share(facts, (r) => r.said === r.meant)).to.be.at.least(0.95);
    const questions = read.filter((r) => r.asked);
    expect(share(questions, (r) => r.asked!.includes(r.meant))).to.be.at.least(0.8);
  });

  // Fitted here without them, in fewer rounds: how it does on hands that it has not seen is the figure that counts.
  it('a hand that the fit has not seen: at least 95 of 100 roles, and what is said at 0.9 and more holds', () => {
    const seen = Object.entries(HANDS).filter(([hand]) => hand !== 'strangers');
    const weights = fit(
      seen.flatMap(([, designs]) => {
        const all = designs();
        return all.map((d) => caseOf(d, weightOf(all.length)));
      }),
      80,
    );
    const cases = strangers().map((d) => caseOf(d, 1));
    const alone = judgeCases(cases, weights);
    // The few weights of the patterns are the kept ones: `npm run fit` prints how it is without them too.
    const together = judgeCases(cases, weights, togetherBy(GRAMMAR));
    for (const judged of [alone, together]) {
      expect(share(judged, (j) => j.right)).to.be.at.least(0.95);
      const sure = judged.filter((j) => j.p >= 0.9);
      expect(share(sure, (j) => j.right)).to.be.at.least(0.99);
      expect(sure.length).to.be.above(0.6 * judged.length);
    }
    expect(share(together, (j) => j.right)).to.be.at.least(share(alone, (j) => j.right));
    expect(calibrationError(together)).to.be.below(0.05);
  }).timeout(900_000);
});
