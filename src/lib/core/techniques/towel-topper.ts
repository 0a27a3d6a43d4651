import { flipHoop, hoopUp } from './common';
import {
  coveredEdge,
  edgeBobbin,
  quiltedBack,
  layBack,
  quiltedChoices,
  quiltedFinish,
  quiltedFront,
  quiltedPieces,
  trimBack,
  trimFront,
} from './quilted-flat';
import type { HandTemplate, Technique } from './types';

/** Inside a window it is cut from the other side of the line, and the base stays to carry the stitches. */
const inWindow = (step: HandTemplate, what: string): HandTemplate => ({
  ...step,
  title: `${step.title} in the window`,
  text: `Trim ${what} to {cut.trimClose} inside the window’s line; leave the base whole.`,
  because: 'The base carries the window’s edge until the very end.',
});

/** Quilted flat thing with a window, its back from below: hung from a towel that is joined last. */
export const towelTopper: Technique = {
  id: 'towel-topper',
  name: 'Towel topper, with a window',
  summary:
    'As the quilted flat thing, with a covered window in it; a towel is folded over its edge and joined last.',
  copies: 'items',
  choices: quiltedChoices,
  pieces: [...quiltedPieces, quiltedBack('edge-place', 'edge-tack', 'edge')],
  start: [hoopUp('two layers of the base')],
  parts: [
    quiltedFront,
    {
      key: 'window',
      slots: [
        {
          key: 'window-place',
          title: 'Window line',
          roles: { placement: 1, 'tack-down': 0.5 },
          extent: 'inner',
          holds: ['batting', 'front'],
        },
        {
          key: 'window-tack',
          title: 'Hold the back at the window',
          roles: { 'tack-down': 1, placement: 0.3 },
          extent: 'inner',
          holds: ['back'],
          before: [inWindow(trimFront('window-place'), 'front and batting'), ...layBack],
          after: [
            ...trimBack('window-tack').map((s) => (s.key === 'trim-back' ? inWindow(s, 'the back') : s)),
            edgeBobbin,
          ],
        },
        {
          key: 'window',
          title: 'Window edge',
          bothSides: true,
          roles: { cover: 1, decoration: 0.3 },
          extent: 'inner',
          holds: ['front', 'back'],
        },
      ],
    },
    {
      key: 'edge',
      slots: [
        {
          key: 'edge-place',
          title: 'Edge line',
          roles: { placement: 1 },
          extent: 'whole',
          optional: true,
          holds: ['batting', 'front', 'back'],
        },
        {
          key: 'edge-tack',
          title: 'Hold the edge',
          roles: { 'tack-down': 1, placement: 0.4 },
          extent: 'whole',
          holds: ['batting', 'front', 'back'],
          after: [trimFront('edge-tack'), ...trimBack('edge-tack')],
        },
        coveredEdge,
      ],
    },
    {
      key: 'towel',
      optional: true,
      slots: [
        {
          key: 'towel-place',
          title: 'Towel line',
          roles: { placement: 1, marker: 0.7, decoration: 0.3 },
          extent: 'inner',
        },
        {
          key: 'towel-join',
          title: 'Join the towel',
          roles: { 'tack-down': 1, seam: 1, 'final-outline': 0.5, decoration: 0.3 },
          extent: 'inner',
          attended: true,
          before: [
            flipHoop('flip-towel', 'back'),
            {
              key: 'towel',
              action: 'work',
              number: 'hand.lay',
              title: 'Hang the towel over',
              text: 'Fold the towel at its middle, its front up, over the thin edge, its centre on the centre mark and equal on both sides; lay it flat and pin it well outside the needle.',
              because: 'A fold off the centre shows on every hook.',
              side: 'back',
              hoop: 'off',
              tools: ['towel', 'pins'],
              cautions: ['pins'],
            },
          ],
        },
      ],
    },
  ],
  finish: quiltedFinish,
};
