import { workshopSchema, type Workshop } from '$lib/core/workshop';
import { demoOrders } from './orders';
import { demoShelf } from './shelf';
import { demoStock } from './stock';

const DAY = 24 * 3_600_000;

/** Gullmere Kite Fair: the made-up workroom "Tern & Tide". All names and figures are ours. @param now ms */
export const demoWorkshop = (now: number): Workshop =>
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
