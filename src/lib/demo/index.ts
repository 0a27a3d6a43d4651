/** The sample workroom: tapes drawn by our own outlines, builds, and runs. Loaded only when it is asked for. */
export { demoWorkroom, type DemoRun, type DemoWorkroom } from './workroom';
export { crewPatch } from './designs/crew-patch';
export { pouch } from './designs/pouch';
export { tailTab } from './designs/tail-tab';
