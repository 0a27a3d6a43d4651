/**
 * The workshop: machines, hoops, people, shelf, unit and the maker's own figures; and what is changed about them without losing
 * any.
 */
export {
  newWorkshop,
  STOCK_FORMS,
  stockSchema,
  workshopSchema,
  type Correction,
  type StockItem,
  type Workshop,
} from './schema';
export {
  BOBBIN_KINDS,
  bobbinKindOf,
  fieldAtOnce,
  goesOn,
  headsAtOnce,
  hoopSchema,
  machineSchema,
  NEEDLE_KINDS,
  NEEDLE_SIZES,
  stepOf,
  withThread,
  type BobbinKind,
  type Hoop,
  type Machine,
} from './equipment';
export {
  hoursAWeek,
  metresAGram,
  needleStockSchema,
  personSchema,
  THREAD_KINDS,
  threadStockSchema,
  WEEKDAYS,
  woundBobbinSchema,
  type NeedleStock,
  type Person,
  type ThreadStock,
  type WoundBobbin,
} from './shelf';
export {
  changeHoop,
  changeMachine,
  MACHINE_KINDS,
  newHoop,
  newMachine,
  settledMachine,
  withAgain,
  withMachine,
  withoutHoop,
  withoutMachine,
  type MachineKind,
} from './change';
export {
  newLine,
  newOrder,
  orderQuantitySchema,
  orderSchema,
  type CustomerOrder,
  type OrderLine,
  type Pricing,
} from './orders';
export { sharedHoopingSchema, type SharedHooping, type SharedPart } from './together';
export { COMMON_FIELDS, firstWorkshop, isUntold, MAKES, shelfFor, type Made } from './first-visit';
