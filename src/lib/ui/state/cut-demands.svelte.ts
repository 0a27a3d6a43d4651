import { untrack } from 'svelte';
import { fail, type Problem, type Result } from '$lib/core/base';
import type { Build } from '$lib/core/build';
import type { Demand } from '$lib/core/demand';
import type { Workshop } from '$lib/core/workshop';

/** What the demands stand on. */
export interface DemandNeeds {
  /** works one build out, off the screen's thread */
  read: (build: Build, workshop: Workshop) => Promise<Result<Demand>>;
  tell: (problem: Problem) => void;
}
interface Known {
  build: Build;
  workshop: Workshop;
  answer: Result<Demand>;
}

/** What the chosen builds ask of the cutting table, worked out again when they or the workshop change. */
export class CutDemands {
  constructor(private readonly needs: DemandNeeds) {}

  private known = $state.raw<readonly Known[]>([]);
  private round = 0;
  isReady = $state(false);

  /** those that could be worked out, in the order of the builds */
  readonly all = $derived(this.known.flatMap(({ answer }) => (answer.ok ? [answer.value] : [])));
  /** why none could, though some were asked for */
  readonly problem = $derived.by(() => {
    const answers = this.known.map(({ answer }) => answer);
    return answers.some(({ ok }) => ok) ? null : (answers.find((a) => !a.ok)?.problem ?? null);
  });

  /** Follows the builds as they are now; what has not changed is kept, what is no longer asked for is left out. */
  async follow(builds: readonly Build[], workshop: Workshop): Promise<void> {
    const mine = ++this.round;
    // An effect that follows builds and workshop must not follow its own answer.
    const old = untrack(() => this.known);
    const known: Known[] = [];
    for (const build of builds) {
      const same = old.find((k) => k.build === build && k.workshop === workshop);
      known.push(same ?? { build, workshop, answer: await this.read(build, workshop) });
      // Something newer is asked for meanwhile: that will answer.
      if (mine !== this.round) return;
    }
    this.known = known;
    this.isReady = true;
    // Where none can be worked out the page itself says why.
    if (this.problem) return;
    const wasSaid = ({ id }: Build) => old.some((k) => k.build.id === id && !k.answer.ok);
    // Once: what keeps one from being read mostly keeps all.
    const [news] = known.flatMap(({ build, answer }) =>
      answer.ok || wasSaid(build) ? [] : [answer.problem],
    );
    if (news) this.needs.tell(news);
  }
  /** A problem names its build. */
  private async read(build: Build, workshop: Workshop): Promise<Result<Demand>> {
    const answer = await this.needs.read(build, workshop);
    if (answer.ok) return answer;
    return fail(answer.problem.code, `${build.name}: ${answer.problem.message}`, answer.problem.next);
  }
  /** All are worked out anew next time, as after something that failed. */
  forget() {
    this.known = [];
    this.isReady = false;
  }
}
