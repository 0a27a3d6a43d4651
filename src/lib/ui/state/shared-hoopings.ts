import type { ItemPlace } from '$lib/core/hoop';
import type { SharedHooping } from '$lib/core/workshop';
import { newId } from './ids';
import { showUndo } from './notices';
import { workroom } from './workroom.svelte';

/** Stores a shared hooping as it is now. */
export const changeHooping = (next: SharedHooping): Promise<void> =>
  workroom.saveWorkshop((w) => ({ ...w, hoopings: w.hoopings.map((h) => (h.id === next.id ? next : h)) }));

/** One in the hoop of a build, or in the usual one, with so many of its items or none; answers its id. */
export async function addHooping(
  buildId: string | null,
  { name, places = [] }: { name?: string; places?: readonly ItemPlace[] } = {},
): Promise<string> {
  // One that is still empty is not begun twice.
  const empty = workroom.workshop.hoopings.find(({ parts }) => !parts.length);
  if (empty && !places.length) return empty.id;
  const id = newId();
  const build = workroom.builds.find((b) => b.id === buildId);
  await workroom.saveWorkshop((w) => {
    const hoop = w.hoops.find((h) => h.id === (build?.hoopId ?? w.usual.hoopId)) ?? w.hoops[0];
    const machine = w.machines.find((m) => m.id === (build?.machineId ?? hoop?.machineId)) ?? w.machines[0];
    if (!hoop || !machine) return w;
    const fresh: SharedHooping = {
      id,
      name: name?.slice(0, MOST_NAME) ?? `Hooping ${w.hoopings.length + 1}`,
      hoopId: hoop.id,
      machineId: machine.id,
      gapMm: USUAL_GAP,
      times: 1,
      parts: buildId && places.length ? [{ id: buildId, places: [...places] }] : [],
    };
    return { ...w, hoopings: [...w.hoopings, fresh] };
  });
  return id;
}
/** Letters of its name. */
const MOST_NAME = 80;
/** Between two items, until another is typed: scissors go between them. mm */
const USUAL_GAP = 15;

export async function removeHooping(id: string): Promise<void> {
  const at = workroom.workshop.hoopings.findIndex((h) => h.id === id);
  const gone = workroom.workshop.hoopings[at];
  if (!gone) return;
  await workroom.saveWorkshop((w) => ({ ...w, hoopings: w.hoopings.filter((h) => h.id !== id) }));
  showUndo(
    `${gone.name} is taken out; its builds stay as they are.`,
    () => void workroom.saveWorkshop((w) => ({ ...w, hoopings: w.hoopings.toSpliced(at, 0, gone) })),
  );
}
