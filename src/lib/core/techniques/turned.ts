import { closeChoice, closeSteps, holdChoice } from './choices';
import { hoopUp, inspect, ribbonUses, snapUses, unhoop } from './common';
import type { Technique } from './types';

/** Turned item: quilted front, back laid right side down, sewn round but for an opening, turned. */
export const turnedItem: Technique = {
  id: 'turned-item',
  name: 'Turned item',
  summary: 'Quilted front and back sewn right sides together round an opening, then turned: bib, cloth, cushion front.',
  choices: [
    holdChoice('tape', 'spray', 'pins'),
    closeChoice,
    {
      key: 'closure',
      label: 'Closure',
      schools: [
        { key: 'none', name: 'None', because: 'The tape may mark no place for one.' },
        { key: 'snaps', name: 'Snaps', because: 'Opens with one hand.' },
        { key: 'ribbon', name: 'Ribbons', because: 'No metal; sewn into the edge or on it.' },
      ],
    },
  ],
  pieces: [
    { key: 'base', name: 'Base', purpose: 'hooped', material: 'tear-away', size: { rule: 'hoop' } },
    { key: 'batting', name: 'Batting', purpose: 'body', material: 'batting', size: { rule: 'cover', by: ['place', 'final'], margin: 'front' } },
    { key: 'front', name: 'Front', purpose: 'seen side', material: 'cotton', size: { rule: 'cover', by: ['place', 'final'], margin: 'front' } },
    { key: 'back', name: 'Back', purpose: 'other side', material: 'cotton', size: { rule: 'cover', by: ['final'], margin: 'front' } },
  ],
  start: [hoopUp('the base')],
  parts: [
    {
      key: 'front',
      slots: [
        {
          key: 'place',
          title: 'Outline',
          roles: { placement: 1 },
          extent: 'whole',
          after: [
            { key: 'lay', action: 'lay', title: 'Lay front', text: 'Lay the batting over the whole line, then the front right side up on it.', because: 'The quilting joins them; what creeps now stays crooked.', side: 'front', face: 'up', pieces: ['batting', 'front'], held: true },
          ],
        },
        { key: 'tack', title: 'Hold the front', roles: { 'tack-down': 1 }, optional: true, holds: ['batting', 'front'] },
        { key: 'quilting', title: 'Quilting', roles: { quilting: 1 }, optional: true, many: true, holds: ['batting', 'front'] },
        { key: 'markers', title: 'Marks for the closure', roles: { marker: 1 }, optional: true, many: true },
        { key: 'design', title: 'Design', roles: { decoration: 1, cover: 0.5 }, optional: true, many: true },
      ],
    },
    {
      key: 'back',
      slots: [
        {
          key: 'final',
          title: 'Last seam',
          roles: { 'final-outline': 1 },
          extent: 'whole',
          opening: true,
          holds: ['batting', 'front', 'back'],
          before: [
            { key: 'snip', action: 'snip', title: 'Snip jumps', text: 'Snip jump threads on the front. A name or motif goes on now or never.', because: 'The back is about to cover the front: nothing can be added after it.', side: 'front', tools: ['snips'] },
            { key: 'lay-back', action: 'lay', title: 'Lay the back', text: 'Lay the back right side down over everything; tape all four sides.', because: 'Right sides meet inside and come out when it is turned.', side: 'front', face: 'down', pieces: ['back'], tapeSides: 4, tools: ['tape'] },
          ],
        },
      ],
    },
  ],
  finish: [
    inspect,
    unhoop,
    { key: 'trim', action: 'trim-seam', title: 'Trim all round', text: 'Trim to {cut.seamAllowance} outside the last seam, {cut.openingLip} at the opening; start there. Clip inside curves, cut corners at an angle.', because: 'Less bulk turns to a sharper corner; the lip folds in by itself.', side: 'off', along: 'final', tools: ['scissors'], times: 4 },
    { key: 'turn', action: 'turn', title: 'Turn', text: 'Turn through the opening, corners first, with a blunt tool.', because: 'Scissors go through the corner.', side: 'off', tools: ['blunt point turner'] },
    { key: 'press', action: 'press', title: 'Press', text: 'Roll the seam to the edge and press both sides.', because: 'A pressed edge closes more easily.', side: 'off', tools: ['iron'] },
    ...closeSteps('the opening'),
    { key: 'snap', action: 'snap', title: 'Set the snaps', text: 'Make holes at the marks and set the snaps: two caps, one socket, one stud for each.', because: 'The marks were sewn for them.', side: 'off', times: 2, uses: snapUses, tools: ['awl', 'snap press'], school: ['closure:snaps'] },
    { key: 'ribbon', action: 'work', number: 'hand.ribbon', times: 2, title: 'Sew the ribbons on', text: 'Sew a ribbon to each mark.', because: 'The marks were sewn for them.', side: 'off', uses: ribbonUses, tools: ['ribbon', 'hand needle'], cautions: ['smallParts'], school: ['closure:ribbon'] },
  ],
}; // prettier-ignore
