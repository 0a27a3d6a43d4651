import { formatDuration, itemAt } from '../base';
import { FreeTime } from './free';
import {
  lastAtHead,
  mayDo,
  merged,
  takesHands,
  type ScheduleHooping,
  type ScheduleStep,
  type ScheduleTask,
  type Shift,
} from './task';

/** No plan ends before it. */
export interface Bound {
  finishS: number;
  because: string;
}
const sum = (all: readonly { seconds: number }[]) => all.reduce((s, { seconds }) => s + seconds, 0);
const least = (all: readonly number[]) => all.reduce((a, b) => Math.min(a, b), Infinity);

/** The greatest of: a hooping by itself, what heads must sew, what hands must do. */
export function boundOf(task: ScheduleTask): Bound {
  const bounds = [...chains(task), ...headLoads(task), ...handLoads(task)];
  return bounds.reduce((a, b) => (b.finishS > a.finishS ? b : a), {
    finishS: 0,
    because: 'There is nothing to do.',
  });
}

/** Each hooping, as if it were alone. */
function chains(task: ScheduleTask): Bound[] {
  const everybody = merged(task.people.flatMap((p) => p.shifts));
  const present = FreeTime.of(everybody);
  const people = task.people.map((p) => FreeTime.of(merged(p.shifts)));
  return task.hoopings.map((hooping) => {
    let at = hooping.releaseS;
    const mayBe = task.heads.filter(({ id }) => hooping.heads?.includes(id) ?? true);
    const headFree = least(mayBe.map((h) => h.availableFromS));
    for (const step of hooping.steps) {
      if (step.atHead) at = Math.max(at, headFree);
      const start = takesHands(step)
        ? least(people.map((f) => f.find(at, step.seconds)))
        : step.kind === 'needle' && !task.machineRunsAlone
          ? present.find(at, step.seconds)
          : at;
      // No shift has room for it: another bound will say so, or none can.
      if (start === Infinity) break;
      at = start + step.seconds;
    }
    return { finishS: at, because: `${hooping.label} alone is not done sooner.` };
  });
}

/** A hooping as heads see it. */
interface OnHead {
  /** before it comes to the head, while it holds it in somebody's presence, while it holds it at all, and after. s */
  before: number;
  minded: number;
  held: number;
  after: number;
}
function onHead({ steps, releaseS }: ScheduleHooping, runsAlone: boolean): OnHead {
  const [first, last] = [steps.findIndex(({ atHead }) => atHead), lastAtHead({ steps })];
  const on = steps.slice(first, last + 1);
  const isMinded = (s: (typeof steps)[number]) => takesHands(s) || (s.kind === 'needle' && !runsAlone);
  return {
    before: releaseS + sum(steps.slice(0, first)),
    minded: sum(on.filter(isMinded)),
    held: sum(on),
    after: sum(steps.slice(last + 1)),
  };
}
/** More sets of heads are not looked at; all of them together always are. */
const MOST_SETS = 20;
/** For each set of heads that hoopings are confined to: these cannot sew all of it sooner. */
function headLoads(task: ScheduleTask): Bound[] {
  const { heads, hoopings, machineRunsAlone } = task;
  const allowed = (h: ScheduleHooping) => h.heads ?? heads.map(({ id }) => id);
  const sets = new Map(hoopings.map((h) => [[...allowed(h)].sort().join('\n'), allowed(h)]));
  sets.set(
    '',
    heads.map(({ id }) => id),
  );
  const everybody = merged(task.people.flatMap((p) => p.shifts));
  return [...sets.values()].slice(-MOST_SETS).flatMap((names): Bound[] => {
    const set = new Set(names);
    const own = hoopings
      .filter((h) => h.steps.some(({ atHead }) => atHead) && allowed(h).every((id) => set.has(id)))
      .map((h) => onHead(h, machineRunsAlone));
    const these = heads.filter(({ id }) => set.has(id));
    if (!own.length || !these.length) return [];
    const before = least(own.map((h) => h.before));
    const after = least(own.map((h) => h.after));
    // Those of some heads alone may be set up for by others.
    const setups = these.length === heads.length ? setupsOf(task) * task.setupSeconds : 0;
    // A head may be set up while its first hooping is hooped.
    const begins = these.map((h) => Math.max(h.availableFromS, setups ? 0 : before)).sort((x, y) => x - y);
    const minded = begins.map((fromS) => FreeTime.of(since(everybody, fromS)));
    const always = begins.map((fromS) => FreeTime.of([{ fromS, toS: Infinity }]));
    const name = these.length === 1 ? `${itemAt(these, 0).id} alone` : `${these.length} heads`;
    return [
      { by: minded, hours: own.map((h) => h.minded) },
      { by: always, hours: own.map((h) => h.held) },
    ].map(({ by, hours }) => {
      const all = hours.reduce((a, b) => a + b, 0) + setups;
      const together = whenDone(by, all);
      const inTurn = onOneHead(hours, these.length);
      const one = least(by.map((f) => whenDone([f], inTurn)));
      return {
        finishS: Math.max(together, one) + after,
        because: `${name} ${these.length === 1 ? 'has' : 'have'} ${formatDuration(all)} to sew; no plan ends sooner.`,
      };
    });
  });
}
/** So many setups there must be: each word that no head is set up for, but those of the heads that need none for their first. */
function setupsOf({ heads, hoopings, setupSeconds }: ScheduleTask): number {
  if (!setupSeconds) return 0;
  const words = new Set(
    hoopings.flatMap(({ steps, setup }) => (steps.some(({ atHead }) => atHead) ? [setup] : [])),
  );
  for (const { setup } of heads) if (setup !== null) words.delete(setup);
  return Math.max(0, words.size - heads.filter(({ setup }) => setup === null).length);
}
/** Of the k · m + 1 longest on m heads, one head gets k + 1 at least: no less than the shortest k + 1 of them; the most over all k. */
function onOneHead(hours: readonly number[], heads: number): number {
  const longest = hours.toSorted((a, b) => b - a);
  let most = 0;
  for (let k = 0; k * heads < longest.length; k++) {
    const shortest = longest.slice(k * heads - k, k * heads + 1);
    most = Math.max(
      most,
      shortest.reduce((a, b) => a + b, 0),
    );
  }
  return most;
}
const since = (shifts: readonly Shift[], from: number): Shift[] =>
  shifts.flatMap(({ fromS, toS }) => (toS > from ? [{ fromS: Math.max(fromS, from), toS }] : []));

