// The same library; this file of it is one that Node reads as a module too.
declare module 'opentype.js/dist/opentype.mjs' {
  export { parse } from 'opentype.js';
}
