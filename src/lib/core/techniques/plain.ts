import { tearTopping, toppingChoice, toppingStep } from './choices';
import {
  hoopUp,
  inspect,
  unhoop,
  snipThreads,
  pressFromBack,
  hoopedBase,
  markedCloth,
  cutBaseBack,
} from './common';
import type { Technique } from './types';

/** Lettering or plain embroidery on cloth or a garment: nothing is built, and nothing is ever cut out. */
export const plain: Technique = {
  id: 'plain',
  name: 'Plain embroidery or lettering',
  summary: 'Sewn on hooped cloth or a garment: no piece is laid, held, trimmed or cut out.',
  choices: [
    { ...toppingChoice, isAsked: true },
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
    hoopedBase('cut-away', { purpose: 'hooped with the cloth', school: ['base:cut'] }),
    hoopedBase('tear-away', { purpose: 'hooped with the cloth', school: ['base:tear'] }),
    markedCloth,
    {
      key: 'topping',
      name: 'Topping',
      purpose: 'over what is sewn',
      material: 'topping',
      size: { rule: 'cover', by: ['design'] },
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
    cutBaseBack(['base:cut']),
    pressFromBack,
  ],
};
