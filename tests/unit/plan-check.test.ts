import { expect } from 'chai';
import type { Build } from '$lib/core/build';
import { planBuild } from '$lib/core/plan';
import { newWorkshop } from '$lib/core/workshop';
import { crewPatch } from '$lib/demo';
import { PlanCheck } from '$lib/ui/state/plan-check.svelte';
import { example } from '../support/examples';
import { Held } from '../support/held.svelte';

describe('the check of an open build', () => {
  it('follows what is changed, and keeps what was silenced with its reason', () => {
    // No hoop holds the patch.
    const hoops = newWorkshop().hoops.map((hoop) => ({ ...hoop, widthMm: 40, heightMm: 40 }));
    const { build, reading, workshop } = example(crewPatch(), {}, { ...newWorkshop(), hoops });
    const held = new Held<Build | null>(null);
    const check = new PlanCheck({
      build: () => held.value,
      plan: () => held.value && planBuild(held.value, reading, workshop),
      workshop: () => workshop,
      needleSeconds: () => 0,
    });
    expect([check.all, check.findings]).to.deep.equal([[], []]);
    held.value = build;
    const [first] = check.findings;
    expect([first?.id, first?.silenced]).to.deep.equal(['too-large', null]);
    const told = check.all.length;
    held.value = { ...build, silenced: { [first!.id]: 'It is meant so.' } };
    expect(check.findings.map(({ id }) => id)).not.to.include(first!.id);
    expect(check.all.length).to.equal(told);
    expect(check.all.find(({ id }) => id === first!.id)?.silenced).to.equal('It is meant so.');
  });
});
