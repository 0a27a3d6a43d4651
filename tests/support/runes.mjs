// Runes outside the browser: modules named .svelte.ts are compiled as the application compiles them.
import { register } from 'node:module';
register('./runes-loader.mjs', import.meta.url);
