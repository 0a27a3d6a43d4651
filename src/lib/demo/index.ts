/** The sample workroom: tapes drawn by our own outlines, builds, and runs. Loaded only when it is asked for. */
export { demoWorkroom, recordsOf } from './workroom';
export { bib } from './designs/bib';
export { coaster } from './designs/coaster';
export { crewPatch } from './designs/crew-patch';
export { gullPennant } from './designs/gull-pennant';
export { napkin } from './designs/napkin';
export { pouch } from './designs/pouch';
export { tailTab } from './designs/tail-tab';
export { windStar, windStarHub } from './designs/wind-star';
