import { itemAt } from '../base';
import { threadKey } from '../build';
import type { Demand } from '../demand';
import { areOnOneBase } from '../together';
import type { Machine } from '../workshop';
import type { BatchHooping } from './hoopings';

/** A hooping that is not full, and what of other builds could be sewn in it on the same base. */
interface RoomLeft {
  hooping: BatchHooping;
  /** times that its tape would fit in beside what is there */
  room: number;
  /** builds, and how many of each are still to be sewn in hoopings of their own */
  others: { id: string; name: string; items: number }[];
}
/**
 * Hoopings with room in them, where something else that is ordered shares machine, base and threads: on one needle all threads, on several
 * as many as there are needles.
 */
export function roomLeft(
  hoopings: readonly BatchHooping[],
  demands: readonly Pick<Demand, 'build' | 'pieces' | 'sewing'>[],
  machines: readonly Machine[],
): RoomLeft[] {
  const own = hoopings.filter(({ runId, sharedId }) => runId === null && sharedId === null);
  return own.flatMap((hooping): RoomLeft[] => {
    const demand = demands.find(({ build }) => build.id === hooping.buildId);
    const machine = machines.find(({ id }) => id === hooping.machineId);
    if (!demand || !machine || hooping.fillings > 1) return [];
    const room = demand.sewing.fits - itemAt(hooping.parts, 0).designs;
    if (room <= 0) return [];
    const others = demands.flatMap((other) => {
      const left = own.filter((h) => h.buildId === other.build.id);
      if (other === demand || !left.length || other.sewing.machineId !== machine.id) return [];
      if (!areOnOneBase(demand.pieces, other.pieces) || !shareThreads(demand, other, machine)) return [];
      return [{ ...other.build, items: left.reduce((sum, { items }) => sum + items, 0) }];
    });
    return others.length ? [{ hooping, room, others }] : [];
  });
}
function shareThreads(
  a: Pick<Demand, 'sewing'>,
  b: Pick<Demand, 'sewing'>,
  { kind, needles }: Machine,
): boolean {
  const keys = ({ sewing }: typeof a) => new Set(sewing.blocks.map(({ thread }) => threadKey(thread)));
  const [of, others] = [keys(a), keys(b)];
  const all = new Set([...of, ...others]);
  return kind === 'one-needle' ? all.size === Math.max(of.size, others.size) : all.size <= needles;
}
