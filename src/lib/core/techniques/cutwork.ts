import { inspect, unhoop } from './common';
import type { Technique } from './types';

/** Cutwork by knife and patch: windows cut right through, holes patched with a scrap, satin edges. */
export const cutwork: Technique = {
  id: 'cutwork',
  name: 'Cutwork, knife and patch',
  summary: 'Double lines round windows that are cut through and patched from above, then satin edges and bars.',
  pieces: [
    { key: 'base', name: 'Sticky base', purpose: 'hooped, paper up', material: 'sticky', size: { rule: 'hoop' } },
    { key: 'cloth', name: 'Cloth', purpose: 'stuck on the base', material: 'cotton', size: { rule: 'cover', by: ['windows', 'edges'], margin: 'back' } },
    { key: 'patch', name: 'Patch scrap', purpose: 'over the cut windows', material: 'sticky', size: { rule: 'cover', by: ['windows'], margin: 'front' } },
  ],
  start: [
    { key: 'hoop-up', action: 'hoop-up', title: 'Hoop up', text: 'Hoop the sticky base paper up, drum tight, and trace the outline.', because: 'Everything that follows is measured from this.', side: 'front', pieces: ['base'], cautions: ['arm'] },
    { key: 'peel', action: 'peel', title: 'Score and peel', text: 'Score the paper lightly round the field and in an X, and peel it off.', because: 'A light score opens the paper and spares the base.', side: 'front', tools: ['pin'] },
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
          holds: ['cloth'],
          after: [
            { key: 'cut', action: 'cut-window', title: 'Cut the windows', text: 'Take the hoop to a mat and cut inside the inner line, right through cloth and base.', because: 'The double line holds the edge; a knife on a mat cuts cleaner than scissors in the hoop.', side: 'front', pieces: ['cloth'], along: 'windows', hoop: 'off', tools: ['craft knife', 'mat'], cautions: ['blade'] },
            { key: 'patch', action: 'lay', title: 'Patch from above', text: 'Press a scrap of sticky wash-away over the holes, on top.', because: 'The satin needs something to be sewn on; from above it lies flat.', side: 'front', face: 'up', pieces: ['patch'] },
            { key: 'bobbin', action: 'bobbin', title: 'Matching bobbin', text: 'Put in a bobbin of the edge thread.', because: 'Both sides of the edges show.', side: 'front', hoop: 'off', tools: ['matching bobbin'], cautions: ['needle'] },
          ],
        },
        { key: 'edges', title: 'Edges and bars', roles: { cover: 1, decoration: 0.3 }, many: true, holds: ['patch'] },
        { key: 'design', title: 'Design', roles: { decoration: 1 }, many: true, optional: true },
      ],
    },
  ],
  finish: [
    inspect,
    unhoop,
    { key: 'dissolve', action: 'dissolve', title: 'Wash out', text: 'Launder it fully rather than rinse.', because: 'What stays of the base stiffens the bars.', side: 'off' },
    { key: 'dry', action: 'dry-edge', title: 'Let it dry', text: 'Lay it flat until it is nearly dry.', because: 'It presses best when damp.', side: 'off' },
    { key: 'press', action: 'press', title: 'Press', text: 'Press face down on a soft cloth, with steam.', because: 'Satin keeps its height.', side: 'off', tools: ['iron'], cautions: ['iron'] },
  ],
}; // prettier-ignore
