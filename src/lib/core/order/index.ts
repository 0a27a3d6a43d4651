/**
 * An order on one head with one pair of hands: how many to load, how many hoopings, and how long it takes.
 * In: the timed score, quantity, repeats. Out: plain numbers, seconds.
 */
import { formatDuration, formatNumber, itemAt } from '../base';
import { probit } from 'simple-statistics';
import type { Numbers } from '../numbers';
import { headsAtOnce, type Machine } from '../workshop';
import { hoopAt, unhoopAt, type Score, type Step } from '../score';
import { freeOf, hoopingSeconds, learningFactor, type StepTimes } from '../time';
import { ownLots, type Lot } from './lots';

export { callsOf, callSeconds, placesOf, type Call } from './calls';
export { ownLots, sharedLots, type Lot } from './lots';

/** What an order takes on one head. Times in seconds. */
export interface OrderPlan {
  /** items to load so that enough are good */
  load: number;
  /** how often the tape is sewn for them, and how many items it holds */
  designs: number;
  inTape: number;
  /** items beyond what is wanted */
  spare: number;
  /** items that are sewn in hoopings with other builds */
  withOthers: number;
  /** hoopings of its own, and how often the tape is sewn in them */
  hoopings: number;
  ownDesigns: number;
  /** items in a hooping of its own, and in the last one */
  inHooping: number;
  lastHooping: number;
  /** from the first hand step to the last */
  seconds: number;
  /** how long the needle runs, and hands work, in all */
  needleSeconds: number;
  handSeconds: number;
  /** hand work that found its place while the needle ran by itself */
  overlappedSeconds: number;
  /**
   * From an item's time to the order's: seconds = designs × one + learning − shared − overlapped. One tape by itself; what the
   * first ones take longer; what is done once for all items of a hooping.
   */
  oneSeconds: number;
  learningSeconds: number;
  sharedSeconds: number;
}

/** Less is not worth telling, s. */
const WORTH_TELLING = 30;
/** How an order's time comes from that of one item, in a sentence. */
export function orderReason({
  designs,
  oneSeconds,
  learningSeconds,
  sharedSeconds,
  overlappedSeconds,
}: OrderPlan): string {
  const told = (...all: [number, string][]) =>
    all
      .flatMap(([seconds, words]) =>
        seconds >= WORTH_TELLING ? [`${formatDuration(seconds)} ${words}`] : [],
      )
      .join(' and ');
  const more = told([learningSeconds, 'until the hands know it']);
  const less = told(
    [sharedSeconds, 'done once for a whole hooping'],
    [overlappedSeconds, 'while the needle ran by itself'],
  );
  const all =
    designs > 1
      ? `${formatNumber(designs)} × ${formatDuration(oneSeconds)} are ${formatDuration(designs * oneSeconds)}`
      : `One takes ${formatDuration(oneSeconds)}`;
  return `${[all, more && `and ${more}`, less && `less ${less}`].filter(Boolean).join(', ')}.`;
}

/** A working day at the machine; an order of more days than this is asked about: a digit too many is easily typed. s, days */
const DAY_S = 8 * 3600;
const MOST_DAYS = 40;
/** Working days of one head and one pair of hands, where they are so many that the order is asked about; else null. */
export function doubtfulDays({ seconds }: Pick<OrderPlan, 'seconds'>): number | null {
  const days = Math.round(seconds / DAY_S);
  return days > MOST_DAYS ? days : null;
}

/** What decides how many of a piece are cut. */
interface Needed {
  perHooping: boolean;
  layers: number;
  copies: number;
  /** of what is hooped for several builds: so many; null: it is for this build alone */
  times: number | null;
}
/** How many of a piece an order takes: one a hooping or one a place, so many on top of each other. */
export const needOf = (
  { perHooping, layers, copies, times }: Needed,
  { designs, hoopings }: Pick<OrderPlan, 'designs' | 'hoopings'>,
): number => (times ?? (perHooping ? hoopings : designs)) * layers * copies;

/** The most that may be loaded for one order; beyond it the question is no longer about one head. */
const MOST_LOAD = 200_000;

/**
 * The smallest number of items to load so that at least `good` of them are good with the given confidence:
 * P(Binomial(N, 1 − reject) ≥ good) ≥ confidence.
 * @param reject share of items spoiled, 0-1  @param confidence 0-1
 */
export function itemsToLoad(good: number, reject: number, confidence: number): number {
  if (reject <= 0) return good;
  for (let load = good; load < MOST_LOAD; load++) {
    const chance = chanceOfEnough(load, good, reject);
    if (chance === null) return normalLoad(good, reject, confidence);
    if (chance >= confidence) return load;
  }
  return MOST_LOAD;
}
/**
 * How likely so many are good of those that are loaded: P(Binomial(load, 1 − reject) ≥ good), summed by the bad ones, which are few. null:
 * there are so many that its terms are too small to be told.
 */
export function chanceOfEnough(load: number, good: number, reject: number): number | null {
  if (load < good) return 0;
  let p = Math.exp(load * Math.log1p(-reject));
  let sum = p;
  for (let bad = 1; bad <= load - good; bad++) {
    p *= ((load - bad + 1) / bad) * (reject / (1 - reject));
    sum += p;
  }
  return p === 0 && sum === 0 ? null : Math.min(1, sum);
}

/** Normal limit of the binomial with continuity correction, for orders of many thousands. */
function normalLoad(good: number, reject: number, confidence: number): number {
  const z = probit(confidence);
  let load = Math.ceil((good - 0.5) / (1 - reject));
  while (load * (1 - reject) - z * Math.sqrt(load * reject * (1 - reject)) < good - 0.5) load++;
  return load;
}

