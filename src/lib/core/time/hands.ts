import { heightOf, itemAt, widthOf, type Box } from '../base';
import { actionOf, isPerHooping, isSo, type Per } from '../catalogue';
import type { NumberId, Numbers } from '../numbers';
import { lineBox, type BlockReading } from '../reading';
import type { Design, HandStep, Step } from '../score';
import { HOLDS } from '../techniques';
import { totalOf, type StepTime, type TimeContext, type TimeTerm } from './types';

/** Time that passes by itself after a step. */
function waitOf(step: HandStep, numbers: Numbers): number {
  const id = actionOf(step).wait ?? step.wait;
  return id ? numbers[id] : 0;
}

/**
 * Seconds of a hand step, by its action's terms. @param before the steps that come first: threads left lying since
 * the last hands count
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
  const cm = step.along === null ? 0 : (places * cutLength(step, itemAt(one.blocks, step.along))) / 10;
  const floats = () =>
    before.reduce(
      (n, s) => n + (s.kind === 'needle' && !s.skipped ? itemAt(reading.blocks, s.block).floats : 0),
      0,
    );
  const counts: Record<Per, () => number> = {
    step: () => places,
    piece: () => pieces,
    'taped side': () => step.tapeSides * pieces,
    cm: () => cm,
    around: () => (places * 2 * (widthOf(one.extents) + heightOf(one.extents))) / 10,
    times: () => places * step.times,
    float: floats,
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

/** How far hands cut along a block in a step, mm. */
export const cutLength = (step: Pick<HandStep, 'action'>, block: BlockReading): number =>
  lineLength(block, actionOf(step).cutsInside ? 'inside' : 'outside');

/** Two loops nearer than this are one line for the scissors: the second holds what the first may miss. mm */
const DOUBLE_LINE = 4;
/** Sewn twice over, a loop lies where it lay. mm */
const SAME_LINE = 0.3;
/** Whether a loop lies close within another. */
function isDoubleOf(inner: Box, outer: Box): boolean {
  const gaps = [
    inner.minX - outer.minX,
    inner.minY - outer.minY,
    outer.maxX - inner.maxX,
    outer.maxY - inner.maxY,
  ];
  return Math.min(...gaps) >= 0 && Math.max(...gaps) > SAME_LINE && Math.max(...gaps) <= DOUBLE_LINE;
}
const isSame = (a: Box, b: Box): boolean =>
  [a.minX - b.minX, a.minY - b.minY, a.maxX - b.maxX, a.maxY - b.maxY].every((d) => Math.abs(d) <= SAME_LINE);

/**
 * What is cut along a block, mm: its main line once; of several loops all, but of a double one only that on whose side the
 * scissors go.
 */
const lineLength = (block: BlockReading, side: 'inside' | 'outside' = 'outside'): number => {
  const loops = block.lines.filter((l) => l.closed).map((line) => ({ line, box: lineBox(line) }));
  if (loops.length < 2) return block.perimeterMm ?? block.lines[0]?.lengthMm ?? 0;
  const isSpare = ({ box }: (typeof loops)[number], i: number) =>
    loops.some((other, k) => {
      if (k === i) return false;
      if (isSame(box, other.box)) return k < i;
      return side === 'inside' ? isDoubleOf(other.box, box) : isDoubleOf(box, other.box);
    });
  return loops.filter((loop, i) => !isSpare(loop, i)).reduce((sum, { line }) => sum + line.lengthMm, 0);
};
