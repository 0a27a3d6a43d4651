import { itemAt } from '../base';
import { FreeTime } from './free';
import {
  lastAtHead,
  mayDo,
  merged,
  takesHands,
  type ScheduleHooping,
  type ScheduleStep,
  type ScheduleTask,
} from './task';

/** A step where it lies. */
export interface Laid {
  startS: number;
  /** of its people; -1: nobody is needed */
  person: number;
}
/** A hooping where its steps lie; those behind the first that has no room are missing. */
export interface LaidHooping {
  /** of its heads; -1: none is needed */
  head: number;
  /** which frame of its kind, from 0; -1: none is counted */
  frame: number;
  /** the head is set up for it before; null: it is */
  setup: Laid | null;
  steps: Laid[];
}
/** A plan, and what it is judged by: each counts before those after it. */
export interface LaidPlan {
  hoopings: LaidHooping[];
  cost: Cost;
  /** that it was laid by */
  by: Order;
}
/** Parts in the order in which they are laid. */
export interface Order {
  parts: readonly Part[];
  /** so many times its length a hooping may end later before a head is set up for it */
  reluctance: number;
}
export type Cost = readonly [
  unplaced: number,
  lateS: number,
  finishS: number,
  setups: number,
  sumOfEndsS: number,
];
export function isCheaper(a: Cost, b: Cost): boolean {
  for (let n = 0; n < a.length; n++) if (a[n] !== b[n]) return (a[n] as number) < (b[n] as number);
  return false;
}
/** What is laid at once: a hooping until it is off its head, or what is done with it afterwards. */
export interface Part {
  hooping: number;
  /** after the head */
  isAfter: boolean;
  /** sewn there; -1: where it is done first */
  head: number;
}

interface Known {
  hooping: ScheduleHooping;
  /** steps up to the last one at the head, and the first at it */
  until: number;
  first: number;
  heads: readonly number[];
}
/** Lays hoopings one after the other where there is room: a list of parts makes a plan. */
export class Layer {
  private readonly known: Known[];
  private readonly shifts: FreeTime[];
  /** of the people, those who work at heads */
  private readonly atHeads: ReadonlySet<number>;
  /** somebody is in a shift */
  private readonly present: FreeTime;
  constructor(private readonly task: ScheduleTask) {
    const number = new Map(task.heads.map(({ id }, n) => [id, n]));
    const all = task.heads.map((_, n) => n);
    this.known = task.hoopings.map((hooping) => ({
      hooping,
      until: lastAtHead(hooping) + 1,
      first: hooping.steps.findIndex(({ atHead }) => atHead),
      heads: hooping.heads?.flatMap((id) => number.get(id) ?? []) ?? all,
    }));
    this.atHeads = new Set(task.people.flatMap((p, n) => (mayDo(p, { atHead: true }) ? [n] : [])));
    this.shifts = task.people.map((p) => FreeTime.of(merged(p.shifts)));
    this.present = FreeTime.of(merged(task.people.flatMap((p) => p.shifts)));
  }
  /** Both parts of all hoopings, each after the head right behind its first. */
  parts(): Part[] {
    return this.known.flatMap(({ hooping, until }, n) => {
      const part = { hooping: n, head: -1 };
      const own: Part[] = until > 0 ? [{ ...part, isAfter: false }] : [];
      return until < hooping.steps.length ? [...own, { ...part, isAfter: true }] : own;
    });
  }

