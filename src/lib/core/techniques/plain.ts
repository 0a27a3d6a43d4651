import { tearTopping, toppingChoice, toppingStep } from './choices';
import { hoopUp, inspect, unhoop, snipThreads, pressFromBack } from './common';
import type { Technique } from './types';

/** Lettering or plain embroidery on cloth or a garment: nothing is built, and nothing is ever cut out. */
export const plain: Technique = {
  id: 'plain',
  name: 'Plain embroidery or lettering',
  summary: 'Sewn on hooped cloth or a garment: no piece is laid, held, trimmed or cut out.',
  choices: [
    toppingChoice,
    {
      key: 'base',
      label: 'Base',
      schools: [
        { key: 'cut', name: 'Cut-away', because: 'Stays and carries dense stitches, on knits above all.' },
        {
          key: 'tear',
          name: 'Tear-away',
          because: 'Leaves nothing behind; for firm woven cloth and light stitches.',
        },
      ],
    },
  ],
  pieces: [
    {
      key: 'base',
      name: 'Base',
      purpose: 'hooped with the cloth',
      material: 'cut-away',
      size: { rule: 'hoop' },
      school: ['base:cut'],
    },
    {
      key: 'base',
      name: 'Base',
      purpose: 'hooped with the cloth',
      material: 'tear-away',
      size: { rule: 'hoop' },
      school: ['base:tear'],
    },
    {
      key: 'cloth',
      name: 'Cloth',
      purpose: 'hooped, centre and axis marked',
      material: 'cotton',
      size: { rule: 'hoop' },
    },
    {
      key: 'topping',
      name: 'Topping',
      purpose: 'over what is sewn',
      material: 'topping',
      size: { rule: 'cover', by: ['design'], margin: 'front' },
      school: ['topping:film'],
    },
  ],
  start: [
    {
      ...hoopUp('cloth and base together, centre and axis marked,'),
      pieces: ['cloth', 'base'],
    },
  ],
  parts: [
    {
      key: 'design',
      slots: [
        {
          key: 'design',
          title: 'Design',
          roles: { decoration: 1, cover: 0.2, quilting: 0.2 },
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
    snipThreads,
    {
      key: 'tear',
      action: 'tear',
      title: 'Tear the base away',
      text: 'Tear the base away on the back, with a thumb on the stitches.',
      because: 'Pulling on the stitches bends them.',
      side: 'off',
      school: ['base:tear'],
    },
    {
      key: 'cut',
      action: 'cut-base',
      title: 'Cut the base back',
      text: 'Cut the base on the back to a finger’s width round the stitches; keep the cloth out of the scissors.',
      because: 'What is left carries the stitches in every wash; a nick in the cloth is a hole.',
      side: 'off',
      tools: ['scissors'],
      school: ['base:cut'],
    },
    pressFromBack,
  ],
};
