import { hoopUp, inspect, unhoop, pressFromBack } from './common';
import type { Technique } from './types';

/** The upper of two cloths is cut away inside a line, and the lower shows. */
export const reverseApplique: Technique = {
  id: 'reverse-applique',
  name: 'Reverse appliqué',
  summary: 'Two cloths at once: outlined twice, the upper cut away inside the line, the edge covered.',
  pieces: [
    {
      key: 'base',
      name: 'Base',
      purpose: 'hooped with the cloths',
      material: 'cut-away',
      size: { rule: 'hoop' },
    },
    {
      key: 'upper',
      name: 'Upper cloth',
      purpose: 'hooped; cut away inside the lines',
      material: 'cotton',
      size: { rule: 'hoop' },
    },
    {
      key: 'lower',
      name: 'Lower cloth',
      purpose: 'under the windows, shows through',
      material: 'cotton',
      size: { rule: 'cover', by: ['outline'] },
    },
  ],
  start: [
    {
      ...hoopUp('base, lower and upper cloth together, both right side up'),
      pieces: ['upper', 'lower', 'base'],
    },
  ],
  parts: [
    {
      key: 'windows',
      slots: [
        {
          key: 'outline',
          title: 'Window lines',
          roles: { 'tack-down': 1, placement: 0.7, 'cut-line': 0.6 },
          prefers: ['double-run', 'bean'],
          many: true,
          holds: ['upper', 'lower'],
          after: [
            {
              key: 'cut',
              action: 'cut-cloth',
              title: 'Cut the upper cloth',
              text: 'Lift the upper cloth alone, nick it, and cut it away {cut.trimClose} inside the line; leave the lower.',
              because: 'A nick in the lower cloth is a hole in the middle of what shows.',
              side: 'front',
              pieces: ['upper'],
              along: 'outline',
              tools: ['curved scissors'],
            },
          ],
        },
        { key: 'cover', title: 'Cover the edge', roles: { cover: 1 } },
      ],
    },
    {
      key: 'design',
      optional: true,
      slots: [{ key: 'design', title: 'Design', roles: { decoration: 1 }, many: true }],
    },
  ],
  finish: [
    inspect,
    unhoop,
    {
      key: 'trim-back',
      action: 'cut-base',
      title: 'Trim the back',
      text: 'Cut lower cloth and base back to a finger’s width outside the covers.',
      because: 'More of it shows through light cloth.',
      side: 'off',
      tools: ['scissors'],
    },
    pressFromBack,
  ],
};
