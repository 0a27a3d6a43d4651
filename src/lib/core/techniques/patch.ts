import { cutChoice } from './applique';
import { fuseStep, holdChoice, hoopChoice } from './choices';
import { hoopUp, inspect, unhoop } from './common';
import type { Choice, HandTemplate, Technique } from './types';

const attachChoice: Choice = {
  key: 'attach',
  label: 'To fix it on',
  schools: [
    { key: 'none', name: 'As it is', because: 'Whoever wears it sews it on.' },
    { key: 'fusible', name: 'Heavy fusible', because: 'Ironed on; too stiff for appliqué, right for a patch.' },
    { key: 'machine', name: 'Sewn on by machine', because: 'Sewn in place with a slightly smaller outline.' },
  ],
}; // prettier-ignore
const attachSteps: HandTemplate[] = [
  { key: 'attach', action: 'work', number: 'hand.adhesive', wait: 'wait.cool', pieces: ['backing'], title: 'Fusible on the back', text: 'Lay the rough side of heavy fusible on the back, paper towards the iron, a press sheet beneath; press, and let it cool.', because: 'It bonds as it cools; peel the paper only when the patch goes on.', side: 'off', tools: ['heavy fusible', 'press sheet', 'iron'], cautions: ['press'], school: ['attach:fusible'] },
  { key: 'attach', action: 'work', number: 'hand.attach', title: 'Sew it on', text: 'Pin or tape the patch in place and sew round it just inside the border.', because: 'A smaller outline hides in the border.', side: 'off', tools: ['sewing machine'], cautions: ['needle', 'pins'], school: ['attach:machine'] },
]; // prettier-ignore

