import { loadings, stepsOf } from '../batch';
import type { Demand } from '../demand';
import type { Numbers } from '../numbers';
import type { Load } from '../order';
import { learningFactor } from '../time';
import { headsAtOnce, type Machine } from '../workshop';

/** What an order takes of machine and hands, planned, for all that is sewn. Seconds. */
export interface OrderHours {
  /** that a head is held, from the first to the last step at it, if one head did it all */
  oneHead: number;
  /** that the machine is held when all its heads sew */
  used: number;
  /** that hands are bound, watching with it */
  hands: number;
  /** that the needle runs */
  needle: number;
}
/** @param madeBefore items of the build: hands know it by then */
export function plannedHours(
  { sewing }: Pick<Demand, 'sewing'>,
  { own, inTape }: Pick<Load, 'own' | 'inTape'>,
  machine: Pick<Machine, 'heads' | 'headsTogether'>,
  numbers: Numbers,
  madeBefore: number,
): OrderHours {
  const alone = sum(own.map(({ designs }) => ({ designs, fillings: 1 })));
  const together = headsAtOnce(machine);
  // Heads that sew each its own share the hoopings; those that sew one design fill so many hoops at a time.
  const used =
    together > 1
      ? sum(loadings(own, together)).head
      : alone.head * (own.length ? Math.ceil(own.length / machine.heads) / own.length : 1);
  return { oneHead: alone.head, used, hands: alone.hands, needle: alone.needle };

  function sum(fillings: readonly { designs: number; fillings: number }[]) {
    const all = { head: 0, hands: 0, needle: 0 };
    // Once hands know it, hoopings alike take alike.
    const known = new Map<string, typeof all>();
    let made = madeBefore;
    for (const filled of fillings) {
      const isKnown = learningFactor(made + 1, numbers) === 1;
      const key = `${filled.designs} ${filled.fillings}`;
      const one = (isKnown && known.get(key)) || oneOf({ ...filled, madeBefore: made });
      if (isKnown) known.set(key, one);
      all.head += one.head;
      all.hands += one.hands;
      all.needle += one.needle;
      made += filled.designs * inTape;
    }
    return all;
  }
  function oneOf(hooping: Parameters<typeof stepsOf>[1]) {
    const one = { head: 0, hands: 0, needle: 0 };
    for (const call of sewing.calls)
      for (const step of stepsOf(call, hooping, { numbers, handSpread: 0, isRunning: false })) {
        if (step.atHead) one.head += step.seconds;
        if (step.kind === 'hand') one.hands += step.seconds;
        for (const { fromS, toS } of step.sewn) one.needle += toS - fromS;
      }
    return one;
  }
}
