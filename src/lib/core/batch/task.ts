import { count, fail, itemAt, ok, type Result } from '../base';
import type { Demand } from '../demand';
import type { LoggedRun } from '../log';
import type { Numbers } from '../numbers';
import { isOver } from '../run';
import type { Duty, ScheduleHooping, ScheduleStep, ScheduleTask, Worker } from '../schedule';
import { headsAtOnce, type Machine, type Workshop } from '../workshop';
import { hoopingsOf, lineKey, type BatchHooping } from './hoopings';
import type { LineProgress } from './progress';
import { callsLeft } from './running';
import { setupSeconds, setupsOf } from './setups';
import { shiftsOf, SOMEBODY } from './shifts';
import { stepsOf } from './steps';

/** What a batch is planned from. */
export interface BatchInput {
  /** of the orders that are planned for */
  lines: readonly LineProgress[];
  /** of the builds of those lines */
  demands: readonly Pick<Demand, 'build' | 'sewing' | 'order'>[];
  runs: readonly LoggedRun[];
  workshop: Pick<Workshop, 'machines' | 'hoops' | 'people' | 'threads' | 'runsAlone'>;
  numbers: Numbers;
  /** ms since 1970: the plan begins then */
  now: number;
  /** so much one handling varies, as a share of it */
  handSpread: number;
}
/** A head of the workroom: several that sew one design together are one. */
interface Head {
  id: string;
  machineId: string;
  machine: string;
}
/** A batch as it is scheduled. */
export interface Batch {
  /** ms since 1970 */
  now: number;
  heads: Head[];
  hoopings: BatchHooping[];
  task: ScheduleTask;
  /** when the needle runs within a step of the task, s from its beginning; by the ids of hooping and step */
  sewn: ReadonlyMap<string, { fromS: number; toS: number }[]>;
  /** by line: what must be done when */
  duties: { line: string; duty: Duty }[];
}
/** Days ahead that are planned: beyond them nobody knows who is there. */
const DAYS_AHEAD = 120;
/** More are a plan for a factory. */
const MOST_HOOPINGS = 2000;
const MOST_STEPS = 20_000;

/** All that is still to be sewn and finished, as heads and hands see it. */
export function batchOf(input: BatchInput): Result<Batch> {
  const { lines, demands, runs, workshop, numbers, now } = input;
  const heads = workshop.machines.flatMap(headsOf);
  const open = runs.filter(({ state }) => !isOver(state) && state.status !== 'ready');
  const underWay = open.flatMap((logged) => runningHooping(logged, lines));
  const waiting = demands.flatMap((demand) =>
    hoopingsOf(
      demand,
      lines.filter(({ line }) => line.buildId === demand.build.id),
      madeOf(demand.build.id, runs),
      numbers,
      headsOn(demand.sewing.machineId, workshop.machines),
    ),
  );
  const hoopings = [...underWay, ...waiting];
  if (hoopings.length > MOST_HOOPINGS) return tooMany(hoopings.length);
  const people = workersOf(input);
  if (hoopings.length && people.every((p) => !p.shifts.length))
    return fail(
      'nobody-at-work',
      `Nobody is at work in the next ${DAYS_AHEAD} days.`,
      'Say in Workshop, People, who works on which days.',
    );
  const setups = new Map(
    workshop.machines.map((m) => [
      m.id,
      setupsOf(
        m,
        demands.filter((d) => d.sewing.machineId === m.id),
        workshop.threads,
      ),
    ]),
  );
  const sewn = new Map<string, { fromS: number; toS: number }[]>();
  const taken = new Map<string, string>();
  const made = hoopings.map((hooping): ScheduleHooping => {
    const demand = demands.find(({ build }) => build.id === hooping.buildId);
    const logged = open.find(({ run }) => run.id === hooping.runId);
    const machineId = logged?.run.machine?.id ?? demand?.sewing.machineId;
    const machine = workshop.machines.find((m) => m.id === machineId) ?? itemAt(workshop.machines, 0);
    const own = heads.filter((h) => h.machineId === machine.id);
    const isRunning = logged !== undefined;
    const doing = { numbers, handSpread: input.handSpread, isRunning };
    const steps: ScheduleStep[] = [];
    for (const call of logged ? callsLeft(logged, numbers, now) : (demand?.sewing.calls ?? []))
      for (const { sewn: runs, ...step } of stepsOf(call, hooping, doing)) {
        steps.push(step);
        sewn.set(`${hooping.id} ${step.id}`, runs);
      }
    const bound =
      steps.some(({ atHead }) => atHead) && logged ? own.find((h) => !taken.has(h.id)) : undefined;
    if (bound) taken.set(bound.id, hooping.id);
    return {
      id: hooping.id,
      label: hooping.name,
      heads: (bound ? [bound] : own).map(({ id }) => id),
      frameKind: logged ? hoopNamed(logged.run.hoop, workshop.hoops) : (demand?.sewing.hoopId ?? null),
      // With room before it: the search is content with what is just in time.
      dueS: secondsTo(hooping.due, now + 3_600_000 * numbers['order.ready']),
      releaseS: 0,
      setup: setups.get(machine.id)?.wordOf.get(hooping.buildId) ?? '',
      steps,
      ...(logged && { isBegun: true }),
    };
  });
  if (made.reduce((sum, { steps }) => sum + steps.length, 0) > MOST_STEPS) return tooMany(made.length);
  const beingSewn = (headId: string) => made.find(({ id }) => id === taken.get(headId))?.setup;
  return ok({
    now,
    heads,
    hoopings,
    sewn,
    task: {
      heads: heads.map(({ id, machineId }) => ({
        id,
        availableFromS: 0,
        setup: beingSewn(id) ?? setups.get(machineId)?.now ?? null,
      })),
      people,
      frames: framesOf(workshop.hoops, hoopings, demands),
      hoopings: made,
      setupSeconds: setupSeconds([...setups.values()], numbers),
      machineRunsAlone: workshop.runsAlone,
    },
    duties: lines.flatMap((each) => {
      const line = lineKey(each);
      const own = hoopings.flatMap((h, n) => (h.lines.includes(line) ? [n] : []));
      const dueS = secondsTo(each.line.due, now);
      return own.length ? [{ line, duty: { hoopings: own, dueS } }] : [];
    }),
  });
}
const tooMany = (many: number): Result<never> =>
  fail(
    'too-many-hoopings',
    `The open lines come to ${count(many, 'hooping')}, more than one plan holds.`,
    'Sew more in one hooping, or put some orders away until these are done.',
  );
