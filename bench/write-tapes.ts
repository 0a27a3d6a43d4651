import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { tapeOf } from './tape-of';

// The tapes whose reading is weighed, written beforehand so that drawing them does not count.
for (const n of [100_000, 1_000_000, 4_000_000]) writeFileSync(join(process.argv[2], `${n}.dst`), tapeOf(n));
