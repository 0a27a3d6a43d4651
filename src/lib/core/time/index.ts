/**
 * Seconds of each step, with the sum behind it. Needle steps from the stitches by length; hand steps from their action.
 * In: score, reading, machine, numbers. Out: seconds and terms; nothing is rounded here.
 */
import type { Numbers, NumberId } from '../numbers';
import { LENGTH_BIN_MM, type BlockReading, type Reading } from '../reading';
import type { HandStep, NeedleStep, Score, Step } from '../score';
import { HOLDS, type Action } from '../techniques';
import type { Machine } from '../workshop';

export interface TimeTerm {
  label: string;
  seconds: number;
  /** the figure behind it, to be asked about and changed */
  number?: NumberId;
  /** for the whole hooping, however many items are in it */
  once?: true;
}
export interface StepTime {
  seconds: number;
  terms: TimeTerm[];
  /** seconds in which the needle needs nobody: the rest after watching the start */
  freeSeconds: number;
  /** seconds that pass by themselves: drying, soaking */
  waitSeconds: number;
  /** done once a hooping, however many items are in it */
  perHooping: boolean;
}
export interface TimeContext {
  machine: Machine;
  numbers: Numbers;
  magneticHoop: boolean;
  /** thread of each block */
  threads: readonly { metallic?: boolean }[];
}
export type StepTimes = Record<string, StepTime>;

export const timeSteps = (score: Score, reading: Reading, context: TimeContext): StepTimes =>
  Object.fromEntries(
    score.steps.map((step, i) => [
      step.id,
      step.kind === 'needle'
        ? needleTime(step, reading, context)
        : handTime(step, score.steps.slice(0, i), reading, context),
    ]),
  );

/** Seconds of a step for a hooping of so many items: stops and the hoop's way off and on come once. */
export const hoopingSeconds = ({ terms, perHooping }: StepTime, items: number): number =>
  terms.reduce((total, t) => total + t.seconds * (perHooping || t.once ? 1 : items), 0);
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
    const [x0, y0] = knots[i - 1];
    const [x1, y1] = knots[i];
    if (mm <= x0) return y0;
    if (mm <= x1) return y0 + ((y1 - y0) * (mm - x0)) / (x1 - x0);
  }
  return knots[2][1];
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

function needleTime(
  step: NeedleStep,
  reading: Reading,
  { machine, numbers, threads }: TimeContext,
): StepTime {
  const metallic = (step.thread ?? threads[step.block])?.metallic ?? false;
  const block = reading.blocks[step.block];
  const one = machine.kind === 'one-needle';
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
      label: `${block.trims} trims`,
      seconds: block.trims * numbers[one ? 'stop.trimHome' : 'stop.trimMulti'],
      number: one ? 'stop.trimHome' : 'stop.trimMulti',
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
  const seconds = sum(terms);
  return {
    seconds,
    terms: terms.filter((t) => t.seconds > 0),
    freeSeconds: freeOf(step, seconds, numbers),
    waitSeconds: 0,
    perHooping: false,
  };
}

/** Time that passes by itself after a step. */
const waitOf = (step: HandStep, numbers: Numbers): number =>
  step.action === 'dry-edge'
    ? numbers['wait.dryEdge']
    : step.action === 'dry-lace'
      ? numbers['wait.dryLace']
      : step.wait
        ? numbers[step.wait]
        : 0;

/** Actions done to the hoop, not to each item in it. */
const PER_HOOPING: readonly Action[] = [
  'hoop-up',
  'peel',
  'flip-hoop',
  'unhoop',
  'thread',
  'bobbin',
  'dissolve',
  'panel',
  'float',
  'topping',
];
export const isPerHooping = ({ action }: Pick<HandStep, 'action'>): boolean => PER_HOOPING.includes(action);

function handTime(step: HandStep, before: Step[], reading: Reading, context: TimeContext): StepTime {
  const { numbers, machine } = context;
  const terms: TimeTerm[] =
    step.ownSeconds !== null
      ? [{ label: 'your own time', seconds: step.ownSeconds }]
      : actionTerms(step, before, reading, context);
  // A bobbin's time has its hoop off and on in it.
  if (step.hoop === 'off' && step.action !== 'bobbin') {
    const id = machine.kind === 'one-needle' ? 'stop.hoopOffHome' : 'stop.hoopOffMulti';
    // Lifted off once for all that is done while it is off.
    const already = before.at(-1);
    if (!(already?.kind === 'hand' && already.hoop === 'off'))
      terms.push({ label: 'hoop off and on', seconds: numbers[id], number: id, once: true });
  }
  return {
    seconds: sum(terms),
    terms,
    freeSeconds: 0,
    waitSeconds: waitOf(step, numbers),
    perHooping: isPerHooping(step),
  };
}

