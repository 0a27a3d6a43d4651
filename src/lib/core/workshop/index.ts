/**
 * The workshop: machines, hoops, shelf, unit and the maker's own figures; and what is changed about them without losing any.
 */
export {
  hoopSchema,
  machineSchema,
  newWorkshop,
  STOCK_FORMS,
  stockSchema,
  workshopSchema,
  type Correction,
  type Hoop,
  type Machine,
  type StockItem,
  type Workshop,
} from './schema';
export {
  changeHoop,
  changeMachine,
  MACHINE_KINDS,
  newHoop,
  newMachine,
  withAgain,
  withMachine,
  withoutHoop,
  withoutMachine,
  type MachineKind,
} from './change';