/** Patch in one hooping on film: pre-cut blank, appliqué on it, border last. */
export const filmPatch: Technique = {
  id: 'film-patch',
  name: 'Patch on film, one hooping',
  summary: 'A pre-cut blank on heavy film, pieces laid on it, the border last; popped out.',
  choices: [
    {
      key: 'base',
      label: 'Base',
      schools: [
        { key: 'film', name: 'Heavy film', because: 'Pops out clean along the border.' },
        { key: 'wash', name: 'Two layers of wash-away', because: 'Softer edge, for borders too dense to pop; needs a rinse and a night to dry.' },
      ],
    },
    cutChoice,
    holdChoice('spray', 'glue', 'tape', 'fuse'),
    hoopChoice,
    attachChoice,
  ],
  pieces: [
    { key: 'base', name: 'Film', purpose: 'hooped', material: 'film', size: { rule: 'hoop' }, school: ['base:film'] },
    { key: 'base', name: 'Base', purpose: 'hooped', material: 'mesh', layers: 2, size: { rule: 'hoop' }, school: ['base:wash'] },
    { key: 'blank', name: 'Blank', purpose: 'body of the patch, cut to the line', material: 'felt', size: { rule: 'shape', by: ['die-line'] } },
    { key: 'applique', name: 'Appliqué', purpose: 'laid on the blank', material: 'cotton', part: 'applique', size: { rule: 'cover', by: ['piece-place', 'piece-tack'], margin: 'front' }, tags: ['applique'], school: ['cut:trim'] },
    { key: 'applique', name: 'Appliqué', purpose: 'laid on the blank, cut to shape', material: 'cotton', part: 'applique', size: { rule: 'shape', by: ['piece-place'] }, tags: ['applique'], school: ['cut:pre-cut'] },
    { key: 'backing', name: 'Fusible for the back', purpose: 'so that it can be ironed on', material: 'fusible-heavy', size: { rule: 'cover', by: ['border'], margin: 'front' }, school: ['attach:fusible'] },
  ],
  start: [
    { key: 'hoop-up', action: 'hoop-up', title: 'Hoop up film', text: 'Hoop one layer of heavy film drum tight and trace the outline.', because: 'Film carries the border with no fabric around it.', side: 'front', pieces: ['base'], school: ['base:film'] },
    { key: 'hoop-up', action: 'hoop-up', title: 'Hoop up', text: 'Hoop two layers of wash-away together drum tight and trace the outline.', because: 'One layer is cut through by the border.', side: 'front', pieces: ['base'], school: ['base:wash'] },
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
            { key: 'lay', action: 'lay', title: 'Lay the blank', text: 'Press the pre-cut blank exactly into the line.', because: 'The border is only as wide as its cover: a blank off by a millimetre shows.', side: 'front', face: 'up', pieces: ['blank'], held: true },
          ],
        },
        { key: 'blank-tack', title: 'Hold the blank', roles: { 'tack-down': 1 }, prefers: ['run', 'double-run', 'bean'], optional: true, holds: ['blank'] },
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
            { key: 'lay', action: 'lay', title: 'Lay {piece}', text: 'Lay {piece} right side up over the whole line.', because: 'The tack-down must catch it on every side.', side: 'front', face: 'up', pieces: ['applique'], held: true, school: ['cut:trim'] },
            { key: 'lay', action: 'lay', title: 'Lay {piece}', text: 'Peel the paper off the shape and lay {piece} right side up exactly inside its line.', because: 'A shape off by a millimetre shows beyond its edge.', side: 'front', face: 'up', pieces: ['applique'], school: ['cut:pre-cut'] },
          ],
        },
        {
          key: 'piece-tack',
          title: 'Hold the piece',
          roles: { 'tack-down': 1 },
          holds: ['applique'],
          after: [
            fuseStep('applique', ['hold:fuse', 'cut:pre-cut']),
            { key: 'trim', action: 'trim-close', title: 'Trim {piece}', text: 'Trim {piece} to {cut.trimClose} outside the tack-down; turn the hoop, not the scissors.', because: 'What stands out further shows beyond the cover.', side: 'front', pieces: ['applique'], along: 'piece-tack', tools: ['curved scissors'], school: ['cut:trim'] },
          ],
        },
        { key: 'piece-cover', title: 'Cover the edge', roles: { cover: 1 }, optional: true },
      ],
    },
    { key: 'design', optional: true, slots: [{ key: 'design', title: 'Design', roles: { cover: 0.9, decoration: 1, quilting: 0.3 }, many: true }] },
    { key: 'border', slots: [{ key: 'border', title: 'Border', roles: { cover: 1, 'final-outline': 0.9 }, extent: 'whole', holds: ['blank'] }] },
  ],
  finish: [
    inspect,
    unhoop,
    { key: 'pop', action: 'pop-out', title: 'Pop out', text: 'Press along the border until the patch lets go of the film; rub off what is left.', because: 'The needle has perforated the film along the border.', side: 'off', school: ['base:film'] },
    { key: 'cut', action: 'cut-out', title: 'Cut the base back', text: 'Cut the base a few millimetres outside the border.', because: 'Less of it goes into the water.', side: 'off', along: 'border', tools: ['scissors'], school: ['base:wash'] },
    { key: 'dissolve', action: 'dissolve', title: 'Warm water', text: 'Dip the edge into warm water until the base is gone; collect the bulk, it clogs a drain.', because: 'The edge comes out clean.', side: 'off', school: ['base:wash'] },
    { key: 'dry', action: 'dry-edge', title: 'Let it dry', text: 'Lay it flat until the edge is dry.', because: 'A damp edge takes marks.', side: 'off', school: ['base:wash'] },
    { key: 'snip', action: 'snip', title: 'Snip threads', text: 'Snip jump threads and tails, front and back.', because: 'They catch and pull.', side: 'off', tools: ['snips'] },
    ...attachSteps,
  ],
}; // prettier-ignore

