import { holdChoice } from './choices';
import { hoopUp, inspect, unhoop } from './common';
import type { Technique } from './types';

/** A patch pocket: a piece with one folded edge, held on three sides on the cloth that is hooped. */
export const pocket: Technique = {
  id: 'pocket',
  name: 'Pocket',
  summary:
    'A piece with its upper edge folded, tacked and topstitched on three sides; the fourth stays open.',
  copies: 'pieces',
  choices: [holdChoice('tape', 'pins', 'glue')],
  pieces: [
    {
      key: 'base',
      name: 'Base',
      purpose: 'hooped with the ground cloth',
      material: 'tear-away',
      size: { rule: 'hoop' },
    },
    {
      key: 'ground',
      name: 'Ground cloth',
      purpose: 'hooped, carries the pocket',
      material: 'cotton',
      size: { rule: 'hoop' },
    },
    {
      key: 'pocket',
      name: 'Pocket',
      purpose: 'open on one side, which is folded',
      material: 'cotton',
      size: { rule: 'pocket', by: ['place', 'tack'], held: 'tack' },
    },
  ],
  start: [{ ...hoopUp('ground cloth and base together'), pieces: ['ground', 'base'] }],
  parts: [
    {
      key: 'pocket',
      slots: [
        {
          key: 'place',
          title: 'Pocket corners',
          roles: { placement: 1 },
          open: true,
          after: [
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay the pocket',
              text: 'Press {cut.pressedFold} of its open side under first; lay the pocket right side up over the marks, the fold on the open side.',
              because: 'The open edge is never sewn or trimmed: it must be finished before it lies there.',
              side: 'front',
              face: 'up',
              pieces: ['pocket'],
              held: true,
              tools: ['iron'],
              cautions: ['iron'],
            },
          ],
        },
        { key: 'tack', title: 'Hold three sides', roles: { 'tack-down': 1 }, open: true, holds: ['pocket'] },
        {
          key: 'design',
          title: 'Design',
          roles: { decoration: 1, quilting: 0.6 },
          many: true,
          optional: true,
        },
        {
          key: 'edge',
          title: 'Topstitch three sides',
          roles: { cover: 1, seam: 0.8, 'tack-down': 0.8, 'final-outline': 0.6, decoration: 0.5 },
          open: true,
          optional: true,
          holds: ['pocket'],
        },
      ],
    },
  ],
  finish: [
    inspect,
    unhoop,
    {
      key: 'tear',
      action: 'tear',
      title: 'Tear the base away',
      text: 'Tear the base away on the back, with a thumb on the corners.',
      because: 'The upper corners carry the pull of every hand that goes in.',
      side: 'off',
      along: 'tack',
    },
    {
      key: 'press',
      action: 'press',
      title: 'Press',
      text: 'Press from the back.',
      because: 'A flat pocket takes what is put in.',
      side: 'off',
      tools: ['iron'],
    },
  ],
};
