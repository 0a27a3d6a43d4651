import { Annealing } from './annealing';
import { compositeOf, loosened, type Composite } from './composite';
import { rejoin } from './rejoin';
import type { Item } from './types';
import type { Watch } from './watch';

/** Steps of taking apart and joining between two layouts; along one length pieces join less, so that small ones are left to fill in. */
const STEPS = 30;
const STEPS_ALONG = 4;
/** How often, along one length, sides must be exactly equal for all to come together. */
const EXACT_ALONG = 0.25;
/** How seldom a sheet that is whole is taken apart again. */
const WHOLE_APART = 0.03;
/** Steps without gain before whole sheets are put aside and the rest is looked at alone, and before all begins anew. */
const FOCUS_AFTER = 60;
const ANEW_AFTER = 2000;
/** How often blocks come apart only in part: what was joined first was the likelier join. */
const PARTLY = 0.8;
/**
 * A step that leaves n blocks more is gone on from with a chance of e⁻ⁿ (Metropolis et al., 1953): so often; else
 * one that leaves one more with this chance.
 */
const WANDERS = 0.5;
const UPHILL = 0.05;

/** Pieces put together again along shared sides: what was cut from whole sheets comes back to whole sheets. */
export class Puzzle {
  /** as far as they are put together */
  pile: Composite[] | null = null;
  private best: Composite[] = [];
  private stale = 0;
  private readonly annealed = new Map<string, Annealing>();

  /** @param free share of the fewest sheets that may stay empty  @param along one roll or sheet: joined as far as helps, no further */
  constructor(
    private readonly items: readonly Item[],
    private readonly apart: (block: Composite) => Composite[],
    private readonly free: number,
    private readonly along: boolean,
    private readonly random: () => number,
    private readonly watch: Watch,
  ) {}

  /** Takes some of the blocks apart and joins again, over and over: fewer blocks are better, as many will do. */
  work(target: { w: number; h: number }, fewest: number, mayContinue: () => boolean): Composite[] {
    const { random } = this;
    // Where some of the sheets may stay empty, sides that nearly meet will do.
    const slack = random() < 0.3 ? 0 : Math.round(this.free * random() ** 2 * Math.min(target.w, target.h));
    if (slack === 0 && (!this.along || random() < EXACT_ALONG)) return this.exact(target).work(fewest);
    const isWhole = ({ w, h, turn }: Composite) =>
      (w >= target.w - slack && h >= target.h - slack) ||
      (turn && w >= target.h - slack && h >= target.w - slack);
    const join = (blocks: Composite[]) =>
      rejoin(blocks, { width: target.w, height: target.h, slack, temperature: random() * random() }, random, this.watch); // prettier-ignore
    if (!this.pile || this.stale > ANEW_AFTER) {
      this.pile = this.best = join(this.items.map(compositeOf));
      this.stale = 0;
    }
    // What no step gains on any more is looked at a few sheets at a time, from single pieces.
    const aside = !this.along && this.stale > FOCUS_AFTER ? this.putAside(this.pile.filter(isWhole)) : [];
    const before = this.pile.filter((b) => !aside.includes(b));
    let pile = aside.length ? join(before.flatMap((b) => this.apart(b))) : before;
    // Where sides only nearly meet, fewer blocks say less: now and then nothing worse is gone on from.
    const wanders = !this.along && random() < WANDERS;
    const more = () => (wanders ? Math.floor(-Math.log(random())) : random() < UPHILL ? 1 : 0);
    const steps = this.along ? STEPS_ALONG : STEPS;
    const least = fewest - aside.length;
    for (let step = 0; step < steps && pile.length > least && mayContinue(); step++) {
      const share = 0.15 + 0.6 * random() * random();
      const chance = !this.along && random() < PARTLY ? Math.sqrt(random()) : 1;
      const next = join(
        pile.flatMap((b) =>
          random() < (isWhole(b) ? WHOLE_APART : share) ? loosened(b, chance, random) : [b],
        ),
      );
      this.stale++;
      if (next.length <= pile.length + more()) pile = next;
    }
    if (!aside.length || pile.length <= before.length) this.pile = [...aside, ...pile];
    if (this.pile.length < this.best.length) {
      this.best = this.pile;
      this.stale = 0;
    }
    return this.pile;
  }
  /** Sides exactly equal. */
  private exact(target: { w: number; h: number }): Annealing {
    const key = `${target.w} × ${target.h}`;
    let found = this.annealed.get(key);
    if (!found) this.annealed.set(key, (found = new Annealing(this.items, target, this.random, this.watch)));
    return found;
  }
  /** All whole sheets but one or two, by luck. */
  private putAside(wholes: Composite[]): Composite[] {
    const kept = this.random() < 0.6 ? 1 : 2;
    const shuffled = wholes.map((b) => ({ b, key: this.random() })).sort((a, b) => a.key - b.key);
    return shuffled.slice(kept).map(({ b }) => b);
  }
}
