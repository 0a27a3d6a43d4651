/** What the craft works with: materials, small parts, cautions, and what hands do with them. Tables, not code. */
export { NOTION_KEYS, NOTIONS, type NotionKey } from './notions';
export {
  CAUTIONS,
  isStabiliser,
  MATERIAL_KINDS,
  MATERIALS,
  type CautionKey,
  type MaterialKind,
} from './materials';
