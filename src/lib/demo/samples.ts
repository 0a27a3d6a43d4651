import type { Build } from '$lib/core/build';
import type { Tape } from '$lib/core/tape';
import { bib } from './designs/bib';
import { coaster } from './designs/coaster';
import { crewPatch } from './designs/crew-patch';
import { fluffyNumber } from './designs/fluffy-number';
import { gullPennant } from './designs/gull-pennant';
import { nameTape } from './designs/name';
import { napkin } from './designs/napkin';
import { pouch } from './designs/pouch';
import { tailTab } from './designs/tail-tab';
import { windStar } from './designs/wind-star';

type Thread = Build['threads'][number];
const navy: Thread = { name: 'deep navy', colour: '#243b63' };
const sand: Thread = { name: 'sand', colour: '#cbb48a' };
const coral: Thread = { name: 'coral', colour: '#d9644a' };
const gorse: Thread = { name: 'gorse yellow', colour: '#e0b02c' };
const slate: Thread = { name: 'slate', colour: '#5f6c78' };
const chalk: Thread = { name: 'chalk', colour: '#e9e6dd' };
const times = (n: number, thread: Thread) => Array<Thread>(n).fill(thread);

/** A sample build: its tape, and what its maker has decided. */
interface Sample {
  id: string;
  fileName: string;
  draw: () => Tape;
  change: Partial<Build>;
  /** tapes of what is sewn in between, by insertion */
  inserted?: Record<string, () => Tape>;
}
export const samples: Sample[] = [
  {
    id: 'crew-patch',
    fileName: 'crew-patch.dst',
    draw: crewPatch,
    change: {
      name: 'Crew patch',
      schools: { base: 'film' },
      threads: [...times(2, slate), ...times(2, coral), ...times(2, gorse), coral, gorse, slate, chalk, navy],
      materials: {
        blank: { name: 'Felt blank', colour: '#8fa3b5' },
        'applique-1': { name: 'Left sail', colour: '#d9644a' },
        'applique-2': { name: 'Right sail', colour: '#e0b02c' },
      },
      order: { quantity: 40, repeats: 12 },
      machineId: 'gannet',
      hoopId: 'gannet-410',
    },
  },
  {
    id: 'line-winder-pouch',
    fileName: 'line-winder-pouch.dst',
    draw: pouch,
    change: {
      name: 'Line-winder pouch',
      threads: [...times(10, sand), coral, ...times(4, sand)],
      materials: {
        upper: { name: 'Upper front', colour: '#4f7390' },
        lower: { name: 'Lower front', colour: '#4f7390' },
        accent: { name: 'Accent', colour: '#d9644a' },
        'lining-lower': { name: 'Front lining, lower', colour: '#e3d3a6' },
        'lining-upper': { name: 'Front lining, upper', colour: '#e3d3a6' },
        'lining-back': { name: 'Back lining', colour: '#e3d3a6' },
        back: { name: 'Back', colour: '#4f7390' },
      },
      order: { quantity: 6, repeats: 1 },
    },
  },
  {
    id: 'tail-tab',
    fileName: 'tail-tab.dst',
    draw: tailTab,
    change: {
      name: 'Tail tab',
      threads: [slate, slate, chalk, slate, navy],
      materials: {
        front: { name: 'Front felt', colour: '#3d6a86' },
        back: { name: 'Back felt', colour: '#3d6a86' },
      },
      order: { quantity: 24, repeats: 4 },
      hoopId: 'petrel-180',
    },
  },
  {
    id: 'wind-star',
    fileName: 'wind-star.dst',
    draw: windStar,
    change: {
      name: 'Wind-star',
      threads: times(2, chalk),
      materials: { base: { layers: 1 } },
      schools: { assembly: 'whip' },
      order: { quantity: 10, repeats: 1 },
    },
  },
  {
    id: 'gull-pennant',
    fileName: 'gull-pennant.dst',
    draw: gullPennant,
    change: {
      name: 'Gull pennant',
      schools: { cut: 'pre-cut' },
      threads: [...times(3, gorse), ...times(3, slate), ...times(3, slate), coral],
      materials: {
        cloth: { name: 'Pennant cloth', colour: '#7fa3b5' },
        'applique-1': { name: 'Sun', colour: '#e0b02c' },
        'applique-2': { name: 'Gull', colour: '#e9e6dd' },
        'applique-3': { name: 'Wing', colour: '#9aa7ae' },
      },
      order: { quantity: 6, repeats: 1 },
    },
  },
  {
    id: 'tea-tent-napkin',
    fileName: 'tea-tent-napkin.dst',
    draw: napkin,
    change: {
      name: 'Tea-tent napkin',
      threads: times(2, chalk),
      materials: { cloth: { name: 'Napkin linen', colour: '#c9b79a', prewashed: true } },
      use: { washed: true, forChild: false, due: null },
      silenced: {
        halts: 'Programmed on the machine.',
        'hands-full': 'Isla cuts while Tomas hoops up.',
      },
      order: { quantity: 16, repeats: 4 },
      machineId: 'gannet',
      hoopId: 'gannet-410',
      // Its foot to the corner, along the diagonal.
      thing: { name: 'Napkin', widthMm: 400, heightMm: 400, places: [{ x: 148, y: -148, turnDeg: 45 }] },
    },
  },
  {
    id: 'picnic-coaster',
    fileName: 'picnic-coaster.dst',
    draw: coaster,
    change: {
      name: 'Picnic coaster',
      threads: [...times(2, sand), sand, gorse, sand, sand, navy],
      materials: {
        front: { name: 'Front', colour: '#6d8f86' },
        back: { name: 'Back, smooth vinyl', kind: 'vinyl', colour: '#6d8f86', traits: ['slippery'] },
      },
      needle: 'sharp',
      order: { quantity: 12, repeats: 1 },
    },
  },
  {
    id: 'pilot-bib',
    fileName: 'pilot-bib.dst',
    draw: bib,
    change: {
      name: 'Pilot bib',
      threads: [sand, sand, slate, navy, sand, coral],
      materials: { front: { name: 'Front', colour: '#d8c7a0' }, back: { name: 'Back', colour: '#4f7390' } },
      use: { washed: true, forChild: false, due: null },
      insertions: [
        {
          id: 'name',
          name: 'Name “ISLA”',
          tapeId: '',
          typed: [],
          beforeBlock: 4,
          dxMm: 0,
          dyMm: -34,
          merged: false,
        },
      ],
      order: { quantity: 4, repeats: 1 },
    },
    inserted: { name: () => nameTape('ISLA') },
  },
  {
    id: 'fluffy-number',
    fileName: 'fluffy-number.dst',
    draw: fluffyNumber,
    change: {
      name: 'Fluffy number',
      // Towelling is what its maker says; no tape does.
      technique: 'pile-patch',
      techniqueBy: 'maker',
      threads: [slate, slate, coral, navy],
      materials: { blank: { name: 'Towelling on felt', colour: '#e9e6dd' } },
      order: { quantity: 8, repeats: 2 },
    },
  },
];
