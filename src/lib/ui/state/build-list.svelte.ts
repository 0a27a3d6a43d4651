import type { Result } from '$lib/core/base';
import { orderProgress, wantedByBuild, type WantedOfBuild } from '$lib/core/batch';
import type { Build } from '$lib/core/build';
import type { LoggedRun } from '$lib/core/log';
import type { Movement } from '$lib/core/stock';
import { techniqueById } from '$lib/core/techniques';
import type { CustomerOrder } from '$lib/core/workshop';
import type { BuildFacts } from './build-facts';
import { orFault } from './or-fault';

/** A build as the list shows it. */
export interface BuildRow {
  build: Build;
  /** null: not worked out yet, or it cannot be */
  facts: BuildFacts | null;
  wanted: WantedOfBuild | null;
}
/** What rows are put in order by. */
export const ORDERS = {
  changed: 'changed last',
  name: 'by name',
  due: 'due first',
  longest: 'longest first',
  minding: 'most to mind',
} as const;
export type RowOrder = keyof typeof ORDERS;

/** Where builds are, and what is known of them. */
export interface BuildListNeeds {
  builds: () => readonly Build[];
  orders: () => readonly CustomerOrder[];
  runs: () => readonly LoggedRun[];
  movements: () => readonly Movement[];
  facts: (build: Build) => Promise<Result<BuildFacts>>;
  /** lets what the maker does come first */
  breathe: () => Promise<void>;
}

/** The list of builds: found by words, kept to a tag or a technique, in an order of the maker's. */
export class BuildList {
  constructor(private readonly needs: BuildListNeeds) {}
  words = $state('');
  /** `tag:…` or `technique:…`; empty: all */
  only = $state('');
  order = $state<RowOrder>('changed');
  private facts = $state.raw<Record<string, { build: Build; facts: BuildFacts | null }>>({});

  private readonly wanted = $derived.by(() =>
    orFault(wantedByBuild([]), 'What is ordered', () => {
      const { orders, runs, movements } = this.needs;
      return wantedByBuild(orderProgress(orders(), runs(), movements()));
    }),
  );
  private readonly all = $derived.by<BuildRow[]>(() =>
    this.needs.builds().map((build) => {
      const known = this.facts[build.id];
      return {
        build,
        facts: known?.facts ?? null,
        wanted: this.wanted.get(build.id) ?? null,
      };
    }),
  );
  /** what the list can be kept to, and what that is called */
  readonly kinds = $derived.by<(readonly [string, string])[]>(() => {
    const builds = this.needs.builds();
    const tags = onceEach(builds.flatMap((b) => b.tags)).sort();
    const techniques = onceEach(builds.map((b) => b.technique)).map(
      (id) => [`technique:${id}`, techniqueById(id).name] as const,
    );
    return [
      ['', 'All builds'],
      ...tags.map((tag) => [`tag:${tag}`, `Tagged ${tag}`] as const),
      ...techniques.sort(([, a], [, b]) => a.localeCompare(b)),
    ];
  });
  readonly rows = $derived.by(() => {
    const words = this.words.trim().toLowerCase();
    return this.all
      .filter(({ build }) => isOf(build, this.only) && textOf(build).includes(words))
      .sort(BY[this.order]);
  });

  /** Works out what is not known yet, one build after the other, those shown first; once at a time, whoever asks. */
  follow(signal: AbortSignal): Promise<void> {
    this.following ??= this.workOut(signal).finally(() => (this.following = null));
    return this.following;
  }
  private following: Promise<void> | null = null;
  private async workOut(signal: AbortSignal): Promise<void> {
    for (;;) {
      const next = this.rows.find(({ build }) => this.facts[build.id]?.build !== build);
      if (!next || signal.aborted) return;
      const { build } = next;
      await this.needs.breathe();
      const found = await this.needs.facts(build);
      const facts = found.ok ? found.value : null;
      this.facts = { ...this.facts, [build.id]: { build, facts } };
    }
  }
}
const onceEach = (words: string[]): string[] => words.filter((word, i) => words.indexOf(word) === i);
const textOf = ({ name, technique, fileName, tags }: Build): string =>
  [name, techniqueById(technique).name, fileName, ...tags].join(' ').toLowerCase();
function isOf({ tags, technique }: Build, only: string): boolean {
  const [kind, ...rest] = only.split(':');
  const what = rest.join(':');
  return kind === 'tag' ? tags.includes(what) : kind === 'technique' ? technique === what : true;
}
const byName = (a: BuildRow, b: BuildRow) => a.build.name.localeCompare(b.build.name);
const most = (of: (facts: BuildFacts) => number) => (a: BuildRow, b: BuildRow) =>
  (b.facts ? of(b.facts) : -1) - (a.facts ? of(a.facts) : -1) || byName(a, b);
const NEVER = '9999';
const BY: Record<RowOrder, (a: BuildRow, b: BuildRow) => number> = {
  changed: () => 0,
  name: byName,
  due: (a, b) => (a.wanted?.due ?? NEVER).localeCompare(b.wanted?.due ?? NEVER) || byName(a, b),
  longest: most((f) => f.seconds),
  minding: most((f) => 1000 * f.stopping + f.minding),
};
