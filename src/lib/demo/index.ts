export { pouch } from './designs/pouch';
export { crewPatch } from './designs/crew-patch';
export { tailTab } from './designs/tail-tab';
