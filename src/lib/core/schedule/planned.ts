import { itemAt } from '../base';
import type { LaidPlan } from './lay';
import { lastAtHead, takesHands, type ScheduleTask } from './task';

/** Something that is done, as it is planned. Seconds. */
export interface PlannedTask {
  /** -1: a head is set up */
  hooping: number;
  planned: number;
  seconds: number;
  /** never before it */
  fromS: number;
  /** somebody does it: so planned; -1: nobody is needed */
  person: number;
  atHead: boolean;
  /** the needle sews by itself where somebody must be there */
  isMinded: boolean;
  /** of the normal law whose exponential it is spread by; 0: it takes as long as it takes */
  sigma: number;
  mean: number;
  /** tasks that must be over, by their number */
  after: number[];
}
/** All that is done in the order in which it begins, with what must be over before: the step before it, and who had its head and frame. */
export function tasksOf(task: ScheduleTask, plan: LaidPlan): PlannedTask[] {
  const tasks: PlannedTask[] = [];
  const holds: { of: string; from: number; to: number }[] = [];
  const put = (own: Omit<PlannedTask, 'sigma' | 'mean'>, cv: number): number => {
    // Mean and spread of a log-normal: sigma² = ln(1 + cv²), mu = ln(mean) − sigma² / 2.
    const variance = Math.log(1 + cv * cv);
    const isSpread = cv > 0 && own.seconds > 0;
    const [sigma, mean] = isSpread ? [Math.sqrt(variance), Math.log(own.seconds) - variance / 2] : [0, 0];
    return tasks.push({ ...own, sigma, mean }) - 1;
  };
  plan.hoopings.forEach(({ head, frame, setup, steps }, hooping) => {
    const own = itemAt(task.hoopings, hooping);
    const [first, last] = [own.steps.findIndex(({ atHead }) => atHead), lastAtHead(own)];
    const freeS = task.heads[head]?.availableFromS ?? 0;
    const set = setup ? put({ hooping: -1, planned: setup.startS, seconds: task.setupSeconds, fromS: freeS, person: setup.person, atHead: true, isMinded: false, after: [] }, 0) : -1; // prettier-ignore
    let before = -1;
    const numbers = steps.map(({ startS, person }, n) => {
      const step = itemAt(own.steps, n);
      const hands = takesHands(step);
      before = put(
        {
          hooping,
          planned: startS,
          seconds: step.seconds,
          fromS: Math.max(own.releaseS, n === first ? freeS : 0),
          person: hands ? person : -1,
          atHead: step.atHead,
          isMinded: !hands && step.kind === 'needle' && !task.machineRunsAlone,
          after: [...(before >= 0 ? [before] : []), ...(n === first && set >= 0 ? [set] : [])],
        },
        step.cv,
      );
      return before;
    });
    if (head < 0) return;
    const to = itemAt(numbers, last);
    holds.push({ of: `head ${head}`, from: set >= 0 ? set : itemAt(numbers, first), to });
    if (frame >= 0) holds.push({ of: `frame ${frame} ${own.frameKind}`, from: itemAt(numbers, 0), to });
  });
  const begin = (n: number) => itemAt(tasks, n).planned;
  const last = new Map<string, number>();
  for (const { of, from, to } of holds.sort((a, b) => begin(a.from) - begin(b.from) || a.from - b.from)) {
    const before = last.get(of);
    if (before !== undefined) itemAt(tasks, from).after.push(before);
    last.set(of, to);
  }
  return inOrder(tasks);
}
/** Renumbered in the order in which they begin. */
function inOrder(tasks: readonly PlannedTask[]): PlannedTask[] {
  const order = tasks
    .map((_, n) => n)
    .sort((a, b) => itemAt(tasks, a).planned - itemAt(tasks, b).planned || a - b);
  const place = new Map(order.map((n, at) => [n, at]));
  return order.map((n) => {
    const own = itemAt(tasks, n);
    return { ...own, after: own.after.map((k) => place.get(k) ?? 0) };
  });
}
