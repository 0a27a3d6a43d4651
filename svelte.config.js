import adapter from '@sveltejs/adapter-node';
import { build } from 'esbuild';
import { resolve } from 'node:path';

const node = adapter();
/** The server for Node, and beside it the worker threads of its heavy routes in one file. */
const nodeWithWorkers = {
  ...node,
  async adapt(builder) {
    await node.adapt(builder);
    await build({
      entryPoints: ['src/lib/server/jobs/worker.ts'],
      outfile: 'build/jobs-worker.js',
      bundle: true,
      platform: 'node',
      format: 'esm',
      target: 'node20',
      alias: { $lib: resolve('src/lib') },
      logLevel: 'warning',
    });
  },
};

/** @type {import('@sveltejs/kit').Config} */
export default {
  kit: {
    adapter: nodeWithWorkers,
    // One page opens every place offline, so its files are named from the root.
    paths: { relative: false },
    csp: {
      mode: 'auto',
      directives: {
        'default-src': ['self'],
        'script-src': ['self'],
        'style-src': ['self'],
        // Svelte's style: directives write style attributes; scripts stay strict.
        'style-src-attr': ['unsafe-inline'],
        'img-src': ['self', 'data:', 'blob:'],
        'font-src': ['self'],
        'connect-src': ['self'],
        'worker-src': ['self'],
        'manifest-src': ['self'],
        'frame-src': ['self', 'blob:'],
        'object-src': ['none'],
        'base-uri': ['self'],
        'form-action': ['self'],
        'frame-ancestors': ['none'],
      },
    },
    typescript: {
      config: (config) => {
        config.include.push('../bench/**/*.ts', '../scripts/**/*.ts');
        return config;
      },
    },
  },
};
