/**
 * The hoop: the field that a design may fill, the base it takes, and where the repeats of a hooping lie. mm, y up.
 */
export { basePast, hoopBase, hoopField, hoopsThatFit, type HoopField } from './geometry';
export { repeatGap, repeatPlaces, repeatsThatFit, type Repeats } from './repeats';
