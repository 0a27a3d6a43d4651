import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig, type Plugin } from 'vite';

/**
 * JSON Schemas are written by `npm run schema` alone: what zod brings for them stays out of what a browser loads. Its
 * exports stay, and do nothing.
 */
const noJsonSchema: Plugin = {
  name: 'no-json-schema-in-the-browser',
  enforce: 'pre',
  transform: {
    filter: { id: /zod\/v4\/core\/(json-schema-processors|to-json-schema)\.js/ },
    handler(code) {
      if (this.environment.config.consumer !== 'client') return null;
      const named = [...code.matchAll(/^export (?:const|function) (\w+)/gm)].map(([, name]) => name);
      const renamed = [...code.matchAll(/^export \{ \w+ as (\w+) \}/gm)].map(([, name]) => name);
      const exports = [...named, ...renamed].map((name) => `none as ${name}`).join(', ');
      return { code: `const none = () => () => ({});\nexport { ${exports} };`, map: null };
    },
  },
};

/** Icons are drawn by our own component: the library's builds each from up to nine elements, at a millisecond an icon. */
const quickIcons: Plugin = {
  name: 'icons-as-one-path',
  enforce: 'pre',
  resolveId: (id, importer) =>
    id === '../Icon.svelte' && importer?.includes('@lucide/svelte')
      ? new URL('src/lib/ui/kit/Icon.svelte', import.meta.url).pathname
      : null,
};

/**
 * A page names the parts that it begins with, so that they are fetched while the first of them are still being run. Kit
 * counts each part once, and those that are asked for later first: without these no page's list stops half-way.
 */
const wholePreload: Plugin = {
  name: 'whole-preload',
  applyToEnvironment: ({ name }) => name === 'client',
  writeBundle: {
    order: 'post',
    handler({ dir = '' }) {
      const path = join(dir, '.vite/manifest.json');
      if (!existsSync(path)) return;
      const manifest = JSON.parse(readFileSync(path, 'utf8')) as Record<
        string,
        { dynamicImports?: string[] }
      >;
      for (const part of Object.values(manifest)) delete part.dynamicImports;
      writeFileSync(path, JSON.stringify(manifest, null, 2));
    },
  },
};

/** What an update does not change: a browser keeps it, and an older page finds it still on the server. */
const LASTING = /node_modules.(svelte.src.internal|dexie|zod)/;
/** What every screen needs, in one file: sixty small ones are longer, and take longer to come. */
const EVERY_SCREEN = /client-optimized.app\.js|src.routes.\+layout\.svelte|sveltekit.*client.entry/;

export default defineConfig({
  plugins: [noJsonSchema, quickIcons, wholePreload, tailwindcss(), sveltekit()],
  // One file: parts of a worker are not among those that the service worker keeps for work without a network.
  worker: {
    format: 'es',
    plugins: () => [noJsonSchema],
    rolldownOptions: { output: { codeSplitting: false } },
  },
  resolve: {
    alias: {
      dexie: 'dexie/dist/modern/dexie.mjs',
      'simple-statistics': new URL('node_modules/simple-statistics/index.js', import.meta.url).pathname,
    },
  },
  build: { chunkSizeWarningLimit: 600 },
  environments: {
    client: {
      build: {
        rolldownOptions: {
          treeshake: { moduleSideEffects: [{ test: /simple-statistics/, sideEffects: false }] },
          output: {
            codeSplitting: {
              groups: [
                { name: 'libraries', priority: 3, test: LASTING },
                { name: 'base', priority: 2, test: EVERY_SCREEN },
                { name: 'tabs', priority: 1, test: /ui.kit.Tabs|svelte.src.reactivity.map/ },
                { name: 'techniques', test: /core.techniques.match/ },
              ],
            },
          },
        },
      },
    },
  },
});
