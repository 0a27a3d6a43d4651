import { hoopUp, inspect, unhoop } from './common';
import type { Technique } from './types';
import { attachChoice, attachSteps, backing } from './patch-attach';

/** Stitched first, border and all, and cut out afterwards. */
export const stitchThenCut: Technique = {
  id: 'patch-stitch-cut',
  name: 'Patch, stitched then cut',
  summary: 'Felt or cloth hooped with cut-away; design and border sewn, then cut close.',
  copies: 'items',
  choices: [
    {
      key: 'edge',
      label: 'Edge',
      schools: [
        { key: 'felt', name: 'Felt: cut close', because: 'Felt does not fray.' },
        {
          key: 'woven',
          name: 'Woven: sealed first',
          because: 'Fray sealer goes on and dries before the scissors.',
        },
      ],
    },
    attachChoice,
  ],
  pieces: [
    {
      key: 'base',
      name: 'Base',
      purpose: 'hooped with the body',
      material: 'cut-away',
      size: { rule: 'hoop' },
    },
    { key: 'body', name: 'Body', purpose: 'hooped', material: 'felt', size: { rule: 'hoop' } },
    backing,
  ],
  start: [{ ...hoopUp('body and base together'), pieces: ['body', 'base'] }],
  parts: [
    {
      key: 'design',
      slots: [
        { key: 'design', title: 'Design', roles: { decoration: 1, cover: 0.3 }, extent: 'inner', many: true },
      ],
    },
    { key: 'border', slots: [{ key: 'border', title: 'Border', roles: { cover: 1 }, extent: 'whole' }] },
  ],
  finish: [
    inspect,
    unhoop,
    ...attachSteps,
    {
      key: 'seal',
      action: 'work',
      number: 'hand.seal',
      wait: 'wait.seal',
      title: 'Seal the edge',
      text: 'Run fray sealer along the outside of the border and let it dry.',
      because: 'Cut dry threads stay where they are.',
      side: 'off',
      tools: ['fray sealer'],
      cautions: ['seal'],
      school: ['edge:woven'],
    },
    {
      key: 'cut',
      action: 'cut-out',
      title: 'Cut out',
      text: 'Cut close along the border without touching it; adhesive goes on before this.',
      because: 'Body and adhesive are cut in one go and end at the same edge.',
      side: 'off',
      along: 'border',
      tools: ['sharp scissors'],
    },
  ],
};
