const { resolve } = require('node:path');
// Only tells the rule checker where $lib is; nothing is bundled with it.
module.exports = {
  resolve: { alias: { $lib: resolve(__dirname, 'src/lib') }, extensions: ['.ts', '.svelte', '.js'] },
};
