import { inspect, unhoop } from './common';
import type { Technique } from './types';

/** Cutwork: windows cut out between double lines, satin edges and bars over them. */
export const cutwork: Technique = {
  id: 'cutwork',
  name: 'Cutwork',
  summary: 'Double lines round windows that are cut out, then satin edges and bars.',
  choices: [
    {
      key: 'cut',
      label: 'Cut by',
      schools: [
        { key: 'knife', name: 'Knife, right through, then patch', because: 'The cleanest edge; the hole is patched from above.' },
        { key: 'scissors', name: 'Scissors, cloth only', because: 'The base stays whole under the satin; nothing to patch.' },
        { key: 'needles', name: 'Cutting needles', because: 'No scissors: chisel needles cut at each angle, one a stop, in order.' },
      ],
    },
    {
      key: 'cloth',
      label: 'Cloth',
      schools: [
        { key: 'woven', name: 'Woven', because: 'Holds its windows by itself.' },
        { key: 'knit', name: 'Knit, meshed inside', because: 'Soft mesh fused inside stays and keeps the windows in shape.' },
      ],
    },
  ],
  pieces: [
    { key: 'base', name: 'Sticky base', purpose: 'hooped, paper up', material: 'sticky', size: { rule: 'hoop' } },
    { key: 'mesh', name: 'Soft mesh', purpose: 'fused inside, stays', material: 'cut-away', size: { rule: 'cover', by: ['windows', 'edges'], margin: 'back' }, school: ['cloth:knit'] },
    { key: 'cloth', name: 'Cloth', purpose: 'stuck on the base', material: 'cotton', size: { rule: 'cover', by: ['windows', 'edges'], margin: 'back' } },
    { key: 'patch', name: 'Patch scrap', purpose: 'over the cut windows', material: 'sticky', size: { rule: 'cover', by: ['windows'], margin: 'front' }, school: ['cut:knife'] },
  ],
  start: [
    { key: 'hoop-up', action: 'hoop-up', title: 'Hoop up', text: 'Hoop the sticky base paper up, drum tight, and trace the outline.', because: 'Everything that follows is measured from this.', side: 'front', pieces: ['base'] },
    { key: 'peel', action: 'peel', title: 'Score and peel', text: 'Score the paper lightly round the field and in an X, and peel it off.', because: 'A light score opens the paper and spares the base.', side: 'front', tools: ['pin'] },
    { key: 'mesh', action: 'lay', title: 'Mesh inside', text: 'Fuse soft mesh to the wrong side of the cloth; it goes on with it.', because: 'A knit stretches out of shape round every opening.', side: 'front', face: 'down', pieces: ['mesh'], tools: ['iron'], cautions: ['iron'], school: ['cloth:knit'] },
    { key: 'lay', action: 'lay', title: 'Stick the cloth on', text: 'Smooth the cloth on, right side up, its grain straight.', because: 'Cut windows pull out of shape along a slanting grain.', side: 'front', face: 'up', pieces: ['cloth'] },
  ],
  parts: [
    {
      key: 'windows',
      slots: [
        {
          key: 'windows',
          title: 'Window lines',
          roles: { 'tack-down': 1, placement: 0.3 },
          many: true,
          holds: ['cloth', 'mesh'],
          after: [
            { key: 'cut', action: 'cut-window', title: 'Cut the windows', text: 'Take the hoop to a mat and cut inside the inner line, right through cloth and base.', because: 'The double line holds the edge; a knife on a mat cuts cleaner than scissors in the hoop.', side: 'front', pieces: ['cloth'], along: 'windows', hoop: 'off', tools: ['craft knife', 'mat'], school: ['cut:knife'] },
            { key: 'cut', action: 'cut-cloth', title: 'Cut the windows', text: 'Cut inside the inner line through the cloth only, and leave the base whole.', because: 'The satin is sewn on the base that spans it.', side: 'front', pieces: ['cloth'], along: 'windows', tools: ['curved scissors'], school: ['cut:scissors'] },
            { key: 'cut', action: 'panel', title: 'Cutting needles', text: 'Put in the first cutting needle and no thread; change to the next angle at each of its stops, then back to the sewing needle.', because: 'Each chisel cuts the threads that lie across it: all the angles together open it.', side: 'front', pieces: ['cloth'], tools: ['cutting needles'], times: 4, school: ['cut:needles'] },
            { key: 'patch', action: 'lay', title: 'Patch from above', text: 'Press a scrap of sticky wash-away over the holes, on top.', because: 'The satin needs something to be sewn on; from above it lies flat.', side: 'front', face: 'up', pieces: ['patch'] },
            { key: 'bobbin', action: 'bobbin', title: 'Matching bobbin', text: 'Put in a bobbin of the edge thread.', because: 'Both sides of the edges show.', side: 'front', hoop: 'off', tools: ['matching bobbin'] },
          ],
        },
        { key: 'edges', title: 'Edges and bars', bothSides: true, roles: { cover: 1, decoration: 0.3 }, many: true, holds: ['patch'] },
        { key: 'design', title: 'Design', roles: { decoration: 1 }, many: true, optional: true },
      ],
    },
  ],
  finish: [
    inspect,
    unhoop,
    { key: 'dissolve', action: 'dissolve', title: 'Wash out', text: 'Launder it fully rather than rinse.', because: 'What stays of the base stiffens the bars.', side: 'off' },
    { key: 'dry', action: 'dry-edge', title: 'Let it dry', text: 'Lay it flat until it is nearly dry.', because: 'It presses best when damp.', side: 'off' },
    { key: 'press', action: 'press', title: 'Press', text: 'Press face down on a soft cloth, with steam.', because: 'Satin keeps its height.', side: 'off', tools: ['iron'] },
  ],
}; // prettier-ignore
