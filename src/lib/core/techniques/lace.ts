import { holdChoice } from './choices';
import { hoopUp, inspect, unhoop, hoopedBase } from './common';
import type { HandTemplate, Part, Technique } from './types';

const bobbin: HandTemplate = {
  key: 'bobbin',
  action: 'bobbin',
  title: 'Matching bobbin',
  text: 'Put in a bobbin of the top thread.',
  because: 'Both sides of lace show.',
  side: 'front',
  hoop: 'off',
  tools: ['matching bobbin'],
};

/** A piece of cloth inside the lace, before or after its net. */
const cloth = (piece: string, place: string, tack: string): Part => ({
  key: piece,
  optional: true,
  slots: [
    { key: place, title: 'Piece line', roles: { placement: 1 } },
    {
      key: tack,
      title: 'Hold the piece',
      roles: { 'tack-down': 1 },
      holds: [piece],
      before: [
        {
          key: 'lay',
          action: 'lay',
          title: 'Lay the piece',
          text: 'Lay the piece right side up over the whole line.',
          because: 'The lace grows round it.',
          side: 'front',
          face: 'up',
          pieces: [piece],
          held: true,
        },
      ],
      after: [
        {
          key: 'trim',
          action: 'trim-close',
          title: 'Trim the piece',
          text: 'Trim the piece to {cut.trimClose} outside the tack-down.',
          because: 'The lace hides no more than that.',
          side: 'front',
          pieces: [piece],
          along: tack,
          hoop: 'stay',
          tools: ['curved scissors'],
        },
      ],
    },
  ],
});

/** Lace with nothing under it: a net, then the lace over it, on a base that dissolves. */
export const freeLace: Technique = {
  id: 'free-lace',
  name: 'Free-standing lace',
  summary:
    'A net of runs and satin over it on wash-away; with or without a piece of cloth; rinsed and dried.',
  copies: 'items',
  choices: [
    {
      key: 'rinse',
      label: 'Rinse',
      schools: [
        { key: 'stiff', name: 'Short, stays stiff', because: 'What is left of the base is the starch.' },
        {
          key: 'soft',
          name: 'Long, comes out soft',
          because: 'For lace that must drape; hard water takes longer.',
        },
      ],
    },
    {
      key: 'assembly',
      label: 'Put together',
      schools: [
        { key: 'none', name: 'Not at all', because: 'One panel is the whole thing.' },
        { key: 'whip', name: 'Whip stitch', because: 'Edge to edge, nothing added.' },
        { key: 'buttons', name: 'Buttons through eyelets', because: 'Can be taken apart again.' },
      ],
    },
    holdChoice('glue', 'tape', 'spray'),
  ],
  pieces: [
    hoopedBase('mesh', { layers: 2 }),
    {
      key: 'piece',
      name: 'Piece',
      purpose: 'cloth inside the lace',
      material: 'cotton',
      size: { rule: 'cover', by: ['place', 'tack'] },
    },
    {
      key: 'inlay',
      name: 'Piece',
      purpose: 'cloth on the net',
      material: 'cotton',
      size: { rule: 'cover', by: ['inlay-place', 'inlay-tack'] },
    },
  ],
  start: [hoopUp('two layers of wash-away mesh')],
  parts: [
    cloth('piece', 'place', 'tack'),
    {
      key: 'net',
      slots: [
        {
          key: 'net',
          title: 'Net',
          bothSides: true,
          roles: { 'lace-underlay': 1, quilting: 0.3 },
          many: true,
          before: [bobbin],
        },
      ],
    },
    cloth('inlay', 'inlay-place', 'inlay-tack'),
    {
      key: 'lace',
      slots: [
        {
          key: 'lace',
          title: 'Lace',
          bothSides: true,
          roles: { lace: 1, cover: 0.8, decoration: 0.4 },
          many: true,
        },
      ],
    },
  ],
  finish: [
    {
      key: 'snip',
      action: 'snip',
      title: 'Snip threads',
      text: 'Snip jump threads and tails on the back at once.',
      because: 'Wet threads cling and cannot be told from the lace.',
      side: 'front',
      tools: ['snips'],
    },
    inspect,
    unhoop,
    {
      key: 'dissolve',
      action: 'dissolve',
      title: 'Dissolve the base',
      text: 'Cut the base close and rinse it only briefly in warm water.',
      because: 'What stays of the base is the starch. Collect the bulk, it clogs a drain.',
      side: 'off',
      school: ['rinse:stiff'],
    },
    {
      key: 'dissolve',
      action: 'dissolve',
      title: 'Dissolve the base',
      text: 'Cut the base close and rinse it in warm water until it feels like thread.',
      because: 'Every trace of base stiffens it. Collect the bulk, it clogs a drain.',
      side: 'off',
      school: ['rinse:soft'],
    },
    {
      key: 'dry',
      action: 'dry-lace',
      title: 'Dry flat overnight',
      text: 'Lay it flat, draw it into shape and leave it overnight.',
      because: 'It keeps the shape in which it dries.',
      side: 'off',
    },
    {
      key: 'join',
      action: 'work',
      number: 'hand.assemble',
      title: 'Whip the panels together',
      text: 'Lay two edges side by side and whip them together with the lace thread.',
      because: 'The same thread does not show.',
      side: 'off',
      tools: ['hand needle'],
      school: ['assembly:whip'],
    },
    {
      key: 'join',
      action: 'work',
      number: 'hand.assemble',
      title: 'Button the panels together',
      text: 'Push a button through both eyelets at each corner.',
      because: 'The eyelets were sewn to meet.',
      side: 'off',
      uses: [{ notion: 'button', count: 2 }],
      tools: ['buttons'],
      cautions: ['smallParts'],
      school: ['assembly:buttons'],
    },
  ],
};
