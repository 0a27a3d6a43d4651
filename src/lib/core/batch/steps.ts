import type { Numbers } from '../numbers';
import type { Call } from '../order';
import type { ScheduleStep } from '../schedule';
import { learningFactor } from '../time';
import type { BatchHooping, HoopingPart } from './hoopings';

/** Work at the table is left after an item where it would bind somebody for longer, s. */
const LONG_AT_TABLE = 1800;
/** A hooping as its steps see it. */
type Filled = Pick<HoopingPart, 'designs' | 'madeBefore'> & Pick<BatchHooping, 'fillings'>;
/** How a call is done. */
interface Doing {
  numbers: Numbers;
  /** so much one handling varies, as a share of it */
  handSpread: number;
  /** what a run has left is told as it is planned, for all its items */
  isRunning: boolean;
}
/** A step, and when the needle runs in it: seconds from its beginning. */
export interface TimedStep extends ScheduleStep {
  sewn: { fromS: number; toS: number }[];
}
/** A call as steps that nobody breaks off: at the table one item after the other where all would take long. */
export function stepsOf(call: Call, hooping: Filled, doing: Doing): TimedStep[] {
  const { id, title, kind, atHead } = call;
  // All heads sew the same at the same time; at the table all items lie on one heap.
  const designs = call.isByItem ? hooping.designs : Math.ceil(hooping.designs / hooping.fillings);
  const base = { label: title, kind, atHead, attended: false };
  const whole = timeOf(call, hooping, [0, designs], doing);
  const many = call.isByItem ? Math.min(designs, Math.ceil(whole.seconds / LONG_AT_TABLE)) : 1;
  if (many <= 1) return [{ ...base, id, ...whole }];
  return Array.from({ length: many }, (_, n) => {
    const from = Math.round((n * designs) / many);
    const to = Math.round(((n + 1) * designs) / many);
    const label = `${title}, ${from + 1} to ${to}`;
    return { ...base, label, id: `${id} ${n + 1}`, ...timeOf(call, hooping, [from, to], doing) };
  });
}
/**
 * Seconds for some items of a hooping, and their spread: each handling varies by itself, and thread breaks come by chance (Poisson), each
 * as long as the table says. @param items from and before which, from 0
 */
function timeOf(
  { kind, parts, isByItem }: Call,
  { madeBefore, fillings }: Filled,
  [from, to]: [number, number],
  { numbers, handSpread, isRunning }: Doing,
): Pick<TimedStep, 'seconds' | 'cv' | 'sewn'> {
  const many = to - from;
  // What a run has left is told for all its items as it is.
  const pace = isRunning ? 1 : paceOf(madeBefore + from, many, numbers);
  const times = isRunning ? 1 : fillings;
  const sewn: TimedStep['sewn'] = [];
  let [seconds, variance] = [0, 0];
  for (const { isSewn, breaksOnce, breaksEach, ...part } of parts) {
    const isByHand = !isSewn && kind === 'hand';
    const once = from ? 0 : part.once * (isByHand ? times : 1);
    const each = part.each * (isByHand && !isByItem ? times : 1);
    if (!isByHand) {
      // While the needle runs, hands are no quicker for knowing their work.
      const fromS = seconds;
      seconds += once + each * many;
      if (isSewn) sewn.push({ fromS, toS: seconds });
      if (isSewn) variance += (breaksOnce + breaksEach * many) * numbers['stitch.breakSeconds'];
      continue;
    }
    seconds += (once + each * many) * pace;
    variance += (handSpread * pace) ** 2 * (once ** 2 + many * each ** 2);
  }
  return { seconds, sewn, cv: seconds > 0 ? Math.min(1, Math.sqrt(variance) / seconds) : 0 };
}
/** How much longer hands take for these items, on average. */
function paceOf(from: number, many: number, numbers: Numbers): number {
  let sum = 0;
  for (let n = 1; n <= many; n++) sum += learningFactor(from + n, numbers);
  return many ? sum / many : 1;
}
