import { keysOf } from '../base';

/**
 * What an item takes beside its pieces: counted, or off a spool, a can, a bag. unit: what amounts are given in.
 * pack: how much is sold at once. price: of a pack, any currency, until the shelf or the maker knows better.
 */
export const NOTIONS = {
  zip: { name: 'coil zip', plural: 'coil zips', unit: 'piece', pack: 1, price: 1.2 },
  'snap cap': { name: 'snap cap', plural: 'snap caps', unit: 'piece', pack: 50, price: 3 },
  'snap socket': { name: 'snap socket', plural: 'snap sockets', unit: 'piece', pack: 25, price: 2 },
  'snap stud': { name: 'snap stud', plural: 'snap studs', unit: 'piece', pack: 25, price: 2 },
  eyelet: { name: 'eyelet with washer', plural: 'eyelets with washer', unit: 'piece', pack: 20, price: 3 },
  button: { name: 'button', plural: 'buttons', unit: 'piece', pack: 10, price: 2.5 },
  ribbon: { name: 'ribbon', plural: 'ribbon', unit: 'm', pack: 1, price: 0.9 },
  'paper tape': { name: 'embroidery tape', plural: 'embroidery tape', unit: 'm', pack: 25, price: 4 },
  'spray adhesive': { name: 'spray adhesive', plural: 'spray adhesive', unit: 'm²', pack: 20, price: 9 },
  'glue stick': { name: 'glue stick', plural: 'glue stick', unit: 'm', pack: 60, price: 2 },
  filling: { name: 'filling', plural: 'filling', unit: 'g', pack: 250, price: 5 },
  'fusible tape': { name: 'fusible tape', plural: 'fusible tape', unit: 'm', pack: 10, price: 2.5 },
} as const satisfies Record<
  string,
  { name: string; plural: string; unit: 'piece' | 'm' | 'm²' | 'g'; pack: number; price: number }
>;
/** A small part or a means of holding, by its key in the catalogue. */
export type NotionKey = keyof typeof NOTIONS;
/** In the order of the catalogue. */
export const NOTION_KEYS = keysOf(NOTIONS);
