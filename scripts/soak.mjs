// npm run soak: 200 power cuts in the middle of a run, then ten minutes of two tabs while the server is killed, hung and replaced.
import { ensureChromium, ensureInstalled, root, run } from './install.mjs';

ensureInstalled();
process.env.CHROMIUM_PATH = ensureChromium();
process.env.CUTS ??= '200';
process.env.SOAK_MINUTES ??= '10';
process.env.SEED ??= String(Date.now() % 100_000);
console.log(`${process.env.CUTS} cuts, seed ${process.env.SEED}`);
run(`${root}/node_modules/.bin/vite`, ['build', '--logLevel', 'error']);
run(`${root}/node_modules/.bin/mocha`, [
  '--config',
  '.mocharc.e2e.json',
  '-g',
  'outlives its browser|whatever happens to the server',
]);
