import type { MaterialKind } from '../catalogue';
import type { HandTemplate, PieceTemplate, Use } from './types';

/** A snap through two faces: a cap on each side, one socket, one stud. */
const snapUses: Use[] = [
  { notion: 'snap cap', count: 2 },
  { notion: 'snap socket', count: 1 },
  { notion: 'snap stud', count: 1 },
];
export const setSnaps: HandTemplate = {
  key: 'snap',
  action: 'snap',
  marks: { by: 'pair', what: 'snap' },
  title: 'Set {count}',
  text: 'Make a hole at each mark and set the snaps: two caps, one socket, one stud for each.',
  because: 'The marks were sewn for them.',
  side: 'off',
  uses: snapUses,
  tools: ['awl', 'snap press'],
  school: ['closure:snaps'],
};
/** Laid double, and sewn in. */
export const ribbonUses: Use[] = [
  { notion: 'ribbon', length: 'cut.ribbonLoop', times: 2, plus: 'cut.ribbonSeam' },
];

/** The base that is hooped. */
export const hoopedBase = (
  material: MaterialKind,
  more: Partial<Pick<PieceTemplate, 'purpose' | 'layers' | 'school'>> = {},
): PieceTemplate => ({
  key: 'base',
  name: 'Base',
  purpose: 'hooped',
  material,
  size: { rule: 'hoop' },
  ...more,
});
/** Cloth or a garment that is hooped with its base, and stays whole. */
export const markedCloth: PieceTemplate = {
  key: 'cloth',
  name: 'Cloth',
  purpose: 'hooped, centre and axis marked',
  material: 'cotton',
  size: { rule: 'hoop' },
};

/** Steps that many techniques share. */
export const hoopUp = (what: string): HandTemplate => ({
  key: 'hoop-up',
  action: 'hoop-up',
  title: 'Hoop up',
  text: `Hoop ${what} drum tight, mark which way the hoop goes in, and trace the outline.`,
  because: 'Everything that follows is measured from this; nothing can be re-aligned later.',
  side: 'front',
  pieces: ['base'],
});

/** The hoop turned over. @param to the side that lies up afterwards */
export const flipHoop = (key: string, to: 'front' | 'back'): HandTemplate => ({
  key,
  action: 'flip-hoop',
  title: to === 'back' ? 'Turn to the back' : 'Turn to the front',
  text:
    to === 'back'
      ? 'Take the hoop off and turn it over: the back lies up.'
      : 'Turn the hoop to the front again.',
  because:
    to === 'back' ? 'The next piece goes on the back of the work.' : 'The next piece goes on the front.',
  side: to,
  hoop: 'off',
});

/** The back comes from below, with the hoop off. */
export const layBackBelow = (key: string, text: string): HandTemplate => ({
  key,
  action: 'lay',
  title: 'Lay the back',
  text,
  because: 'It hangs under the hoop, where you cannot see it slip.',
  side: 'back',
  face: 'up',
  pieces: ['back'],
  tapeSides: 4,
  hoop: 'off',
  tools: ['tape'],
});

/** The last look while a block can still be sewn again. */
export const inspect: HandTemplate = {
  key: 'check',
  action: 'check',
  title: 'Look it over',
  text: 'Before unhooping look at edges, corners, front and back; redo the last step now if a stitch missed.',
  because: 'Once the work is out of the hoop no step can be sewn again in its place.',
  side: 'front',
};

/** The end of the work under the needle. */
export const unhoop: HandTemplate = {
  key: 'unhoop',
  action: 'unhoop',
  title: 'Unhoop',
  text: 'Take the work out of the hoop.',
  because: 'The needle has done its part.',
  side: 'off',
};

/** Threads that jump from figure to figure, and tails. */
export const snipThreads: HandTemplate = {
  key: 'snip',
  action: 'snip',
  title: 'Snip threads',
  text: 'Snip jump threads and tails, front and back.',
  because: 'They catch and pull.',
  side: 'off',
  tools: ['snips'],
};
/** A base that stays is cut back on the wrong side of the cloth. */
export const cutBaseBack = (school?: string[]): HandTemplate => ({
  key: 'cut',
  action: 'cut-base',
  title: 'Cut the base back',
  text: 'Cut the base on the back to a finger’s width round the stitches; keep the cloth out of the scissors.',
  because: 'What is left carries the stitches in every wash; a nick in the cloth is a hole.',
  side: 'off',
  tools: ['scissors'],
  ...(school && { school }),
});
/** Embroidery is pressed from behind. */
export const pressFromBack: HandTemplate = {
  key: 'press',
  action: 'press',
  title: 'Press',
  text: 'Press from the back on a soft cloth.',
  because: 'Satin pressed from the front goes flat.',
  side: 'off',
  tools: ['iron'],
};

/** Lies until the water is gone. */
export const dryEdge = (school?: string[]): HandTemplate => ({
  key: 'dry',
  action: 'dry-edge',
  title: 'Let it dry',
  text: 'Lay it flat until the edge is dry.',
  because: 'A damp edge takes marks.',
  side: 'off',
  ...(school && { school }),
});
/** A base that shows beyond the border is cut back, dissolved and dried. */
export const washAway = (school?: string[]): HandTemplate[] => [
  {
    key: 'cut',
    action: 'cut-out',
    title: 'Cut the base back',
    text: 'Cut the base a few millimetres outside the border.',
    because: 'Less of it goes into the water.',
    side: 'off',
    along: 'border',
    tools: ['scissors'],
    ...(school && { school }),
  },
  {
    key: 'dissolve',
    action: 'dissolve',
    title: 'Warm water',
    text: 'Dip the edge into warm water until the base is gone; collect the bulk, it clogs a drain.',
    because: 'The edge comes out clean.',
    side: 'off',
    ...(school && { school }),
  },
  dryEdge(school),
];
