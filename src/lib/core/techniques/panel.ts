import { tearTopping, toppingChoice, toppingStep } from './choices';
import { hoopUp, inspect, unhoop, snipThreads, pressFromBack, hoopedBase, markedCloth } from './common';
import type { Technique } from './types';

/** Embroidered panel: nothing is laid; hooped cloth that may become part of something larger. */
export const panel: Technique = {
  id: 'panel',
  name: 'Embroidered panel',
  summary:
    'Cloth hooped with its base, sewn with no stop for the hands; left as it is or made up afterwards.',
  choices: [
    {
      key: 'make',
      label: 'Made up',
      schools: [
        { key: 'none', name: 'Left as it is', because: 'The embroidery is the whole work.' },
        {
          key: 'cushion',
          name: 'Into a cushion',
          because: 'Seams right sides together, a gap to turn and fill.',
        },
        {
          key: 'garment',
          name: 'Into a garment or scarf',
          because: 'Cut to its pattern with seam allowance after stitching.',
        },
      ],
    },
    { ...toppingChoice, isAsked: true },
  ],
  pieces: [
    hoopedBase('cut-away', { purpose: 'hooped with the cloth' }),
    markedCloth,
    {
      key: 'topping',
      name: 'Topping',
      purpose: 'over what is sewn',
      material: 'topping',
      size: { rule: 'cover', by: ['design', 'run'] },
      school: ['topping:film'],
    },
  ],
  start: [
    { ...hoopUp('cloth and base together, the marked centre in the middle'), pieces: ['cloth', 'base'] },
  ],
  parts: [
    {
      key: 'design',
      slots: [
        {
          key: 'design',
          title: 'Design',
          roles: { decoration: 0.95, cover: 0.2, quilting: 0.5 },
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
    pressFromBack,
    {
      key: 'seams',
      action: 'work',
      number: 'hand.seams',
      title: 'Sew the seams',
      text: 'Lay front and back right sides together, sew round and leave {cut.turnGap} or a little more open; clip the corners.',
      because: 'The gap must let the whole cushion through.',
      side: 'off',
      tools: ['sewing machine'],
      cautions: ['needle'],
      school: ['make:cushion'],
    },
    {
      key: 'turn',
      action: 'turn',
      title: 'Turn and fill',
      text: 'Turn corners first with a blunt tool, and fill.',
      because: 'Scissors go through the corner.',
      side: 'off',
      uses: [{ notion: 'filling', perDm2: 'cut.fillingPerDm2' }],
      tools: ['blunt point turner', 'filling'],
      school: ['make:cushion'],
    },
    {
      key: 'close',
      action: 'work',
      number: 'hand.closeByMachine',
      title: 'Topstitch it closed',
      text: 'Fold the lips in and topstitch the gap.',
      because: 'It takes the strain of the filling.',
      side: 'off',
      tools: ['sewing machine'],
      cautions: ['needle'],
      school: ['make:cushion'],
    },
    {
      key: 'cut',
      action: 'work',
      number: 'hand.seams',
      title: 'Cut to the pattern',
      text: 'Lay the pattern on the marked axis, cut with seam allowance, and sew the seams right sides together.',
      because: 'Stitching draws the cloth in: cut before, it would be too small.',
      side: 'off',
      tools: ['scissors', 'sewing machine'],
      cautions: ['scissors', 'needle'],
      school: ['make:garment'],
    },
  ],
};
