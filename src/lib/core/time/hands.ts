import type { NumberId, Numbers } from '../numbers';
import type { BlockReading, Reading } from '../reading';
import type { HandStep, Step } from '../score';
import { HOLDS, type Action } from '../techniques';
import { totalOf, type StepTime, type TimeContext, type TimeTerm } from './types';

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

export function handTime(step: HandStep, before: Step[], reading: Reading, context: TimeContext): StepTime {
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
    seconds: totalOf(terms),
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
