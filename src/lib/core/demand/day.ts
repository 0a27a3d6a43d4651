import {
  bobbinsToWind,
  gatherWound,
  needlesOfDay,
  threadsOfDay,
  type Rethreading,
  type ThreadOfDay,
} from '../thread';
import { headsAtOnce, type Machine, type Workshop, type WoundBobbin } from '../workshop';
import type { Demand } from './make';

/** What is made ready at one machine for the orders of a day. */
export interface MachineDay {
  machine: Machine;
  /** so many sew one design at once: each is threaded alike */
  heads: number;
  /** in the order of sewing */
  jobs: { demand: Demand; needles: Rethreading[] }[];
  /** full bobbins for all of them */
  wind: ReturnType<typeof bobbinsToWind>;
}
/**
 * Orders of a day in the order of sewing, machine by machine: who is threaded when, what is wound, and what thread the shelf has for
 * all. @param waiting wound bobbins
 */
export function prepareDay(
  demands: readonly Demand[],
  { machines, threads: shelf }: Pick<Workshop, 'machines' | 'threads'>,
  waiting: readonly WoundBobbin[],
): {
  machines: MachineDay[];
  threads: (Omit<ThreadOfDay, 'ends'> & { ends: { build: string; hooping: number } | null })[];
} {
  const days = machines.flatMap((machine): MachineDay[] => {
    const own = demands.filter(({ sewing }) => sewing.machineId === machine.id);
    if (!own.length) return [];
    const needles =
      machine.kind === 'one-needle'
        ? own.map(() => [])
        : needlesOfDay(
            own.map(({ sewing, order }) => ({ ...sewing, order })),
            machine,
            shelf,
          );
    return [
      {
        machine,
        heads: headsAtOnce(machine),
        jobs: own.map((demand, n) => ({ demand, needles: needles[n] ?? [] })),
        wind: bobbinsToWind(gatherWound(own.flatMap(({ sewing }) => sewing.wind)), machine, waiting),
      },
    ];
  });
  const jobs = days.flatMap((day) => day.jobs.map(({ demand }) => demand));
  const threads = threadsOfDay(jobs, shelf).map(({ ends, ...thread }) => {
    const name = ends && jobs[ends.job]?.build.name;
    return { ...thread, ends: name ? { build: name, hooping: ends.hooping } : null };
  });
  return { machines: days, threads };
}