/** @param due by the clock of the device  @param now ms */
const secondsTo = (due: string | null, now: number): number | null =>
  due === null ? null : (Date.parse(due) - now) / 1000;
/** The heads that can sew different things at once, by names that no other has. */
function headsOf({ id, name, heads, headsTogether }: Machine, _: number, all: readonly Machine[]): Head[] {
  const own = all.filter((m) => m.name === name).length > 1 ? `${name} (${id})` : name;
  const many = headsTogether ? 1 : heads;
  return Array.from({ length: many }, (_, n) => ({
    id: many > 1 ? `${own} ${n + 1}` : own,
    machineId: id,
    machine: own,
  }));
}
function workersOf({ workshop, now }: BatchInput): Worker[] {
  const people = workshop.people.length ? workshop.people : [SOMEBODY];
  return people.map((p) => ({
    id: p.id,
    isTableOnly: p.does === 'table',
    shifts: shiftsOf(p, now, DAYS_AHEAD),
  }));
}
/** Hoops by their kind; where several are filled for heads that sew together, in sets of so many. */
const framesOf = (
  hoops: Workshop['hoops'],
  hoopings: readonly BatchHooping[],
  demands: BatchInput['demands'],
) =>
  hoops.map(({ id, owned }) => {
    const own = demands.flatMap(({ build, sewing }) => (sewing.hoopId === id ? [build.id] : []));
    const set = hoopings.reduce(
      (most, h) => (own.includes(h.buildId) ? Math.max(most, h.fillings) : most),
      1,
    );
    return { kind: id, count: Math.max(1, Math.floor(owned / set)) };
  });
const hoopNamed = (name: string, hoops: Workshop['hoops']): string | null =>
  hoops.find((h) => h.name === name)?.id ?? null;
const headsOn = (machineId: string, machines: readonly Machine[]): number => {
  const machine = machines.find(({ id }) => id === machineId);
  return machine ? headsAtOnce(machine) : 1;
};
export const madeOf = (buildId: string, runs: readonly LoggedRun[]): number =>
  runs.reduce((sum, { run }) => sum + (run.buildId === buildId ? run.items : 0), 0);
function runningHooping({ run }: LoggedRun, lines: readonly LineProgress[]): BatchHooping {
  const own = lines.filter(({ line, inWork }) => line.buildId === run.buildId && inWork > 0);
  const dues = own.flatMap(({ line }) => line.due ?? []);
  return {
    id: `run:${run.id}`,
    buildId: run.buildId,
    name: run.buildName,
    designs: run.items,
    items: run.items * (run.inTape ?? 1),
    fillings: 1,
    lines: own.map(lineKey),
    names: [],
    due: dues.sort()[0] ?? null,
    runId: run.id,
    madeBefore: run.madeBefore,
  };
}