/** Pile patch: towelling on felt, trimmed to its zigzag, lettering over topping. */
export const pilePatch: Technique = {
  id: 'pile-patch',
  name: 'Pile patch',
  summary: 'Fluffy towelling on felt, held by a zigzag and trimmed to it; topping over all, then lettering and edge.',
  choices: [holdChoice('tape', 'spray', 'nothing'), hoopChoice, attachChoice],
  pieces: [
    { key: 'base', name: 'Felt', purpose: 'body, hooped', material: 'felt', size: { rule: 'hoop' } },
    { key: 'pile', name: 'Towelling', purpose: 'fluffy top', material: 'towelling', size: { rule: 'cover', by: ['place', 'tack'], margin: 'front' } },
    { key: 'topping', name: 'Topping', purpose: 'over the pile', material: 'topping', size: { rule: 'cover', by: ['tack', 'border'], margin: 'front' } },
    { key: 'backing', name: 'Fusible for the back', purpose: 'so that it can be ironed on', material: 'fusible-heavy', size: { rule: 'cover', by: ['border'], margin: 'front' }, school: ['attach:fusible'] },
  ],
  start: [hoopUp('the felt')],
  parts: [
    {
      key: 'pile',
      slots: [
        {
          key: 'place',
          title: 'Pile line',
          roles: { placement: 1 },
          extent: 'whole',
          after: [{ key: 'lay', action: 'lay', title: 'Lay towelling', text: 'Lay the towelling fluffy side up over the whole line.', because: 'Pile hides the line: it must reach past it on every side.', side: 'front', face: 'up', pieces: ['pile'], held: true }],
        },
        {
          key: 'tack',
          title: 'Hold the pile',
          roles: { 'tack-down': 1 },
          prefers: ['zigzag'],
          extent: 'whole',
          holds: ['pile'],
          after: [
            { key: 'trim', action: 'trim-close', title: 'Trim the pile', text: 'Trim the towelling as close to the zigzag as you can.', because: 'Loops that stand out come through the border.', side: 'front', pieces: ['pile'], along: 'tack', tools: ['curved scissors'] },
            { key: 'topping', action: 'topping', title: 'Lay topping', text: 'Lay topping over everything and tape it outside.', because: 'Lettering sinks into pile without it.', side: 'front', face: 'up', pieces: ['topping'], tools: ['tape'] },
          ],
        },
      ],
    },
    { key: 'letters', optional: true, slots: [{ key: 'letters', title: 'Lettering', roles: { decoration: 1, cover: 0.4 }, many: true, holds: ['topping'] }] },
    { key: 'border', slots: [{ key: 'border', title: 'Border', roles: { cover: 1 }, extent: 'whole', holds: ['topping'] }] },
  ],
  finish: [
    inspect,
    unhoop,
    { key: 'tear-topping', action: 'remove', number: 'hand.topping', pieces: ['topping'], title: 'Tear topping away', text: 'Tear the topping away and brush up the pile.', because: 'What stays mats the loops.', side: 'off' },
    { key: 'cut', action: 'cut-out', title: 'Cut out', text: 'Cut the felt close outside the border.', because: 'Felt does not fray: it needs no more.', side: 'off', along: 'border', tools: ['scissors'] },
    ...attachSteps,
  ],
}; // prettier-ignore

/** Stitched first, border and all, and cut out afterwards. */
export const stitchThenCut: Technique = {
  id: 'patch-stitch-cut',
  name: 'Patch, stitched then cut',
  summary: 'Felt or cloth hooped with cut-away; design and border sewn, then cut close.',
  choices: [
    {
      key: 'edge',
      label: 'Edge',
      schools: [
        { key: 'felt', name: 'Felt: cut close', because: 'Felt does not fray.' },
        { key: 'woven', name: 'Woven: sealed first', because: 'Fray sealer goes on and dries before the scissors.' },
      ],
    },
    attachChoice,
  ],
  pieces: [
    { key: 'base', name: 'Base', purpose: 'hooped with the body', material: 'cut-away', size: { rule: 'hoop' } },
    { key: 'body', name: 'Body', purpose: 'hooped', material: 'felt', size: { rule: 'hoop' } },
    { key: 'backing', name: 'Fusible for the back', purpose: 'so that it can be ironed on', material: 'fusible-heavy', size: { rule: 'cover', by: ['border'], margin: 'front' }, school: ['attach:fusible'] },
  ],
  start: [{ ...hoopUp('body and base together'), pieces: ['body', 'base'] }],
  parts: [
    { key: 'design', slots: [{ key: 'design', title: 'Design', roles: { decoration: 1, cover: 0.3 }, extent: 'inner', many: true }] },
    { key: 'border', slots: [{ key: 'border', title: 'Border', roles: { cover: 1 }, extent: 'whole' }] },
  ],
  finish: [
    inspect,
    unhoop,
    ...attachSteps,
    { key: 'seal', action: 'work', number: 'hand.seal', wait: 'wait.seal', title: 'Seal the edge', text: 'Run fray sealer along the outside of the border and let it dry.', because: 'Cut dry threads stay where they are.', side: 'off', tools: ['fray sealer'], cautions: ['seal'], school: ['edge:woven'] },
    { key: 'cut', action: 'cut-out', title: 'Cut out', text: 'Cut close along the border without touching it; adhesive goes on before this.', because: 'Body and adhesive are cut in one go and end at the same edge.', side: 'off', along: 'border', tools: ['sharp scissors'] },
  ],
}; // prettier-ignore
