import { hoopUp, inspect, unhoop, hoopedBase } from './common';
import type { Technique } from './types';

/** Two fabrics joined inside the hoop: laid right sides together, sewn, folded open. */
export const flipFold: Technique = {
  id: 'flip-fold',
  name: 'Flip and fold seam',
  summary: 'One fabric laid up to a line, the next right side down on it; sewn, folded over, held flat.',
  choices: [
    {
      key: 'edge',
      label: 'First edge',
      schools: [
        {
          key: 'past',
          name: 'A little past the line',
          because: 'The seam bites even when a hand is not quite straight.',
        },
        { key: 'on', name: 'Exactly on the line', because: 'Least bulk, for thick cloth.' },
      ],
    },
  ],
  pieces: [
    hoopedBase('tear-away'),
    {
      key: 'first',
      name: 'First fabric',
      purpose: 'up to the seam',
      material: 'cotton',
      size: { rule: 'strip', seam: 'seam', row: ['seam'], lies: 'before', awayFrom: 'hold', over: [] },
    },
    {
      key: 'second',
      name: 'Second fabric',
      purpose: 'folded over the seam',
      material: 'cotton',
      part: 'join',
      size: { rule: 'fold', seam: 'seam', over: ['hold'] },
    },
  ],
  start: [hoopUp('the base')],
  parts: [
    {
      key: 'first',
      slots: [
        {
          key: 'place',
          title: 'Seam line',
          roles: { placement: 1, seam: 0.8 },
          after: [
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay the first fabric',
              text: 'Lay the first fabric right side up, its edge {cut.edgePast} past the line.',
              because: 'The seam must catch it along its whole length.',
              side: 'front',
              face: 'up',
              pieces: ['first'],
              school: ['edge:past'],
            },
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay the first fabric',
              text: 'Lay the first fabric right side up, its edge exactly on the line.',
              because: 'No allowance to fold: the seam is flat.',
              side: 'front',
              face: 'up',
              pieces: ['first'],
              school: ['edge:on'],
            },
          ],
        },
      ],
    },
    {
      key: 'join',
      repeat: true,
      slots: [
        {
          key: 'seam',
          title: 'Seam',
          roles: { seam: 1, 'tack-down': 0.7 },
          holds: ['first', 'second'],
          before: [
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay {piece}',
              text: 'Lay {piece} right side down, its edge on the edge below; tape both ends.',
              because: 'It is sewn from its wrong side and then folded over the seam.',
              side: 'front',
              face: 'down',
              pieces: ['second'],
              tapeSides: 2,
              tools: ['tape'],
            },
          ],
        },
        {
          key: 'hold',
          title: 'Hold it flat',
          roles: { 'tack-down': 1, decoration: 0.3 },
          holds: ['second'],
          before: [
            {
              key: 'fold',
              action: 'fold',
              title: 'Fold {piece} over',
              text: 'Fold {piece} over the seam, right side up, and finger-press the edge.',
              because: 'The seam is inside the fold now; the next line holds it flat.',
              side: 'front',
              face: 'up',
              pieces: ['second'],
            },
          ],
        },
      ],
    },
    {
      key: 'design',
      optional: true,
      slots: [{ key: 'design', title: 'Design', roles: { decoration: 1, quilting: 1 }, many: true }],
    },
  ],
  finish: [
    inspect,
    unhoop,
    {
      key: 'tear',
      action: 'tear',
      title: 'Tear the base away',
      text: 'Tear the base away on the back, with a thumb on the stitches.',
      because: 'Pulling on the stitches opens the seam.',
      side: 'off',
      along: 'hold',
    },
    {
      key: 'press',
      action: 'press',
      title: 'Press',
      text: 'Press from the back.',
      because: 'A pressed seam lies flat for good.',
      side: 'off',
      tools: ['iron'],
    },
  ],
};