  lay(order: Order): LaidPlan {
    const free = this.shifts.map((f) => f.copy());
    const heads = this.task.heads.map(({ availableFromS, setup }) => ({ freeS: availableFromS, setup }));
    const frames = new Map<string, number[]>();
    for (const { kind, count } of this.task.frames ?? []) {
      // More of a kind than hoopings are never used.
      const many = Math.min(count, this.known.length);
      frames.set(kind, [...(frames.get(kind) ?? []), ...Array.from({ length: many }, () => 0)]);
    }
    const hoopings = this.known.map((): LaidHooping => ({ head: -1, frame: -1, setup: null, steps: [] }));
    const gone = new Set<number>();
    for (const { hooping: n, isAfter, head } of this.begunFirst(order.parts)) {
      if (gone.has(n)) continue;
      const known = itemAt(this.known, n);
      const laid = itemAt(hoopings, n);
      const { steps } = known.hooping;
      if (isAfter) {
        if (laid.steps.length < known.until) continue;
        const last = laid.steps.at(-1);
        const from = last ? last.startS + itemAt(steps, known.until - 1).seconds : known.hooping.releaseS;
        const after = this.steps(steps.slice(known.until), from, free, null);
        this.take(after, steps.slice(known.until), free);
        laid.steps.push(...after);
        if (laid.steps.length < steps.length) gone.add(n);
        continue;
      }
      const units =
        (this.task.frames && known.hooping.frameKind !== null && frames.get(known.hooping.frameKind)) || null;
      const unit = units ? units.indexOf(Math.min(...units)) : -1;
      const from = Math.max(known.hooping.releaseS, units?.[unit] ?? 0);
      const best = this.atHead(known, { asked: head, from, reluctance: order.reluctance }, heads, free);
      if (!best) {
        gone.add(n);
        continue;
      }
      Object.assign(laid, best.laid, { frame: unit });
      if (best.laid.setup)
        itemAt(free, best.laid.setup.person).take(best.laid.setup.startS, this.task.setupSeconds);
      this.take(laid.steps, steps, free);
      heads[laid.head] = { freeS: best.endS, setup: known.hooping.setup };
      if (units) units[unit] = best.endS;
    }
    return { hoopings, cost: this.costOf(hoopings), by: order };
  }
  private begunFirst(parts: readonly Part[]): readonly Part[] {
    const isBegun = ({ hooping }: Part) => itemAt(this.known, hooping).hooping.isBegun === true;
    if (!this.task.hoopings.some((h) => h.isBegun)) return parts;
    return [...parts.filter(isBegun), ...parts.filter((p) => !isBegun(p))];
  }
  /** Where a hooping is off its head first. null: nowhere is room for it */
  private atHead(
    known: Known,
    { asked, from, reluctance }: { asked: number; from: number; reluctance: number },
    heads: readonly { freeS: number; setup: string | null }[],
    free: readonly FreeTime[],
  ): { laid: LaidHooping; endS: number } | null {
    const { setup: word, steps } = known.hooping;
    const { setupSeconds } = this.task;
    const isChange = (n: number) => {
      const { setup } = itemAt(heads, n);
      return setupSeconds > 0 && setup !== null && setup !== word;
    };
    const soonest = (all: readonly number[]) =>
      all.length ? [all.reduce((a, b) => (itemAt(heads, b).freeS < itemAt(heads, a).freeS ? b : a))] : [];
    // Among heads that need a setup, and among those that do not, the one that is free first.
    const mayBe = asked >= 0 && known.heads.includes(asked) ? [asked] : known.heads;
    const tried = [...soonest(mayBe.filter((n) => !isChange(n))), ...soonest(mayBe.filter(isChange))];
    let best: { laid: LaidHooping; endS: number } | null = null;
    let least = Infinity;
    for (const head of tried) {
      let readyS = itemAt(heads, head).freeS;
      let setup: Laid | null = null;
      if (isChange(head)) {
        setup = soonestOf(free, readyS, setupSeconds, null, this.atHeads);
        readyS = setup.startS + setupSeconds;
      }
      if (readyS === Infinity || (setup && setup.startS === Infinity)) continue;
      const before = this.steps(steps.slice(0, known.first), from, free, setup);
      const offS = endOf(before, steps, from);
      const on = this.steps(steps.slice(known.first, known.until), Math.max(offS, readyS), free, setup);
      const laid = [...before, ...on];
      if (laid.length < known.until) continue;
      const endS = endOf(laid, steps, from);
      const asIf = endS + (setup ? reluctance * setupSeconds : 0);
      if (asIf < least) {
        least = asIf;
        best = { laid: { head, frame: -1, setup, steps: laid }, endS };
      }
    }
    return best;
  }
  /** Steps one after the other from a moment on, each as early as it can be; up to the first that has no room. */
  private steps(
    steps: readonly ScheduleStep[],
    from: number,
    free: readonly FreeTime[],
    setup: Laid | null,
  ): Laid[] {
    const laid: Laid[] = [];
    let at = from;
    for (const step of steps) {
      const busy = setup && { ...setup, seconds: this.task.setupSeconds };
      const own = takesHands(step)
        ? soonestOf(free, at, step.seconds, busy, step.atHead ? this.atHeads : null)
        : { startS: this.isMinded(step) ? this.present.find(at, step.seconds) : at, person: -1 };
      if (own.startS === Infinity) break;
      laid.push(own);
      at = own.startS + step.seconds;
    }
    return laid;
  }
  private isMinded({ kind }: ScheduleStep): boolean {
    return kind === 'needle' && !this.task.machineRunsAlone;
  }
  private take(laid: readonly Laid[], steps: readonly ScheduleStep[], free: readonly FreeTime[]) {
    laid.forEach(
      ({ startS, person }, n) => person >= 0 && itemAt(free, person).take(startS, itemAt(steps, n).seconds),
    );
  }
  private costOf(hoopings: readonly LaidHooping[]): Cost {
    let [unplaced, late, finish, setups, sum] = [0, 0, 0, 0, 0];
    hoopings.forEach(({ setup, steps }, n) => {
      const { hooping } = itemAt(this.known, n);
      if (setup) setups++;
      if (steps.length < hooping.steps.length) return void unplaced++;
      const endS = endOf(steps, hooping.steps, 0);
      if (hooping.dueS !== null) late += Math.max(0, endS - hooping.dueS);
      finish = Math.max(finish, endS);
      sum += endS;
    });
    return [unplaced, late, finish, setups, sum];
  }
}
/**
 * Who has so many seconds first; of several the one who comes first in the list. @param busy what somebody does besides
 * @param among null: everybody
 */
function soonestOf(
  free: readonly FreeTime[],
  from: number,
  seconds: number,
  busy: (Laid & { seconds: number }) | null,
  among: ReadonlySet<number> | null,
): Laid {
  const best: Laid = { startS: Infinity, person: -1 };
  free.forEach((own, person) => {
    if (among && !among.has(person)) return;
    let startS = own.find(from, seconds);
    if (busy?.person === person && startS < busy.startS + busy.seconds && startS + seconds > busy.startS)
      startS = own.find(busy.startS + busy.seconds, seconds);
    if (startS < best.startS) Object.assign(best, { startS, person });
  });
  return best;
}
const endOf = (laid: readonly Laid[], steps: readonly ScheduleStep[], from: number): number => {
  const last = laid.at(-1);
  return last ? last.startS + itemAt(steps, laid.length - 1).seconds : from;
};
