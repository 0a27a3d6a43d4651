import { tearTopping, toppingStep } from './choices';
import {
  hoopUp,
  inspect,
  pressFromBack,
  snipThreads,
  unhoop,
  hoopedBase,
  markedCloth,
  cutBaseBack,
} from './common';
import type { HandTemplate, Technique } from './types';

/** Here the film is no matter of taste: the foot would catch in what stands up. */
const filmOver = (key: string): HandTemplate => ({
  ...toppingStep,
  key,
  text: 'Lay topping over all of it and tape it outside, so that the foot cannot catch in what stands up.',
  because: 'A foot that lifts an edge tears it off or breaks the needle.',
  school: undefined,
});

/** Something made before is sewn onto the hooped work: a flower, a charm, a bow. */
export const looseElement: Technique = {
  id: 'loose-element',
  name: 'Loose element sewn on',
  summary: 'A mark shows the centre; a made flower, charm or bow is sewn on by a small tack, under topping.',
  pieces: [
    hoopedBase('cut-away', { purpose: 'hooped with the cloth' }),
    markedCloth,
    {
      key: 'element',
      name: 'Loose element',
      purpose: 'made before',
      material: 'felt',
      layers: 2,
      size: { rule: 'cover', by: ['tack'] },
    },
    {
      key: 'centre',
      name: 'Centre piece',
      purpose: 'on the element',
      material: 'felt',
      size: { rule: 'cover', by: ['centre-tack'] },
    },
    {
      key: 'topping',
      name: 'Topping',
      purpose: 'keeps the foot from catching',
      material: 'topping',
      size: { rule: 'cover', by: ['tack', 'centre-tack', 'details'] },
      when: { slot: 'tack', found: true },
    },
  ],
  start: [{ ...hoopUp('cloth and base together, centre and axis marked,'), pieces: ['cloth', 'base'] }],
  parts: [
    {
      key: 'element',
      slots: [
        {
          key: 'mark',
          title: 'Centre mark',
          roles: { marker: 1, placement: 0.6 },
          after: [
            {
              key: 'ready',
              action: 'work',
              number: 'hand.custom',
              title: 'Get the element ready',
              text: 'Take out hard parts (plastic, wire), and bring the holes of all its layers onto each other.',
              because: 'A needle that meets something hard breaks and flies.',
              side: 'off',
              cautions: ['needle'],
            },
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay the element',
              text: 'With the hoop hanging over an open box, pin through the centre of the element into the mark; tape its edges out of the needle’s way; then take the pin out.',
              because: 'The pin finds the centre; a pin that stays is struck.',
              side: 'front',
              face: 'up',
              pieces: ['element'],
              tapeSides: 4,
              hoop: 'off',
              tools: ['pin', 'tape', 'stylus'],
              cautions: ['pins', 'stylus'],
            },
          ],
        },
        {
          key: 'tack',
          title: 'Hold the element',
          roles: { 'tack-down': 1, seam: 0.6, decoration: 0.3 },
          attended: true,
          holds: ['element'],
          after: [filmOver('topping')],
        },
      ],
    },
    {
      key: 'centre',
      optional: true,
      slots: [
        {
          key: 'centre-tack',
          title: 'Hold the centre piece',
          roles: { 'tack-down': 1, seam: 0.4 },
          holds: ['centre', 'element'],
          before: [
            {
              key: 'lay-centre',
              action: 'lay',
              title: 'Lay the centre piece',
              text: 'Lay the centre piece on the middle of the element.',
              because: 'It hides the tack that holds the element.',
              side: 'front',
              face: 'up',
              pieces: ['centre'],
            },
          ],
          after: [
            {
              key: 'trim-centre',
              action: 'trim-close',
              title: 'Trim the centre piece',
              text: 'Lift the topping and trim the centre piece close to its line, without cutting the element; lay the topping back.',
              because: 'Under the topping the blades would cut what they cannot see.',
              side: 'front',
              pieces: ['centre'],
              along: 'centre-tack',
              tools: ['curved scissors'],
            },
          ],
        },
      ],
    },
    {
      key: 'details',
      optional: true,
      slots: [
        {
          key: 'details',
          title: 'Details',
          roles: { decoration: 1, cover: 0.7 },
          many: true,
          holds: ['element', 'topping'],
        },
      ],
    },
  ],
  finish: [
    inspect,
    unhoop,
    {
      ...tearTopping,
      text: 'Tear the topping away; take the rest off with a damp sponge.',
      school: undefined,
    },
    snipThreads,
    cutBaseBack(),
    { ...pressFromBack, text: 'Press from the back, round the element and not on it.' },
  ],
};
