import { itemAt } from '../base';
import { planBobbins, type BobbinBlock } from '../bobbins';
import { isSameThread, threadWords, UNNAMED, type ScoreEdit, type Thread } from '../build';
import type { NumberId, Numbers } from '../numbers';
import type { NeedleStep } from '../score';
import { fullHoopings, type InHoopings } from './hoopings';
import { isCalled, namesOf } from './shelf';
import { BOBBIN_KINDS, bobbinKindOf, type Machine, type WoundBobbin } from '../workshop';

/** What a bobbin of a kind gives, m: some is kept in hand. */
export const usableBobbin = (holds: NumberId, numbers: Numbers): number =>
  numbers[holds] * (1 - numbers['thread.bobbinKeep'] / 100);

/** What one full bobbin gives, m: of bobbin thread, and wound with a top thread. */
export const fullBobbins = (machine: Machine, numbers: Numbers) => ({
  fine: usableBobbin(BOBBIN_KINDS[bobbinKindOf(machine)].holds, numbers),
  matched: usableBobbin('thread.bobbinMatched', numbers),
});

/** Blocks in which a join of the bobbin shows. */
const SHOWS: readonly NeedleStep['role'][] = ['cover', 'lace', 'final-outline'];
export const showsJoin = ({ role }: Pick<NeedleStep, 'role'>): boolean => SHOWS.includes(role);

/** A block of one item as its bobbin sees it. */
export interface OnBobbin {
  step: NeedleStep;
  bobbinM: number;
  /** the bobbin is wound with it; null: with bobbin thread; undefined: with the top thread, which nobody has named */
  thread: Thread | null | undefined;
  /** so many bobbins were put in fresh by a step of their own until then: what was in before does not come back */
  fresh: number;
}
/** A change of bobbin that is best made before a step. */
interface BobbinSwap {
  /** the needle step before which it is made */
  stepId: string;
  /** before this item of the hooping, from 0 */
  item: number;
  /** left on the bobbin that comes out, m */
  leftM: number;
  because: string;
}
/** Bobbins of one thread. */
interface OfThread {
  /** null: of bobbin thread */
  thread: Thread | null;
}
/** Stands for a top thread that nobody has named. */
const ABOVE: Thread = { name: 'the thread above', colour: UNNAMED.colour };
/** A step of the maker's own that puts in a full bobbin before a block. @param seconds that it takes */
export const freshBobbin = (stepId: string, seconds: number): ScoreEdit => ({
  kind: 'insert',
  stepId: `bobbin:${stepId}`,
  before: stepId,
  title: 'Fresh bobbin',
  text: 'Put in a full bobbin: the next block must be sewn without a join.',
  side: 'front',
  seconds,
  action: 'bobbin',
});
/** How the bobbins of a hooping, or of an order, are used. */
export interface BobbinUse {
  /** full ones of each thread, in the order in which they are wanted */
  wind: (OfThread & { count: number })[];
  /** in the first hooping; what is changed for another thread anyway is a step of its own */
  swaps: BobbinSwap[];
  /** on the last of each thread, m */
  left: (OfThread & { leftM: number })[];
}
export const NO_USE: BobbinUse = { wind: [], swaps: [], left: [] };
const isSameWound = (a: Thread | null, b: Thread | null): boolean => (a && b ? isSameThread(a, b) : a === b);
/** Bobbins of one thread counted together, in the order in which they are wanted. */
export function gatherWound(wind: BobbinUse['wind']): BobbinUse['wind'] {
  const all: BobbinUse['wind'] = [];
  for (const each of wind) {
    const known = all.find(({ thread }) => isSameWound(thread, each.thread));
    if (known) known.count += each.count;
    else all.push({ ...each });
  }
  return all;
}
/** More hoopings are reckoned by so many. */
const MOST_BLOCKS = 3000;

/**
 * When the bobbin is changed where each block is sewn for all items before the next, hooping after hooping. Where a join does not
 * show, it may run out within a block.
 * @param last items of the last hooping  @param startM on the bobbin that is in, m; left out: a full one is put in first
 */
