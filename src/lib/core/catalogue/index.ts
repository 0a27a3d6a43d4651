/** What the craft works with: materials, small parts, cautions, and what hands do with them. Tables, not code. */
export { actionOf, isPerHooping, isSo, type Action, type Per } from './actions';
export {
  CAUTIONS,
  hasTrait,
  MATERIAL_KINDS,
  MATERIALS,
  type CautionKey,
  type MaterialKind,
} from './materials';
export {
  ownSoldSchema,
  SOLD_KEYS,
  soldAs,
  soldName,
  soldSchema,
  soldUnit,
  usuallySold,
  type OwnSold,
  type Sold,
  type SoldKey,
} from './sold';
export { NOTION_KEYS, NOTIONS, type NotionKey } from './notions';
