import { heightOf, itemAt, widthOf } from '../base';
import { actionOf, isSo, type Per } from '../catalogue';
import type { NumberId, Numbers } from '../numbers';
import type { BlockReading } from '../reading';
import type { Design, HandStep, Step } from '../score';
import { HOLDS } from '../techniques';
import { totalOf, type StepTime, type TimeContext, type TimeTerm } from './types';

/** Time that passes by itself after a step. */
function waitOf(step: HandStep, numbers: Numbers): number {
  const id = actionOf(step).wait ?? step.wait;
  return id ? numbers[id] : 0;
}
/** Done to the hoop, not to each item in it. */
export const isPerHooping = (step: Pick<HandStep, 'action'>): boolean => actionOf(step).perHooping ?? false;

/**
 * Seconds of a hand step, by its action's terms. @param before the steps that come first: trims sewn since the last
 * hands count
 */
export function handTime(step: HandStep, before: Step[], design: Sewn, context: TimeContext): StepTime {
  const { numbers, machine } = context;
  const terms: TimeTerm[] =
    step.ownSeconds !== null
      ? [{ label: 'your own time', seconds: step.ownSeconds }]
      : actionTerms(step, before, design, context);
  // A bobbin's time has its hoop off and on in it.
  if (step.hoop === 'off' && step.action !== 'bobbin') {
    const id = machine.kind === 'one-needle' ? 'stop.hoopOffHome' : 'stop.hoopOffMulti';
    // Lifted off once for all that is done while it is off.
    const already = before.at(-1);
    if (!(already?.kind === 'hand' && already.hoop === 'off'))
      terms.push({ label: 'hoop off and on', seconds: numbers[id], number: id, once: true });
  }
  return {
    seconds: totalOf(terms),
    terms,
    freeSeconds: 0,
    waitSeconds: waitOf(step, numbers),
    perHooping: isPerHooping(step),
  };
}

/** A design as it is sewn, and with one of its copies alone: what is done at each place is done so many times. */
type Sewn = Pick<Design, 'reading' | 'one'>;

function actionTerms(
  step: HandStep,
  before: Step[],
  { reading, one }: Sewn,
  context: TimeContext,
): TimeTerm[] {
  const { places } = step;
  const pieces = places * Math.max(1, step.pieces.length);
  const cm = step.along === null ? 0 : (places * lineLength(itemAt(one.blocks, step.along))) / 10;
  const trims = () =>
    before.reduce(
      (n, s) => n + (s.kind === 'needle' && !s.skipped ? itemAt(reading.blocks, s.block).trims : 0),
      0,
    );
  const counts: Record<Per, () => number> = {
    step: () => places,
    piece: () => pieces,
    'taped side': () => step.tapeSides * pieces,
    cm: () => cm,
    around: () => (places * 2 * (widthOf(one.extents) + heightOf(one.extents))) / 10,
    times: () => places * step.times,
    trim: trims,
  };
  const terms = actionOf(step).time.flatMap(({ label, several, number, per = 'step', when }): TimeTerm[] => {
    const id = number === 'own' ? step.number : number;
    if (!id || !isSo(when, { ...context, hoopOff: step.hoop === 'off' || step.side === 'off' })) return [];
    const n = counts[per]();
    // Where there is no line to go along, or nothing of its kind, the term is not there.
    if (n === 0 && per !== 'times') return [];
    return [
      per === 'cm' || per === 'around'
        ? perCm(label, id, n, context)
        : counted(n > 1 ? (several ?? label) : label, id, n, context),
    ];
  });
  const hold = step.heldBy && HOLDS[step.heldBy];
  if (hold?.number) terms.push(counted(hold.name.toLowerCase(), hold.number, places * hold.times, context));
  return terms;
}
const counted = (label: string, number: NumberId, n: number, { numbers }: TimeContext): TimeTerm => ({
  label: n === 1 ? label : `${label}, ${n} times`,
  seconds: numbers[number] * n,
  number,
});
const perCm = (label: string, number: NumberId, cm: number, { numbers }: TimeContext): TimeTerm => ({
  label: `${label}: ${cm.toFixed(1)} cm × ${numbers[number]} s`,
  seconds: cm * numbers[number],
  number,
});

/** Length of the block's main line, once along, mm. Of several loops, all. */
export const lineLength = (block: BlockReading): number => {
  const loops = block.lines.filter((l) => l.closed);
  if (loops.length > 1) return loops.reduce((sum, l) => sum + l.lengthMm, 0);
  return block.perimeterMm ?? block.lines[0]?.lengthMm ?? 0;
};
