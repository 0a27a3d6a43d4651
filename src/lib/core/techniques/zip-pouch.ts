import { closeChoice, closeSteps } from './choices';
import { flipHoop, hoopUp, inspect, unhoop } from './common';
import type { HandTemplate, Technique } from './types';

const fold = (key: string, piece: string, what: string): HandTemplate[] => {
  const step: HandTemplate = {
    key,
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
const layFlip = (key: string, piece: string, what: string, where: string): HandTemplate => ({
  key,
  action: 'lay',
  title: `Lay ${what}`,
  text: `Lay ${what} right side down with its edge {cut.seamOverlap} past ${where}; tape both ends.`,
  because: 'It is sewn from its wrong side and then folded over the seam.',
  side: 'front',
  face: 'down',
  pieces: [piece],
  tapeSides: 2,
  tools: ['tape'],
});

/** Lined zip pouch, flip-and-fold front. */
export const zipPouch: Technique = {
  id: 'zip-pouch',
  name: 'Lined zip pouch',
  summary: 'Zip in the front, folded fabrics, lining on the back, turned through the lining.',
  copies: 'items',
  choices: [
    {
      key: 'press',
      label: 'Fold by',
      schools: [
        { key: 'finger', name: 'Finger-press', because: 'Nothing hot near the zip.' },
        { key: 'iron', name: 'Mini iron', because: 'A sharper edge; keep it off the coil and off vinyl.' },
      ],
    },
    { ...closeChoice, label: 'Close the lining' },
  ],
  pieces: [
    { key: 'base', name: 'Base', purpose: 'hooped', material: 'tear-away', size: { rule: 'hoop' } },
    {
      key: 'batting',
      name: 'Batting, front',
      purpose: 'body of the front',
      material: 'batting',
      size: { rule: 'cover', by: ['batting-place', 'batting-tack'], margin: 'front' },
    },
    {
      key: 'zip',
      name: 'Zip',
      purpose: 'closure',
      material: 'zip',
      size: { rule: 'zip', window: 'zip-place' },
    },
    {
      key: 'upper',
      name: 'Upper front',
      purpose: 'above the zip',
      material: 'cotton',
      size: { rule: 'fold', seam: 'upper-seam', over: ['upper-tack'] },
    },
    {
      key: 'lower',
      name: 'Lower front',
      purpose: 'below the zip',
      material: 'cotton',
      size: { rule: 'fold', seam: 'lower-seam', over: ['lower-tack'] },
    },
    {
      key: 'accent',
      name: 'Accent',
      purpose: 'band at the bottom',
      material: 'cotton',
      size: { rule: 'fold', seam: 'accent-seam', over: ['accent-tack'] },
    },
    {
      key: 'lining-lower',
      name: 'Front lining, lower',
      purpose: 'inside, below the zip',
      material: 'cotton',
      size: { rule: 'pressed', edge: 'lining-lower', awayFrom: 'zip-place', over: ['final'] },
    },
    {
      key: 'lining-upper',
      name: 'Front lining, upper',
      purpose: 'inside, above the zip',
      material: 'cotton',
      size: { rule: 'pressed', edge: 'lining-upper', awayFrom: 'zip-place', over: ['final'] },
    },
    {
      key: 'back',
      name: 'Back',
      purpose: 'outside of the back',
      material: 'cotton',
      size: { rule: 'cover', by: ['back-tack', 'final'], margin: 'front' },
    },
    {
      key: 'back-batting',
      name: 'Batting, back',
      purpose: 'body of the back',
      material: 'batting',
      size: { rule: 'cover', by: ['back-tack', 'final'], margin: 'front' },
    },
    {
      key: 'lining-back',
      name: 'Back lining',
      purpose: 'inside of the back',
      material: 'cotton',
      size: { rule: 'cover', by: ['final'], margin: 'back' },
    },
  ],
  start: [hoopUp('the base')],
  parts: [
    {
      key: 'batting',
      slots: [
        { key: 'batting-place', title: 'Batting line', roles: { placement: 1 } },
        {
          key: 'batting-tack',
          title: 'Hold the batting',
          roles: { 'tack-down': 1, cover: 0.5 },
          holds: ['batting'],
          before: [
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay batting',
              text: 'Lay the batting over the whole line.',
              because: 'The line must catch it on every side.',
              side: 'front',
              face: 'up',
              pieces: ['batting'],
              hoop: 'stay',
            },
          ],
          after: [
            {
              key: 'trim',
              action: 'trim-close',
              title: 'Trim batting',
              text: 'Trim the batting close to the line, also between the halves where the zip will lie.',
              because: 'Batting in the seam makes it too thick to turn.',
              side: 'front',
              pieces: ['batting'],
              along: 'batting-tack',
              hoop: 'stay',
              tools: ['curved scissors'],
            },
          ],
        },
      ],
    },
    {
      key: 'zip',
      slots: [
        { key: 'zip-place', title: 'Zip line', roles: { placement: 1 } },
        {
          key: 'zip-tack',
          title: 'Hold the zip',
          roles: { 'tack-down': 1 },
          holds: ['zip'],
          before: [
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay the zip',
              text: 'Lay the zip closed, right side up, centred between the lines, both metal ends well outside; tape top and bottom.',
              because: 'The needle must never meet the pull or a metal end.',
              side: 'front',
              face: 'up',
              pieces: ['zip'],
              tapeSides: 2,
              hoop: 'stay',
              tools: ['tape'],
              cautions: ['metalZip'],
            },
          ],
          after: [
            flipHoop('flip-slit', 'back'),
            {
              key: 'slit',
              action: 'slit-zip',
              title: 'Slit the window',
              text: 'Slit the base inside the zip window, along the middle and into the corners, without touching the zip.',
              because: 'The zip can only open where the base is gone.',
              side: 'back',
              pieces: ['base'],
              hoop: 'off',
              tools: ['small scissors'],
            },
            flipHoop('flip-back', 'front'),
          ],
        },
      ],
    },
    ...(['upper', 'lower', 'accent'] as const).map((piece) => {
      const what = piece === 'accent' ? 'the accent' : `the ${piece} front`;
      return {
        key: piece,
        optional: piece === 'accent',
        slots: [
          {
            key: `${piece}-seam`,
            title: `Seam, ${piece}`,
            roles: { seam: 1, 'tack-down': 0.4 },
            holds: [piece],
            before: [
              layFlip('lay', piece, what, piece === 'accent' ? 'where the band begins' : 'the zip edge'),
            ],
          },
          {
            key: `${piece}-tack`,
            title: `Hold ${what}`,
            roles: { 'tack-down': 1, decoration: 0.4 },
            holds: [piece],
            before: fold('fold', piece, what),
          },
        ],
      };
    }),
    {
      key: 'quilting',
      optional: true,
      slots: [{ key: 'quilting', title: 'Quilting', roles: { quilting: 1, decoration: 0.5 }, many: true }],
    },
    {
      key: 'lining',
      slots: (['lower', 'upper'] as const).map((half) => ({
        key: `lining-${half}`,
        title: `Topstitch, ${half}`,
        roles: { 'tack-down': 1, seam: 0.7 },
        holds: [`lining-${half}`],
        before: [
          flipHoop('flip', 'back'),
          {
            key: 'lay',
            action: 'lay' as const,
            title: `Lay ${half} lining`,
            text: `Lay the ${half} front lining right side up, its pressed fold along the zip; tape all sides well.`,
            because: 'It rides under the hoop and snags unseen.',
            side: 'back' as const,
            face: 'up' as const,
            pieces: [`lining-${half}`],
            tapeSides: 4,
            hoop: 'off' as const,
            tools: ['tape'],
          },
        ],
      })),
    },
    {
      key: 'back',
      slots: [
        {
          key: 'back-tack',
          title: 'Hold the back',
          roles: { 'tack-down': 1, placement: 0.3 },
          holds: ['back', 'back-batting'],
          before: [
            {
              key: 'open',
              action: 'open-zip',
              title: 'Open the zip',
              text: 'Open the zip three quarters.',
              because: 'Once the back is on, this is the only way to turn the pouch.',
              side: 'front',
              pieces: ['zip'],
            },
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay the back',
              text: 'Lay the back right side down over everything and tape it; then the batting on it, taped by itself.',
              because: 'Taped one by one neither can creep under the other.',
              side: 'front',
              face: 'down',
              pieces: ['back', 'back-batting'],
              tapeSides: 4,
              tools: ['tape'],
            },
          ],
        },
        {
          key: 'final',
          title: 'Last seam',
          roles: { 'final-outline': 1, 'tack-down': 0.2 },
          holds: ['lining-back'],
          before: [
            flipHoop('flip-lining', 'back'),
            {
              key: 'lay-lining',
              action: 'lay',
              title: 'Lay back lining',
              text: 'Lay the back lining right side down over everything; tape all four sides.',
              because: 'The last seam joins all layers and leaves the opening in the lining.',
              side: 'back',
              face: 'down',
              pieces: ['lining-back'],
              tapeSides: 4,
              hoop: 'off',
              tools: ['tape'],
            },
          ],
        },
      ],
    },
  ],
  finish: [
    inspect,
    unhoop,
    {
      key: 'trim',
      action: 'trim-seam',
      title: 'Trim all round',
      text: 'Trim to {cut.seamAllowance} outside the last seam, {cut.openingLip} at the opening; cut the corners at an angle.',
      because: 'Less bulk turns to a sharper corner; the lip at the opening folds in by itself.',
      side: 'off',
      along: 'final',
      tools: ['scissors'],
      times: 4,
    },
    {
      key: 'turn',
      action: 'turn',
      title: 'Turn',
      text: 'Turn through the lining, corners first, with a blunt tool.',
      because: 'Scissors go through the corner.',
      side: 'off',
      tools: ['blunt point turner'],
    },
    ...closeSteps('the lining', ', then turn again through the zip'),
    {
      key: 'press',
      action: 'press',
      title: 'Press',
      text: 'Press both sides, not on the zip.',
      because: 'The coil melts.',
      side: 'off',
      tools: ['iron'],
    },
  ],
};
