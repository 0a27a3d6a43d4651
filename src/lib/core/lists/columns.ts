import type * as z from 'zod';
import {
  hoopSchema,
  machineSchema,
  needleStockSchema,
  personSchema,
  settledMachine,
  stockSchema,
  threadStockSchema,
  woundBobbinSchema,
  type Workshop,
} from '../workshop';

/** Lists of the workshop that can be written and read as tables. */
export type ListName = 'machines' | 'hoops' | 'people' | 'threads' | 'bobbins' | 'needles' | 'stock';
export type RowOf<Name extends ListName> = Workshop[Name][number];

/** A list as a table. */
export interface List {
  schema: z.ZodObject;
  /** heading of each column by the field that stands in it, in their order */
  columns: Readonly<Record<string, string>>;
  /** columns by which two rows are the same thing */
  same: readonly string[];
  /** columns that name a machine, or several of them */
  machines?: readonly string[];
  /** how what is no plain value stands in its cell */
  cells?: Readonly<Record<string, Cell>>;
  /** with what follows from the rest of a row */
  settled?: (row: never) => unknown;
  /** what a new row has where its table does not say */
  blank: Readonly<Record<string, unknown>>;
}
/** What stands in a cell for a value; undefined: it cannot be read. */
interface Cell {
  tell: (value: unknown) => string;
  read: (text: string) => unknown;
}
/** "2 by 60": two positions that overlap by 60 mm; "1": there is one. */
const POSITIONS: Cell = {
  tell: (value) => {
    const positions = hoopSchema.shape.positions.safeParse(value).data;
    return positions ? `${positions.count} by ${positions.overlapMm}` : '1';
  },
  read: (text) => {
    if (text === '1') return null;
    const [, count, overlap = ''] = /^(\d+)\s+by\s+(\d+(?:[.,]\d+)?)$/.exec(text) ?? [];
    return count === undefined
      ? undefined
      : { count: Number(count), overlapMm: Number(overlap.replace(',', '.')) };
  },
};
const GREY = '#8a8a86';
export const LISTS: Readonly<Record<ListName, List>> = {
  machines: {
    schema: machineSchema,
    columns: {
      name: 'Name',
      needles: 'Needles',
      heads: 'Heads',
      headsTogether: 'Heads together',
      speed: 'Set speed',
      topSpeed: 'Top speed',
      trims: 'Trims by itself',
      halts: 'Halts',
      bobbin: 'Bobbin',
    },
    same: ['name'],
    settled: settledMachine,
    blank: { kind: 'one-needle', needles: 1, heads: 1, speed: 600 },
  },
  hoops: {
    schema: hoopSchema,
    columns: {
      name: 'Name',
      machineId: 'Machine',
      alsoOn: 'Also on',
      widthMm: 'Width mm',
      heightMm: 'Height mm',
      outerWidthMm: 'Outer width mm',
      outerHeightMm: 'Outer height mm',
      shape: 'Shape',
      magnetic: 'Magnetic',
      closing: 'Closing',
      owned: 'Owned',
      insetMm: 'Inset mm',
      positions: 'Positions',
    },
    cells: { positions: POSITIONS },
    same: ['name', 'machineId'],
    machines: ['machineId', 'alsoOn'],
    blank: { widthMm: 130, heightMm: 180, magnetic: false },
  },
  people: {
    schema: personSchema,
    columns: { name: 'Name', does: 'Does', days: 'Days', from: 'From', to: 'To' },
    same: ['name'],
    blank: { does: 'all', days: ['Mon', 'Tue', 'Wed', 'Thu', 'Fri'], from: '09:00', to: '17:00' },
  },
  threads: {
    schema: threadStockSchema,
    columns: {
      name: 'Name',
      colour: 'Colour',
      kind: 'Kind',
      weight: 'Weight',
      form: 'Form',
      count: 'Count',
      metres: 'Metres',
    },
    same: ['name', 'kind', 'weight'],
    blank: { colour: GREY, kind: 'polyester', weight: 40, form: 'spool', count: 1, metres: 500 },
  },
  bobbins: {
    schema: woundBobbinSchema,
    columns: { name: 'Name', colour: 'Colour', kind: 'Kind', count: 'Count' },
    same: ['name', 'kind'],
    blank: { colour: '#f4f2ec', kind: 'self-wound', count: 1 },
  },
  needles: {
    schema: needleStockSchema,
    columns: { kind: 'Point', size: 'Size', count: 'Count' },
    same: ['kind', 'size'],
    blank: { kind: 'embroidery', size: '75/11', count: 5 },
  },
  stock: {
    schema: stockSchema,
    columns: {
      name: 'Name',
      material: 'Material',
      form: 'Form',
      colour: 'Colour',
      widthMm: 'Width mm',
      heightMm: 'Length mm',
      quantity: 'Count',
      directional: 'Direction',
      prewashed: 'Prewashed',
      cost: 'Cost',
    },
    same: ['name', 'widthMm'],
    blank: { colour: GREY, quantity: 1, directional: false, prewashed: false, cost: 0 },
  },
};
/** A new row of a list, to be filled in. */
export const blankRow = <Name extends ListName>(name: Name, more: Partial<RowOf<Name>>): RowOf<Name> =>
  LISTS[name].schema.parse({ ...LISTS[name].blank, ...more }) as RowOf<Name>;