export function useBobbins(
  blocks: readonly OnBobbin[],
  full: { fine: number; matched: number },
  {
    items,
    hoopings = 1,
    last = items,
    startM,
  }: { items: number; hoopings?: number; last?: number; startM?: number },
): BobbinUse {
  const sewn = blocks.filter(({ bobbinM }) => bobbinM > 0);
  if (!sewn.length) return NO_USE;
  const entries: { block: BobbinBlock; of: OnBobbin; item: number; hooping: number }[] = [];
  const threads = new Map<string, OfThread & { holds: number }>();
  const inHooping = sewn.reduce((sum, { step }) => sum + (showsJoin(step) ? items : 1), 0);
  const planned = Math.min(hoopings, Math.max(1, Math.floor(MOST_BLOCKS / inHooping)));
  for (let hooping = 0; hooping < planned; hooping++) {
    const here = hooping === hoopings - 1 ? last : items;
    for (const of of sewn) {
      const { thread, fresh, step } = of;
      const wound = thread === undefined ? ABOVE : thread;
      // What a step puts in fresh is a bobbin of its own in each hooping.
      const words = wound ? `${threadWords(wound)} ${wound.colour}` : '';
      const bobbin = `${words}|${fresh ? `${hooping}.${fresh}` : ''}`;
      threads.set(bobbin, { thread: wound, holds: wound ? full.matched : full.fine });
      const shows = showsJoin(step);
      for (let item = 0; item < (shows ? here : 1); item++) {
        const bobbinM = of.bobbinM * (shows ? 1 : here);
        entries.push({
          block: { id: String(entries.length), bobbinM, bobbin, mayJoin: !shows },
          of,
          item,
          hooping,
        });
      }
    }
  }
  const plan = planBobbins({
    blocks: entries.map((e) => e.block),
    capacityM: Object.fromEntries([...threads].map(([bobbin, { holds }]) => [bobbin, holds])),
    keepM: 0,
    leftM: startM ?? null,
  });
  if (!plan.ok) return NO_USE;
  const threadOf = (bobbin: string) => threads.get(bobbin)?.thread ?? null;
  // A bobbin that was put in fresh is of the same thread as the others.
  const wind = gatherWound(plan.value.wind.map(({ bobbin, count }) => ({ thread: threadOf(bobbin), count })));
  const swaps = plan.value.swaps.flatMap(({ beforeBlock, leftM, isOther }): BobbinSwap[] => {
    const { of, item, hooping, block } = itemAt(entries, Number(beforeBlock));
    if (isOther || hooping > 0) return [];
    const which = items > 1 && !block.mayJoin ? `, item ${item + 1} of ${items},` : '';
    const because = `${of.step.title}${which} takes ${block.bobbinM.toFixed(1)} m of bobbin thread and ${leftM.toFixed(1)} m are left${block.mayJoin ? '' : ': a join would show'}.`;
    return [{ stepId: of.step.id, item, leftM, because }];
  });
  return {
    wind: wind.map((w) => ({ ...w, count: Math.ceil((w.count * hoopings) / planned) })),
    swaps,
    left: plan.value.left.map(({ bobbin, leftM }) => ({ thread: threadOf(bobbin), leftM })),
  };
}

/** Full bobbins that an order takes, of each thread, in the order in which they are wanted. */
export const bobbinsForOrder = (
  {
    onBobbin,
    bobbinHoldsM,
    matchedHoldsM,
  }: { onBobbin: readonly OnBobbin[]; bobbinHoldsM: number; matchedHoldsM: number },
  order: InHoopings,
): BobbinUse['wind'] =>
  useBobbins(onBobbin, { fine: bobbinHoldsM, matched: matchedHoldsM }, fullHoopings(order)).wind;
/** Of what an order takes: how many are wound and wait for the machine, and how many are still to be wound. */
export const bobbinsToWind = (
  wind: BobbinUse['wind'],
  machine: Machine,
  shelf: readonly WoundBobbin[],
): (BobbinUse['wind'][number] & { waiting: number; missing: number })[] =>
  wind.map((w) => {
    const waiting = shelf
      .filter(({ kind, name }) => kind === bobbinKindOf(machine) && isWoundWith(w.thread, name))
      .reduce((sum, { count }) => sum + count, 0);
    return { ...w, waiting, missing: Math.max(0, w.count - waiting) };
  });
/** Bobbin thread is white; any other is called as the thread is. */
export const isWoundWith = (thread: Pick<Thread, 'name' | 'number'> | null, name: string): boolean =>
  thread === null ? /white/i.test(name) : isCalled(name, namesOf(thread));
/** "2 full bobbins", "1 full bobbin of coral". */
export const bobbinWords = ({ thread, count: n }: BobbinUse['wind'][number]): string =>
  `${n} full ${n === 1 ? 'bobbin' : 'bobbins'}${thread === null ? '' : ` of ${threadWords(thread)}`}`;
