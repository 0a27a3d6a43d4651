import { emptyWorkroom, type WorkroomData } from '$lib/core/backup';
import { itemAt, type Path } from '$lib/core/base';
import type { Build, Hooping, Thing } from '$lib/core/build';
import { itemOutline } from '$lib/core/hoop';
import { planBuild, proposeBuild, type BuildPlan } from '$lib/core/plan';
import { cornersMeeting } from '$lib/core/thing';
import { readDesign } from '$lib/core/techniques';
import { tapeIdOf, writeTape, type Tape } from '$lib/core/tape';
import { workshopSchema, type Workshop } from '$lib/core/workshop';
import { numbersWith } from '$lib/core/numbers';
import { demoLog, type DemoRun } from './log';
import { demoOrders } from './orders';
import { demoShelf } from './shelf';
import { demoStock } from './stock';
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

const DAY = 24 * 3_600_000;

/** Gullmere Kite Fair: the made-up workroom "Tern & Tide". All names and figures are ours. @param now ms */
const demoWorkshop = (now: number): Workshop =>
  workshopSchema.parse({
    name: 'Tern & Tide',
    currency: 'EUR',
    terms: 'Half when it is ordered, half when it is fetched. The price holds for four weeks.',
    unit: 'mm',
    machines: [
      {
        id: 'petrel',
        name: 'Petrel',
        kind: 'one-needle',
        needles: 1,
        heads: 1,
        speed: 600,
        topSpeed: 850,
        needle: { kind: 'embroidery', size: '75/11', since: Math.max(0, now - 2 * DAY) },
      },
      {
        id: 'gannet',
        name: 'Gannet',
        kind: 'multi-needle',
        needles: 10,
        heads: 2,
        speed: 850,
        topSpeed: 1000,
        threaded: ['slate', 'coral', 'gorse', 'navy', 'chalk', 'sand'],
        needle: { kind: 'sharp', size: '80/12', since: Math.max(0, now - 12 * DAY) },
      },
    ],
    hoopings: [
      {
        id: 'pouch-and-tabs',
        name: 'A pouch and its tabs',
        machineId: 'gannet',
        hoopId: 'gannet-410',
        gapMm: 15,
        times: 0,
        parts: [
          { id: 'line-winder-pouch', places: [{ x: 0, y: 120, turnDeg: 0 }] },
          {
            id: 'tail-tab',
            places: [-120, -40, 40, 120].map((x) => ({ x, y: -50, turnDeg: 0 })),
          },
        ],
      },
    ],
    hoops: [
      {
        id: 'petrel-100',
        name: '100 × 100',
        widthMm: 100,
        heightMm: 100,
        magnetic: false,
        machineId: 'petrel',
      },
      {
        id: 'petrel-180',
        name: '130 × 180',
        widthMm: 130,
        heightMm: 180,
        magnetic: false,
        machineId: 'petrel',
      },
      {
        id: 'petrel-260',
        name: '160 × 260',
        widthMm: 160,
        heightMm: 260,
        magnetic: false,
        machineId: 'petrel',
      },
      {
        id: 'gannet-410',
        name: '330 × 410 frame',
        widthMm: 330,
        heightMm: 410,
        magnetic: true,
        owned: 3,
        machineId: 'gannet',
      },
    ],
    usual: { machineId: 'petrel', hoopId: null },
    ...demoShelf,
    stock: demoStock,
    orders: demoOrders(now),
    numbers: {},
  });

type Thread = Build['threads'][number];
const navy: Thread = { name: 'deep navy', colour: '#243b63' };
const sand: Thread = { name: 'sand', colour: '#cbb48a' };
const coral: Thread = { name: 'coral', colour: '#d9644a' };
const gorse: Thread = { name: 'gorse yellow', colour: '#e0b02c' };
const slate: Thread = { name: 'slate', colour: '#5f6c78' };
const chalk: Thread = { name: 'chalk', colour: '#e9e6dd' };
const times = (n: number, thread: Thread) => Array<Thread>(n).fill(thread);

interface Sample {
  id: string;
  fileName: string;
  draw: () => Tape;
  change: Partial<Build>;
  /** tapes of what is sewn in between, by insertion */
  inserted?: Record<string, () => Tape>;
}
const samples: Sample[] = [
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

/** The sample workroom as records. */
export interface DemoWorkroom {
  workshop: Workshop;
  /** with the tapes of each: its own first, then those sewn in between */
  builds: { build: Build; tapes: { id: string; bytes: Uint8Array }[] }[];
  runs: DemoRun[];
}

/** Four things in one hoop, each with its corner at the middle. */
const fourCorners = (hoopId: string, thing: Thing, outline: Path): Hooping => ({
  hoopId,
  gapMm: 0,
  outline: outline.map(({ x, y }) => [x, y]),
  places: cornersMeeting(thing, itemAt(thing.places, 0), 4),
});

/** The sample workroom, the same for the same moment. @param now ms since 1970 */
export function demoWorkroom(now: number): DemoWorkroom {
  const workshop = demoWorkshop(now);
  const trimJumps = numbersWith()['reading.trimJumps'];
  const plans: { build: Build; plan: BuildPlan }[] = [];
  const builds = samples.map(({ id, fileName, draw, change, inserted = {} }, i) => {
    const tape = draw();
    const bytes = writeTape(tape);
    const reading = readDesign(tape, { trimJumps });
    const at = new Date(now - i * 3_600_000).toISOString();
    const others = Object.entries(inserted).map(([insertion, drawn]) => {
      const other = drawn();
      return { insertion, bytes: writeTape(other), reading: readDesign(other, { trimJumps }) };
    });
    const build: Build = {
      ...proposeBuild(reading, workshop, { id, tapeId: tapeIdOf(bytes), fileName, now: at }),
      ...change,
      insertions: (change.insertions ?? []).map((insertion) => ({
        ...insertion,
        tapeId: tapeIdOf(others.find((o) => o.insertion === insertion.id)?.bytes ?? bytes),
      })),
    };
    const { thing } = build;
    if (thing) build.hooping = fourCorners(build.hoopId, thing, itemOutline(reading, tape));
    const readings = Object.fromEntries(others.map((o) => [o.insertion, o.reading]));
    plans.push({ build, plan: planBuild(build, reading, workshop, readings) });
    const tapes = [bytes, ...others.map((o) => o.bytes)].map((b) => ({ id: tapeIdOf(b), bytes: b }));
    return { build, tapes };
  });
  return { workshop, builds, runs: demoLog(plans, workshop, now) };
}

/** The sample workroom as it is stored. */
export const recordsOf = ({ workshop, builds, runs }: DemoWorkroom): WorkroomData => ({
  ...emptyWorkroom(),
  workshop,
  builds: builds.map((b) => b.build),
  tapes: builds.flatMap((b) => b.tapes),
  runs: runs.map(({ run, events }) => ({ run, events: events.map((event, n) => ({ n, event })) })),
});
