import { fuseStep, holdChoice, hoopChoice, tearTopping, toppingChoice, toppingStep } from './choices';
import { hoopUp, inspect, unhoop, pressFromBack, hoopedBase } from './common';
import type { Choice, Technique } from './types';

/** Trimmed in the hoop, or cut to shape beforehand. */
export const cutChoice: Choice = {
  key: 'cut',
  label: 'Pieces',
  schools: [
    {
      key: 'trim',
      name: 'Trimmed in the hoop',
      because: 'A rectangle is laid, tacked and trimmed: no template, and the edge always meets the line.',
    },
    {
      key: 'pre-cut',
      name: 'Cut to shape first',
      because: 'By cutter, die or template, fused on its line: no scissors in the hoop, many at once.',
    },
  ],
};

/** Appliqué of one or more pieces on hooped cloth. */
export const applique: Technique = {
  id: 'applique',
  name: 'Appliqué',
  summary: 'Pieces laid on cloth from the bottom up, tacked, trimmed or cut beforehand, their edges covered.',
  copies: 'pieces',
  choices: [
    cutChoice,
    holdChoice('tape', 'spray', 'glue', 'pins', 'fuse', 'nothing'),
    hoopChoice,
    toppingChoice,
  ],
  pieces: [
    hoopedBase('tear-away', { purpose: 'hooped with the cloth' }),
    { key: 'cloth', name: 'Cloth', purpose: 'ground, hooped', material: 'cotton', size: { rule: 'hoop' } },
    {
      key: 'applique',
      name: 'Appliqué',
      purpose: 'laid on the cloth',
      material: 'cotton',
      part: 'applique',
      size: { rule: 'cover', by: ['place', 'tack'] },
      tags: ['applique'],
      school: ['cut:trim'],
    },
    {
      key: 'applique',
      name: 'Appliqué',
      purpose: 'laid on the cloth, cut to shape',
      material: 'cotton',
      part: 'applique',
      size: { rule: 'shape', by: ['place'] },
      tags: ['applique'],
      school: ['cut:pre-cut'],
    },
    {
      key: 'topping',
      name: 'Topping',
      purpose: 'over what is sewn last',
      material: 'topping',
      size: { rule: 'cover', by: ['design'] },
      school: ['topping:film'],
    },
  ],
  start: [{ ...hoopUp('cloth and base together'), pieces: ['cloth', 'base'] }],
  parts: [
    {
      key: 'applique',
      repeat: true,
      slots: [
        {
          key: 'place',
          title: 'Piece line',
          roles: { placement: 1 },
          after: [
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay {piece}',
              text: 'Lay {piece} right side up over the whole line.',
              because: 'The tack-down must catch it on every side. Pieces go from the bottom up.',
              side: 'front',
              face: 'up',
              pieces: ['applique'],
              held: true,
              school: ['cut:trim'],
            },
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay {piece}',
              text: 'Peel the paper off the shape and lay {piece} right side up exactly inside its line.',
              because: 'A shape off by a millimetre shows beyond its edge. Pieces go from the bottom up.',
              side: 'front',
              face: 'up',
              pieces: ['applique'],
              school: ['cut:pre-cut'],
            },
          ],
        },
        {
          key: 'tack',
          title: 'Hold the piece',
          roles: { 'tack-down': 1 },
          open: false,
          holds: ['applique'],
          after: [
            fuseStep('applique', ['hold:fuse', 'cut:pre-cut']),
            {
              key: 'trim',
              action: 'trim-close',
              title: 'Trim {piece}',
              text: 'Trim {piece} to {cut.trimClose} outside the tack-down: lift it with the other hand, keep the scissors still and turn the hoop.',
              because:
                'What stands out further shows beyond the cover; a cut tack-down pulls out. Two neighbours together only where their tack-downs do not cross.',
              side: 'front',
              pieces: ['applique'],
              along: 'tack',
              edge: 'covered',
              tools: ['curved scissors'],
              school: ['cut:trim'],
            },
            {
              key: 'trim',
              action: 'trim-close',
              title: 'Trim {piece}',
              text: 'Trim {piece} to {cut.rawEdge} outside the line with long smooth cuts: this edge stays raw.',
              because:
                'No later block covers it, so its cut is seen: felt and knits hold, woven cloth frays.',
              side: 'front',
              pieces: ['applique'],
              along: 'tack',
              edge: 'raw',
              tools: ['long scissors'],
              school: ['cut:trim'],
            },
          ],
        },
        { key: 'cover', title: 'Cover the edge', roles: { cover: 1 }, optional: true },
      ],
    },
    {
      key: 'edges',
      optional: true,
      slots: [{ key: 'edges', title: 'Cover an edge', roles: { cover: 0.9 }, many: true }],
    },
    {
      key: 'design',
      optional: true,
      slots: [
        {
          key: 'design',
          title: 'Design',
          roles: { decoration: 1, cover: 0.3 },
          many: true,
          holds: ['topping'],
          before: [toppingStep],
        },
      ],
    },
  ],
  finish: [
    inspect,
    unhoop,
    tearTopping,
    {
      key: 'tear',
      action: 'tear',
      title: 'Tear the base away',
      text: 'Tear the base away on the back, with a thumb on the stitches.',
      because: 'Pulling on the stitches bends the edge.',
      side: 'off',
      along: 'cover',
    },
    pressFromBack,
  ],
};
