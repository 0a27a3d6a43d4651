import { WEEKDAYS } from '$lib/core/workshop';
import type { NeedleStock, Person, ThreadStock, Workshop, WoundBobbin } from '$lib/core/workshop';

const thread = (
  id: string,
  name: string,
  colour: string,
  metres: number,
  more: Partial<ThreadStock> = {},
): ThreadStock => ({
  id,
  name,
  colour,
  kind: 'polyester',
  weight: 40,
  form: 'cone',
  count: 1,
  metres,
  ...more,
});
const spool = { form: 'spool' } as const;
/** Threads of Tern & Tide, one of them nearly gone. */
const threads: ThreadStock[] = [
  thread('slate', 'slate', '#5f6c78', 3400),
  thread('coral', 'coral', '#d9644a', 180),
  thread('gorse', 'gorse yellow', '#e0b02c', 900),
  thread('navy', 'deep navy', '#243b63', 4100),
  thread('chalk', 'chalk', '#e9e6dd', 4800),
  thread('sand', 'sand', '#cbb48a', 2600),
  thread('sea', 'sea green', '#2f7f7c', 700, { ...spool, count: 2 }),
  thread('gull', 'gull grey', '#9aa3a8', 310, spool),
  thread('glint', 'silver glint', '#b9bcc0', 420, { ...spool, kind: 'metallic' }),
  thread('straw', 'straw', '#e3d3a6', 150, { ...spool, kind: 'rayon' }),
];
const bobbins: WoundBobbin[] = [
  { id: 'white-home', name: 'white', colour: '#f4f2ec', kind: 'self-wound', count: 6 },
  { id: 'sand-home', name: 'sand', colour: '#cbb48a', kind: 'self-wound', count: 2 },
  { id: 'white-shop', name: 'white', colour: '#f4f2ec', kind: 'size-l', count: 18 },
];
const needles: NeedleStock[] = [
  { id: 'embroidery-75', kind: 'embroidery', size: '75/11', count: 8 },
  { id: 'sharp-80', kind: 'sharp', size: '80/12', count: 12 },
  { id: 'ballpoint-75', kind: 'ballpoint', size: '75/11', count: 3 },
  { id: 'metallic-90', kind: 'metallic', size: '90/14', count: 1 },
];
/** Until the fair is over, every day. */
const people: Person[] = [
  {
    id: 'isla',
    name: 'Isla',
    does: 'all',
    days: [...WEEKDAYS],
    from: '08:30',
    to: '16:00',
  },
  { id: 'tomas', name: 'Tomas', does: 'table', days: [...WEEKDAYS], from: '18:00', to: '21:00' },
];
/** What the shelf holds besides cloth and stabiliser, and who works. */
export const demoShelf = { threads, bobbins, needles, people } satisfies Partial<Workshop>;
