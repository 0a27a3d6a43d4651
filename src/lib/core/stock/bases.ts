import type { StockItem } from '../workshop';
import type { UsefulSize } from './take';

/** A base that is needed, mm: its size comes from the hoop's outer size and how it is hooped. */
export interface BaseNeed extends UsefulSize {
  name: string;
  quantity: number;
}
/** A hoop that the maker owns, with the base it takes, mm. */
export interface HoopBase extends UsefulSize {
  name: string;
}
interface BaseCut {
  need: BaseNeed;
  /** bases lie beside each other across the roll */
  acrossCount: number;
  turned: boolean;
  /** one length off the roll, mm, and how many lengths */
  lengthMm: number;
  lengths: number;
  /** left beside them, mm wide */
  stripMm: number;
  /** a hoop that the rest of each length serves as it is, or with the length cut a little longer, mm */
  serves: { hoop: string; longerMm: number } | null;
}
/** Bases for all hoopings off one roll. mm, mm² as shares of 1; cost in the stock's currency. */
export interface BasePlan {
  roll: StockItem;
  cuts: BaseCut[];
  totalMm: number;
  /** the roll does not reach this far, mm; 0 when it does */
  shortMm: number;
  cost: number;
  wasteShare: number;
}

/**
 * Bases off each roll, the best roll first: wide against narrow, across or along. A length a little longer is told where
 * what lies beside the base then serves a smaller hoop. @param longestMm how much longer is worth it
 */
export function planBases(
  needs: readonly BaseNeed[],
  rolls: readonly StockItem[],
  hoops: readonly HoopBase[],
  longestMm: number,
): BasePlan[] {
  return rolls
    .flatMap((roll) => {
      const cuts = needs.flatMap((need) => baseCut(need, roll, hoops, longestMm) ?? []);
      return cuts.length === needs.length ? [planOf(roll, cuts)] : [];
    })
    .sort(
      (a, b) =>
        (a.shortMm > 0 ? 1 : 0) - (b.shortMm > 0 ? 1 : 0) || a.cost - b.cost || a.wasteShare - b.wasteShare,
    );
}

function baseCut(
  need: BaseNeed,
  roll: StockItem,
  hoops: readonly HoopBase[],
  longestMm: number,
): BaseCut | null {
  const ways = [false, true].flatMap((turned) => {
    const [across, length] = turned ? [need.heightMm, need.widthMm] : [need.widthMm, need.heightMm];
    const acrossCount = Math.floor((roll.widthMm + 0.01) / across);
    if (!acrossCount) return [];
    const lengths = Math.ceil(need.quantity / acrossCount);
    return [{ turned, across, acrossCount, lengthMm: length, lengths }];
  });
  if (!ways.length) return null;
  const best = ways.reduce((a, b) => (b.lengthMm * b.lengths < a.lengthMm * a.lengths ? b : a));
  const stripMm = roll.widthMm - Math.min(best.acrossCount, need.quantity) * best.across;
  return {
    need,
    acrossCount: best.acrossCount,
    turned: best.turned,
    lengthMm: best.lengthMm,
    lengths: best.lengths,
    stripMm,
    serves: served(stripMm, best.lengthMm, hoops, longestMm),
  };
}

/** The largest hoop that a strip serves, with no more than the allowed length added. */
function served(
  stripMm: number,
  lengthMm: number,
  hoops: readonly HoopBase[],
  longestMm: number,
): BaseCut['serves'] {
  const ways = hoops.flatMap((h) =>
    (
      [
        [h.widthMm, h.heightMm],
        [h.heightMm, h.widthMm],
      ] as const
    )
      .filter(([w, l]) => w <= stripMm && l <= lengthMm + longestMm)
      .map(([, l]) => ({ hoop: h.name, longerMm: Math.max(0, l - lengthMm), area: h.widthMm * h.heightMm })),
  );
  const best = ways.sort((a, b) => b.area - a.area || a.longerMm - b.longerMm).at(0);
  return best ? { hoop: best.hoop, longerMm: best.longerMm } : null;
}

function planOf(roll: StockItem, cuts: BaseCut[]): BasePlan {
  const totalMm = cuts.reduce((sum, c) => sum + c.lengthMm * c.lengths, 0);
  const used = cuts.reduce((sum, c) => sum + c.need.widthMm * c.need.heightMm * c.need.quantity, 0);
  return {
    roll,
    cuts,
    totalMm,
    shortMm: Math.max(0, totalMm - roll.heightMm * roll.quantity),
    cost: (roll.cost * totalMm) / roll.heightMm,
    wasteShare: totalMm ? 1 - used / (totalMm * roll.widthMm) : 0,
  };
}
