import type { NumberId } from '../numbers';
import type { CautionKey } from '../catalogue';
import type { Choice, HandTemplate, School } from './types';

/** How a laid piece is kept from creeping until the needle holds it. */
export const HOLDS = {
  tape: {
    name: 'Tape',
    because: 'Comes off without a trace; keep it out of the stitch path.',
    says: 'Tape its corners outside the line.',
    tools: ['tape'],
    cautions: [],
    number: 'hand.tapeSide',
    times: 4,
  },
  spray: {
    name: 'Spray adhesive',
    because: 'Holds the whole surface flat; some avoid it, as it gums needles.',
    says: 'Spray its back away from the machine and smooth it down.',
    tools: ['spray adhesive'],
    cautions: ['spray'],
    number: 'hand.spray',
    times: 1,
  },
  glue: {
    name: 'Glue stick',
    because: 'Nothing in the air; a dab holds where it is put and washes out.',
    says: 'Dab its edge with a glue stick and press it down.',
    tools: ['glue stick'],
    cautions: [],
    number: 'hand.glue',
    times: 1,
  },
  pins: {
    name: 'Pins',
    because: 'Quick on cloth, well outside the stitch path; they leave holes in vinyl.',
    says: 'Pin it well outside the stitch path.',
    tools: ['pins'],
    cautions: ['pins'],
    number: 'hand.pins',
    times: 1,
  },
  fuse: {
    name: 'Light fusible',
    because: 'Stays put through washing and keeps cut edges from fraying; heavy bond would gum and stiffen.',
    says: 'Peel the paper off its light fusible before you lay it.',
    tools: ['light fusible'],
    cautions: [],
    number: 'hand.peelPaper',
    times: 1,
  },
  nothing: {
    name: 'By hand',
    because: 'Small or heavy pieces lie still by themselves.',
    says: '',
    tools: [],
    cautions: [],
    number: null,
    times: 0,
  },
} as const satisfies Record<
  string,
  {
    name: string;
    because: string;
    says: string;
    tools: readonly string[];
    cautions: readonly CautionKey[];
    number: NumberId | null;
    times: number;
  }
>;
/** A means of holding pieces, by its key. */
export type HoldKey = keyof typeof HOLDS;
/** Whether a school names a means of holding. */
export const isHold = (key: string): key is HoldKey => Object.hasOwn(HOLDS, key);

/** The choice of hold; the first named is the default. */
export const holdChoice = (...keys: HoldKey[]): Choice => ({
  key: 'hold',
  label: 'Hold pieces by',
  schools: keys.map((key): School => ({ key, name: HOLDS[key].name, because: HOLDS[key].because })),
});
/** Whether the hoop comes off for trimming. */
export const hoopChoice: Choice = {
  key: 'hoop',
  label: 'Trim with the hoop',
  schools: [
    { key: 'on', name: 'On the machine', because: 'Nothing can shift.' },
    {
      key: 'off',
      name: 'Off, on the table',
      because: 'Easier on the hands; allowed where every piece is held.',
    },
  ],
};
/** Whether a film lies over piled cloth while it is sewn. */
export const toppingChoice: Choice = {
  key: 'topping',
  label: 'Topping',
  schools: [
    { key: 'none', name: 'None', because: 'Smooth cloth lets stitches lie on top by itself.' },
    { key: 'film', name: 'Film over it', because: 'Keeps stitches from sinking into loops and fluff.' },
  ],
};
/** How the opening is closed after turning. */
export const closeChoice: Choice = {
  key: 'close',
  label: 'Close the opening',
  schools: [
    { key: 'hand', name: 'By hand', because: 'A ladder stitch does not show.' },
    {
      key: 'machine',
      name: 'By machine',
      because: 'Quick and strong; a line of stitches shows at the edge.',
    },
    { key: 'tape', name: 'With fusible tape', because: 'No sewing; not for things washed hot.' },
  ],
};

/** The closing steps of all schools of closeChoice. what: "the opening", "the lining". */
export const closeSteps = (what: string, then = ''): HandTemplate[] => [
  {
    key: 'close',
    action: 'close',
    title: `Close ${what}`,
    text: `Fold the lips in and close ${what} by hand${then}.`,
    because: 'Ladder stitch does not show.',
    side: 'off',
    tools: ['hand needle'],
    school: ['close:hand'],
  },
  {
    key: 'close',
    action: 'work',
    number: 'hand.closeByMachine',
    title: `Close ${what}`,
    text: `Fold the lips in and topstitch ${what} close to the edge${then}.`,
    because: 'A machine seam holds best.',
    side: 'off',
    tools: ['sewing machine'],
    cautions: ['needle'],
    school: ['close:machine'],
  },
  {
    key: 'close',
    action: 'work',
    number: 'hand.closeByTape',
    title: `Close ${what}`,
    text: `Fold the lips in over fusible tape and press ${what} shut${then}.`,
    because: 'The tape melts and joins the lips.',
    side: 'off',
    uses: [{ notion: 'fusible tape', length: 'cut.turnGap', times: 1 }],
    tools: ['fusible tape', 'iron'],
    cautions: ['iron'],
    school: ['close:tape'],
  },
];
/** Light fusible is set once the tack-down holds the piece. */
export const fuseStep = (piece: string, school: string[] = ['hold:fuse']): HandTemplate => ({
  key: 'fuse',
  action: 'fuse',
  title: 'Fuse {piece}',
  text: 'Fuse {piece} with a small iron, away from the arm or on a mat in the hoop.',
  because: 'Now that it is held it cannot shift; fused after the cover it would crease under the stitches.',
  side: 'front',
  pieces: [piece],
  tools: ['small iron', 'mat'],
  school,
});
/** Topping goes over what is about to be sewn on. */
export const toppingStep: HandTemplate = {
  key: 'topping',
  action: 'topping',
  title: 'Lay topping',
  text: 'Lay topping over everything that is sewn next; tape it outside.',
  because: 'Stitches sink into loops and fluff without it.',
  side: 'front',
  face: 'up',
  pieces: ['topping'],
  tools: ['tape'],
  school: ['topping:film'],
};
/** Afterwards the film comes off. */
export const tearTopping: HandTemplate = {
  key: 'tear-topping',
  action: 'remove',
  number: 'hand.topping',
  pieces: ['topping'],
  title: 'Tear topping away',
  text: 'Tear the topping away and pick the rest out of small corners.',
  because: 'What stays stiffens and shines.',
  side: 'off',
  school: ['topping:film'],
};
