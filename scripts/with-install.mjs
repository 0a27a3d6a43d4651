// node scripts/with-install.mjs <bin> [args]: installs what is missing, then runs a package's command.
import { ensureInstalled, root, run } from './install.mjs';

ensureInstalled();
const [bin, ...args] = process.argv.slice(2);
run(`${root}/node_modules/.bin/${bin}`, args);
