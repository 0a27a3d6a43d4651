/** Ways to a machine: each answers to MachineLink of core/machine. A real machine's driver would stand here beside them. */
export { ServerMachine } from './server-link';
export { PageMachine } from './page-link';
