import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [tailwindcss(), sveltekit()],
  // One file: parts of a worker are not among those that the service worker keeps for work without a network.
  worker: { format: 'es', rolldownOptions: { output: { codeSplitting: false } } },
  build: { chunkSizeWarningLimit: 600 },
});