/** All hands together cannot do it sooner, nor those who work at heads what is done there. */
function handLoads(task: ScheduleTask): Bound[] {
  const setups = setupsOf(task) * task.setupSeconds;
  const whole = handLoad(task, setups, takesHands, 'Hands have', task.people);
  const atHeads = task.people.filter((p) => mayDo(p, { atHead: true }));
  if (atHeads.length === task.people.length) return whole;
  return [
    ...whole,
    ...handLoad(task, setups, (s) => s.atHead && takesHands(s), 'At the machines hands have', atHeads),
  ];
}
function handLoad(
  task: ScheduleTask,
  setups: number,
  isMeant: (step: ScheduleStep) => boolean,
  whose: string,
  by: ScheduleTask['people'],
): Bound[] {
  const own = task.hoopings.filter(({ steps }) => steps.some(isMeant));
  const hands = sum(own.flatMap(({ steps }) => steps.filter(isMeant))) + setups;
  if (!hands) return [];
  // Heads may be set up before anything may begin.
  const begins = setups || !own.length ? 0 : least(own.map((h) => h.releaseS));
  const people = by.map((p) => FreeTime.of(since(merged(p.shifts), begins)));
  const after = own.length
    ? least(own.map(({ steps }) => sum(steps.slice(steps.findLastIndex(isMeant) + 1))))
    : 0;
  return [
    {
      finishS: whenDone(people, hands) + after,
      because: `${whose} ${formatDuration(hands)} to do; ${by.length === 1 ? 'one person does' : `${by.length} people do`} it no sooner.`,
    },
  ];
}
/** When so many seconds have passed in all free time together; 0 where there is less than that: no plan is told then. */
function whenDone(free: readonly FreeTime[], seconds: number): number {
  const passed = (time: number) => free.reduce((all, f) => all + f.before(time), 0);
  let [low, high] = [0, 1];
  while (passed(high) < seconds) {
    if (high > 1e10) return 0;
    [low, high] = [high, high * 2];
  }
  for (let n = 0; n < 100 && high - low > 1e-7; n++) {
    const middle = (low + high) / 2;
    if (passed(middle) < seconds) low = middle;
    else high = middle;
  }
  if (seconds <= 0) return 0;
  // The moment itself, where it is a plain figure beside the one that was found.
  const plain = Math.round(low * 1e4) / 1e4;
  return Math.abs(passed(plain) - seconds) < 1e-9 && passed(plain - 1e-3) < seconds ? plain : low;
}
