/**
 * Reading: a tape in, what each block is and is for out. mm, y up, needle points only.
 * Each judgement carries its reason and how sure it is (0-1); what the maker has decided stands.
 */
export { densityMap, denseSpots, type DensityMap, type SewnArea } from './density';
export { keepToOneLine } from './one-line';
export { marksIn, type Marks } from './marks';
export { typedReading } from './typed';
export { measuredOf, readBlocks, type ReadOptions } from './read';
export {
  isStraight,
  leavesSideOut,
  lineBox,
  linePath,
  mainLine,
  type Decode,
  type OneCopy,
  type Unread,
} from './unread';
export type { RoleOverrides } from './roles';
export {
  isCutByBlade,
  isQuestion,
  LENGTH_BIN_MM,
  MOST_SURE,
  ODDS,
  ROLES,
  TEXTURES,
  type BlockReading,
  type Copies,
  type Line,
  type Reading,
  type Role,
  type DesignEdge,
  type Texture,
} from './types';
