import type { HandTemplate, Part, PieceTemplate } from './types';

/** Panels of a zip pouch: each is sewn from its wrong side and folded over its seam, away from the zip. */
const PANELS = [
  {
    key: 'upper',
    name: 'Upper front',
    what: 'the upper front',
    purpose: 'above the zip',
    begins: 'the zip edge',
  },
  {
    key: 'lower',
    name: 'Lower front',
    what: 'the lower front',
    purpose: 'below the zip',
    begins: 'the zip edge',
  },
  {
    key: 'accent',
    name: 'Accent',
    what: 'the accent',
    purpose: 'band at the bottom',
    begins: 'where the band begins',
  },
  {
    key: 'accent-2',
    name: 'Second accent',
    what: 'the second accent',
    purpose: 'band below the first',
    begins: 'where the band begins',
  },
] as const;

const fold = (piece: string, what: string): HandTemplate[] => {
  const step: HandTemplate = {
    key: 'fold',
    action: 'fold',
    title: `Fold ${what} over`,
    text: `Fold ${what} over the seam, right side up, and finger-press the edge.`,
    because: 'The seam is inside the fold now; the next line holds it flat.',
    side: 'front',
    face: 'up',
    pieces: [piece],
  };
  return [
    { ...step, school: ['press:finger'] },
    {
      ...step,
      text: `Fold ${what} over the seam, right side up, and press the edge with a mini iron, off the coil.`,
      tools: ['mini iron'],
      cautions: ['iron'],
      school: ['press:iron'],
    },
  ];
};

/** The pieces of the panels. A panel that is held by no line of its own reaches to the last seam. */
export const panelPieces = PANELS.map(({ key, name, purpose }): PieceTemplate => ({
  key,
  name,
  purpose,
  material: 'cotton',
  size: {
    rule: 'fold',
    seam: `${key}-seam`,
    over: [`${key}-tack`],
    otherwise: { over: ['final'], awayFrom: 'zip-place' },
  },
}));
/** Their lines: some tapes show where a panel goes, and some hold it down once it is folded. */
export const panelParts = PANELS.map(({ key, name, what, begins }): Part => ({
  key,
  optional: key.startsWith('accent'),
  slots: [
    {
      key: `${key}-line`,
      title: `Line for ${what}`,
      roles: { placement: 1 },
      optional: true,
    },
    {
      key: `${key}-seam`,
      title: `Seam, ${name.toLowerCase()}`,
      roles: { seam: 1, 'tack-down': 0.4 },
      holds: [key],
      before: [
        {
          key: 'lay',
          action: 'lay',
          title: `Lay ${what}`,
          text: `Lay ${what} right side down with its edge {cut.seamOverlap} past ${begins}; tape both ends.`,
          because: 'It is sewn from its wrong side and then folded over the seam.',
          side: 'front',
          face: 'down',
          pieces: [key],
          tapeSides: 2,
          tools: ['tape'],
        },
      ],
      after: fold(key, what),
    },
    {
      key: `${key}-tack`,
      title: `Hold ${what}`,
      roles: { 'tack-down': 1, decoration: 0.4 },
      optional: true,
      holds: [key],
    },
  ],
}));
