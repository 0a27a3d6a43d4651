import {
  latenessOf,
  onHeads,
  plannedCalls,
  type Batch,
  type Lateness,
  type PlannedCall,
} from '$lib/core/batch';
import type { Schedule } from '$lib/core/schedule';

/** One stave of the score of a day. px */
interface Stave {
  kind: 'head' | 'person' | 'wait';
  id: string;
  name: string;
  y: number;
  height: number;
}
/** A hooping on its head, from the first to the last step there; seconds from the plan's beginning. */
export interface HeadBar {
  hoopingId: string;
  name: string;
  items: number;
  stave: number;
  fromS: number;
  toS: number;
  isLate: boolean;
  isBegun: boolean;
  /** while the needle runs, alone or watched; the rest of the bar it waits for hands */
  sewn: { fromS: number; toS: number }[];
}
/** What somebody does, or what dries. */
export interface CallBar extends PlannedCall {
  stave: number;
  /** of what dries side by side, from 0 */
  lane: number;
  isSetup: boolean;
}
/** A plan as it stands on its staves. */
export interface BatchLayout {
  staves: Stave[];
  bars: HeadBar[];
  calls: CallBar[];
  /** when lines are due, and whether they are late; seconds */
  flags: { atS: number; names: string[]; isLate: boolean }[];
  /** by person: seconds in which they are there */
  shifts: { stave: number; fromS: number; toS: number }[];
  finishS: number;
  height: number;
}
/** Above the first stave: days, hours and flags. px */
export const RULER = 44;
const STAVE = 46;
const LANE = 12;
const MOST_LANES = 6;

/** @param names of people by their id */
export function layoutBatch(
  batch: Batch,
  schedule: Schedule,
  names: ReadonlyMap<string, string>,
): BatchLayout {
  const { task, heads } = batch;
  const all = plannedCalls(batch, schedule.tasks);
  const waits = inLanes(all.filter((c) => c.headId === null && c.personId === null));
  const lanes = waits.reduce((most, { lane }) => Math.max(most, lane + 1), 0);
  const staves: Stave[] = [];
  let y = RULER;
  const put = (kind: Stave['kind'], id: string, name: string, height = STAVE) => {
    staves.push({ kind, id, name, y, height });
    y += height;
  };
  for (const { id } of heads) put('head', id, id);
  for (const { id } of task.people) put('person', id, names.get(id) ?? id);
  if (lanes) put('wait', '', 'Drying', 14 + Math.min(lanes, MOST_LANES) * LANE);
  const numberOf = new Map(staves.map(({ kind, id }, n) => [`${kind} ${id}`, n]));
  const staveOf = (kind: Stave['kind'], id: string) => numberOf.get(`${kind} ${id}`) ?? -1;
  const late = latenessOf(batch, schedule);
  const bars = onHeads(batch, all).map(({ hooping, headId, ...of }): HeadBar => ({
    ...of,
    hoopingId: hooping.id,
    name: hooping.name,
    items: hooping.items,
    stave: staveOf('head', headId),
    isLate: (late.hoopings.get(hooping.id)?.lateS ?? 0) > 0,
    isBegun: hooping.runId !== null,
  }));
  const setups = schedule.setups.map(
    ({ headId, personId, startS, endS }): CallBar => ({ hoopingId: '', name: headId, title: `Thread ${headId}`, kind: 'hand', sewn: [], headId, personId, startS, endS, stave: staveOf('person', personId), lane: 0, isSetup: true }), // prettier-ignore
  );
  const done = all.flatMap((call): CallBar[] =>
    call.personId === null
      ? []
      : [{ ...call, stave: staveOf('person', call.personId), lane: 0, isSetup: false }],
  );
  const drying = waits.map(({ call, lane }): CallBar => ({ ...call, stave: staveOf('wait', ''), lane: lane % MOST_LANES, isSetup: false })); // prettier-ignore
  return {
    staves,
    bars,
    calls: [...done, ...setups, ...drying],
    flags: flagsOf(batch, late),
    shifts: task.people.flatMap(({ id, shifts }) =>
      shifts.map(({ fromS, toS }) => ({ stave: staveOf('person', id), fromS, toS })),
    ),
    finishS: schedule.finishS,
    height: y + 6,
  };
}
/** Side by side what passes at the same time. */
function inLanes(waits: readonly PlannedCall[]): { call: PlannedCall; lane: number }[] {
  const free: number[] = [];
  return waits.map((call) => {
    const open = free.findIndex((endS) => endS <= call.startS);
    const lane = open < 0 ? free.length : open;
    free[lane] = call.endS;
    return { call, lane };
  });
}
function flagsOf({ hoopings }: Batch, late: Lateness): BatchLayout['flags'] {
  const flags = new Map<number, BatchLayout['flags'][number]>();
  for (const { id, name } of hoopings) {
    const own = late.hoopings.get(id);
    if (!own) continue;
    const flag = flags.get(own.dueS) ?? { atS: own.dueS, names: [], isLate: false };
    flags.set(own.dueS, flag);
    if (!flag.names.includes(name)) flag.names.push(name);
    if (own.lateS > 0) flag.isLate = true;
  }
  return [...flags.values()].sort((a, b) => a.atS - b.atS);
}

/** What is seen: from a moment on, so many pixels a second. */
export interface Window {
  fromS: number;
  scale: number;
}
/** From ten days to ten minutes across. */
const WIDEST_S = 10 * 86_400;
const NARROWEST_S = 600;
/** Wider or narrower about a place on the screen. @param x px @param width px of the whole */
export function zoomed({ fromS, scale }: Window, factor: number, x: number, width: number): Window {
  const next = Math.min(width / NARROWEST_S, Math.max(width / WIDEST_S, scale * factor));
  return { fromS: fromS + x / scale - x / next, scale: next };
}
/** All of a plan, with some room behind it. */
export const whole = (finishS: number, width: number): Window => {
  const span = Math.min(WIDEST_S, Math.max(NARROWEST_S, finishS * 1.06));
  return { fromS: 0, scale: width / span };
};
