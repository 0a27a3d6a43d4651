import { hoopUp, inspect, unhoop } from './common';
import type { Technique } from './types';

/** Appliqué of one or more pieces on hooped cloth, trimmed in the hoop. */
export const applique: Technique = {
  id: 'applique',
  name: 'Appliqué, trimmed in the hoop',
  summary: 'Pieces laid on cloth from the bottom up, tacked, trimmed, their edges covered.',
  pieces: [
    { key: 'base', name: 'Base', purpose: 'hooped with the cloth', material: 'tear-away', size: { rule: 'hoop' } },
    { key: 'cloth', name: 'Cloth', purpose: 'ground, hooped', material: 'cotton', size: { rule: 'hoop' } },
    { key: 'applique', name: 'Appliqué', purpose: 'laid on the cloth', material: 'cotton', part: 'applique', size: { rule: 'cover', by: ['place', 'tack'], margin: 'front' } },
  ],
  start: [{ ...hoopUp('cloth and base together'), pieces: ['cloth', 'base'] }],
  parts: [
    {
      key: 'applique',
      repeat: true,
      slots: [
        { key: 'place', title: 'Piece line', roles: { placement: 1 } },
        {
          key: 'tack',
          title: 'Hold the piece',
          roles: { 'tack-down': 1 },
          holds: ['applique'],
          before: [
            { key: 'lay', action: 'lay', title: 'Lay {piece}', text: 'Lay {piece} right side up over the whole line.', because: 'The tack-down must catch it on every side. Pieces go from the bottom up.', side: 'front', face: 'up', pieces: ['applique'], hoop: 'stay', cautions: ['needle'] },
          ],
          after: [
            { key: 'trim', action: 'trim-close', title: 'Trim {piece}', text: 'Trim {piece} to {cut.trimClose} outside the tack-down: lift it with the other hand, keep the scissors still and turn the hoop.', because: 'What stands out further shows beyond the cover; a cut tack-down pulls out.', side: 'front', pieces: ['applique'], along: 'tack', hoop: 'stay', tools: ['curved scissors'], cautions: ['scissors'] },
          ],
        },
        { key: 'cover', title: 'Cover the edge', roles: { cover: 1 }, optional: true },
      ],
    },
    { key: 'design', optional: true, slots: [{ key: 'design', title: 'Design', roles: { decoration: 1, cover: 0.3 }, many: true }] },
  ],
  finish: [
    inspect,
    unhoop,
    { key: 'tear', action: 'tear', title: 'Tear the base away', text: 'Tear the base away on the back, with a thumb on the stitches.', because: 'Pulling on the stitches bends the edge.', side: 'off', along: 'cover' },
    { key: 'press', action: 'press', title: 'Press', text: 'Press from the back on a soft cloth.', because: 'Satin pressed from the front goes flat.', side: 'off', tools: ['iron'], cautions: ['iron'] },
  ],
}; // prettier-ignore
