import { holdChoice, hoopChoice } from './choices';
import { flipHoop, hoopUp, inspect, unhoop, dryEdge, layBackBelow } from './common';
import type { Choice, HandTemplate, Part, PieceTemplate, Slot, Technique } from './types';

/** The other side, caught by these lines. */
export const quiltedBack = (...by: string[]): PieceTemplate => ({
  key: 'back',
  name: 'Back',
  purpose: 'other side',
  material: 'cotton',
  size: { rule: 'cover', by },
});
/** Both raw edges go under one cover. */
export const coveredEdge: Slot = {
  key: 'edge',
  title: 'Edge',
  bothSides: true,
  roles: { cover: 1 },
  extent: 'whole',
  holds: ['front', 'back'],
};
/** Choices of everything quilted flat that has a matching back. */
export const quiltedChoices: Choice[] = [
  {
    key: 'base',
    label: 'Base',
    schools: [
      {
        key: 'wash',
        name: 'Wash-away mesh',
        because: 'Leaves nothing at the edge; needs a dip and hours to dry.',
      },
      { key: 'tear', name: 'Tear-away', because: 'No water; a little may stay under the edge.' },
    ],
  },
  holdChoice('spray', 'tape', 'pins'),
  hoopChoice,
];
/** Base, batting and front of it. */
export const quiltedPieces: PieceTemplate[] = [
  {
    key: 'base',
    name: 'Base',
    purpose: 'hooped',
    material: 'mesh',
    layers: 2,
    size: { rule: 'hoop' },
    school: ['base:wash'],
  },
  {
    key: 'base',
    name: 'Base',
    purpose: 'hooped',
    material: 'tear-away',
    layers: 2,
    size: { rule: 'hoop' },
    school: ['base:tear'],
  },
  {
    key: 'batting',
    name: 'Batting',
    purpose: 'body',
    material: 'batting',
    size: { rule: 'cover', by: ['place', 'tack'] },
  },
  {
    key: 'front',
    name: 'Front',
    purpose: 'seen side',
    material: 'cotton',
    size: { rule: 'cover', by: ['place', 'tack'] },
  },
];
/** Batting and front are laid, held and quilted. */
export const quiltedFront: Part = {
  key: 'front',
  slots: [
    { key: 'place', title: 'Front line', roles: { placement: 1 }, extent: 'whole' },
    {
      key: 'tack',
      title: 'Hold the front',
      roles: { 'tack-down': 1 },
      extent: 'whole',
      holds: ['batting', 'front'],
      before: [
        {
          key: 'lay',
          action: 'lay',
          title: 'Lay front',
          text: 'Lay batting and front on each other, right side up over the whole line.',
          because: 'Held together they cannot creep on each other.',
          side: 'front',
          face: 'up',
          pieces: ['batting', 'front'],
          held: true,
        },
      ],
    },
    {
      key: 'design',
      title: 'Design',
      roles: { quilting: 1, decoration: 1, cover: 0.5 },
      many: true,
      optional: true,
      holds: ['batting', 'front'],
    },
  ],
};
/** Front and batting are trimmed along the line of an edge. */
export const trimFront = (along: string): HandTemplate => ({
  key: 'trim-front',
  action: 'trim-close',
  title: 'Trim the front',
  text: 'Trim front and batting to {cut.trimClose} outside the edge line: now, and not before.',
  because: 'Dense stitches have pulled the edges in; trimmed earlier they would leave gaps.',
  side: 'front',
  pieces: ['batting', 'front'],
  along,
  tools: ['curved scissors'],
});
/** The back comes from below. */
export const layBack: HandTemplate[] = [
  flipHoop('flip', 'back'),
  layBackBelow(
    'lay-back',
    'Lay the back right side up over the stitches; tape all four sides and support it while the hoop slides in.',
  ),
];
/** The back is trimmed from behind, and the hoop turned again. */
export const trimBack = (along: string): HandTemplate[] => [
  flipHoop('flip-trim', 'back'),
  {
    key: 'trim-back',
    action: 'trim-close',
    title: 'Trim the back',
    text: 'Trim the back to {cut.trimClose} outside the line.',
    because: 'The edge covers both sides at once.',
    side: 'back',
    pieces: ['back'],
    along,
    hoop: 'off',
    tools: ['curved scissors'],
  },
  flipHoop('flip-front', 'front'),
];
/** Both sides of a covered edge show. */
export const edgeBobbin: HandTemplate = {
  key: 'bobbin',
  action: 'bobbin',
  title: 'Full matching bobbin',
  text: 'Put in a full bobbin of the edge thread.',
  because: 'Both sides of the edge show, and a join shows too: it must not run out inside the edge.',
  side: 'front',
  hoop: 'off',
  tools: ['matching bobbin'],
};
/** The base comes off along the edge. */
export const quiltedFinish: HandTemplate[] = [
  inspect,
  unhoop,
  {
    key: 'tear',
    action: 'tear',
    title: 'Tear the base away',
    text: 'Tear the base away along the edge, one layer at a time, with a thumb on the stitches.',
    because: 'Both at once pull on the satin.',
    side: 'off',
    along: 'edge',
    school: ['base:tear'],
  },
  {
    key: 'cut',
    action: 'cut-out',
    title: 'Cut the base back',
    text: 'Cut the mesh back to a finger’s width all round.',
    because: 'Less of it goes into the water.',
    side: 'off',
    along: 'edge',
    tools: ['scissors'],
    school: ['base:wash'],
  },
  {
    key: 'dissolve',
    action: 'dissolve',
    title: 'Dip the edge',
    text: 'Dip only the edge into warm water until the mesh is gone; collect the bulk, it clogs a drain.',
    because: 'The middle stays dry and flat.',
    side: 'off',
    school: ['base:wash'],
  },
  dryEdge(['base:wash']),
];

/** Quilted flat thing with a matching back and a covered edge: coaster, mat. */
export const quiltedFlat: Technique = {
  id: 'quilted-flat',
  name: 'Quilted, matching back, covered edge',
  summary:
    'Front and batting quilted, trimmed late; back from below; one covered edge round it all: coaster, mat.',
  copies: 'items',
  choices: quiltedChoices,
  pieces: [...quiltedPieces, quiltedBack('edge-place', 'edge-tack')],
  start: [hoopUp('two layers of the base')],
  parts: [
    quiltedFront,
    {
      key: 'edge',
      slots: [
        {
          key: 'edge-place',
          title: 'Edge line',
          roles: { placement: 1, 'tack-down': 0.5 },
          extent: 'whole',
          holds: ['batting', 'front'],
        },
        {
          key: 'edge-tack',
          title: 'Hold the back',
          roles: { 'tack-down': 1 },
          extent: 'whole',
          holds: ['back'],
          before: [trimFront('edge-place'), ...layBack],
          after: [...trimBack('edge-tack'), edgeBobbin],
        },
        coveredEdge,
      ],
    },
  ],
  finish: quiltedFinish,
};
