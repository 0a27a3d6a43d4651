import { numbersWith } from '../numbers';
import type { Hoop, Machine, Workshop } from './schema';

/** Machines to begin with, by what they have. Set speeds are what such machines are commonly run at. */
export const MACHINE_KINDS = {
  'one-needle': { name: 'Home machine', needles: 1, heads: 1, speed: null },
  'some-needles': { name: 'Six needles', needles: 6, heads: 1, speed: 800 },
  'many-needles': { name: 'Shop machine', needles: 12, heads: 1, speed: 850 },
  'several-heads': { name: 'Several heads', needles: 12, heads: 4, speed: 750 },
} as const;
export type MachineKind = keyof typeof MACHINE_KINDS;

/** A machine of a kind, under a name that no other has. */
export function newMachine(kind: MachineKind, id: string, { machines, numbers }: Workshop): Machine {
  const { name, needles, heads, speed } = MACHINE_KINDS[kind];
  const taken = new Set(machines.map((m) => m.name));
  let n = 1;
  const named = () => (n > 1 ? `${name} ${n}` : name);
  while (taken.has(named())) n++;
  return {
    id,
    name: named(),
    kind: needles > 1 ? 'multi-needle' : 'one-needle',
    needles,
    heads,
    speed: speed ?? numbersWith(numbers)['stitch.speedHome'],
    speedShare: null,
    startSeconds: null,
  };
}

/** With a hoop, at its place in the list or at the end; one that is there is changed. */
export const withHoop = (workshop: Workshop, hoop: Hoop, at = workshop.hoops.length): Workshop => ({
  ...workshop,
  hoops: put(workshop.hoops, hoop, at),
});
/** With a machine and hoops of its own, at its place or at the end. */
export const withMachine = (
  workshop: Workshop,
  machine: Machine,
  hoops: readonly Hoop[] = [],
  at = workshop.machines.length,
): Workshop =>
  hoops.reduce((w, hoop) => withHoop(w, hoop), {
    ...workshop,
    machines: put(workshop.machines, machine, at),
  });
/** Without a hoop; null: it is the last one, and something must hold the work. */
export const withoutHoop = (workshop: Workshop, id: string): Workshop | null => {
  const hoops = workshop.hoops.filter((h) => h.id !== id);
  return hoops.length ? { ...workshop, hoops } : null;
};
/** Without a machine and its hoops; null: one of each must stay. */
export const withoutMachine = (workshop: Workshop, id: string): Workshop | null => {
  const machines = workshop.machines.filter((m) => m.id !== id);
  const hoops = workshop.hoops.filter((h) => h.machineId !== id);
  return machines.length && hoops.length ? { ...workshop, machines, hoops } : null;
};

function put<T extends { id: string }>(list: readonly T[], item: T, at: number): T[] {
  const there = list.findIndex((each) => each.id === item.id);
  return there < 0 ? list.toSpliced(at, 0, item) : list.with(there, item);
}
