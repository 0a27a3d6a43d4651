import { count } from '$lib/core/base';
import type { Build } from '$lib/core/build';
import {
  changeHoop,
  changeMachine,
  newHoop,
  newMachine,
  withAgain,
  withMachine,
  withoutHoop,
  withoutMachine,
  type Hoop,
  type Machine,
  type MachineKind,
  type Workshop,
} from '$lib/core/workshop';
import { newId } from './ids';
import { showProblem, showUndo } from './notices';
import { workroom } from './workroom.svelte';

export const setMachine = (machine: Machine, change: Partial<Machine>): Promise<void> =>
  workroom.saveWorkshop((w) => changeMachine(w, machine.id, change));
export const setHoop = (hoop: Hoop, change: Partial<Hoop>): Promise<void> =>
  workroom.saveWorkshop((w) => changeHoop(w, hoop.id, change));
/** With a hoop, so that something can be sewn on it. */
export const addMachine = (kind: MachineKind): Promise<void> => {
  const [id, hoopId] = [newId(), newId()];
  return workroom.saveWorkshop((w) => withMachine(w, newMachine(kind, id, w), [newHoop(hoopId, id)]));
};
export const addHoop = (machine: Machine): Promise<void> => {
  const hoop = newHoop(newId(), machine.id);
  return workroom.saveWorkshop((w) => ({ ...w, hoops: [...w.hoops, hoop] }));
};

export const removeHoop = (hoop: Hoop): Promise<void> =>
  remove(
    `Hoop ${hoop.name}`,
    (w) => withoutHoop(w, hoop.id),
    (item) => item.id === hoop.id,
    (build) => build.hoopId === hoop.id,
  );
export const removeMachine = (machine: Machine): Promise<void> =>
  remove(
    `${machine.name} with its hoops`,
    (w) => withoutMachine(w, machine.id),
    (item) => item.id === machine.id || ('machineId' in item && item.machineId === machine.id),
    (build) => build.machineId === machine.id,
  );

/** Takes something out, says which builds used it, and offers it back; the last one stays. */
async function remove(
  what: string,
  without: (workshop: Workshop) => Workshop | null,
  isMeant: (item: Machine | Hoop) => boolean,
  isUsedBy: (build: Build) => boolean,
): Promise<void> {
  const before = workroom.workshop;
  if (!without(before))
    return showProblem({
      code: 'last-one',
      message: `${what} is the last one; plans need something to be sewn in.`,
      next: 'Add another first, or change this one.',
    });
  await workroom.saveWorkshop((w) => without(w) ?? w);
  showUndo(
    `${what} is taken out.${inUse(workroom.builds.filter(isUsedBy))}`,
    () => void workroom.saveWorkshop((w) => withAgain(w, before, isMeant)),
  );
}
/** Builds that are named; of more only how many. */
const MOST_NAMED = 3;
function inUse(builds: readonly Build[]): string {
  if (!builds.length) return '';
  const names = builds.slice(0, MOST_NAMED).map((b) => b.name);
  const others = builds.length - names.length;
  const list = others ? `${names.join(', ')} and ${count(others, 'other')}` : names.join(', ');
  return ` Until you choose another, ${list} ${builds.length > 1 ? 'are' : 'is'} planned in the first that is left.`;
}
