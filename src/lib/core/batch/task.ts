import { count, fail, itemAt, ok, type Result } from '../base';
import type { Demand } from '../demand';
import type { LoggedRun } from '../log';
import type { Call } from '../order';
import type { Numbers } from '../numbers';
import { isOver } from '../run';
import type { Duty, ScheduleHooping, ScheduleStep, ScheduleTask, Worker } from '../schedule';
import { headsAtOnce, type Machine, type Workshop } from '../workshop';
import { lineKey, Need, ownHoopings, sharedHoopings, type BatchHooping, type HoopingPart } from './hoopings';
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
  demands: readonly Pick<Demand, 'build' | 'sewing' | 'order' | 'pieces'>[];
  runs: readonly LoggedRun[];
  workshop: Pick<Workshop, 'machines' | 'hoops' | 'hoopings' | 'people' | 'threads' | 'runsAlone'>;
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
  /** by line: what must be done when, and how likely enough of it come out good, 0-1 */
  duties: { line: string; duty: Duty; enough: number }[];
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
  const underWay = open.flatMap((logged) => runningHooping(logged, lines, workshop.hoops));
  const needs = new Map(
    demands.map((demand) => {
      const own = lines.filter(({ line }) => line.buildId === demand.build.id);
      return [demand.build.id, new Need(demand, own, madeOf(demand.build.id, runs), numbers)] as const;
    }),
  );
  const since = Math.min(...lines.map(({ order }) => order.createdAt));
  const begun = (id: string) =>
    runs.filter(({ run }) => run.together?.id === id && !run.together.next && run.createdAt >= since).length;
  const together = sharedHoopings(workshop.hoopings, needs, begun);
  const waiting = [...needs.values()].flatMap((need) =>
    ownHoopings(need, headsOn(need.demand.sewing.machineId, workshop.machines)),
  );
  const hoopings = [...underWay, ...together, ...waiting];
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
    const logged = open.find(({ run }) => run.id === hooping.runId);
    const machine = workshop.machines.find((m) => m.id === hooping.machineId) ?? itemAt(workshop.machines, 0);
    const own = heads.filter((h) => h.machineId === machine.id);
    const doing = { numbers, handSpread: input.handSpread, isRunning: logged !== undefined };
    const steps: ScheduleStep[] = [];
    for (const { call, prefix, part } of callsIn(
      hooping,
      demands,
      logged ? callsLeft(logged, numbers, now) : null,
    ))
      for (const { sewn: runs, ...step } of stepsOf(call, { ...part, fillings: hooping.fillings }, doing)) {
        const id = prefix + step.id;
        steps.push({ ...step, id });
        sewn.set(`${hooping.id} ${id}`, runs);
      }
    const bound =
      steps.some(({ atHead }) => atHead) && logged ? own.find((h) => !taken.has(h.id)) : undefined;
    if (bound) taken.set(bound.id, hooping.id);
    return {
      id: hooping.id,
      label: hooping.name,
      heads: (bound ? [bound] : own).map(({ id }) => id),
      frameKind: hooping.hoopId,
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
      frames: framesOf(workshop.hoops, hoopings),
      hoopings: made,
      setupSeconds: setupSeconds([...setups.values()], numbers),
      machineRunsAlone: workshop.runsAlone,
    },
    duties: lines.flatMap((each) => {
      const line = lineKey(each);
      const own = hoopings.flatMap((h, n) => (h.lines.includes(line) ? [n] : []));
      const dueS = secondsTo(each.line.due, now);
      const enough = needs.get(each.line.buildId)?.chanceOf(each) ?? 1;
      return own.length ? [{ line, duty: { hoopings: own, dueS }, enough }] : [];
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
const framesOf = (hoops: Workshop['hoops'], hoopings: readonly BatchHooping[]) =>
  hoops.map(({ id, owned }) => {
    const set = hoopings.reduce((most, h) => (h.hoopId === id ? Math.max(most, h.fillings) : most), 1);
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
/** What is done for each build of a hooping: all that needs the head, build after build, then what is finished at the table. */
function callsIn(
  { parts, sharedId }: BatchHooping,
  demands: BatchInput['demands'],
  running: Call[] | null,
): { call: Call; prefix: string; part: HoopingPart }[] {
  const all = parts.map((part) => {
    const sewing = demands.find(({ build }) => build.id === part.buildId)?.sewing;
    const calls = running ?? (sharedId === null ? sewing?.calls : sewing?.shared[sharedId]) ?? [];
    const prefix = sharedId === null ? '' : `${part.buildId} `;
    return {
      table: calls.findLastIndex(({ atHead }) => atHead) + 1,
      own: calls.map((call) => ({ call, prefix, part })),
    };
  });
  return [
    ...all.flatMap(({ own, table }) => own.slice(0, table)),
    ...all.flatMap(({ own, table }) => own.slice(table)),
  ];
}
function runningHooping(
  { run }: LoggedRun,
  lines: readonly LineProgress[],
  hoops: Workshop['hoops'],
): BatchHooping {
  const own = lines.filter(({ line, inWork }) => line.buildId === run.buildId && inWork > 0);
  const dues = own.flatMap(({ line }) => line.due ?? []);
  return {
    id: `run:${run.id}`,
    buildId: run.buildId,
    name: run.buildName,
    machineId: run.machine?.id ?? '',
    hoopId: hoopNamed(run.hoop, hoops),
    parts: [{ buildId: run.buildId, designs: run.items, madeBefore: run.madeBefore }],
    sharedId: null,
    items: run.items * (run.inTape ?? 1),
    fillings: 1,
    lines: own.map(lineKey),
    names: [],
    due: dues.sort()[0] ?? null,
    runId: run.id,
  };
}
