/**
 * The hoop: the field that a design may fill, the base it takes, and where the repeats of a hooping lie. mm, y up.
 */
export {
  basePast,
  hoopBase,
  hoopBases,
  hoopField,
  hoopForMore,
  hoopsThatFit,
  machineFor,
  usualMachine,
  type HoopField,
} from './geometry';
export { fitIn, shapeOfItem, type HoopFit } from './fit';
export { clearanceOf, intoInset, movedWithin, placesOf } from './lying';
export { itemOutline, type SewnOutline } from './item-outline';
export { sewnHull } from './sewn-hull';
export { cutsOf, overPositions, positionCentres, type OverPositions } from './positions';
export { laidPlaces, repeatGap, repeatPlaces, repeatsThatFit, type ItemPlace, type Repeats } from './repeats';
