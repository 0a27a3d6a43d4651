import { readTape } from '$lib/core/tape';
import { readDesign } from '$lib/core/techniques';
import { readFileSync } from 'node:fs';

// Run in a process of its own by the bench: how far the memory grows while a tape is decoded and read, beyond the file.
const [, , warmFile, file] = process.argv;
const warm = readTape(new Uint8Array(readFileSync(warmFile)));
if (!warm.ok) throw new Error(warm.problem.message);
for (let i = 0; i < 10; i++) readDesign(warm.value, { trimJumps: 3 });
const bytes = new Uint8Array(readFileSync(file));
(globalThis as { gc?: () => void }).gc?.();
const before = process.resourceUsage().maxRSS;
const tape = readTape(bytes);
if (!tape.ok) throw new Error(tape.problem.message);
const { stitches } = readDesign(tape.value, { trimJumps: 3 });
const KIB = 1024;
console.log(
  `${stitches.toLocaleString('en')} stitches: at most ${(((process.resourceUsage().maxRSS - before) * KIB) / stitches).toFixed(1)} bytes a stitch beyond the file (wanted: 40)`,
);
