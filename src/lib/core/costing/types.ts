import type { Demand } from '../demand';
import type { LoggedRun } from '../log';
import type { Numbers } from '../numbers';
import type { Load } from '../order';
import type { CostSheet, PriceTask } from '../price';
import type { Machine, Pricing, Workshop } from '../workshop';
import type { OrderHours } from './hours';
import type { MaterialUse, Prices } from './materials';

/** What a line of an order is costed from. */
export interface LineCostInput {
  demand: Demand;
  quantity: number;
  /** runs of the workroom */
  runs: readonly LoggedRun[];
  workshop: Prices & Pick<Workshop, 'machines'>;
  numbers: Numbers;
  pricing: Pricing;
  /** of offcutShares for the whole order; null: not laid out yet */
  shares: Readonly<Record<string, number>> | null;
}
/** A line before it is priced. */
export interface TaskedLine {
  load: Load;
  machine: Machine;
  /** of all that is sewn, s; of so many runs of the log, 0: as planned */
  hours: OrderHours;
  loggedRuns: number;
  materials: MaterialUse[];
  task: PriceTask;
}
/** A line of an order as it is priced. */
export interface LineCosts extends TaskedLine {
  sheets: Record<Pricing['school'], CostSheet>;
  /** why each line of a sheet is what it is, in their order */
  because: Record<Pricing['school'], string[]>;
}
