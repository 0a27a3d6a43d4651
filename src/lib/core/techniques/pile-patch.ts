import { holdChoice, hoopChoice } from './choices';
import { hoopUp, inspect, unhoop } from './common';
import type { Technique } from './types';
import { attachChoice, attachSteps, backing } from './patch-attach';

/** Pile patch: towelling on felt, trimmed to its zigzag, lettering over topping. */
export const pilePatch: Technique = {
  id: 'pile-patch',
  name: 'Pile patch',
  summary:
    'Fluffy towelling on felt, held by a zigzag and trimmed to it; topping over all, then lettering and edge.',
  isAsked: true,
  copies: 'items',
  choices: [holdChoice('tape', 'spray', 'nothing'), hoopChoice, attachChoice],
  pieces: [
    { key: 'base', name: 'Felt', purpose: 'body, hooped', material: 'felt', size: { rule: 'hoop' } },
    {
      key: 'pile',
      name: 'Towelling',
      purpose: 'fluffy top',
      material: 'towelling',
      size: { rule: 'cover', by: ['place', 'tack'] },
    },
    {
      key: 'topping',
      name: 'Topping',
      purpose: 'over the pile',
      material: 'topping',
      size: { rule: 'cover', by: ['tack', 'border'] },
    },
    backing,
  ],
  start: [hoopUp('the felt')],
  parts: [
    {
      key: 'pile',
      slots: [
        {
          key: 'place',
          title: 'Pile line',
          roles: { placement: 1 },
          extent: 'whole',
          after: [
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay towelling',
              text: 'Lay the towelling fluffy side up over the whole line.',
              because: 'Pile hides the line: it must reach past it on every side.',
              side: 'front',
              face: 'up',
              pieces: ['pile'],
              held: true,
            },
          ],
        },
        {
          key: 'tack',
          title: 'Hold the pile',
          roles: { 'tack-down': 1 },
          open: false,
          prefers: ['zigzag'],
          extent: 'whole',
          holds: ['pile'],
          after: [
            {
              key: 'trim',
              action: 'trim-close',
              title: 'Trim the pile',
              text: 'Trim the towelling as close to the zigzag as you can.',
              because: 'Loops that stand out come through the border.',
              side: 'front',
              pieces: ['pile'],
              along: 'tack',
              tools: ['curved scissors'],
            },
            {
              key: 'topping',
              action: 'topping',
              title: 'Lay topping',
              text: 'Lay topping over everything and tape it outside.',
              because: 'Lettering sinks into pile without it.',
              side: 'front',
              face: 'up',
              pieces: ['topping'],
              tools: ['tape'],
            },
          ],
        },
      ],
    },
    {
      key: 'letters',
      optional: true,
      slots: [
        {
          key: 'letters',
          title: 'Lettering',
          roles: { decoration: 1, cover: 0.4 },
          many: true,
          holds: ['topping'],
        },
      ],
    },
    {
      key: 'border',
      slots: [{ key: 'border', title: 'Border', roles: { cover: 1 }, extent: 'whole', holds: ['topping'] }],
    },
  ],
  finish: [
    inspect,
    unhoop,
    {
      key: 'tear-topping',
      action: 'remove',
      number: 'hand.topping',
      pieces: ['topping'],
      title: 'Tear topping away',
      text: 'Tear the topping away and brush up the pile.',
      because: 'What stays mats the loops.',
      side: 'off',
    },
    {
      key: 'cut',
      action: 'cut-out',
      title: 'Cut out',
      text: 'Cut the felt close outside the border.',
      because: 'Felt does not fray: it needs no more.',
      side: 'off',
      along: 'border',
      tools: ['scissors'],
    },
    ...attachSteps,
  ],
};
