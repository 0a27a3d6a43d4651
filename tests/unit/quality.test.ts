import { expect } from 'chai';
import { labelledSet } from '../support/labelled';
import { judge, verdict, type Judged } from '../support/labelled/judge';

/** Designs of every technique, turned, mirrored, scaled, noisy, thinned, with false stops: none was used to tune a rule. */
describe('reading designs that no rule was tuned on', () => {
  let judged: Judged[];
  before(() => {
    judged = judge(labelledSet().filter((d) => d.half === 'judging'));
  });
  const wrong = (is: (j: Judged) => boolean) =>
    judged
      .filter((j) => !is(j))
      .map((j) => `${j.design} #${j.block}: ${j.role}/${j.texture} read as ${j.roleRead}/${j.textureRead}`);

  it('has enough of them', () => expect(judged.length).to.be.above(300));
  it('roles: at least 97 %', () =>
    expect(verdict(judged).roles, wrong((j) => j.role === j.roleRead).join('\n')).to.be.at.least(0.97));
  it('textures: at least 98 %', () =>
    expect(verdict(judged).textures, wrong((j) => j.texture === j.textureRead).join('\n')).to.be.at.least(
      0.98,
    ));
  it('the way round closed lines within 1 %, for 97 of 100', () =>
    expect(verdict(judged).perimeters).to.be.at.least(0.97));
  it('openings within 2 mm and always on the right side', () => {
    expect(verdict(judged).openings).to.equal(1);
    expect(verdict(judged).sides).to.equal(1);
  });
  it('what it says at 0.9 and more is right 99 times in 100, and it says so of most blocks', () => {
    expect(verdict(judged).sureRight).to.be.at.least(0.99);
    expect(verdict(judged).sure).to.be.above(0.6);
  });
});
