import { count, fail, itemAt, ok, type Result } from '../base';
import type { LoggedRun } from '../log';
import type { Call } from '../order';
import { isOver } from '../run';
import type { ScheduleHooping, ScheduleStep, Worker } from '../schedule';
import type { Machine, Workshop } from '../workshop';
import { lineKey, type BatchHooping, type HoopingPart, type Need } from './hoopings';
import { callsLeft } from './running';
import { setupSeconds, setupsOf } from './setups';
import { shiftsOf, SOMEBODY } from './shifts';
import { stepsOf, type TimedStep } from './steps';
import type { Batch, BatchInput, Head } from './types';
import { wantedHoopings } from './wanted';

/** Days ahead that are planned: beyond them nobody knows who is there. */
const DAYS_AHEAD = 120;
/** More are a plan for a factory. */
const MOST_HOOPINGS = 2000;
const MOST_STEPS = 20_000;

/** All that is still to be sewn and finished, as heads and hands see it. */
export function batchOf(input: BatchInput): Result<Batch> {
  const { lines, runs, workshop, numbers, now } = input;
  const heads = workshop.machines.flatMap(headsOf);
  const open = runs.filter(({ state }) => !isOver(state) && state.status !== 'ready');
  const { hoopings, needs } = wantedHoopings(input, open);
  if (hoopings.length > MOST_HOOPINGS) return tooMany(hoopings.length);
  const people = workersOf(input);
  if (hoopings.length && people.every((p) => !p.shifts.length))
    return fail(
      'nobody-at-work',
      `Nobody is at work in the next ${DAYS_AHEAD} days.`,
      'Say in Workshop, People, who works on which days.',
    );
  const setups = setupsByMachine(input);
  const sewn = new Map<string, { fromS: number; toS: number }[]>();
  const taken = new Map<string, string>();
  const made = hoopings.map((hooping): ScheduleHooping => {
    const logged = open.find(({ run }) => run.id === hooping.runId);
    const machine = workshop.machines.find((m) => m.id === hooping.machineId) ?? itemAt(workshop.machines, 0);
    const own = heads.filter((h) => h.machineId === machine.id);
    const steps = timedSteps(hooping, input, logged).map(({ sewn: runs, ...step }): ScheduleStep => {
      sewn.set(`${hooping.id} ${step.id}`, runs);
      return step;
    });
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
    duties: dutiesOf(lines, hoopings, needs, now),
  });
}
/** What the threads on its needles are called for each build, by machine. */
const setupsByMachine = ({ workshop, demands }: BatchInput) =>
  new Map(
    workshop.machines.map((m) => [
      m.id,
      setupsOf(
        m,
        demands.filter((d) => d.sewing.machineId === m.id),
        workshop.threads,
      ),
    ]),
  );
/** Steps of a hooping; of one under way those that are left. */
function timedSteps(
  hooping: BatchHooping,
  { demands, numbers, handSpread, now }: BatchInput,
  logged: LoggedRun | undefined,
): TimedStep[] {
  const left = logged ? callsLeft(logged, numbers, now) : null;
  const doing = { numbers, handSpread, isRunning: logged !== undefined };
  return callsIn(hooping, demands, left).flatMap(({ call, prefix, part }) =>
    stepsOf(call, { ...part, fillings: hooping.fillings }, doing).map((step) => ({
      ...step,
      id: prefix + step.id,
    })),
  );
}
/** By line: what must be done when, as far as anything of it is still to be sewn. */
const dutiesOf = (
  lines: BatchInput['lines'],
  hoopings: readonly BatchHooping[],
  needs: ReadonlyMap<string, Need>,
  now: number,
): Batch['duties'] =>
  lines.flatMap((each) => {
    const line = lineKey(each);
    const own = hoopings.flatMap((h, n) => (h.lines.includes(line) ? [n] : []));
    const dueS = secondsTo(each.line.due, now);
    const enough = needs.get(each.line.buildId)?.chanceOf(each) ?? 1;
    return own.length ? [{ line, duty: { hoopings: own, dueS }, enough }] : [];
  });
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