function actionTerms(
  step: HandStep,
  before: Step[],
  reading: Reading,
  { numbers, machine, magneticHoop }: TimeContext,
): TimeTerm[] {
  const n = (label: string, number: NumberId, times = 1): TimeTerm => ({
    label: times === 1 ? label : `${label}, ${times} times`,
    seconds: numbers[number] * times,
    number,
  });
  const cm = step.along === null ? 0 : lineLength(reading.blocks[step.along]) / 10;
  const perCm = (label: string, number: NumberId): TimeTerm => ({
    label: `${label}: ${cm.toFixed(1)} cm × ${numbers[number]} s`,
    seconds: cm * numbers[number],
    number,
  });
  switch (step.action) {
    case 'hoop-up':
      return [
        magneticHoop ? n('hoop up, magnetic', 'hand.hoopUpMagnetic') : n('hoop up', 'hand.hoopUp'),
        n('trace', 'stop.trace'),
      ];
    case 'lay':
      return [
        n(
          step.pieces.length > 1 ? 'lay pieces' : 'lay the piece',
          'hand.lay',
          Math.max(1, step.pieces.length),
        ),
        ...(step.tapeSides
          ? [n('tape sides', 'hand.tapeSide', step.tapeSides * Math.max(1, step.pieces.length))]
          : []),
        ...holdTerms(step, n),
      ];
    case 'trim-close':
      return [perCm('trim close', 'hand.trimClose')];
    case 'trim-rough':
      return [perCm('trim roughly', 'hand.trimRough')];
    case 'trim-seam':
      return [perCm('trim the seam', 'hand.trimRough'), n('corners', 'hand.clip', step.times)];
    case 'clip':
      return [n('clips', 'hand.clip', step.times)];
    case 'flip-hoop':
      return [n('turn the hoop', 'hand.flipHoop')];
    case 'fold':
      return [n('fold and press', 'hand.fold')];
    case 'slit-zip':
      return [n('slit the window', 'hand.slitZip')];
    case 'open-zip':
      return [n('open the zip', 'hand.openZip')];
    case 'snip': {
      const jumps = before.reduce(
        (total, s) => total + (s.kind === 'needle' && !s.skipped ? reading.blocks[s.block].trims : 0),
        0,
      );
      return [n('look for threads', 'hand.snipBase'), ...(jumps ? [n('snip', 'hand.snipEach', jumps)] : [])];
    }
    case 'check':
      return [n('look', 'hand.check')];
    case 'unhoop':
      return [n('unhoop', 'hand.unhoop')];
    case 'turn':
      return [n('turn', 'hand.turn')];
    case 'press':
      return [n('press', 'hand.press')];
    case 'close':
      return [n('close by hand', 'hand.closeByHand')];
    case 'snap':
      return [n('snaps', 'hand.snap', step.times)];
    case 'tear':
      return [n('tear', 'hand.tearBase'), perCm('along the edge', 'hand.tearPerCm')];
    case 'pop-out':
      return [n('pop out', 'hand.popOut')];
    case 'cut-out':
      return [perCm('cut out', 'hand.cutOut')];
    case 'thread':
      return machine.kind === 'one-needle'
        ? [n('thread anew', 'stop.colourHome')]
        : [n('change of needle', 'stop.colourMulti')];
    case 'peel':
      return [n('score and peel', 'hand.peel')];
    case 'cut-window':
      return [perCm('cut inside the line', 'hand.trimClose')];
    case 'bobbin':
      return [n('swap the bobbin', 'stop.bobbin')];
    case 'dissolve':
      return [n('dissolve', 'hand.dissolve')];
    case 'dry-edge':
    case 'dry-lace':
      return [];
    case 'cut-cloth':
      return [perCm('cut inside the line', 'hand.trimClose')];
    case 'fuse':
      return [n('fuse', 'hand.fuse')];
    case 'topping':
      return [n('lay topping', 'hand.topping')];
    case 'float':
      return [n('slide a layer under', 'hand.lay')];
    case 'panel':
      return [n('find the place', 'stop.panel', step.times)];
    case 'remove':
    case 'work':
      return step.number ? [n('the work', step.number, step.times)] : [];
    case 'own':
      return [n('a step of your own', 'hand.custom')];
  }
}

/** What it takes to keep a laid piece from creeping. */
function holdTerms(step: HandStep, n: (label: string, id: NumberId, times?: number) => TimeTerm): TimeTerm[] {
  const hold = step.heldBy && HOLDS[step.heldBy];
  return hold?.number ? [n(hold.name.toLowerCase(), hold.number, hold.times)] : [];
}

/** Length of the block's main line, once along, mm. Of several loops, all. */
export const lineLength = (block: BlockReading): number => {
  const loops = block.lines.filter((l) => l.closed);
  if (loops.length > 1) return loops.reduce((sum, l) => sum + l.lengthMm, 0);
  return block.perimeterMm ?? block.lines[0]?.lengthMm ?? 0;
};
const sum = (terms: TimeTerm[]) => terms.reduce((total, t) => total + t.seconds, 0);

export interface ItemTime {
  needleSeconds: number;
  handSeconds: number;
  /** drying and soaking, when nobody and nothing is at work */
  passiveSeconds: number;
  itemSeconds: number;
  /** what a machine's screen would show: stitching only */
  screenSeconds: number;
}

/** One item from start to finish, hands at their usual pace. */
export function itemTime(
  score: Score,
  times: StepTimes,
  reading: Reading,
  { machine, numbers }: TimeContext,
): ItemTime {
  let needleSeconds = 0;
  let handSeconds = 0;
  let passiveSeconds = 0;
  let screenSeconds = 0;
  for (const step of score.steps) {
    const { seconds, waitSeconds } = times[step.id];
    passiveSeconds += waitSeconds;
    if (step.kind === 'needle') {
      needleSeconds += seconds;
      if (!step.skipped) screenSeconds += stitchSeconds(reading.blocks[step.block], machine.speed, numbers);
    } else handSeconds += seconds;
  }
  return {
    needleSeconds,
    handSeconds,
    passiveSeconds,
    itemSeconds: needleSeconds + handSeconds,
    screenSeconds,
  };
}

/**
 * How much longer hands take for the n-th item (1-based): the first 1.5 times, less with each doubling, never below 1.
 */
export const learningFactor = (n: number, numbers: Numbers): number =>
  Math.max(1, numbers['hand.learningFirst'] * (1 - numbers['hand.learningFall'] / 100) ** Math.log2(n));
