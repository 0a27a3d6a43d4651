import { numbersWith } from '../numbers';
import { hoopName, hoopSchema, machineSchema, type Hoop, type Machine } from './equipment';
import type { Workshop } from './schema';

/** The middle of what machines of several needles are set to, 700-1,000 stitches a minute. */
const SPEED_MULTI = 850;
/** Machines to begin with, by what they have. */
export const MACHINE_KINDS = {
  'one-needle': { name: 'Home machine', needles: 1, heads: 1 },
  'some-needles': { name: 'Six needles', needles: 6, heads: 1 },
  'many-needles': { name: 'Shop machine', needles: 12, heads: 1 },
  'several-heads': { name: 'Several heads', needles: 12, heads: 4 },
} as const;
export type MachineKind = keyof typeof MACHINE_KINDS;

/** A machine of a kind, under a name that no other has. */
export function newMachine(kind: MachineKind, id: string, { machines, numbers }: Workshop): Machine {
  const { name, needles, heads } = MACHINE_KINDS[kind];
  const taken = new Set(machines.map((m) => m.name));
  let n = 1;
  const named = () => (n > 1 ? `${name} ${n}` : name);
  while (taken.has(named())) n++;
  return machineSchema.parse({
    id,
    name: named(),
    kind: kindOf(needles),
    needles,
    heads,
    headsTogether: heads > 1,
    speed: needles > 1 ? SPEED_MULTI : numbersWith(numbers)['stitch.speedHome'],
  });
}

const kindOf = (needles: number): Machine['kind'] => (needles > 1 ? 'multi-needle' : 'one-needle');
/** A hoop for a machine, as most have one, to begin with. */
export const newHoop = (id: string, machineId: string): Hoop =>
  hoopSchema.parse({
    id,
    name: hoopName(FIRST.widthMm, FIRST.heightMm),
    ...FIRST,
    magnetic: false,
    machineId,
  });
const FIRST = { widthMm: 130, heightMm: 180 };

/** With a machine added, and the hoops that come with it. */
export const withMachine = (workshop: Workshop, machine: Machine, hoops: readonly Hoop[] = []): Workshop => ({
  ...workshop,
  machines: [...workshop.machines, machine],
  hoops: [...workshop.hoops, ...hoops],
});
/**
 * With some of a machine changed; of which kind it is follows from its needles, and it is never set faster than it can go. One
 * that is gone stays gone.
 */
export const changeMachine = (workshop: Workshop, id: string, change: Partial<Machine>): Workshop => ({
  ...workshop,
  machines: workshop.machines.map((m) => (m.id === id ? settledMachine({ ...m, ...change }) : m)),
});
/** With what follows from the rest of it. */
export const settledMachine = (machine: Machine): Machine => ({
  ...machine,
  kind: kindOf(machine.needles),
  speed: Math.min(machine.speed, machine.topSpeed ?? Infinity),
});
/** With some of a hoop changed; one that nobody has named keeps being called by its field. */
export const changeHoop = (workshop: Workshop, id: string, change: Partial<Hoop>): Workshop => ({
  ...workshop,
  hoops: workshop.hoops.map((h) => {
    if (h.id !== id) return h;
    const next = { ...h, ...change };
    const isUnnamed = h.name === hoopName(h.widthMm, h.heightMm) && change.name === undefined;
    return isUnnamed ? { ...next, name: hoopName(next.widthMm, next.heightMm) } : next;
  }),
});

/** Without a hoop; null: it is the last one, and something must hold the work. */
export const withoutHoop = (workshop: Workshop, id: string): Workshop | null => {
  const hoops = workshop.hoops.filter((h) => h.id !== id);
  return hoops.length ? { ...workshop, hoops } : null;
};
/** Without a machine and the hoops that go on no other; null: one of each must stay. */
export const withoutMachine = (workshop: Workshop, id: string): Workshop | null => {
  const machines = workshop.machines.filter((m) => m.id !== id);
  const hoops = workshop.hoops.flatMap((h): Hoop[] => {
    const [first, ...others] = [h.machineId, ...h.alsoOn].filter((on) => on !== id);
    return first === undefined ? [] : [{ ...h, machineId: first, alsoOn: others }];
  });
  return machines.length && hoops.length ? { ...workshop, machines, hoops } : null;
};
/** What was there before and the maker had taken out, each where it stood; what has come since stays. */
export const withAgain = (
  workshop: Workshop,
  before: Workshop,
  isMeant: (item: Machine | Hoop) => boolean,
): Workshop => ({
  ...workshop,
  machines: again(workshop.machines, before.machines, isMeant),
  // One that went over to another machine goes back to its own.
  hoops: again(workshop.hoops, before.hoops, isMeant).map((hoop) => {
    const own = before.hoops.find((h) => h.id === hoop.id);
    return own && isMeant(own) ? { ...hoop, machineId: own.machineId, alsoOn: own.alsoOn } : hoop;
  }),
});
const again = <T extends Machine | Hoop>(
  now: readonly T[],
  before: readonly T[],
  isMeant: (item: T) => boolean,
): T[] =>
  before.reduce<T[]>(
    (list, item, at) =>
      isMeant(item) && !list.some((each) => each.id === item.id) ? list.toSpliced(at, 0, item) : list,
    [...now],
  );
