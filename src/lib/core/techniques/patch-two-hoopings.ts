import { hoopUp, inspect, unhoop, washAway, hoopedBase } from './common';
import type { Technique } from './types';

/** First hooping of a patch: the design on cloth, and the line to cut it out along. */
export const patchDesign: Technique = {
  id: 'patch-design',
  name: 'Patch, first hooping',
  summary:
    'The design on hooped cloth, then a line to cut the patch out along; the border follows in a second hooping.',
  copies: 'items',
  pieces: [
    hoopedBase('tear-away', { purpose: 'hooped with the cloth' }),
    {
      key: 'cloth',
      name: 'Cloth',
      purpose: 'body of the patch, hooped',
      material: 'cotton',
      size: { rule: 'hoop' },
    },
  ],
  start: [{ ...hoopUp('cloth and base together'), pieces: ['cloth', 'base'] }],
  parts: [
    {
      key: 'design',
      slots: [{ key: 'design', title: 'Design', roles: { decoration: 1, cover: 0.4 }, many: true }],
    },
    {
      key: 'line',
      slots: [
        {
          key: 'cut-line',
          title: 'Cut line',
          roles: { 'cut-line': 1, 'final-outline': 0.4 },
          extent: 'whole',
        },
      ],
    },
  ],
  finish: [
    inspect,
    unhoop,
    {
      key: 'cut',
      action: 'cut-out',
      title: 'Cut on the line',
      text: 'Cut the patch out exactly on the last line, base and all.',
      because: 'The border of the second hooping is only as wide as its cover.',
      side: 'off',
      along: 'cut-line',
      tools: ['sharp scissors'],
    },
    {
      key: 'snip',
      action: 'snip',
      title: 'Snip threads',
      text: 'Snip jump threads and tails on the back.',
      because: 'They would shine through the border.',
      side: 'off',
      tools: ['snips'],
    },
  ],
};

/** Second hooping of a patch: pressed into its line on wash-away, its edge bordered slowly. */
export const patchBorder: Technique = {
  id: 'patch-border',
  name: 'Patch, second hooping',
  summary: 'The cut patch pressed into its line on two layers of wash-away; zigzag, then satin, slowly.',
  copies: 'items',
  pieces: [
    hoopedBase('mesh', { layers: 2 }),
    {
      key: 'patch',
      name: 'Cut patch',
      purpose: 'from the first hooping',
      material: 'cotton',
      size: { rule: 'shape', by: ['place'] },
    },
  ],
  start: [hoopUp('two layers of wash-away mesh')],
  parts: [
    {
      key: 'border',
      slots: [
        { key: 'place', title: 'Patch line', roles: { placement: 1 }, extent: 'whole' },
        {
          key: 'tack',
          title: 'Hold the edge',
          roles: { 'tack-down': 1 },
          open: false,
          extent: 'whole',
          holds: ['patch'],
          attended: true,
          before: [
            {
              key: 'lay',
              action: 'lay',
              title: 'Press the patch in',
              text: 'Put a little glue inside the line and press the cut patch exactly into it.',
              because: 'Off by a millimetre, the border misses the edge.',
              side: 'front',
              face: 'up',
              pieces: ['patch'],
              hoop: 'stay',
              tools: ['glue stick'],
            },
            {
              key: 'hold',
              action: 'check',
              title: 'Slow down',
              text: 'Set the machine to a slow speed and keep the edge down with a stylus while it sews round.',
              because: 'A corner that lifts is caught by the foot.',
              side: 'front',
              tools: ['stylus'],
              cautions: ['stylus'],
            },
          ],
        },
        {
          key: 'border',
          title: 'Border',
          roles: { cover: 1 },
          extent: 'whole',
          holds: ['patch'],
          attended: true,
        },
      ],
    },
  ],
  finish: [inspect, unhoop, ...washAway()],
};
