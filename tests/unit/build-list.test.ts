import { expect } from 'chai';
import { fail, ok } from '$lib/core/base';
import { newLine, orderSchema } from '$lib/core/workshop';
import { bib, crewPatch, tailTab } from '$lib/demo';
import { BuildList } from '$lib/ui/state/build-list.svelte';
import type { BuildFacts } from '$lib/ui/state/build-facts';
import { isPast } from '$lib/ui/builds/due';
import { tagsIn } from '$lib/ui/builds/tags';
import { example } from '../support/examples';

const tab = example(tailTab(), { id: 'tab', name: 'Tail tab', tags: ['fair', 'felt'] }).build;
const patch = example(crewPatch(), { id: 'patch', name: 'Crew patch', tags: ['fair'] }).build;
const child = example(bib(), { id: 'bib', name: 'Pilot bib' }).build;
const order = (id: string, due: string, ...wants: [buildId: string, quantity: number][]) =>
  orderSchema.parse({
    id,
    customer: id,
    createdAt: 0,
    lines: wants.map(([buildId, quantity], n) => newLine({ id: `${n}`, buildId, quantity, due })),
  });
const facts = (seconds: number, minding = 0, stopping = 0): BuildFacts => ({
  hoop: '100 × 100',
  stops: 3,
  seconds,
  handSeconds: 60,
  minding,
  stopping,
});
/** The list of three builds, and which were worked out, in turn. */
function listOf(changed: Partial<ConstructorParameters<typeof BuildList>[0]> = {}) {
  const read: string[] = [];
  const list = new BuildList({
    builds: () => [tab, patch, child],
    orders: () => [
      order('fair', '2026-12-10T09:00', ['tab', 24], ['patch', 40]),
      order('gull', '2026-12-04T09:00', ['patch', 5]),
      { ...order('old', '2026-11-01T09:00', ['bib', 2]), closedAt: 1 },
    ],
    runs: () => [],
    movements: () => [],
    facts: async ({ id }) => {
      read.push(id);
      if (id === 'bib') return fail('no-tape', 'Its tape is gone.', 'Import it.');
      return ok(id === 'tab' ? facts(1000, 0, 1) : facts(700, 5));
    },
    breathe: async () => {},
    ...changed,
  });
  return { list, read, names: () => list.rows.map(({ build }) => build.name) };
}

describe('the list of builds', () => {
  it('is found by name, technique, file and tag, and kept to a tag or a technique', () => {
    const { list, names } = listOf();
    for (const [words, found] of [
      ['CREW', ['Crew patch']],
      ['raw edge', ['Tail tab']],
      ['felt', ['Tail tab']],
      ['kite', []],
    ] as const) {
      list.words = words;
      expect(names(), words).to.deep.equal(found);
    }
    list.words = '';
    expect(list.kinds.map(([, name]) => name)).to.include.members([
      'All builds',
      'Tagged fair',
      'Tagged felt',
    ]);
    list.only = 'tag:fair';
    expect(names()).to.deep.equal(['Tail tab', 'Crew patch']);
    list.only = `technique:${child.technique}`;
    expect(names()).to.deep.equal(['Pilot bib']);
  });

  it('tells what open orders want, all lines together, with the earliest date of what is lacking', () => {
    const { list } = listOf();
    const wanted = Object.fromEntries(list.rows.map((r) => [r.build.id, r.wanted]));
    expect(wanted.tab).to.deep.equal({ done: 0, quantity: 24, due: '2026-12-10T09:00' });
    expect(wanted.patch).to.deep.equal({ done: 0, quantity: 45, due: '2026-12-04T09:00' });
    // Put away.
    expect(wanted.bib).to.equal(null);
  });

  it('works out those shown first, each once; what cannot be read keeps its place without figures', async () => {
    const { list, read, names } = listOf();
    list.only = 'tag:fair';
    const { signal } = new AbortController();
    await Promise.all([list.follow(signal), list.follow(signal)]);
    expect(read).to.deep.equal(['tab', 'patch']);
    list.only = '';
    await list.follow(signal);
    expect(read).to.deep.equal(['tab', 'patch', 'bib']);
    expect(list.rows.map((r) => r.facts?.seconds ?? null)).to.deep.equal([1000, 700, null]);
    for (const [by, found] of [
      ['changed', ['Tail tab', 'Crew patch', 'Pilot bib']],
      ['name', ['Crew patch', 'Pilot bib', 'Tail tab']],
      ['due', ['Crew patch', 'Tail tab', 'Pilot bib']],
      ['longest', ['Tail tab', 'Crew patch', 'Pilot bib']],
      // One that stops the work weighs more than any number to mind.
      ['minding', ['Tail tab', 'Crew patch', 'Pilot bib']],
    ] as const) {
      list.order = by;
      expect(names(), by).to.deep.equal(found);
    }
  });

  it('works nothing out once the page is left', async () => {
    const { list, read } = listOf();
    const left = new AbortController();
    left.abort();
    await list.follow(left.signal);
    expect(read).to.deep.equal([]);
  });

  it('what is due is over by the maker’s clock, to the hour', () => {
    const noon = new Date(2026, 11, 4, 12).getTime();
    expect([isPast('2026-12-04T09:00', noon), isPast('2026-12-04T13:00', noon)]).to.deep.equal([true, false]);
  });

  it('takes tags as they are typed: each once, none empty, as long as a tag may be', () => {
    expect(tagsIn(' fair, kite  day,,fair ,')).to.deep.equal(['fair', 'kite day']);
    expect(tagsIn('a'.repeat(50))).to.deep.equal(['a'.repeat(30)]);
    expect(tagsIn(Array.from({ length: 30 }, (_, n) => `t${n}`).join())).to.have.length(12);
  });
});
