import { expect } from 'chai';
import { notYetSaid, rehearse } from '$lib/core/rehearsal';
import { newWorkshop } from '$lib/core/workshop';
import { bib, crewPatch, pouch, tailTab } from '$lib/demo';
import { example } from '../support/examples';

const of = (tape: ReturnType<typeof pouch>, seed = 3) => {
  const { build, reading } = example(tape);
  return rehearse(build, reading, newWorkshop(), {}, seed);
};

describe('a rehearsal', () => {
  it('asks at every stop with hands in it, with one right answer and wrong ones that say why', () => {
    for (const tape of [pouch(), tailTab(), crewPatch(), bib()]) {
      const { plan, questions } = of(tape);
      const last = plan.score.steps.findLastIndex((s) => s.kind === 'needle');
      const hands = plan.score.steps.slice(0, last).filter((s) => s.kind === 'hand' && s.action !== 'thread');
      expect(questions.flatMap((q) => q.stepIds)).to.deep.equal(hands.map((s) => s.id));
      for (const q of questions) {
        expect(q.answers.filter((a) => a.right)).to.have.length(1);
        expect(q.answers.length).to.be.within(3, 4);
        expect(new Set(q.answers.map((a) => a.text)).size).to.equal(q.answers.length);
        for (const a of q.answers) expect(a.because, a.text).to.match(/\S/);
      }
    }
  });
  it('takes its wrong answers from what goes wrong: the other side up, too early, nothing done, the hoop off', () => {
    const all = of(pouch()).questions.flatMap((q) => q.answers);
    const texts = all.map((a) => a.text).join('\n');
    expect(texts).to.match(/right side (up|down)/);
    expect(texts).to.match(/^Nothing: start the machine again$/m);
    expect(texts).to.match(/^Hoop off; /m);
    expect(all.map((a) => a.because).join('\n')).to.match(/That comes later, after “/);
  });
  it('says of the zip that stays closed what the plan check says', () => {
    const { questions } = of(pouch());
    const open = questions
      .flatMap((q) => q.answers)
      .find((a) => !a.right && /cannot be turned|turn/i.test(a.because) && /zip/i.test(a.because));
    expect(open?.because).to.match(/zip/i);
  });
  it('says what would have been right without repeating itself', () => {
    expect(
      notYetSaid('It holds the layers. Nothing can be moved later.', 'Stop: it holds the layers.'),
    ).to.equal('It holds the layers. Nothing can be moved later.');
    expect(
      notYetSaid('It holds the layers. Nothing can be moved later.', 'That is early. It holds the layers.'),
    ).to.equal('Nothing can be moved later.');
    expect(notYetSaid('It is 3.5 mm. So.', 'It is 3.5 mm. So.')).to.equal('');
  });
  it('is the same for the same seed, and mixes the answers', () => {
    expect(of(tailTab(), 5).questions).to.deep.equal(of(tailTab(), 5).questions);
    const places = of(pouch(), 8).questions.map((q) => q.answers.findIndex((a) => a.right));
    expect(new Set(places).size).to.be.above(1);
  });
});