/** How many are loaded for so many good ones, and in what hoopings. */
export interface Load extends Pick<
  OrderPlan,
  | 'load'
  | 'designs'
  | 'inTape'
  | 'spare'
  | 'withOthers'
  | 'hoopings'
  | 'ownDesigns'
  | 'inHooping'
  | 'lastHooping'
> {
  /** hoopings of its own */
  own: Lot[];
}
/**
 * @param itemsInTape copies that come apart and are an item each
 * @param shared lots in hoopings with other builds: counted first, the rest is sewn in hoopings of its own
 */
export function loadFor(
  { quantity, repeats }: { quantity: number; repeats: number },
  numbers: Numbers,
  itemsInTape = 1,
  shared: readonly Lot[] = [],
): Load {
  const wanted = itemsToLoad(quantity, numbers['order.rejectRate'] / 100, numbers['order.confidence'] / 100);
  const elsewhere = shared.reduce((sum, lot) => sum + lot.designs, 0);
  const designs = Math.max(elsewhere, Math.ceil(wanted / itemsInTape));
  const own = ownLots(designs - elsewhere, repeats);
  return {
    load: designs * itemsInTape,
    designs,
    inTape: itemsInTape,
    spare: designs * itemsInTape - quantity,
    withOthers: elsewhere * itemsInTape,
    hoopings: own.length,
    ownDesigns: designs - elsewhere,
    inHooping: repeats * itemsInTape,
    lastHooping: (own.at(-1)?.designs ?? 0) * itemsInTape,
    own,
  };
}
/** How often all heads that sew one design together are filled, each with its own hooping; of others each by itself. */
export const loadingsFor = (hoopings: number, machine: Pick<Machine, 'heads' | 'headsTogether'>): number =>
  Math.ceil(hoopings / headsAtOnce(machine));
/**
 * Runs the order through once, hooping by hooping. At a hand step the needle waits. While the needle needs nobody,
 * hands do what is left to finish of earlier hoopings, whole jobs only, so that they are back at the next stop.
 * @param itemsInTape copies that come apart and are an item each
 * @param shared lots in hoopings with other builds: counted first, the rest is sewn in hoopings of its own
 */
export function planOrder(
  score: Score,
  times: StepTimes,
  order: { quantity: number; repeats: number },
  numbers: Numbers,
  itemsInTape = 1,
  shared: readonly Lot[] = [],
): OrderPlan {
  const { own, ...load } = loadFor(order, numbers, itemsInTape, shared);
  const { atMachine, afterwards } = splitAtUnhoop(score.steps);
  const [hooping, out] = [score.steps[hoopAt(score.steps)], score.steps[unhoopAt(score.steps)]];
  let clock = 0;
  let needleSeconds = 0;
  let handSeconds = 0;
  let overlappedSeconds = 0;
  let learningSeconds = 0;
  let item = 0;
  const waiting: number[] = [];
  // Jobs before this one are done; taking each off the front would move all the others.
  let next = 0;
  for (const { designs: items, isHooped, isTakenOut } of [...own, ...shared]) {
    const pace = mean(items, (k) => learningFactor(item + k + 1, numbers));
    for (const step of atMachine) {
      // Done for another build of the same hooping.
      if ((step === hooping && !isHooped) || (step === out && !isTakenOut)) continue;
      const seconds = hoopingSeconds(itemAt(times, step.id), items);
      if (step.kind === 'needle') {
        let free = freeOf(step, seconds, numbers);
        while (next < waiting.length && itemAt(waiting, next) <= free) {
          const job = itemAt(waiting, next++);
          free -= job;
          overlappedSeconds += job;
        }
        needleSeconds += seconds;
        clock += seconds;
      } else {
        const work = seconds * pace;
        handSeconds += work;
        learningSeconds += work - seconds;
        clock += work;
      }
    }
    for (let k = 0; k < items; k++) {
      const factor = learningFactor(item + k + 1, numbers);
      for (const step of afterwards) {
        // Of what is done at each of the copies in a tape, one is a whole job.
        const jobs = step.kind === 'hand' ? step.places : 1;
        const { seconds } = itemAt(times, step.id);
        const job = (seconds * factor) / jobs;
        handSeconds += job * jobs;
        learningSeconds += seconds * (factor - 1);
        for (let j = 0; j < jobs; j++) waiting.push(job);
      }
    }
    item += items;
  }
  for (; next < waiting.length; next++) clock += itemAt(waiting, next);
  const oneSeconds = score.steps.reduce((sum, s) => sum + itemAt(times, s.id).seconds, 0);
  return {
    ...load,
    seconds: clock,
    needleSeconds,
    handSeconds,
    overlappedSeconds,
    oneSeconds,
    learningSeconds,
    sharedSeconds: load.designs * oneSeconds + learningSeconds - needleSeconds - handSeconds,
  };
}

/** Steps up to and with unhooping bind the head; what follows is done at the table. */
function splitAtUnhoop(steps: Step[]): { atMachine: Step[]; afterwards: Step[] } {
  const at = unhoopAt(steps);
  const cut = at < 0 ? steps.length : at + 1;
  return { atMachine: steps.slice(0, cut), afterwards: steps.slice(cut) };
}

const mean = (n: number, value: (k: number) => number) => {
  let sum = 0;
  for (let k = 0; k < n; k++) sum += value(k);
  return sum / Math.max(1, n);
};
