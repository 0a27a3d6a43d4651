import type { Choice, HandTemplate, PieceTemplate } from './types';

/** How a finished patch may be fixed on, and the steps of it: shared by the patches. */
export const attachChoice: Choice = {
  key: 'attach',
  label: 'To fix it on',
  schools: [
    { key: 'none', name: 'As it is', because: 'Whoever wears it sews it on.' },
    {
      key: 'fusible',
      name: 'Heavy fusible',
      because: 'Ironed on; too stiff for appliqué, right for a patch.',
    },
    { key: 'machine', name: 'Sewn on by machine', because: 'Sewn in place with a slightly smaller outline.' },
  ],
};
/** Its steps, by school. */
export const attachSteps: HandTemplate[] = [
  {
    key: 'attach',
    action: 'work',
    number: 'hand.adhesive',
    wait: 'wait.cool',
    pieces: ['backing'],
    title: 'Fusible on the back',
    text: 'Lay the rough side of heavy fusible on the back, paper towards the iron, a press sheet beneath; press, and let it cool.',
    because: 'It bonds as it cools; peel the paper only when the patch goes on.',
    side: 'off',
    tools: ['heavy fusible', 'press sheet', 'iron'],
    cautions: ['press'],
    school: ['attach:fusible'],
  },
  {
    key: 'attach',
    action: 'work',
    number: 'hand.attach',
    title: 'Sew it on',
    text: 'Pin or tape the patch in place and sew round it just inside the border.',
    because: 'A smaller outline hides in the border.',
    side: 'off',
    tools: ['sewing machine'],
    cautions: ['needle', 'pins'],
    school: ['attach:machine'],
  },
];
/** The piece that ironing it on takes. */
export const backing: PieceTemplate = {
  key: 'backing',
  name: 'Fusible for the back',
  purpose: 'so that it can be ironed on',
  material: 'fusible-heavy',
  size: { rule: 'cover', by: ['border'] },
  school: ['attach:fusible'],
};
