import { itemAt } from '../base';
import type { Numbers } from '../numbers';
import { LENGTH_BIN_MM, type BlockReading, type Reading } from '../reading';
import type { NeedleStep } from '../score';
import type { Machine } from '../workshop';
import { totalOf, type StepTime, type TimeContext, type TimeTerm } from './types';

/** Seconds of a hooping's block in which the needle needs nobody: its one start is watched, unless all of it is. */
export const freeOf = (
  { attended, skipped }: Pick<NeedleStep, 'attended' | 'skipped'>,
  seconds: number,
  numbers: Numbers,
): number => (attended || skipped ? 0 : Math.max(0, seconds - numbers['order.watch']));

/**
 * Share of the set speed that a stitch of a length runs at: 1 up to 2.5 mm, falling in straight lines to
 * the shares at 7 and 12 mm.
 * @param mm stitch length
 */
export function speedFactor(mm: number, numbers: Numbers): number {
  const knots: [number, number][] = [
    [numbers['stitch.fullSpeedTo'], 1],
    [7, numbers['stitch.factorAt7']],
    [12, numbers['stitch.factorAt12']],
  ];
  for (let i = 1; i < knots.length; i++) {
    const [x0, y0] = itemAt(knots, i - 1);
    const [x1, y1] = itemAt(knots, i);
    if (mm <= x0) return y0;
    if (mm <= x1) return y0 + ((y1 - y0) * (mm - x0)) / (x1 - x0);
  }
  return itemAt(knots, 2)[1];
}

/** Seconds of sewing alone: what a machine's own screen shows. */
export function stitchSeconds(block: BlockReading, speed: number, numbers: Numbers): number {
  // A sheet's time was read from the screen: it has the lengths in it already.
  if (block.typed?.seconds != null) return block.typed.seconds;
  let cycles = 0;
  block.lengthBins.forEach((n, bin) => (cycles += n / speedFactor((bin + 0.5) * LENGTH_BIN_MM, numbers)));
  return (cycles * 60) / speed;
}

/** Set speed under the caps that a held edge or a metallic thread asks for, stitches a minute. */
const speedOf = (step: NeedleStep, metallic: boolean, machine: Machine, numbers: Numbers) =>
  Math.min(
    machine.speed,
    step.attended ? numbers['stitch.capHeldEdge'] : Infinity,
    metallic ? numbers['thread.metallicSpeed'] : Infinity,
  );

/**
 * Seconds of a needle step: run-ups, trims, stitches at the speed that their length and the caps allow, and the stop
 * after it.
 */
export function needleTime(
  step: NeedleStep,
  reading: Reading,
  { machine, numbers, threads }: TimeContext,
): StepTime {
  const metallic = (step.thread ?? threads[step.block])?.metallic ?? false;
  const block = itemAt(reading.blocks, step.block);
  const one = machine.kind === 'one-needle';
  const trim = !machine.trims ? 'stop.trimByHand' : one ? 'stop.trimHome' : 'stop.trimMulti';
  if (step.skipped) {
    const seconds = numbers['stop.panel'];
    const terms: TimeTerm[] = [{ label: 'pass it over on the machine', seconds, number: 'stop.panel' }];
    return { seconds, terms, freeSeconds: 0, waitSeconds: 0, perHooping: true };
  }
  const speed = speedOf(step, metallic, machine, numbers);
  const terms: TimeTerm[] = [
    {
      label:
        block.typed?.seconds != null
          ? 'as the machine’s screen says'
          : `${block.stitches} stitches at ${speed} a minute, slower where they are long`,
      // A sheet's time was read from the screen; the log's share holds for what is worked out from stitches.
      seconds: stitchSeconds(
        block,
        block.typed?.seconds != null ? speed : speed * (machine.speedShare ?? 1),
        numbers,
      ),
    },
    {
      label: machine.startSeconds === null ? 'run-up' : 'run-up, as your log has it',
      seconds: (machine.startSeconds ?? numbers['stitch.startRamp']) * (1 + block.trims),
      number: 'stitch.startRamp',
    },
    { label: 'tie-in and tie-off', seconds: numbers['stitch.tie'], number: 'stitch.tie' },
    {
      label: `${block.jumps} jumps`,
      seconds: (block.jumps * 60) / (machine.speed * numbers['stitch.jumpSpeed']),
      number: 'stitch.jumpSpeed',
    },
    {
      label: `${block.trims} trims${machine.trims ? '' : ' by hand'}`,
      seconds: block.trims * numbers[trim],
      number: trim,
    },
    {
      label: 'share of thread breaks',
      seconds: (block.stitches / 10_000) * numbers['stitch.breakRate'] * numbers['stitch.breakSeconds'],
      number: 'stitch.breakRate',
    },
  ];
  const stop: TimeTerm = one
    ? { label: 'stop and start', seconds: numbers['stop.plain'], number: 'stop.plain', once: true }
    : {
        label: 'change of needle',
        seconds: numbers['stop.colourMulti'],
        number: 'stop.colourMulti',
        once: true,
      };
  if (step.stop > 0) terms.push(stop);
  const seconds = totalOf(terms);
  return {
    seconds,
    terms: terms.filter((t) => t.seconds > 0),
    freeSeconds: freeOf(step, seconds, numbers),
    waitSeconds: 0,
    perHooping: false,
  };
}
