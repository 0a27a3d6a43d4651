import type { NumberId } from '../numbers';
import type { CautionKey } from './materials';

/** What must be so for a term or a caution to count. */
export type When = 'magnetic hoop' | 'screw hoop' | 'hoop on';
/**
 * How often a term counts in a step: once (unless told), for each piece, for each taped side of each piece, for each cm of
 * the line along which it works, the way round the design, as often as the step says, for each thread that was left lying
 * before it: what the machine cuts, nobody snips.
 */
export type Per = 'step' | 'piece' | 'taped side' | 'cm' | 'around' | 'times' | 'float';
/** One term of the time an action takes: so often the seconds of a row of the table. */
export interface ActionTerm {
  label: string;
  /** said in its place where it counts more than once */
  several?: string;
  /** row of the table of numbers; own: the row that the step names */
  number: NumberId | 'own';
  per?: Per;
  when?: When;
}
/** What becomes of the layers; see the stack of the score. */
type Effect =
  | 'hoop'
  | 'put'
  | 'fold'
  | 'trim'
  | 'open'
  | 'open all'
  | 'turn hoop'
  | 'unhoop'
  | 'take off'
  | 'take base'
  | 'wash'
  | 'turn out';
/** What moves in the drawing of the layers. */
type Motion = 'lay' | 'fold' | 'cut' | 'flip' | 'off';

interface ActionRow {
  time: readonly ActionTerm[];
  /** what passes by itself afterwards */
  wait?: NumberId;
  effect?: Effect;
  motion?: Motion;
  /** done to the hoop, not to each item in it */
  perHooping?: true;
  /** touches no layer and leaves the hoop where it is: nothing to be said of the hoop */
  indifferent?: true;
  /** may be done with the hoop off, where the maker likes that better */
  trims?: true;
  /** a machine of many needles does it by itself: no halt for hands */
  ofMachine?: true;
  /** done to the machine, not to a side of the work */
  atMachine?: true;
  /** the scissors go along the inner side of the line */
  cutsInside?: true;
  /** an iron comes near */
  hot?: true;
  /** without it the thing does not come out: what happens, one sentence */
  missed?: string;
  /** at every such step, whatever the technique adds */
  cautions?: readonly { caution: CautionKey; when?: When }[];
}
const term = (
  label: string,
  number: ActionTerm['number'],
  per?: Per,
  more: Partial<ActionTerm> = {},
): ActionTerm => ({ label, number, per, ...more });
const care = (caution: CautionKey, when?: When) => [{ caution, when }];

