import { flipHoop, hoopUp, inspect, unhoop } from './common';
import type { Technique } from './types';

/** Felt tab: raw edge, the same material on both sides. */
export const feltTab: Technique = {
  id: 'felt-tab',
  name: 'Two-sided felt tab',
  summary: 'Felt front, felt back over the stitches, one last line through both; cut out by hand.',
  pieces: [
    { key: 'base', name: 'Base', purpose: 'hooped', material: 'tear-away', size: { rule: 'hoop' } },
    { key: 'front', name: 'Front', purpose: 'seen side', material: 'felt', size: { rule: 'cover', by: ['place', 'tack', 'final'], margin: 'front' } },
    { key: 'back', name: 'Back', purpose: 'covers the stitches', material: 'felt', size: { rule: 'cover', by: ['final'], margin: 'back' } },
  ], // prettier-ignore
  start: [hoopUp('one layer of tear-away')],
  parts: [
    {
      key: 'front',
      slots: [
        { key: 'place', title: 'Felt line', roles: { placement: 1 } },
        {
          key: 'tack',
          title: 'Hold the front',
          roles: { 'tack-down': 1 },
          optional: true,
          holds: ['front'],
          before: [
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay front felt',
              text: 'Lay the front felt over the whole line and tape two sides.',
              because: 'The line shows where it must reach; felt has no wrong side to mind.',
              side: 'front',
              face: 'up',
              pieces: ['front'],
              tapeSides: 2,
              hoop: 'stay',
              tools: ['tape'],
              cautions: ['needle'],
            },
          ],
        },
        {
          key: 'details',
          title: 'Details',
          roles: { decoration: 1, cover: 0.5, quilting: 0.3 },
          many: true,
          optional: true,
        },
        { key: 'markers', title: 'Marks for snaps', roles: { marker: 1, decoration: 0.3 }, optional: true },
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
          holds: ['back'],
          before: [
            {
              key: 'snip',
              action: 'snip',
              title: 'Snip jumps',
              text: 'Snip jump threads, front and back.',
              because: 'The back felt is about to cover them for good.',
              side: 'front',
              tools: ['snips'],
              cautions: ['needle'],
            },
            flipHoop('flip', 'back'),
            {
              key: 'lay',
              action: 'lay',
              title: 'Lay back felt',
              text: 'Lay the back felt over the stitches, right side up; tape all four sides, then turn the hoop and slide it in by the edges.',
              because:
                'It hangs under the hoop, where you cannot see it slip. Thread and bobbin both show: match them to the felt.',
              side: 'back',
              face: 'up',
              pieces: ['back'],
              tapeSides: 4,
              hoop: 'off',
              tools: ['tape'],
            },
          ],
        },
      ],
    },
  ],
  finish: [
    inspect,
    unhoop,
    { key: 'tear', action: 'tear', title: 'Tear the base away', text: 'Tear the base away along the line, with a thumb on the stitches.', because: 'Pulling on the stitches bends the edge.', side: 'off', along: 'final' },
    { key: 'cut', action: 'cut-out', title: 'Cut out', text: 'Cut {cut.rawEdge} outside the last line with long smooth cuts.', because: 'Short cuts leave steps in a raw edge.', side: 'off', along: 'final', tools: ['long scissors'], cautions: ['scissors'] },
    { key: 'snap', action: 'snap', title: 'Set two snaps', text: 'Make holes at the marks and set the snaps: two caps, one socket, one stud for each.', because: 'The marks were sewn where both halves meet when the tab is closed.', side: 'off', times: 2, tools: ['awl', 'snap press'], cautions: ['smallParts'] },
  ], // prettier-ignore
};
