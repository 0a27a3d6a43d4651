import { holdChoice } from './choices';
import { hoopUp, inspect, unhoop, snipThreads, hoopedBase } from './common';
import type { Technique } from './types';

/** For any tape: hand steps from the roles alone, when no pattern fits. */
export const asRead: Technique = {
  id: 'as-read',
  name: 'As read from the tape',
  summary: 'No pattern fits: the steps follow from what each block is, one by one.',
  copies: 'pieces',
  anyOrder: true,
  choices: [holdChoice('nothing', 'tape', 'spray', 'glue', 'pins')],
  pieces: [
    hoopedBase('tear-away'),
    {
      key: 'piece',
      name: 'Piece',
      purpose: 'laid over its line',
      material: 'cotton',
      part: 'piece',
      size: { rule: 'cover', by: ['place', 'tack'] },
    },
  ],
  start: [hoopUp('the base')],
  parts: [
    {
      key: 'piece',
      repeat: true,
      optional: true,
      slots: [
        {
          key: 'place',
          title: 'Placement line',
          roles: { placement: 1 },
          after: [
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay {piece}',
              text: 'Lay {piece} right side up over the whole line.',
              because: 'A light line that is sewn over again later shows where a material goes.',
              side: 'front',
              face: 'up',
              pieces: ['piece'],
              held: true,
            },
          ],
        },
        { key: 'tack', title: 'Tack-down', roles: { 'tack-down': 1 }, holds: ['piece'] },
        {
          key: 'cover',
          title: 'Cover',
          roles: { cover: 1 },
          before: [
            {
              key: 'trim',
              action: 'trim-close',
              title: 'Trim {piece}',
              text: 'Trim {piece} to {cut.trimClose} outside its tack-down.',
              because: 'The next block covers the edge; what stands out further shows.',
              side: 'front',
              pieces: ['piece'],
              along: 'tack',
              hoop: 'stay',
              tools: ['curved scissors'],
            },
          ],
        },
      ],
    },
    {
      key: 'rest',
      optional: true,
      slots: [
        { key: 'quilting', title: 'Quilting', roles: { quilting: 1 }, many: true },
        { key: 'marker', title: 'Markers', roles: { marker: 1 }, many: true },
        { key: 'seam', title: 'Seam', roles: { seam: 1 }, many: true },
        { key: 'cut-line', title: 'Cut line', roles: { 'cut-line': 1 }, many: true },
        { key: 'decoration', title: 'Design', roles: { decoration: 1 }, many: true },
        { key: 'lace', title: 'Lace', roles: { lace: 1, 'lace-underlay': 1 }, many: true },
        {
          key: 'final',
          title: 'Last outline',
          roles: { 'final-outline': 1 },
          before: [
            {
              key: 'back',
              action: 'check',
              title: 'Anything on the back?',
              text: 'If a back piece belongs to this item, lay it now: the next line goes round everything.',
              because:
                'The last outline usually catches the back; the tape cannot say which side it lies on.',
              side: 'back',
            },
          ],
        },
      ],
    },
  ],
  finish: [inspect, unhoop, snipThreads],
};
