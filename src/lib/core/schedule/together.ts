import { itemAt } from '../base';
import { FreeTime } from './free';
import type { LaidHooping, LaidPlan } from './lay';
import { lastAtHead, merged, takesHands, type ScheduleTask } from './task';

/**
 * The same plan with each hooping begun as late as it can be: nothing ends later, nobody is another, and no head or frame is held for
 * longer than its work takes. What has begun already stays where it is.
 */
export function pulledTogether(task: ScheduleTask, plan: LaidPlan): LaidPlan {
  const free = task.people.map((p) => FreeTime.of(merged(p.shifts)));
  const present = FreeTime.of(merged(task.people.flatMap((p) => p.shifts)));
  plan.hoopings.forEach(({ setup, steps }, h) => {
    if (setup) free[setup.person]?.take(setup.startS, task.setupSeconds);
    steps.forEach(({ person, startS }, n) =>
      free[person]?.take(startS, itemAt(itemAt(task.hoopings, h).steps, n).seconds),
    );
  });
  const hoopings = plan.hoopings.map((h) => ({ ...h, steps: h.steps.map((s) => ({ ...s })) }));
  const begin = (h: number) => hoopings[h]?.steps[0]?.startS ?? 0;
  // Those that begin last first: they make room for what they follow.
  for (const h of hoopings.map((_, n) => n).sort((a, b) => begin(b) - begin(a)))
    if (!task.hoopings[h]?.isBegun) pull(h, itemAt(hoopings, h));
  return { ...plan, hoopings };

  function pull(h: number, { steps }: LaidHooping) {
    const own = itemAt(task.hoopings, h);
    const last = Math.min(lastAtHead(own), steps.length - 1);
    for (let n = last - 1; n >= 0; n--) {
      const [step, laid] = [itemAt(own.steps, n), itemAt(steps, n)];
      const until = itemAt(steps, n + 1).startS;
      const who = takesHands(step) ? free[laid.person] : undefined;
      who?.give(laid.startS, step.seconds);
      const found = who
        ? who.findLast(laid.startS, until, step.seconds)
        : step.kind === 'needle' && !task.machineRunsAlone
          ? present.findLast(laid.startS, until, step.seconds)
          : until - step.seconds;
      laid.startS = Math.max(laid.startS, found);
      who?.take(laid.startS, step.seconds);
    }
  }
}
