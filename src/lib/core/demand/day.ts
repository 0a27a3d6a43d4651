import {
  bobbinsToWind,
  gatherWound,
  isWoundWith,
  needlesOfDay,
  threadsOfDay,
  type Rethreading,
  type ThreadOfDay,
} from '../thread';
import type { Numbers } from '../numbers';
import {
  BOBBIN_KINDS,
  bobbinKindOf,
  headsAtOnce,
  type BobbinKind,
  type Machine,
  type Workshop,
  type WoundBobbin,
} from '../workshop';
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
/** Full bobbins of a machine for some orders, those that wait for it put off. */
const windOf = (demands: readonly Demand[], machine: Machine, waiting: readonly WoundBobbin[]) =>
  bobbinsToWind(gatherWound(demands.flatMap(({ sewing }) => sewing.wind)), machine, waiting);

/** Bobbins of bobbin thread of one kind, and what is wound on all of them. m */
export interface BobbinsToBuy {
  kind: BobbinKind;
  count: number;
  metres: number;
}
/** What of bobbin thread some orders take beyond what is wound, by the kind of bobbin; those of a top thread are wound from that. */
export function bobbinsToBuy(
  demands: readonly Demand[],
  { machines }: Pick<Workshop, 'machines'>,
  waiting: readonly WoundBobbin[],
  numbers: Numbers,
): BobbinsToBuy[] {
  const all: BobbinsToBuy[] = [];
  const left = [...waiting];
  for (const machine of machines) {
    const own = demands.filter(({ sewing }) => sewing.machineId === machine.id);
    const [kind, fine] = [bobbinKindOf(machine), windOf(own, machine, left).find((w) => w.thread === null)];
    if (!fine) continue;
    // What one machine takes of what is wound another of the same kind does not find.
    const at = left.findIndex((w) => w.kind === kind && isWoundWith(null, w.name));
    const had = left[at];
    if (had) left[at] = { ...had, count: Math.max(0, had.count - fine.count) };
    if (!fine.missing) continue;
    const metres = fine.missing * numbers[BOBBIN_KINDS[kind].holds];
    const known = all.find((b) => b.kind === kind);
    if (known) Object.assign(known, { count: known.count + fine.missing, metres: known.metres + metres });
    else all.push({ kind, count: fine.missing, metres });
  }
  return all;
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
        wind: windOf(own, machine, waiting),
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
