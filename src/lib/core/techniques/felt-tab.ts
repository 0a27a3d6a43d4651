import { holdChoice } from './choices';
import { flipHoop, hoopUp, inspect, ribbonUses, snapUses, unhoop } from './common';
import type { Technique } from './types';

/** Felt or vinyl tab: raw edge, the same material on both sides. */
export const feltTab: Technique = {
  id: 'felt-tab',
  name: 'Two-sided tab, raw edge',
  summary: 'Felt or vinyl front, back laid over the stitches, one last line through both; cut out by hand.',
  choices: [
    {
      key: 'closure',
      label: 'Closure',
      schools: [
        { key: 'snaps', name: 'Snaps', because: 'Opens with one hand.' },
        { key: 'eyelet', name: 'Eyelet', because: 'For a ring or a cord.' },
        { key: 'ribbon', name: 'Ribbon slot', because: 'No metal, no press.' },
        { key: 'none', name: 'None', because: 'The tab is the whole thing.' },
      ],
    },
    holdChoice('tape', 'spray', 'glue'),
  ],
  pieces: [
    { key: 'base', name: 'Base', purpose: 'hooped', material: 'tear-away', size: { rule: 'hoop' } },
    { key: 'front', name: 'Front', purpose: 'seen side', material: 'felt', size: { rule: 'cover', by: ['place', 'tack', 'final'], margin: 'front' } },
    { key: 'back', name: 'Back', purpose: 'covers the stitches', material: 'felt', size: { rule: 'cover', by: ['final'], margin: 'back' } },
  ],
  start: [hoopUp('one layer of tear-away')],
  parts: [
    {
      key: 'front',
      slots: [
        {
          key: 'place',
          title: 'Front line',
          roles: { placement: 1 },
          after: [{ key: 'lay', action: 'lay', title: 'Lay the front', text: 'Lay the front over the whole line, good side up.', because: 'The line shows where it must reach.', side: 'front', face: 'up', pieces: ['front'], held: true }],
        },
        { key: 'tack', title: 'Hold the front', roles: { 'tack-down': 1 }, optional: true, holds: ['front'] },
        { key: 'details', title: 'Details', roles: { decoration: 1, cover: 0.5, quilting: 0.3 }, many: true, optional: true, holds: ['front'] },
        { key: 'markers', title: 'Marks for the closure', roles: { marker: 1, decoration: 0.3 }, optional: true },
      ],
    },
    {
      key: 'back',
      slots: [
        {
          key: 'final',
          title: 'Last line',
          roles: { 'final-outline': 1, 'tack-down': 0.4, cover: 0.3 },
          extent: 'whole',
          opening: false,
          bothSides: true,
          holds: ['front', 'back'],
          before: [
            { key: 'snip', action: 'snip', title: 'Snip jumps', text: 'Snip jump threads, front and back.', because: 'The back is about to cover them for good.', side: 'front', tools: ['snips'] },
            flipHoop('flip', 'back'),
            { key: 'bobbin', action: 'bobbin', title: 'Matching bobbin', text: 'Put in a bobbin of the last thread.', because: 'The last line is seen from both sides; the hoop is off already, and nothing lies loose in it yet.', side: 'front', hoop: 'off', tools: ['matching bobbin'] },
            { key: 'lay', action: 'lay', title: 'Lay the back', text: 'Lay the back over the stitches, good side up; tape all four sides, then turn the hoop and slide it in by the edges.', because: 'It hangs under the hoop, where you cannot see it slip.', side: 'back', face: 'up', pieces: ['back'], tapeSides: 4, hoop: 'off', tools: ['tape'] },
          ],
        },
      ],
    },
  ],
  finish: [
    inspect,
    unhoop,
    { key: 'tear', action: 'tear', title: 'Tear the base away', text: 'Tear the base away along the line, with a thumb on the stitches.', because: 'Pulling on the stitches bends the edge.', side: 'off', along: 'final' },
    { key: 'cut', action: 'cut-out', title: 'Cut out', text: 'Cut {cut.rawEdge} outside the last line with long smooth cuts.', because: 'Short cuts leave steps in a raw edge.', side: 'off', along: 'final', tools: ['long scissors'] },
    { key: 'snap', action: 'snap', title: 'Set two snaps', text: 'Make holes at the marks and set the snaps: two caps, one socket, one stud for each.', because: 'The marks were sewn where both halves meet when the tab is closed.', side: 'off', times: 2, uses: snapUses, tools: ['awl', 'snap press'], school: ['closure:snaps'] },
    { key: 'eyelet', action: 'work', number: 'hand.eyelet', title: 'Set the eyelet', text: 'Punch the hole at the mark and set the eyelet.', because: 'The mark is where the load was meant to be.', side: 'off', uses: [{ notion: 'eyelet', count: 1 }], tools: ['punch', 'eyelet press'], cautions: ['smallParts'], school: ['closure:eyelet'] },
    { key: 'ribbon', action: 'work', number: 'hand.ribbon', title: 'Put in the ribbon', text: 'Cut the slot between the marks and draw the ribbon through.', because: 'Cut last, the slot cannot stretch while it is sewn.', side: 'off', uses: ribbonUses, tools: ['small scissors', 'ribbon'], cautions: ['blade', 'smallParts'], school: ['closure:ribbon'] },
  ],
}; // prettier-ignore
