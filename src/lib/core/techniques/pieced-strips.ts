import { hoopUp, inspect, unhoop, hoopedBase } from './common';
import type { HandTemplate, Technique } from './types';

const laid = (strip: string): HandTemplate => ({
  key: `lay-${strip}`,
  action: 'lay',
  title: 'Lay {piece}',
  text: 'Lay {piece} right side down, its edge {cut.edgePast} past the seam line and even with the edge below; tape both ends.',
  because: 'The seam bites all along; each strip hides the seam before it, so the order cannot change.',
  side: 'front',
  face: 'down',
  pieces: [strip],
  tapeSides: 2,
  tools: ['tape'],
});
const folded = (strip: string): HandTemplate => ({
  key: `fold-${strip}`,
  action: 'fold',
  title: 'Fold {piece} over',
  text: 'Fold {piece} over the seam, right side up, and press the edge flat.',
  because: 'A strip that is not pressed open makes its field too narrow.',
  side: 'front',
  face: 'up',
  pieces: [strip],
});

/** Slots of its seams, in their order, and of what says how far the field goes. */
const ROW = ['first-seam', 'seam'];
const FIELD = ['place', 'tack', 'frame'];

/** Strips sewn to each other one after the other inside the hoop, each folded over its seam. */
export const piecedStrips: Technique = {
  id: 'pieced-strips',
  name: 'Pieced strips',
  summary:
    'Strip on strip, right sides together, sewn and folded over; the order cannot change. Then the frame.',
  pieces: [
    hoopedBase('tear-away'),
    {
      key: 'ground',
      name: 'Ground',
      purpose: 'batting or cloth that the strips are sewn to',
      material: 'batting',
      part: 'ground',
      size: { rule: 'cover', by: ['place', 'tack'] },
    },
    {
      key: 'first',
      name: 'First strip',
      purpose: 'up to the first seam',
      material: 'cotton',
      size: { rule: 'strip', seam: 'first-seam', row: ROW, lies: 'before', over: FIELD },
    },
    {
      key: 'second',
      name: 'Second strip',
      purpose: 'folded over the first seam',
      material: 'cotton',
      size: { rule: 'strip', seam: 'first-seam', row: ROW, lies: 'after', over: FIELD },
    },
    {
      key: 'strip',
      name: 'Next strip',
      purpose: 'folded over its seam',
      material: 'cotton',
      part: 'strips',
      size: { rule: 'strip', seam: 'seam', row: ROW, lies: 'after', over: FIELD },
    },
  ],
  start: [hoopUp('the base')],
  parts: [
    {
      key: 'ground',
      optional: true,
      slots: [
        {
          key: 'place',
          title: 'Field line',
          roles: { placement: 1 },
          extent: 'whole',
          after: [
            {
              key: 'lay-ground',
              action: 'lay',
              title: 'Lay the ground',
              text: 'Lay the ground over the whole line.',
              because: 'All strips are sewn to it.',
              side: 'front',
              face: 'up',
              pieces: ['ground'],
            },
          ],
        },
        {
          key: 'tack',
          title: 'Hold the ground',
          roles: { 'tack-down': 1 },
          extent: 'whole',
          optional: true,
          holds: ['ground'],
        },
      ],
    },
    {
      key: 'start',
      slots: [
        {
          key: 'first-seam',
          title: 'First seam',
          roles: { seam: 1 },
          holds: ['ground', 'first', 'second'],
          before: [
            {
              key: 'lay-first',
              action: 'lay',
              title: 'Lay the first strip',
              text: 'Lay the first strip right side up, its edge {cut.edgePast} past where the first seam goes.',
              because: 'The seam must catch it along its whole length.',
              side: 'front',
              face: 'up',
              pieces: ['first'],
            },
            laid('second'),
          ],
          after: [folded('second')],
        },
      ],
    },
    {
      key: 'strips',
      repeat: true,
      slots: [
        {
          key: 'seam',
          title: 'Seam',
          roles: { seam: 1 },
          holds: ['strip'],
          before: [laid('strip')],
          after: [folded('strip')],
        },
      ],
    },
    {
      key: 'frame',
      slots: [
        {
          key: 'quilt',
          title: 'Quilting',
          roles: { quilting: 1, decoration: 0.8 },
          many: true,
          optional: true,
        },
        {
          key: 'frame',
          title: 'Frame',
          roles: { 'final-outline': 1, 'tack-down': 0.8, cover: 0.6 },
          extent: 'whole',
          opening: false,
          holds: ['ground', 'first', 'second', 'strip'],
        },
      ],
    },
  ],
  finish: [
    inspect,
    unhoop,
    {
      key: 'press',
      action: 'press',
      title: 'Press',
      text: 'Press from the back, then trim the block to the frame and its seam allowance.',
      because: 'Blocks of one size go together without easing.',
      side: 'off',
      tools: ['iron', 'ruler'],
    },
  ],
};
