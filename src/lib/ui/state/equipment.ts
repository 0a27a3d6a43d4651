import { count } from '$lib/core/base';
import {
  newMachine,
  withHoop,
  withMachine,
  withoutHoop,
  withoutMachine,
  hoopName,
  type Hoop,
  type Machine,
  type MachineKind,
} from '$lib/core/workshop';
import { newId } from './ids';
import { showProblem, showUndo } from './notices';
import { workroom } from './workroom.svelte';

/** Changes some of a machine. */
export const setMachine = (machine: Machine, change: Partial<Machine>): Promise<void> =>
  workroom.saveWorkshop((w) => {
    const now = w.machines.find((m) => m.id === machine.id);
    if (!now) return w;
    const next = { ...now, ...change };
    return withMachine(w, { ...next, kind: next.needles > 1 ? 'multi-needle' : 'one-needle' });
  });
/** Changes some of a hoop; one that nobody has named keeps being called by its field. */
export const setHoop = (hoop: Hoop, change: Partial<Hoop>): Promise<void> =>
  workroom.saveWorkshop((w) => {
    const now = w.hoops.find((h) => h.id === hoop.id);
    if (!now) return w;
    const next = { ...now, ...change };
    const isUnnamed = now.name === hoopName(now.widthMm, now.heightMm);
    return withHoop(w, {
      ...next,
      ...(isUnnamed && !change.name && { name: hoopName(next.widthMm, next.heightMm) }),
    });
  });

const FIRST_HOOP = { widthMm: 130, heightMm: 180 };
const hoopOf = (machineId: string): Hoop => ({
  id: newId(),
  name: hoopName(FIRST_HOOP.widthMm, FIRST_HOOP.heightMm),
  ...FIRST_HOOP,
  magnetic: false,
  machineId,
});
export const addHoop = (machine: Machine): Promise<void> =>
  workroom.saveWorkshop((w) => withHoop(w, hoopOf(machine.id)));
/** With a hoop, so that something can be sewn on it. */
export const addMachine = (kind: MachineKind): Promise<void> => {
  const id = newId();
  return workroom.saveWorkshop((w) => withMachine(w, newMachine(kind, id, w), [hoopOf(id)]));
};

/** What of the builds would be planned in something else. */
const usedBy = (isUsed: (build: { hoopId: string; machineId: string }) => boolean): string => {
  const builds = workroom.builds.filter(isUsed);
  if (!builds.length) return '';
  const names = builds.slice(0, 3).map((b) => b.name);
  const others = builds.length - names.length;
  const list = others ? `${names.join(', ')} and ${count(others, 'other')}` : names.join(', ');
  return ` Until you choose another, ${list} ${builds.length > 1 ? 'are' : 'is'} planned in the first that is left.`;
};
const lastOne = (what: string) =>
  showProblem({
    code: 'last-one',
    message: `${what} is the last one; plans need something to be sewn in.`,
    next: 'Add another first, or change this one.',
  });

export async function removeHoop(hoop: Hoop): Promise<void> {
  const at = workroom.workshop.hoops.findIndex((h) => h.id === hoop.id);
  if (!withoutHoop(workroom.workshopNow(), hoop.id)) return lastOne(`Hoop ${hoop.name}`);
  await workroom.saveWorkshop((w) => withoutHoop(w, hoop.id) ?? w);
  showUndo(
    `Hoop ${hoop.name} is taken out.${usedBy((b) => b.hoopId === hoop.id)}`,
    () => void workroom.saveWorkshop((w) => withHoop(w, hoop, at)),
  );
}
export async function removeMachine(machine: Machine): Promise<void> {
  const { hoops, machines } = workroom.workshopNow();
  const own = hoops.filter((h) => h.machineId === machine.id);
  const at = machines.findIndex((m) => m.id === machine.id);
  if (!withoutMachine(workroom.workshopNow(), machine.id)) return lastOne(`${machine.name} with its hoops`);
  await workroom.saveWorkshop((w) => withoutMachine(w, machine.id) ?? w);
  showUndo(
    `${machine.name} is taken out with ${count(own.length, 'hoop')}.${usedBy((b) => b.machineId === machine.id)}`,
    () => void workroom.saveWorkshop((w) => withMachine(w, machine, own, at)),
  );
}
