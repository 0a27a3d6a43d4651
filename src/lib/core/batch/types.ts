import type { Demand } from '../demand';
import type { LoggedRun } from '../log';
import type { Numbers } from '../numbers';
import type { Duty, ScheduleTask } from '../schedule';
import type { Workshop } from '../workshop';
import type { BatchHooping } from './hoopings';
import type { LineProgress } from './progress';

/** What a batch is planned from. */
export interface BatchInput {
  /** of the orders that are planned for */
  lines: readonly LineProgress[];
  /** of the builds of those lines */
  demands: readonly Pick<Demand, 'build' | 'sewing' | 'order' | 'pieces'>[];
  runs: readonly LoggedRun[];
  workshop: Pick<Workshop, 'machines' | 'hoops' | 'hoopings' | 'people' | 'threads' | 'runsAlone'>;
  numbers: Numbers;
  /** ms since 1970: the plan begins then */
  now: number;
  /** so much one handling varies, as a share of it */
  handSpread: number;
}
/** A head of the workroom: several that sew one design together are one. */
export interface Head {
  id: string;
  machineId: string;
  machine: string;
}
/** A batch as it is scheduled. */
export interface Batch {
  /** ms since 1970 */
  now: number;
  heads: Head[];
  hoopings: BatchHooping[];
  task: ScheduleTask;
  /** when the needle runs within a step of the task, s from its beginning; by the ids of hooping and step */
  sewn: ReadonlyMap<string, { fromS: number; toS: number }[]>;
  /** by line: what must be done when, and how likely enough of it come out good, 0-1 */
  duties: { line: string; duty: Duty; enough: number }[];
}
