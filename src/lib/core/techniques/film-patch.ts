import { cutChoice } from './applique';
import { fuseStep, holdChoice, hoopChoice } from './choices';
import { inspect, unhoop, washAway, snipThreads, hoopedBase } from './common';
import type { Technique } from './types';
import { attachChoice, attachSteps, backing } from './patch-attach';

/** Patch in one hooping on film: pre-cut blank, appliqué on it, border last. */
export const filmPatch: Technique = {
  id: 'film-patch',
  name: 'Patch on film, one hooping',
  summary: 'A pre-cut blank on heavy film, pieces laid on it, the border last; popped out.',
  copies: 'items',
  choices: [
    {
      key: 'base',
      label: 'Base',
      isAsked: true,
      schools: [
        { key: 'film', name: 'Heavy film', because: 'Pops out clean along the border.' },
        {
          key: 'wash',
          name: 'Two layers of wash-away',
          because: 'Softer edge, for borders too dense to pop; needs a rinse and a night to dry.',
        },
      ],
    },
    cutChoice,
    holdChoice('spray', 'glue', 'tape', 'fuse'),
    hoopChoice,
    attachChoice,
  ],
  pieces: [
    {
      key: 'base',
      name: 'Film',
      purpose: 'hooped',
      material: 'film',
      size: { rule: 'hoop' },
      school: ['base:film'],
    },
    hoopedBase('mesh', { layers: 2, school: ['base:wash'] }),
    {
      key: 'blank',
      name: 'Blank',
      purpose: 'body of the patch, cut to the line',
      material: 'felt',
      size: { rule: 'shape', by: ['die-line'] },
    },
    {
      key: 'applique',
      name: 'Appliqué',
      purpose: 'laid on the blank',
      material: 'cotton',
      part: 'applique',
      size: { rule: 'cover', by: ['piece-place', 'piece-tack'] },
      tags: ['applique'],
      school: ['cut:trim'],
    },
    {
      key: 'applique',
      name: 'Appliqué',
      purpose: 'laid on the blank, cut to shape',
      material: 'cotton',
      part: 'applique',
      size: { rule: 'shape', by: ['piece-place'] },
      tags: ['applique'],
      school: ['cut:pre-cut'],
    },
    backing,
  ],
  start: [
    {
      key: 'hoop-up',
      action: 'hoop-up',
      title: 'Hoop up film',
      text: 'Hoop one layer of heavy film drum tight and trace the outline.',
      because: 'Film carries the border with no fabric around it.',
      side: 'front',
      pieces: ['base'],
      school: ['base:film'],
    },
    {
      key: 'hoop-up',
      action: 'hoop-up',
      title: 'Hoop up',
      text: 'Hoop two layers of wash-away together drum tight and trace the outline.',
      because: 'One layer is cut through by the border.',
      side: 'front',
      pieces: ['base'],
      school: ['base:wash'],
    },
  ],
  parts: [
    {
      key: 'blank',
      slots: [
        {
          key: 'die-line',
          title: 'Blank line',
          roles: { placement: 1, 'cut-line': 0.6 },
          extent: 'whole',
          after: [
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay the blank',
              text: 'Press the pre-cut blank exactly into the line.',
              because: 'The border is only as wide as its cover: a blank off by a millimetre shows.',
              side: 'front',
              face: 'up',
              pieces: ['blank'],
              held: true,
            },
          ],
        },
        {
          key: 'blank-tack',
          title: 'Hold the blank',
          roles: { 'tack-down': 1 },
          open: false,
          prefers: ['run', 'double-run', 'bean'],
          optional: true,
          holds: ['blank'],
        },
      ],
    },
    {
      key: 'applique',
      repeat: true,
      optional: true,
      slots: [
        {
          key: 'piece-place',
          title: 'Piece line',
          roles: { placement: 1 },
          extent: 'inner',
          after: [
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay {piece}',
              text: 'Lay {piece} right side up over the whole line.',
              because: 'The tack-down must catch it on every side.',
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
              because: 'A shape off by a millimetre shows beyond its edge.',
              side: 'front',
              face: 'up',
              pieces: ['applique'],
              school: ['cut:pre-cut'],
            },
          ],
        },
        {
          key: 'piece-tack',
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
              text: 'Trim {piece} to {cut.trimClose} outside the tack-down; turn the hoop, not the scissors.',
              because: 'What stands out further shows beyond the cover.',
              side: 'front',
              pieces: ['applique'],
              along: 'piece-tack',
              tools: ['curved scissors'],
              school: ['cut:trim'],
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
    unhoop,
    {
      key: 'pop',
      action: 'pop-out',
      title: 'Pop out',
      text: 'Press along the border until the patch lets go of the film; rub off what is left.',
      because: 'The needle has perforated the film along the border.',
      side: 'off',
      school: ['base:film'],
    },
    ...washAway(['base:wash']),
    snipThreads,
    ...attachSteps,
  ],
};
