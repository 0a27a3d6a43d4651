/**
 * Machines as Run sees them: one interface, and a stand-in that sews a tape without needle or clock. mm, s, stitches a minute.
 */
export { LEAST_SPEED, MOST_SPEED, SimulatedMachine } from './simulated';
export { measureTape, type MeasuredTape } from './measure';
export { MAX_RATE } from './types';
export type { MachineLine, MachineLink, MachineSettings, MachineState } from './types';
