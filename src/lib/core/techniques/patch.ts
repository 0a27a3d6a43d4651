import { inspect } from './common';
import type { Technique } from './types';

/** Patch in one hooping on film: pre-cut blank, appliqué on it, border last. */
export const filmPatch: Technique = {
  id: 'film-patch',
  name: 'Patch on film, one hooping',
  summary: 'A pre-cut blank on heavy film, pieces laid on it, the border last; popped out.',
  pieces: [
    { key: 'base', name: 'Film', purpose: 'hooped', material: 'film', size: { rule: 'hoop' } },
    { key: 'blank', name: 'Blank', purpose: 'body of the patch, cut to the line', material: 'felt', size: { rule: 'shape', by: ['die-line'] } },
    { key: 'applique', name: 'Appliqué', purpose: 'laid on the blank', material: 'cotton', part: 'applique', size: { rule: 'cover', by: ['piece-place', 'piece-tack'], margin: 'front' } },
  ], // prettier-ignore
  start: [
    {
      key: 'hoop-up',
      action: 'hoop-up',
      title: 'Hoop up film',
      text: 'Hoop one layer of heavy film drum tight and trace the outline.',
      because: 'Film carries the border with no fabric around it.',
      side: 'front',
      pieces: ['base'],
      cautions: ['arm'],
    },
  ],
  parts: [
    {
      key: 'blank',
      slots: [
        { key: 'die-line', title: 'Blank line', roles: { placement: 1, 'cut-line': 0.6 }, extent: 'whole' },
        {
          key: 'blank-tack',
          title: 'Hold the blank',
          roles: { 'tack-down': 1 },
          optional: true,
          holds: ['blank'],
          before: [
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay the blank',
              text: 'Spray the back of the pre-cut blank and press it exactly into the line.',
              because: 'The border is only as wide as its cover: a blank off by a millimetre shows.',
              side: 'front',
              face: 'up',
              pieces: ['blank'],
              spray: true,
              hoop: 'stay',
              tools: ['spray adhesive'],
              cautions: ['spray', 'needle'],
            },
          ],
        },
      ],
    },
    {
      key: 'applique',
      repeat: true,
      optional: true,
      slots: [
        { key: 'piece-place', title: 'Piece line', roles: { placement: 1 }, extent: 'inner' },
        {
          key: 'piece-tack',
          title: 'Hold the piece',
          roles: { 'tack-down': 1 },
          holds: ['applique'],
          before: [
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay {piece}',
              text: 'Lay {piece} right side up over the whole line.',
              because: 'The tack-down must catch it on every side.',
              side: 'front',
              face: 'up',
              pieces: ['applique'],
              hoop: 'stay',
              cautions: ['needle'],
            },
          ],
          after: [
            {
              key: 'trim',
              action: 'trim-close',
              title: 'Trim {piece}',
              text: 'Trim {piece} to {cut.trimClose} outside the tack-down; turn the hoop, not the scissors.',
              because: 'What stands out further shows beyond the cover.',
              side: 'front',
              pieces: ['applique'],
              along: 'piece-tack',
              hoop: 'stay',
              tools: ['curved scissors'],
              cautions: ['scissors'],
            },
          ],
        },
        { key: 'piece-cover', title: 'Cover the edge', roles: { cover: 1 }, optional: true },
      ],
    },
    {
      key: 'design',
      optional: true,
      slots: [
        { key: 'design', title: 'Design', roles: { cover: 0.9, decoration: 1, quilting: 0.3 }, many: true },
      ],
    },
    {
      key: 'border',
      slots: [
        {
          key: 'border',
          title: 'Border',
          roles: { cover: 1, 'final-outline': 0.9 },
          extent: 'whole',
          holds: ['blank'],
        },
      ],
    },
  ],
  finish: [
    inspect,
    { key: 'unhoop', action: 'unhoop', title: 'Unhoop', text: 'Take the film out of the hoop.', because: 'The needle has done its part.', side: 'off' },
    { key: 'pop', action: 'pop-out', title: 'Pop out', text: 'Press along the border until the patch lets go of the film; rub off what is left.', because: 'The needle has perforated the film along the border.', side: 'off' },
    { key: 'snip', action: 'snip', title: 'Snip threads', text: 'Snip jump threads and tails, front and back.', because: 'They catch and pull.', side: 'off', tools: ['snips'] },
  ], // prettier-ignore
};
