import type { LoggedRun } from '../log';
import { headsAtOnce, type Machine, type Workshop } from '../workshop';
import { lineKey, Need, ownHoopings, sharedHoopings, type BatchHooping } from './hoopings';
import type { LineProgress } from './progress';
import type { BatchInput } from './types';

/** All hoopings that the lines of a batch still need: what is under way, what builds share, then their own. @param open runs under way */
export function wantedHoopings(
  { lines, demands, runs, workshop, numbers }: BatchInput,
  open: readonly LoggedRun[],
): { hoopings: BatchHooping[]; needs: ReadonlyMap<string, Need> } {
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
  return { hoopings: [...underWay, ...together, ...waiting], needs };
}
const hoopNamed = (name: string, hoops: Workshop['hoops']): string | null =>
  hoops.find((h) => h.name === name)?.id ?? null;
const headsOn = (machineId: string, machines: readonly Machine[]): number => {
  const machine = machines.find(({ id }) => id === machineId);
  return machine ? headsAtOnce(machine) : 1;
};
/** Items of a build that were begun so far. */
export const madeOf = (buildId: string, runs: readonly LoggedRun[]): number =>
  runs.reduce((sum, { run }) => sum + (run.buildId === buildId ? run.items : 0), 0);
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
