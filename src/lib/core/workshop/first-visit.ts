import type { LengthUnit } from '../base';
import type { MaterialKind } from '../catalogue';
import { newMachine, type MachineKind } from './change';
import { hoopName, hoopSchema, type Hoop } from './equipment';
import { stockSchema, type StockItem, type Workshop } from './schema';

/** Stitch fields that hoops commonly have, width × height, mm; the long one is hung in at two positions. */
export const COMMON_FIELDS = [
  { widthMm: 100, heightMm: 100 },
  { widthMm: 130, heightMm: 180 },
  { widthMm: 150, heightMm: 240 },
  { widthMm: 160, heightMm: 260 },
  { widthMm: 200, heightMm: 200 },
  { widthMm: 200, heightMm: 280 },
  { widthMm: 200, heightMm: 300 },
  { widthMm: 360, heightMm: 200 },
  { widthMm: 130, heightMm: 300, positions: { count: 2, overlapMm: 60 } },
  { widthMm: 330, heightMm: 410, magnetic: true },
] as const;
/** What is made, with what it is sewn in and from. */
export const MAKES = {
  pouches: { name: 'pouches, bags', takes: ['tear-away', 'mesh', 'batting', 'cotton'] },
  patches: { name: 'patches, tabs', takes: ['film', 'felt', 'tear-away'] },
  lace: { name: 'lace', takes: ['mesh', 'film'] },
  applique: { name: 'appliqué, quilted things', takes: ['tear-away', 'cotton', 'batting'] },
  cutwork: { name: 'cutwork, table linen', takes: ['sticky', 'cotton'] },
} as const satisfies Record<string, { name: string; takes: readonly MaterialKind[] }>;
export type Made = keyof typeof MAKES;

/** Answers of a maker who is here for the first time. */
interface FirstAnswers {
  kind: MachineKind;
  /** of the common fields, by their place in the list */
  fields: readonly number[];
  unit: LengthUnit;
  /** materials that lie on the shelf */
  has: readonly MaterialKind[];
}
/** What a maker of such things has on the shelf, each once. */
export const shelfFor = (made: readonly Made[]): MaterialKind[] => [
  ...new Set(made.flatMap((m): readonly MaterialKind[] => MAKES[m].takes)),
];

/** A roll or a piece of cloth as it is bought, until its real size is told. mm */
const ROLL = { form: 'roll', widthMm: 500, heightMm: 5000 } as const;
const AS_BOUGHT: Partial<Record<MaterialKind, Pick<StockItem, 'form' | 'widthMm' | 'heightMm'>>> = {
  cotton: { form: 'fat quarter', widthMm: 550, heightMm: 450 },
  felt: { form: 'sheet', widthMm: 230, heightMm: 300 },
  batting: { form: 'bolt', widthMm: 1500, heightMm: 1000 },
};

/** The workroom as the answers have it, in place of the one that nobody has told anything of. */
export function firstWorkshop(
  workshop: Workshop,
  { kind, fields, unit, has }: FirstAnswers,
  nameOf: (material: MaterialKind) => string,
  newId: () => string,
): Workshop {
  const machine = newMachine(kind, newId(), { ...workshop, machines: [] });
  const chosen = COMMON_FIELDS.filter((_, i) => fields.includes(i));
  const hoops = (chosen.length ? chosen : COMMON_FIELDS.slice(0, 1)).map((field): Hoop =>
    hoopSchema.parse({
      id: newId(),
      name: hoopName(field.widthMm, field.heightMm),
      magnetic: false,
      ...field,
      machineId: machine.id,
    }),
  );
  const stock = has.map((material) =>
    stockSchema.parse({
      id: newId(),
      name: nameOf(material),
      material,
      ...(AS_BOUGHT[material] ?? ROLL),
      colour: '#e8e4d8',
      quantity: 1,
      directional: false,
      prewashed: false,
      cost: 0,
    }),
  );
  return { ...workshop, unit, machines: [machine], hoops, stock: [...workshop.stock, ...stock] };
}
/** Whether nobody has told anything of the machines and hoops yet. */
export const isUntold = (
  { machines, hoops }: Workshop,
  fresh: Pick<Workshop, 'machines' | 'hoops'>,
): boolean => JSON.stringify([machines, hoops]) === JSON.stringify([fresh.machines, fresh.hoops]);