/** What hands do: one row an action. Adding an action is adding a row; nothing else knows them by name without need. */
const ACTIONS = {
  'hoop-up': {
    time: [
      term('hoop up, magnetic', 'hand.hoopUpMagnetic', 'step', { when: 'magnetic hoop' }),
      term('hoop up', 'hand.hoopUp', 'step', { when: 'screw hoop' }),
      term('trace', 'stop.trace'),
    ],
    effect: 'hoop',
    motion: 'lay',
    perHooping: true,
    indifferent: true,
    cautions: [...care('arm'), ...care('magnet', 'magnetic hoop')],
  },
  lay: {
    time: [
      term('lay the piece', 'hand.lay', 'piece', { several: 'lay pieces' }),
      term('tape sides', 'hand.tapeSide', 'taped side'),
    ],
    effect: 'put',
    motion: 'lay',
    cautions: care('needle', 'hoop on'),
  },
  topping: {
    time: [term('lay topping', 'hand.topping')],
    effect: 'put',
    motion: 'lay',
    perHooping: true,
    cautions: care('needle', 'hoop on'),
  },
  float: {
    time: [term('slide a layer under', 'hand.lay')],
    effect: 'put',
    motion: 'lay',
    perHooping: true,
    cautions: care('needle', 'hoop on'),
  },
  fold: {
    time: [term('fold and press', 'hand.fold')],
    effect: 'fold',
    motion: 'fold',
    missed: 'The piece stays wrong side up, and the next line sews it down so.',
  },
  'trim-close': {
    time: [term('trim close', 'hand.trimClose', 'cm')],
    effect: 'trim',
    motion: 'cut',
    trims: true,
    missed: 'What stands out of the line shows beside the edge that is sewn over it.',
    cautions: care('scissors'),
  },
  'cut-cloth': {
    time: [term('cut inside the line', 'hand.trimClose', 'cm')],
    effect: 'open',
    motion: 'cut',
    trims: true,
    cutsInside: true,
    missed: 'The cloth stays in the window, and is sewn in under its edge.',
    cautions: care('scissors'),
  },
  'cut-window': {
    time: [term('cut inside the line', 'hand.trimClose', 'cm')],
    effect: 'open all',
    cutsInside: true,
    motion: 'cut',
    missed: 'The cloth stays in the window, and is sewn in under its edge.',
    cautions: care('blade'),
  },
  'lift-out': {
    time: [term('lift out what is cut', 'hand.liftOut', 'times')],
    effect: 'open',
    motion: 'cut',
    missed: 'What the blades have cut is caught under the edge.',
    cautions: care('needle', 'hoop on'),
  },
  'slit-zip': {
    time: [term('slit the window', 'hand.slitZip')],
    effect: 'open',
    motion: 'cut',
    missed: 'The zip opens onto the base behind it.',
    cautions: care('blade'),
  },
  'open-zip': { time: [term('open the zip', 'hand.openZip')], effect: 'open', motion: 'cut' },
  fuse: { time: [term('fuse', 'hand.fuse')], hot: true, cautions: care('iron') },
  'flip-hoop': {
    time: [term('turn the hoop', 'hand.flipHoop')],
    effect: 'turn hoop',
    missed: 'What comes next is done on the wrong side of the work.',
    motion: 'flip',
    perHooping: true,
  },
  'hang-hoop': {
    time: [term('hang it and look', 'hand.check')],
    perHooping: true,
    indifferent: true,
    atMachine: true,
    missed: 'What follows is sewn in the wrong place.',
    cautions: care('arm'),
  },
  peel: { time: [term('score and peel', 'hand.peel')], perHooping: true },
  thread: {
    time: [term('thread anew', 'stop.colourHome', 'step')],
    perHooping: true,
    indifferent: true,
    ofMachine: true,
    atMachine: true,
    cautions: care('needle'),
  },
  /** one of several needles gets another thread */
  rethread: {
    time: [term('thread anew', 'stop.colourHome', 'step')],
    perHooping: true,
    indifferent: true,
    atMachine: true,
    cautions: care('needle'),
  },
  /** a fresh one in place of one that is worn */
  needle: {
    time: [term('put in the needle', 'stop.blade', 'times')],
    perHooping: true,
    indifferent: true,
    atMachine: true,
    cautions: care('needle'),
  },
  blade: {
    time: [term('put in the needle', 'stop.blade', 'times')],
    perHooping: true,
    indifferent: true,
    atMachine: true,
    cautions: [...care('needle'), ...care('blade')],
  },
  bobbin: {
    time: [term('swap the bobbin', 'stop.bobbin')],
    perHooping: true,
    atMachine: true,
    cautions: care('needle'),
  },
  panel: {
    time: [term('find the place', 'stop.panel', 'times')],
    perHooping: true,
    indifferent: true,
    atMachine: true,
    cautions: care('needle'),
  },
  check: { time: [term('look', 'hand.check')], indifferent: true },
  unhoop: {
    time: [term('unhoop', 'hand.unhoop')],
    effect: 'unhoop',
    motion: 'off',
    perHooping: true,
    indifferent: true,
  },
  remove: { time: [term('the work', 'own', 'times')], effect: 'take off' },
  tear: {
    time: [term('tear', 'hand.tearBase'), term('along the edge', 'hand.tearPerCm', 'cm')],
    effect: 'take base',
    motion: 'off',
  },
  'pop-out': { time: [term('pop out', 'hand.popOut')], effect: 'take base', missed: 'It stays in its film.' },
  dissolve: {
    time: [term('dissolve', 'hand.dissolve')],
    effect: 'wash',
    perHooping: true,
    missed: 'The base stays in it, stiff, and comes out at the first wash.',
  },
  'dry-edge': { time: [], wait: 'wait.dryEdge' },
  'dry-lace': { time: [], wait: 'wait.dryLace' },
  snip: {
    time: [term('look for threads', 'hand.snipBase'), term('snip', 'hand.snipEach', 'float')],
    cautions: care('needle', 'hoop on'),
  },
  'cut-out': { time: [term('cut out', 'hand.cutOut', 'cm')], cautions: care('scissors') },
  'cut-base': { time: [term('cut the base back', 'hand.cutOut', 'around')], cautions: care('scissors') },
  'trim-seam': {
    time: [term('trim the seam', 'hand.trimRough', 'cm'), term('corners', 'hand.clip', 'times')],
    cautions: care('scissors'),
  },
  turn: {
    time: [term('turn', 'hand.turn')],
    effect: 'turn out',
    motion: 'flip',
    missed: 'It stays inside out.',
  },
  press: { time: [term('press', 'hand.press')], hot: true, cautions: care('iron') },
  close: { time: [term('close by hand', 'hand.closeByHand')] },
  snap: { time: [term('snaps', 'hand.snap', 'times')], cautions: care('smallParts') },
  work: { time: [term('the work', 'own', 'times')] },
  own: { time: [term('a step of your own', 'hand.custom')], indifferent: true },
} as const satisfies Record<string, ActionRow>;
/** A thing that hands do, by its key in the catalogue. */
export type Action = keyof typeof ACTIONS;
/** Done to the hoop, not to each item in it. */
export const isPerHooping = (step: { action: Action }): boolean => actionOf(step).perHooping ?? false;
/** Whether a term or a caution counts. */
export const isSo = (
  when: When | undefined,
  { magneticHoop, hoopOff }: { magneticHoop: boolean; hoopOff: boolean },
): boolean => {
  switch (when) {
    case undefined:
      return true;
    case 'magnetic hoop':
      return magneticHoop;
    case 'screw hoop':
      return !magneticHoop;
    case 'hoop on':
      return !hoopOff;
  }
};
/** The row of an action. */
export const actionOf = ({ action }: { action: Action }): ActionRow =>
  // A step of a file may name one that is none.
  Object.hasOwn(ACTIONS, action) ? ACTIONS[action] : ACTIONS.own;
